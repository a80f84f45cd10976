import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import { byId, type Household, type Mark, type Put } from '../household';
import { reserveOf, makeTrack } from '../pace';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aTeacher, aYear } from '../tests/make';
import { writeBackup } from '../formats';
import {
  bestOf,
  comparison,
  figuresOf,
  type Judgement,
  judgements,
  plannedAs,
  type ReadyMade,
  readyMadeFault,
  readyMadeName,
  readyMadePuts,
  remediesFor,
  remedyPuts,
  remedyWords,
  trialWords,
  tried,
  worthOf,
} from './index';

const TODAY = toDay('2026-11-02');
const year = aYear({ end: '2026-12-18' });
/** A course of forty lessons that is four weeks behind, one with room, and one that only the younger takes. */
function behind(change: Partial<Household> = {}): Household {
  const marks: Mark[] = Array.from({ length: 8 }, (_, i) =>
    aMark('sums', `L${i + 1}-1`, 'done', fromDay(toDay('2026-09-07') + 7 * i)),
  );
  return aHousehold({
    years: [year],
    children: [aChild('nine'), aChild('six', { born: '2020-05-01' })],
    teachers: [aTeacher('T')],
    courses: [
      aCourse('sums', { lessons: 40, perLesson: [{ kind: 'practise', count: 1 }] }),
      aCourse('rivers', { lessons: 5, perLesson: [{ kind: 'read', count: 1 }] }),
      aCourse('stars', { lessons: 6, perLesson: [{ kind: 'read', count: 1 }] }, { wish: true }),
    ],
    enrolments: [
      anEnrolment('sums', 'sums', { childIds: ['nine'], weekdays: [1, 3], perSitting: 1 }),
      anEnrolment('rivers', 'rivers', { childIds: ['nine'], weekdays: [2, 4], perSitting: 1 }),
    ],
    marks,
    ...change,
  });
}
const judge = (h: Household, ids = ['sums']): Judgement[] => {
  const work = judgements(h, TODAY, ids);
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    expect(step.value).toBeGreaterThanOrEqual(0);
    expect(step.value).toBeLessThan(1);
  }
};
const text = (h: Household) => writeBackup({ asOf: '2026-11-02', household: h });
let n = 0;
const id = () => `new-${++n}`;

