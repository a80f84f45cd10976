import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import { markStep, markSteps } from '../deeds';
import type { Household, MarkKind } from '../household';
import { makePlan, makeProblem, type Plan } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment, aYear } from '../tests/make';
import { carryLeft, dayPage, leftBefore, leftOn, listOf, listsToKeep } from './index';

const year = aYear({ start: '2026-09-07', end: '2026-12-18' });
const MONDAY = toDay('2026-09-07');
const begin = (): Household =>
  aHousehold({
    years: [year],
    children: [aChild('A'), aChild('B')],
    courses: ['c', 'd', 'g'].map((id) => aCourse(id, { lessons: 40 })),
    enrolments: [
      anEnrolment('a', 'c', { childIds: ['A'] }),
      anEnrolment('b', 'd', { childIds: ['B'] }),
      anEnrolment('both', 'g', { childIds: ['A', 'B'] }),
    ],
  });
const planOf = (h: Household, day: number): Plan => makePlan(makeProblem(h, year, day), { sweeps: 1, seed: 1 });
const keep = (h: Household, day: number, before?: Plan): Household => ({
  ...h,
  dayLists: [...h.dayLists, ...listsToKeep(h, year, planOf(h, day), day, before)],
});
let n = 0;
const id = () => `n${++n}`;
const on = (l: { enrolmentId: string; stepId: string }, day: number) => ({ ...l, day });
const left = (h: Household, day: number) => leftOn(h, day).map((s) => s.enrolmentId);

describe('the list of a day', () => {
  it('is kept of the last days of a year as well, once the next has begun', () => {
    const [first, next] = [
      { ...year, end: '2026-09-09' },
      { ...year, id: 'next', start: '2026-09-10' },
    ];
    const h = { ...begin(), years: [first, next] };
    const before = makePlan(makeProblem(h, first, MONDAY), { sweeps: 1, seed: 1 });
    const made = listsToKeep(
      h,
      next,
      makePlan(makeProblem(h, next, MONDAY + 3), { sweeps: 1, seed: 1 }),
      MONDAY + 3,
      before,
    );
    expect(made.map((l) => l.date).sort()).toEqual(['2026-09-07', '2026-09-08', '2026-09-09', '2026-09-10']);
  });

  it('is kept once, with what is marked already, and holds the planner to nothing', () => {
    let h = begin();
    const first = planOf(h, MONDAY);
    const list = listOf(h, first, MONDAY);
    expect(list.placements.map((p) => p.enrolmentId).sort()).toEqual(['a', 'b', 'both']);
    // At the first mark it is the same, whatever was marked.
    h = afterDeed(h, markStep(h, on(list.placements[0]!, MONDAY), 'done', id));
    expect(new Set(listOf(h, first, MONDAY).placements.map((p) => p.stepId))).toEqual(
      new Set(list.placements.map((p) => p.stepId)),
    );
    h = keep(h, MONDAY);
    expect(h.dayLists.map((l) => l.date)).toEqual(['2026-09-07']);
    expect(listsToKeep(h, year, planOf(h, MONDAY), MONDAY, undefined)).toEqual([]);
    expect(planOf(h, MONDAY + 1)).toEqual(planOf({ ...h, dayLists: [] }, MONDAY + 1));
    // None on a Saturday.
    expect(listsToKeep(begin(), year, planOf(begin(), MONDAY + 5), MONDAY + 5, undefined)).toEqual([]);
  });

  it('of a day that nobody opened is what the plan that stood then placed on it', () => {
    const h = keep(begin(), MONDAY);
    const stood = planOf(h, MONDAY);
    const thursday = keep(h, MONDAY + 3, stood);
    expect(thursday.dayLists.map((l) => l.date)).toEqual(['2026-09-07', '2026-09-10', '2026-09-08', '2026-09-09']);
    const tuesday = thursday.dayLists.find((l) => l.date === '2026-09-08')!;
    const placed = stood.tracks.flatMap((t) => t.stepIds.filter((_, i) => t.days[i] === MONDAY + 1));
    expect(tuesday.placements.map((p) => p.stepId).sort()).toEqual([...placed].sort());
    // Without such a plan nothing was listed.
    expect(keep(begin(), MONDAY + 3).dayLists.map((l) => l.date)).toEqual(['2026-09-10']);
  });
});

