import { jStat } from 'jstat';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay, weekdayOf } from '../calendar';
import type { Course, Enrolment, Household, Mark, SchoolYear } from '../household';
import { earliestFit, makeTrack } from '../pace';
import { makePlan, makeProblem, seeded } from '../stagger';
import { calibration } from '../tests/calibration';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import {
  blocksOf,
  beyondWords,
  chanceWords,
  childForecasts,
  childWords,
  forecastOf,
  forecasts,
  forecastWords,
  gamma,
  groundWords,
  priorShare,
  quantile,
  recordOf,
  sittingsTo,
  testWords,
} from './index';

/** How many children a habit: a hundred in the tests, a thousand in `npm run bench` (CHILDREN). */
const CHILDREN = Number(process.env['CHILDREN'] ?? 100);

describe('the model', () => {
  // With one step a sitting and weeks of one it is beta-binomial; held against jStat’s functions.
  it.each([
    [3, 2, 8, 12],
    [20, 2, 15, 17],
    [0.7, 0.4, 5, 9],
  ])('is beta-binomial for weeks of one sitting: %d to %d, %d steps in %d sittings', (a, b, k, n) => {
    const runs = 20_000;
    const [found] = sittingsTo(
      [
        { steps: [1], weight: a },
        { steps: [0], weight: b },
      ],
      [k],
      { runs, seed: 7 },
    );
    let p = 0;
    for (let s = k; s <= n; s++)
      p += Math.exp(jStat.combinationln(n, s) + jStat.betaln(s + a, n - s + b) - jStat.betaln(a, b));
    const share = found!.reduce((m, x) => m + (x <= n ? 1 : 0), 0) / runs;
    expect(Math.abs(share - p)).toBeLessThan(3 * Math.sqrt((p * (1 - p)) / runs));
  });

  it('draws gamma numbers as jStat has them', () => {
    const random = seeded(3);
    for (const shape of [0.3, 1, 4.5]) {
      const drawn = Array.from({ length: 8000 }, () => gamma(shape, random));
      for (const q of [0.1, 0.5, 0.9]) {
        const at = jStat.gamma.inv(q, shape, 1);
        const share = drawn.filter((x) => x <= at).length / drawn.length;
        expect(Math.abs(share - q)).toBeLessThan(3 * Math.sqrt((q * (1 - q)) / drawn.length));
      }
    }
  });

  it('is the prior alone without a record, and all but itself after 300 sittings; the same seed says the same', () => {
    const week = [1, 1, 1, 1];
    const weeks = (n: number) => Array.from({ length: n }, () => week);
    expect(priorShare([], [week])).toBe(1);
    expect(priorShare(weeks(75), [week])).toBeLessThan(0.01);
    const run = (seed: number) => sittingsTo(blocksOf(weeks(5), [week]), [10, 20], { runs: 300, seed });
    expect(run(4)).toEqual(run(4));
    expect(run(4)).not.toEqual(run(5));
    const [ten, twenty] = run(4);
    expect(ten!.every((x, i) => x >= 10 && x <= twenty![i]!)).toBe(true);
    expect([quantile([5, 1, 3], 0.5), quantile([5, 1, 3], 0.1), quantile([5, 1, 3], 1)]).toEqual([3, 1, 5]);
  });

  it('lies between how close the plan puts the sittings and how close they lay so far, and is less sure where those differ', () => {
    const told = (spread: { typical: number; density: number; dense?: number }) => {
      const [runs] = sittingsTo(blocksOf([[1, 1, 1, 1]], [[1, 1, 1, 1]]), [40], { runs: 800, seed: 2, spread });
      return [0.1, 0.5, 0.9].map((share) => quantile(runs!, share)) as [number, number, number];
    };
    const [plan, record] = [told({ typical: 1, density: 0.5 }), told({ typical: 1, density: 1 })];
    const both = told({ typical: 1, density: 0.5, dense: 1 });
    expect(both[1]).toBeLessThan(plan[1]);
    expect(both[1]).toBeGreaterThan(record[1]);
    for (const one of [plan, record]) expect(both[2] - both[0]).toBeGreaterThan(one[2] - one[0]);
    expect(told({ typical: 1, density: 0.5, dense: 0.5 })).toEqual(plan);
  });

  it(
    'holds the truth in eight of ten intervals, near enough in each habit, and knows more than the plan does',
    { timeout: 300_000 },
    () => {
      const rows = calibration(CHILDREN, 300);
      const rate = (list: typeof rows) => list.reduce((n, r) => n + r.held, 0) / list.reduce((n, r) => n + r.asked, 0);
      expect(rate(rows)).toBeGreaterThan(0.76);
      expect(rate(rows)).toBeLessThan(0.84);
      for (const r of rows) {
        expect([r.habit.name, r.held / r.asked > 0.66]).toEqual([r.habit.name, true]);
        expect([r.habit.name, r.held / r.asked < 0.92]).toEqual([r.habit.name, true]);
      }
      const mean = (of: (r: (typeof rows)[number]) => number) => rows.reduce((n, r) => n + of(r), 0) / rows.length;
      expect(mean((r) => r.width)).toBeLessThan(mean((r) => r.priorWidth));
    },
  );
});