describe('remedies', () => {
  it('are offered by what the course is: a weekday more, two a sitting, another that yields, a day off; to accept it always last', () => {
    const h = behind();
    const { plan } = plannedAs(h, TODAY)!;
    const list = remediesFor(h, year, plan, byId(h.enrolments, 'sums')!, undefined);
    expect(list.map((r) => r.wish.kind)).toEqual([
      ...['weekday', 'weekday', 'weekday', 'double', 'known', 'off-day', 'yields', 'accept'],
    ]);
    expect(list[0]!.words).toBe('Take it on Tuesdays as well');
    expect(list.find((r) => r.wish.kind === 'yields')!.words).toBe('Let rivers (nine) give up its Tuesdays');
    expect(list.find((r) => r.wish.kind === 'off-day')!.words).toContain('Sat');
  });

  it('say to leave out what is optional only where something is, and to run on only where the last day could be later', () => {
    const optional = behind();
    optional.courses = optional.courses.map((c) =>
      c.id === 'sums'
        ? {
            ...c,
            units: c.units.map((u) => ({
              ...u,
              lessons: u.lessons.map((l) => ({ ...l, steps: l.steps.map((s) => ({ ...s, optional: true })) })),
            })),
          }
        : c,
    );
    const kinds = (h: Household, last?: number, target?: number) => {
      const { plan } = plannedAs(h, TODAY)!;
      const span = last === undefined ? undefined : { early: last, middle: last, late: last };
      return remediesFor(
        h,
        year,
        plan,
        byId(h.enrolments, 'sums')!,
        span && { last: span, ...(target === undefined ? {} : { target }) },
      ).map((r) => r.wish.kind);
    };
    expect(kinds(optional)).toContain('optional');
    expect(kinds(behind())).not.toContain('optional');
    const target = toDay('2026-12-04');
    expect(kinds(behind(), target + 3, target)).toContain('run on');
    expect(kinds(behind(), target - 3, target)).not.toContain('run on');
    expect(kinds(behind(), toDay(year.end) + 30, toDay(year.end))).not.toContain('run on');
  });

  it('say what planner and forecast say of the household as it would be', () => {
    const h = behind();
    const [found] = judge(h);
    const base = plannedAs(h, TODAY)!;
    for (const j of found!.all) {
      const puts = remedyPuts(
        h,
        base.year,
        base.plan,
        j.remedy,
        (() =>
          (
            (i) => () =>
              `tried-${i++}`
          )(0))(),
      );
      const after = tried(h, puts);
      if ('fault' in after) throw new Error(after.fault);
      const then = plannedAs(after.then, TODAY)!;
      const own = byId(after.then.enrolments, 'sums')!;
      expect(j.daysInHand).toBe(reserveOf(makeTrack(after.then, then.year, own, TODAY), then.year).daysInHand);
      const figures = figuresOf(after.then, then.year, then.plan, { runs: 500 });
      const course = figures.courses.find((c) => c.enrolmentId === 'sums')!;
      expect(j.chance).toBe(course.forecast?.chance);
      expect(j.middle).toBe(course.forecast?.last.middle);
      const before = figuresOf(h, base.year, base.plan, { runs: 500 });
      const minutes = (of: typeof figures) => of.teachers[0]!.minutesAWeek;
      expect(j.teacherMinutes).toBe(minutes(figures) - minutes(before));
    }
    // What helps more for less stands first, and what is said first helps.
    const worth = found!.all.slice(0, -1).map((j) => worthOf(j, found!.now));
    expect([...worth].sort((a, b) => b - a)).toEqual(worth);
    const best = bestOf(found!);
    expect(best.length).toBeGreaterThan(0);
    expect(new Set(best.map((j) => j.remedy.wish.kind)).size).toBe(best.length);
    for (const j of best) expect(j.chance!).toBeGreaterThan(found!.now.chance!);
    expect(remedyWords(h, best[0]!, found!.now, TODAY)).toMatch(/: .*(in time instead of|instead of).*\.$/);
  });

  it('are worked out from the household as it is when their turn comes, and leave the one that asked as it was', () => {
    const h = behind();
    const before = text(h);
    const [found] = judge(h);
    expect(text(h)).toBe(before);
    const { year: of, plan } = plannedAs(h, TODAY)!;
    const gone = { ...h, enrolments: h.enrolments.filter((e) => e.id !== 'sums') };
    for (const { remedy } of found!.all) expect(remedyPuts(gone, of, plan, remedy, id)).toEqual([]);
    // Done once, doing it again changes nothing more of what it sets.
    for (const { remedy } of found!.all.filter((j) => ['weekday', 'double', 'yields'].includes(j.remedy.wish.kind))) {
      const once = tried(h, remedyPuts(h, of, plan, remedy, id));
      if ('fault' in once) throw new Error(once.fault);
      expect(text(once.then)).not.toBe(before);
      expect(remedyPuts(once.then, of, plan, remedy, id)).toEqual([]);
    }
  });

  it('take a course of so many a week along: one more day holds as many as its others', () => {
    const h = behind();
    h.enrolments[0] = { ...h.enrolments[0]!, rule: { kind: 'weekly', n: 4, unit: 'steps' } };
    const { plan } = plannedAs(h, TODAY)!;
    const wish = { kind: 'weekday', day: 5 } as const;
    const [put] = remedyPuts(h, year, plan, { enrolmentId: 'sums', wish }, id);
    expect(put).toMatchObject({ put: { weekdays: [1, 3, 5], rule: { kind: 'weekly', n: 6 } } });
  });
});

const wishes: ReadyMade[] = [
  { kind: 'away', from: '2026-11-09', weeks: 2 },
  { kind: 'less', teacherId: 'T', minutes: 60 },
  { kind: 'course', courseId: 'stars', childIds: ['six'], from: '2026-11-09' },
  { kind: 'join', enrolmentId: 'rivers', childId: 'six' },
];

