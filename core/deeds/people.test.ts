import { describe, expect, it } from 'vitest';
import { childCount, childDays, daysAsked, isShort, workOf } from '../attendance';
import { fromDay, isBetweenYears, toDay } from '../calendar';
import { dayPage } from '../day';
import { childForecasts, forecasts } from '../forecast';
import { childrenAhead, childrenHere, childrenIn, titleOf, whyKept } from '../household';
import { fittingWords } from '../overview';
import { portfolioOf } from '../record';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { stayWords, takingName } from '../words';
import { markStep, putChild, stayFault } from './index';

const MONDAY = toDay('2026-09-07');
const year = aYear({ start: '2026-09-07', end: '2026-09-25', requirement: { days: 10, meets: 'both' } });
const family = () =>
  aHousehold({
    years: [year],
    children: [aChild('A'), aChild('B')],
    courses: [aCourse('c', { lessons: 40 })],
    enrolments: [anEnrolment('own', 'c', { childIds: ['B'] }), anEnrolment('both', 'c', { childIds: ['A', 'B'] })],
    marks: [aMark('both', 'L1-1', 'done', '2026-09-07'), aMark('both', 'L1-2', 'done', '2026-09-14')],
  });
const days = (h: ReturnType<typeof family>, id: string, today: number) =>
  childCount(
    h,
    year,
    h.children.find((c) => c.id === id)!,
    today,
  );

describe('a child who joins', () => {
  it('has no day before its first: none to answer, none of the others’ work', () => {
    const h = afterDeed(family(), putChild(family(), aChild('B', { from: '2026-09-14' }), MONDAY));
    const count = days(h, 'B', MONDAY + 9);
    expect([...workOf(h, 'B').keys()].map(fromDay)).toEqual(['2026-09-14']);
    expect(count.unmarked.map(fromDay)).toEqual(['2026-09-15']);
    expect(days(h, 'A', MONDAY + 9).unmarked.length).toBeGreaterThan(1);
    const page = dayPage(h, undefined, MONDAY);
    expect(page.children.map((c) => c.child.id)).toEqual(['A']);
    expect(childDays(h, year, h.children[1]!, MONDAY + 9)[0]!.status).toBe('outside');
  });
});