describe('what was left', () => {
  const tuesday = MONDAY + 1;
  it('is what stood on the list and was not marked: named the next day, settled by one press each', () => {
    let h = keep(begin(), MONDAY);
    const [one, two, three] = h.dayLists[0]!.placements as [
      { enrolmentId: string; stepId: string },
      { enrolmentId: string; stepId: string },
      { enrolmentId: string; stepId: string },
    ];
    h = afterDeed(h, markStep(h, on(one, MONDAY), 'done', id));
    expect(leftBefore(h, tuesday).last).toMatchObject({
      day: MONDAY,
      steps: [{ stepId: two.stepId }, { stepId: three.stepId }],
    });
    expect(leftBefore(h, MONDAY).last).toBeUndefined();
    // Carried, one by one: the list stays what it was, and it is asked no more.
    const carried = afterDeed(h, carryLeft(h, [MONDAY], two));
    expect(left(carried, MONDAY)).toEqual([three.enrolmentId]);
    expect(carried.dayLists[0]!.placements).toEqual(h.dayLists[0]!.placements);
    expect(carried.marks).toEqual(h.marks);
    // All of it was done, on that day.
    const done = afterDeed(
      h,
      markSteps(
        h,
        leftOn(h, MONDAY).map((s) => on(s, MONDAY)),
        'done',
        id,
      ),
    );
    expect(leftBefore(done, tuesday)).toEqual({ last: undefined, older: [], listed: true });
    expect(done.marks.every((m) => m.date === fromDay(MONDAY))).toBe(true);
    // What is done later is not left any more either.
    const later = afterDeed(h, markStep(h, on(two, tuesday), 'done', id));
    expect(left(later, MONDAY)).toEqual([three.enrolmentId]);
    // Nor what was worked on since, though it is open still: it was carried.
    for (const kind of ['partly', 'again', 'not today'] as const)
      expect(left(afterDeed(h, markStep(h, on(two, tuesday + 1), kind, id)), MONDAY)).toEqual([three.enrolmentId]);
    // The page of that day shows what stood there and is open.
    const page = dayPage(h, planOf(h, tuesday), MONDAY);
    const rows = page.groups.flatMap((g) => g.sittings.flatMap((s) => s.rows));
    expect(rows.map((r) => [r.enrolment.id, r.mark?.kind]).sort()).toEqual(
      [
        [one.enrolmentId, 'done'],
        [two.enrolmentId, undefined],
        [three.enrolmentId, undefined],
      ].sort(),
    );
  });

  it('is nothing of a child who was sick, and of a family’s work what is there for the others', () => {
    const h: Household = {
      ...keep(begin(), MONDAY),
      absences: [{ id: 's', childIds: ['A'], from: '2026-09-07', to: '2026-09-07', why: 'sick', label: '' }],
    };
    expect(left(h, MONDAY).sort()).toEqual(['b', 'both']);
  });

  it('names each step once, with its latest day; of older days all together, put away together', () => {
    let h = begin();
    let stood: Plan | undefined;
    for (const d of [0, 1, 2]) {
      h = keep(h, MONDAY + d, stood);
      stood = planOf(h, MONDAY + d);
    }
    const { last, older } = leftBefore(h, MONDAY + 3);
    expect(last).toMatchObject({ day: MONDAY + 2 });
    expect(older).toEqual([]);
    // Something else stood on Monday alone.
    h = { ...h, dayLists: h.dayLists.map((l, i) => (i > 0 ? { ...l, placements: l.placements.slice(0, 1) } : l)) };
    const now = leftBefore(h, MONDAY + 3);
    expect(now.older.map((d) => [d.day, d.steps.length])).toEqual([[MONDAY, 2]]);
    const away = afterDeed(
      h,
      carryLeft(
        h,
        now.older.map((d) => d.day),
      ),
    );
    expect(leftBefore(away, MONDAY + 3).older).toEqual([]);
    // After four weeks nobody is asked.
    expect(leftBefore(h, MONDAY + 40)).toEqual({ last: undefined, older: [], listed: false });
  });

  it('and what was marked make up the list, whatever was pressed (property)', () => {
    const kinds = fc.constantFrom<MarkKind | 'carry' | undefined>(
      'done',
      'partly',
      'left out',
      'not today',
      'carry',
      undefined,
    );
    fc.assert(
      fc.property(fc.array(kinds, { minLength: 3, maxLength: 3 }), (presses) => {
        let h = keep(begin(), MONDAY);
        const list = h.dayLists[0]!.placements;
        presses.forEach((kind, i) => {
          if (!kind) return;
          h = afterDeed(
            h,
            kind === 'carry' ? carryLeft(h, [MONDAY], list[i]) : markStep(h, on(list[i]!, MONDAY), kind, id),
          );
        });
        expect(left(h, MONDAY)).toEqual(list.filter((_, i) => presses[i] === undefined).map((p) => p.enrolmentId));
      }),
    );
  });
});