describe('what if', () => {
  it('changes what it says and nothing else, in a household that restores', () => {
    const h = behind();
    const before = text(h);
    const tables = (puts: readonly Put[]) => [...new Set(puts.map((p) => p.table))].sort();
    const made = wishes.map((w) => readyMadePuts(h, w, TODAY, id));
    expect(made.map(tables)).toEqual([['years'], ['teachers'], ['courses', 'enrolments'], ['enrolments']]);
    for (const puts of made) {
      const after = tried(h, puts);
      if ('fault' in after) throw new Error(after.fault);
      expect(text(after.then)).not.toBe(before);
    }
    expect(text(h)).toBe(before);
    const [away, less, course, join] = made;
    expect(away![0]).toMatchObject({ put: { closed: [{ from: '2026-11-09', to: '2026-11-22' }] } });
    expect((less![0] as { put: { minutes: number[] } }).put.minutes).toEqual(
      h.teachers[0]!.minutes.map((m) => Math.max(0, m - 60)),
    );
    expect(course![0]).toMatchObject({ table: 'courses', put: { id: 'stars' } });
    expect('wish' in (course![0] as { put: object }).put).toBe(false);
    expect(join![0]).toMatchObject({ put: { childIds: ['nine', 'six'] } });
    expect(wishes.map((w) => readyMadeName(h, w, TODAY))).toEqual([
      '2 weeks away from 9 Nov',
      'T: 1 h less a day',
      'stars for six from 9 Nov',
      'six joins rivers with nine',
    ]);
  });

  it('a day with school of its own has none while the family is away', () => {
    const special = [{ id: 's', date: '2026-11-14', kind: 'extra', share: 100, label: 'open day' } as const];
    const h = behind({ years: [{ ...year, special: [...special] }] });
    const puts = readyMadePuts(h, wishes[0]!, TODAY, id);
    expect(puts[0]).toMatchObject({ put: { special: [] } });
  });

  it('what cannot be tried is said at its field, in a sentence', () => {
    const h = behind();
    const fault = (w: ReadyMade) => readyMadeFault(h, w, TODAY);
    expect(wishes.map(fault)).toEqual([undefined, undefined, undefined, undefined]);
    expect(fault({ kind: 'away', from: '2027-09-09', weeks: 2 })).toMatchObject({ field: 'from' });
    expect(fault({ kind: 'away', from: '2026-02-30', weeks: 2 })).toMatchObject({ field: 'from' });
    expect(fault({ kind: 'away', from: '2026-11-09', weeks: 0 })!.fault).toBe('Give a whole number of weeks, 1 to 52.');
    expect(fault({ kind: 'less', teacherId: 'T', minutes: 2.5 })).toMatchObject({ field: 'minutes' });
    expect(fault({ kind: 'course', courseId: 'stars', childIds: [], from: '2026-11-09' })!.field).toBe('childIds');
    expect(fault({ kind: 'join', enrolmentId: 'rivers', childId: 'nine' })!.field).toBe('childId');
    expect(readyMadePuts(h, { kind: 'join', enrolmentId: 'gone', childId: 'six' }, TODAY, id)).toEqual([]);
    expect(readyMadeFault({ ...h, years: [] }, wishes[0]!, TODAY)!.fault).toContain('no school year');
  });

  it('a household compared with itself differs in nothing; with less time in it the last days come no sooner', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 0, max: 21 }), (weeks, days) => {
        const h = behind();
        const column = (state: Household) => {
          const as = plannedAs(state, TODAY)!;
          return { state, figures: figuresOf(state, as.year, as.plan, { runs: 300 }) };
        };
        const now = column(h);
        const same = comparison([now, column(h)], TODAY);
        expect(same.some((r) => r.differs.some(Boolean))).toBe(false);
        expect(trialWords(now, column(h))).toEqual([
          'It fits: no step loses its day in the school year.',
          'Nothing else changes by more than chance.',
        ]);
        const after = tried(h, readyMadePuts(h, { kind: 'away', from: fromDay(TODAY + days), weeks }, TODAY, id));
        if ('fault' in after) throw new Error(after.fault);
        const then = column(after.then);
        const rows = comparison([now, then], TODAY);
        expect(rows.map((r) => r.name)).toEqual(same.map((r) => r.name));
        for (const c of then.figures.courses) {
          const was = now.figures.courses.find((x) => x.enrolmentId === c.enrolmentId)!;
          expect(c.daysInHand!).toBeLessThanOrEqual(was.daysInHand!);
          expect(c.forecast!.last.late).toBeGreaterThanOrEqual(was.forecast!.last.late);
        }
        expect(then.figures.unplaced).toBeGreaterThanOrEqual(now.figures.unplaced);
      }),
      { numRuns: 8 },
    );
  });

  it('says of a course from the wish list what it asks of the teacher and whether it fits', () => {
    const h = behind();
    const column = (state: Household) => {
      const as = plannedAs(state, TODAY)!;
      return { state, figures: figuresOf(state, as.year, as.plan, { runs: 300 }) };
    };
    const after = tried(h, readyMadePuts(h, wishes[2]!, TODAY, id));
    if ('fault' in after) throw new Error(after.fault);
    const then = column(after.then);
    const rows = comparison([column(h), then], TODAY);
    const own = rows.find((r) => r.name.startsWith('stars'))!;
    expect(own.cells[0]).toBe('–');
    expect(own.cells[1]).toContain('most likely');
    expect(own.differs).toEqual([false, true]);
    expect(rows.filter((r) => r.group === 'orders')).toHaveLength(1);
  });
});