const START = '2026-09-07';
const TODAY = toDay('2026-10-05');
/** A sheet a day on Mondays to Fridays; a test behind every tenth. */
const base = (marks: Mark[] = [], change: Partial<Household> = {}): Household => {
  const made = aCourse('c', { lessons: 60, perLesson: [{ kind: 'practise', count: 1 }] });
  const units = made.units.map((u) => ({
    ...u,
    lessons: u.lessons.map((l, i) =>
      i % 10 === 9 ? { ...l, steps: l.steps.map((s) => ({ ...s, kind: 'assess' as const })) } : l,
    ),
  }));
  return aHousehold({
    years: [aYear({ start: START, end: '2027-06-25' })],
    children: [aChild('A', { name: 'Ann' }), aChild('B', { name: 'Ben' })],
    courses: [{ ...made, units }],
    enrolments: [
      anEnrolment('e', 'c', { childIds: ['A'], rule: { kind: 'weekly', n: 5, unit: 'steps' }, target: '2027-01-29' }),
    ],
    marks,
    // What stood on the list of each school day.
    dayLists: Array.from({ length: 60 }, (_, i) => fromDay(toDay(START) + i))
      .filter((date) => weekdayOf(toDay(date)) <= 5)
      .map((date) => ({ id: date, date, placements: [{ enrolmentId: 'e', stepId: 'L60-1' }] })),
    ...change,
  });
};
const planOf = (h: Household, today = TODAY) => makePlan(makeProblem(h, h.years[0]!, today), { sweeps: 1, seed: 1 });
const of = (h: Household, today = TODAY) => forecastOf(h, h.years[0]!, planOf(h, today), h.enrolments[0]!)!;
/** Monday to Friday from the year’s start, done on days of which that is so. */
function marksWhere(done: (day: number) => boolean, until = TODAY): Mark[] {
  const marks: Mark[] = [];
  let lesson = 1;
  for (let d = toDay(START); d < until; d++)
    if ((d - toDay(START)) % 7 < 5 && done(d)) marks.push(aMark('e', `L${lesson++}-1`, 'done', fromDay(d)));
  return marks;
}

const stepsOf = (...of: Parameters<typeof recordOf>) => recordOf(...of).map((w) => w.steps);