describe('a child who leaves', () => {
  const today = MONDAY + 9;
  const before = family();
  const h = afterDeed(before, putChild(before, aChild('B', { until: '2026-09-15' }), today));

  it('ends its own courses, leaves the family’s to the others, and keeps every record', () => {
    expect(h.enrolments.map((e) => [e.id, e.life])).toEqual([
      ['own', 'dropped'],
      ['both', 'running'],
    ]);
    expect(h.marks).toEqual(before.marks);
    expect([...workOf(h, 'B').keys()].map(fromDay)).toEqual(['2026-09-07', '2026-09-14']);
    const plan = makePlan(makeProblem(h, year, today), { sweeps: 2, seed: 1 });
    expect(plan.tracks.map((t) => t.enrolmentId)).toEqual(['both']);
    expect(plan.tracks[0]!.days[0]).toBeGreaterThanOrEqual(today);
    expect(days(h, 'B', today).days.toCome).toBe(0);
  });

  it('misses nothing any more: no mark is made of it, and no sitting names it', () => {
    const put = markStep(h, { enrolmentId: 'both', stepId: 'L2-1', day: today }, 'done', () => 'new');
    expect(put.map((p) => 'put' in p && (p.put as { kind?: string }).kind)).toEqual(['done']);
    const after = afterDeed(h, put);
    const [group] = dayPage(after, undefined, today).groups;
    expect(group!.children.map((c) => c.id)).toEqual(['A']);
  });

  it('is asked for no whole year, unless by a figure of its own; its days here are asked about still', () => {
    expect(days(h, 'B', today).requirement.days).toBeUndefined();
    expect(isShort(days(h, 'B', today))).toBe(false);
    expect(days(h, 'A', today).requirement.days).toBe(10);
    const own = { ...year, own: [{ childId: 'B', requirement: { days: 5, meets: 'both' as const } }] };
    expect(childCount(h, own, h.children[1]!, today).days.spare).toBe(2 - 5);
    const asked = daysAsked(h, year, today).flatMap((d) => d.children.map((c) => `${c.id} ${fromDay(d.day)}`));
    expect(asked).toContain('B 2026-09-08');
    expect(asked.filter((x) => x.startsWith('B') && x > 'B 2026-09-15')).toEqual([]);
  });

  it('is not named where it is said what is to come, nor foretold; its record says what it did, and no more', () => {
    const next = afterDeed(
      h,
      markStep(h, { enrolmentId: 'both', stepId: 'L2-1', day: today }, 'done', () => 'new'),
    );
    expect([takingName(next, 'both', today), takingName(next, 'both'), takingName(next, 'own', today)]).toEqual([
      'c (A)',
      'c (A and B)',
      'c (B)',
    ]);
    const plan = makePlan(makeProblem(next, year, today), { sweeps: 2, seed: 1 });
    expect(fittingWords(next, plan, today)[0]).toMatch(/^Not everything fits into the year: c \(A\) by /);
    const list = forecasts(next, year, plan, { runs: 20 });
    expect(childForecasts(next, list, plan).map((c) => c.childId)).toEqual(['A']);
    expect(childForecasts(next, list, { ...plan, today: toDay('2026-09-15') }).map((c) => c.childId)).toEqual([
      'A',
      'B',
    ]);
    const done = ['A', 'B'].map((id) =>
      portfolioOf(
        next,
        year,
        next.children.find((c) => c.id === id)!,
        today,
      )
        .sections.find((s) => s.key === 'curricula')!
        .blocks.flatMap((b) => (b.kind === 'table' ? b.rows.map((r) => r.at(-1)) : [])),
    );
    expect(done.map(([d]) => /^\d+/.exec(d!)?.[0])).toEqual(['3', '2']);
    const style = next.settings.dateStyle;
    expect(stayWords(style, next.children[1]!, today)).toBe('left on 15 Sept');
    expect(stayWords(style, { from: '2026-09-20', until: '2026-09-24' }, today)).toBe(
      'here from 20 Sept, here until 24 Sept',
    );
    expect(stayWords(style, {}, today)).toBe('');
  });

  it('is offered for nothing new, unless it was chosen before; who comes later is', () => {
    const three = aHousehold({
      children: [aChild('A'), aChild('B', { until: '2026-09-15' }), aChild('C', { from: '2026-10-05' })],
    });
    const ids = (list: readonly { id: string }[]) => list.map((c) => c.id);
    expect(ids(childrenHere(three, toDay('2026-09-15')))).toEqual(['A', 'B']);
    expect(ids(childrenHere(three, toDay('2026-09-16')))).toEqual(['A']);
    expect(ids(childrenAhead(three, toDay('2026-09-16')))).toEqual(['A', 'C']);
    expect(ids(childrenAhead(three, toDay('2026-09-16'), ['B']))).toEqual(['A', 'B', 'C']);
    expect(ids(childrenIn(three, { start: '2026-09-07', end: '2027-06-11' }))).toEqual(['A', 'B', 'C']);
    expect(ids(childrenIn(three, { start: '2027-09-06', end: '2028-06-09' }))).toEqual(['A', 'C']);
  });

  it('keeps its courses until the day has come', () => {
    const later = afterDeed(family(), putChild(family(), aChild('B', { until: '2026-09-18' }), today));
    expect(later.enrolments[0]!.life).toBe('running');
    expect(stayFault({ from: '2026-09-10', until: '2026-09-09' })).toContain('last day');
  });

  it('cannot be thrown out with its records: all that holds it is said at once, and the way that keeps them', () => {
    const said = whyKept(family(), 'children', 'B')!;
    expect(said).toContain('given a last day');
  });
});

describe('between the years', () => {
  it('is a time of its own: each course’s next step is there, on its own date', () => {
    const next = aYear({ id: 'next', start: '2026-11-02', end: '2026-12-18' });
    const h = { ...family(), years: [year, next] };
    const day = toDay('2026-10-07');
    expect([MONDAY - 1, MONDAY, day, toDay('2026-11-02')].map((d) => isBetweenYears(h.years, d))).toEqual([
      false,
      false,
      true,
      false,
    ]);
    const plan = makePlan(makeProblem(h, next, day), { sweeps: 1, seed: 1 });
    const page = dayPage(h, plan, day);
    expect(page.groups).toEqual([]);
    expect(page.whenever.map((g) => g.sittings[0]!.rows[0]!.key).sort()).toEqual(['both L2-1', 'own L1-1']);
  });
});

describe('courses of one title', () => {
  it('are told apart by level wherever they are listed', () => {
    const courses = ['One', 'Two'].map((level) => ({ ...aCourse(level), title: 'Sums', level }));
    const h = { courses: [...courses, { ...aCourse('x'), title: 'Rivers', level: 'Three' }] };
    expect(['One', 'Two', 'x', 'gone'].map((id) => titleOf(h, id))).toEqual(['Sums, One', 'Sums, Two', 'Rivers', '']);
  });
});