describe('a record', () => {
  it('is what was finished in each open sitting since the first mark; what was missed is nought, a day of known work is none', () => {
    const marks = [
      aMark('e', 'L1-1', 'done', '2026-09-08'),
      aMark('e', 'L2-1', 'partly', '2026-09-09'),
      aMark('e', 'L2-1', 'done', '2026-09-10'),
      aMark('e', 'L3-1', 'done', '2026-09-10'),
      aMark('e', 'L4-1', 'known', '2026-09-14'),
      aMark('e', 'L5-1', 'done', '2026-09-19'),
    ];
    const h = base(marks);
    const two = [
      [1, 0, 2, 0],
      [0, 0, 0, 0, 1],
    ];
    expect(stepsOf(h, h.enrolments[0]!, toDay('2026-09-21'))).toEqual(two);
    // Taken on in the next year it is the same record, and goes on; the summer between the two lost it nothing.
    const [year] = h.years as [SchoolYear];
    const short = { ...year, end: '2026-09-20' };
    const next = { ...year, id: 'next', name: 'next', start: '2026-10-05' };
    const later = { ...h, years: [short, next], marks: [...marks, aMark('e', 'L6-1', 'done', '2026-10-05')] };
    expect(stepsOf(later, h.enrolments[0]!, toDay('2026-10-05'))).toEqual(two);
    expect(stepsOf(later, h.enrolments[0]!, toDay('2026-10-06'))).toEqual([...two, [1]]);
    expect(stepsOf(base(), h.enrolments[0]!, TODAY)).toEqual([]);
    // Of days that stood on no list nobody knows whether it was wanted; a whole week without a mark was lost.
    const unlisted = base(marks, { dayLists: [] });
    expect(stepsOf(unlisted, h.enrolments[0]!, TODAY)).toEqual([[1, 0, 2], [1], [0, 0], [0, 0]]);
    // Nor is it lost on days of which it was said afterwards that its child had no school; held without a mark it is.
    const said = (status: 'sick' | 'closed' | 'taught', childId = 'A') => {
      const days = Array.from({ length: 14 }, (_, i) => toDay('2026-09-21') + i);
      return { attendance: days.map((d) => ({ id: `${d}`, childId, date: fromDay(d), status })) };
    };
    expect(stepsOf({ ...unlisted, ...said('closed') }, h.enrolments[0]!, TODAY)).toEqual([[1, 0, 2], [1]]);
    expect(stepsOf({ ...unlisted, ...said('sick') }, h.enrolments[0]!, TODAY)).toEqual([[1, 0, 2], [1]]);
    expect(stepsOf({ ...unlisted, ...said('taught') }, h.enrolments[0]!, TODAY)).toHaveLength(4);
    expect(stepsOf({ ...unlisted, ...said('closed', 'B') }, h.enrolments[0]!, TODAY)).toHaveLength(4);
    const both = { ...h.enrolments[0]!, childIds: ['A', 'B'] };
    expect(stepsOf({ ...unlisted, enrolments: [both], ...said('closed') }, both, TODAY)).toHaveLength(4);
    // In a week whose lists name other courses alone it was not wanted: a chapter a month loses nothing in the weeks between.
    const others = ['2026-09-23', '2026-09-30'].map((date) => ({
      ...{ id: date, date, placements: [{ enrolmentId: 'another', stepId: 'L1-1' }] },
    }));
    expect(stepsOf({ ...unlisted, dayLists: others }, h.enrolments[0]!, TODAY)).toEqual([[1, 0, 2], [1]]);
    // Nor does a course that is through lose anything behind its last step.
    const [own] = h.enrolments as [Enrolment];
    expect(stepsOf(unlisted, { ...own, life: 'finished' }, TODAY)).toEqual([[1, 0, 2], [1]]);
  });
});

describe('a forecast', () => {
  it('rests on the plan while nothing is recorded, says so, and is later for a child who loses days', () => {
    const none = of(base());
    expect([none.sittings, none.own, groundWords(base(), none)]).toEqual([
      0,
      0,
      'nothing recorded yet: from the plan alone',
    ]);
    const steady = base(marksWhere(() => true));
    const ragged = base(marksWhere((d) => d % 3 !== 0));
    const [good, bad] = [of(steady), of(ragged)];
    expect(good.last.middle).toBeLessThan(bad.last.middle);
    expect(good.chance!).toBeGreaterThan(bad.chance!);
    expect(good.last.early <= good.last.middle && good.last.middle <= good.last.late).toBe(true);
    expect(groundWords(steady, good)).toMatch(/^from 20 sittings of its own, \d+ per cent from the plan$/);
    expect(forecastWords('day month', bad, TODAY)).toMatch(
      /^most likely .*; one chance in ten after .*; .* to be done by 29 Jan$/,
    );
    expect(testWords('day month', good, TODAY)).toMatch(/^next test “Lesson 30, test” most likely/);
    // What lies behind the year is said to.
    const [year] = steady.years as [SchoolYear];
    expect(beyondWords(steady, year, [{ ...good, last: { early: 0, middle: 0, late: toDay(year.end) } }], TODAY)).toBe(
      '',
    );
    const after = { early: 0, middle: 0, late: toDay(year.end) + 1 };
    expect(beyondWords(steady, year, [good, { ...good, last: after }], TODAY)).toMatch(
      /^Days after \d+ \w+ are reckoned/,
    );
    // Where the next year is set up they are its own, as far as it goes.
    const two = {
      ...steady,
      years: [year, aYear({ id: 'n', name: 'the next', start: '2027-09-06', end: '2028-06-09' })],
    };
    const far = (late: number) => beyondWords(two, year, [{ ...good, last: { early: 0, middle: 0, late } }], TODAY);
    expect(far(toDay('2027-09-20'))).toMatch(/^Days after [^;]+ are those of the next\.$/);
    expect(far(toDay('2028-06-12'))).toMatch(/ are those of the next; after 9 Jun 2028 as if school went on/);
    // What is called a test says so once, in whatever words it has.
    const called = (words: string) => testWords('day month', { ...good, test: { ...good.test!, words } }, TODAY);
    expect(called('Test 3 (lessons 21–30), test')).toMatch(/^next test “Test 3 \(lessons 21–30\)” most/);
    expect(called('2, chapter test, test, first half')).toMatch(/^next test “2, chapter test, first half” most/);
    expect(good.fan.at(-1)).toMatchObject({ steps: good.steps });
    for (const m of good.fan) expect(m.early <= m.middle && m.middle <= m.late).toBe(true);
  });

  it('is there to the year’s last day, also of a course that has no date left in it: from its own record, and all in it', () => {
    // Fridays are none of its weekdays: on the last Friday the year holds none of the forty steps that are left.
    const marks = marksWhere((d) => d % 7 !== (toDay(START) + 4) % 7).slice(0, 20);
    const h = base(marks, {
      years: [aYear({ start: START, end: '2026-10-09' })],
      enrolments: [{ ...base().enrolments[0]!, target: '2026-10-09', weekdays: [1, 2, 3, 4] }],
    });
    const last = toDay('2026-10-09');
    expect(planOf(h, last).tracks[0]!.days.every((d) => d < 0)).toBe(true);
    const told = of(h, last);
    expect([told.steps, told.own, told.chance]).toEqual([60 - marks.length, 1, 0]);
    expect(told.last.early).toBeGreaterThan(last);
    expect(groundWords(h, told)).toMatch(/^from \d+ sittings of its own$/);
    expect(
      childForecasts(h, forecasts(h, h.years[0]!, planOf(h, last)), planOf(h, last)).map((c) => c.courses),
    ).toEqual([1]);
    // The evening before it was foretold with the plan’s help; a day changes little.
    const before = of(h, last - 1);
    expect(Math.abs(told.last.middle - before.last.middle)).toBeLessThan(28);
  });

  it('on that day goes on as the last weeks went: what a sitting holds, and how many there are in a week', () => {
    const two = {
      ...base().enrolments[0]!,
      rule: { kind: 'weekly' as const, n: 4, unit: 'steps' as const },
      perSitting: 2,
    };
    const days = marksWhere(() => true).map((m) => m.date);
    const sittings = days.filter((d) => weekdayOf(toDay(d)) <= 2).slice(0, 8);
    const steps = base().courses[0]!.units.flatMap((u) => u.lessons.flatMap((l) => l.steps));
    const twice = sittings.flatMap((d) => [d, d]);
    const h = base(
      twice.map((d, i) => aMark('e', steps[i]!.id, 'done', d)),
      {
        years: [aYear({ start: START, end: '2026-10-02' })],
        enrolments: [{ ...two, weekdays: [1, 2], target: '2026-10-02' }],
        dayLists: sittings.map((date) => ({
          ...{ id: date, date },
          placements: [1, 2].map((i) => ({ enrolmentId: 'e', stepId: steps[i]!.id })),
        })),
      },
    );
    const last = toDay('2026-10-02');
    expect(planOf(h, last).tracks[0]!.days.every((d) => d < 0)).toBe(true);
    // 44 steps, four a week: eleven weeks, and no fewer than ten.
    const told = of(h, last);
    expect(told.steps).toBe(44);
    expect((told.last.middle - last) / 7).toBeGreaterThan(9);
    expect((told.last.middle - last) / 7).toBeLessThan(14);
  });

  it('of a younger child begins with the elder one’s record', () => {
    const elder = anEnrolment('e', 'c', { childIds: ['A'], rule: { kind: 'weekly', n: 5, unit: 'steps' } });
    const younger = anEnrolment('f', 'c', { childIds: ['B'], rule: { kind: 'weekly', n: 5, unit: 'steps' } });
    const h = base(
      marksWhere((d) => d % 2 === 0, TODAY + 28),
      { enrolments: [elder, younger] },
    );
    const plan = planOf(h, TODAY + 28);
    const own = forecastOf(h, h.years[0]!, plan, h.enrolments[1]!)!;
    expect([own.from, groundWords(h, own)]).toEqual(['e', 'nothing recorded yet: from how Ann took it alone']);
    expect(own.last.middle).toBeGreaterThan(
      planOf(h, TODAY + 28)
        .tracks.find((t) => t.enrolmentId === 'f')!
        .days.at(-1)!,
    );
  });

  it('spread evenly is in time for a child who does what is planned, though it sits on few of the open dates', () => {
    const even = { ...base().enrolments[0]!, rule: { kind: 'even' as const }, target: '2027-06-18' };
    const h = base([], { enrolments: [even] });
    // By its own plan, day by day: what stands on a day is done on it.
    let now = h;
    for (let d = toDay(START); d < TODAY; d++) {
      const [track] = planOf(now, d).tracks;
      const todays = track!.stepIds.filter((_, i) => track!.days[i] === d);
      const placements = todays.map((stepId) => ({ enrolmentId: 'e', stepId }));
      now = {
        ...now,
        dayLists: [
          ...now.dayLists.filter((l) => l.date !== fromDay(d)),
          { id: fromDay(d), date: fromDay(d), placements },
        ],
        marks: [...now.marks, ...todays.map((id) => aMark('e', id, 'done', fromDay(d)))],
      };
    }
    const told = of(now);
    expect(told.chance!).toBeGreaterThan(85);
    expect(told.last.late).toBeLessThanOrEqual(toDay('2027-06-18') + 7);
  });

  it('waits where the book ties a step to a weekday, or nobody teaches: never sooner than the planner can place it', () => {
    const [course] = base().courses as [Course];
    const fridays = course.units.map((u) => ({
      ...u,
      lessons: u.lessons.map((l, i) => ({
        ...l,
        steps: l.steps.map((s) => (i % 3 === 2 ? { ...s, weekday: 5 as const } : s)),
      })),
    }));
    const free = base(marksWhere(() => true));
    const tied = { ...free, courses: [{ ...course, units: fridays }] };
    const days = (h: Household) =>
      earliestFit(makeTrack(h, h.years[0]!, h.enrolments[0]!, TODAY), toDay('2027-06-25'))!.days;
    const fit = days(tied);
    expect(fit.at(-1)!).toBeGreaterThan(days(free).at(-1)! + 14);
    // Every other lesson in threes is a test on a Friday: a child who never lost a day cannot be through before the last of them.
    const told = of(tied);
    expect([told.last.early, of(free).last.early < fit.at(-1)!]).toEqual([fit.at(-1)!, true]);
    for (const m of told.fan) expect(m.early).toBeGreaterThanOrEqual(fit[m.steps - 1]!);
    // One who is now and then away is later by that, not by a Friday each time more.
    const ragged = { ...base(marksWhere((d) => d % 5 !== 0)), courses: tied.courses };
    expect(of(ragged).last.middle).toBeGreaterThan(fit.at(-1)!);
  });

  it('of a whole child is no better than its worst course', () => {
    const h = base(
      marksWhere((d) => d % 3 !== 0),
      {
        courses: [...base().courses, aCourse('d', { lessons: 20, perLesson: [{ kind: 'read', count: 1 }] })],
        enrolments: [...base().enrolments, anEnrolment('g', 'd', { childIds: ['A'], target: '2027-06-18' })],
      },
    );
    const list = forecasts(h, h.years[0]!, planOf(h));
    const [child] = childForecasts(h, list, planOf(h));
    expect([list.length, child!.courses]).toEqual([2, 2]);
    expect(child!.chance).toBeLessThanOrEqual(Math.min(...list.map((f) => f.chance!)));
    expect(child!.last.middle).toBeGreaterThanOrEqual(Math.max(...list.map((f) => f.last.middle)));
    expect(childWords(h, 'day month', child!, TODAY)).toMatch(
      /^Ann: the last of 2 courses most likely .*; all in time: /,
    );
    expect(childWords(h, 'day month', { ...child!, courses: 1 }, TODAY)).toMatch(
      /^Ann: the one course most likely .*; in time: /,
    );
    expect([100, 97, 55, 3, 1].map(chanceWords)).toEqual([
      ...['all but certain', '9 in 10', '6 in 10', '1 in 10', 'almost no chance'],
    ]);
  });
});
