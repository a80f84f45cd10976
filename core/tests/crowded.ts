import { type Day, fromDay, toDay, type Weekday, weekdayOf } from '../calendar';
import { type Forecast, forecastOf } from '../forecast';
import type { Enrolment, Household, Loop, Step } from '../household';
import { makePlan, makeProblem, type Plan, seeded } from '../stagger';
import { TAKINGS } from './by-plan';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aTeacher, aYear } from './make';

/** Courses of two children whose new lessons want one teacher on the same days, one a day: the planner puts them apart, week by week anew. */
const DAYS: Weekday[] = [1, 2, 3, 4];
const START = toDay('2026-09-07');
const TARGET = toDay('2027-05-28');
/** Life goes on for so many days behind the last day; of what is not through by then only what ends before can be judged. */
const PAST = 91;

interface Course {
  id: string;
  child: string;
  /** Lessons for each school day there is. */
  aDate: number;
  kinds: Step['kind'][];
  how: Pick<Enrolment, 'rule' | 'perSitting' | 'weekdays'>;
}
const weekly = (n: number, unit: 'steps' | 'lessons', perSitting: number, weekdays = DAYS): Course['how'] => ({
  ...{ rule: { kind: 'weekly', n, unit }, perSitting, weekdays },
});
const even = (perSitting: number): Course['how'] => ({ rule: { kind: 'even' }, perSitting, weekdays: DAYS });
export const COURSES: readonly Course[] = [
  { id: 'four lessons a week', child: 'A', aDate: 0.8, kinds: ['introduce', 'practise'], how: weekly(4, 'lessons', 2) },
  { id: 'even, two steps a lesson', child: 'B', aDate: 0.65, kinds: ['introduce', 'practise'], how: even(2) },
  {
    id: 'three steps a week',
    child: 'B',
    aDate: 0.2,
    kinds: ['introduce', 'read', 'read'],
    how: weekly(3, 'steps', 1),
  },
  { id: 'a lesson a week', child: 'A', aDate: 0.21, kinds: ['introduce'], how: weekly(1, 'lessons', 1, [2, 3]) },
  { id: 'even, reading alone', child: 'A', aDate: 0.9, kinds: ['read'], how: even(1) },
];

/** Three of them, all spread evenly, and more new lessons than days: none yields to another by its rule. Held back as a whole. */
export const EVENS: readonly Course[] = [
  { id: 'even, half of the dates', child: 'A', aDate: 0.5, kinds: ['introduce', 'practise'], how: even(2) },
  { id: 'even, three sittings a lesson', child: 'B', aDate: 0.3, kinds: ['introduce', 'read', 'read'], how: even(1) },
  { id: 'even, one sitting a lesson', child: 'B', aDate: 0.4, kinds: ['introduce'], how: even(1) },
];

/** What was told of a course on a day, and when it was through. */
export interface Told {
  course: string;
  taking: (typeof TAKINGS)[number];
  forecast: Forecast;
  end: Day;
}

const DATES = Array.from({ length: TARGET - START + 1 }, (_, i) => START + i).filter((d) => weekdayOf(d) <= 4);

/** One year of both children, taken day by day as their lists have it; what was told a quarter, half and three quarters through. */
export const crowded = (taking: (typeof TAKINGS)[number], child: number, runs = 400): Told[] =>
  beside(COURSES, taking, child, runs);
/** The same of the three that are spread evenly. */
export const evens = (taking: (typeof TAKINGS)[number], child: number, runs = 400): Told[] =>
  beside(EVENS, taking, child, runs);

function beside(courses: readonly Course[], taking: (typeof TAKINGS)[number], child: number, runs: number): Told[] {
  const perLesson = (kinds: Course['kinds']) => kinds.map((kind) => ({ kind, count: 1 }));
  const h = aHousehold({
    years: [aYear({ start: fromDay(START), end: fromDay(TARGET + PAST), weekdays: DAYS })],
    children: [aChild('A'), aChild('B')],
    teachers: [aTeacher('T')],
    courses: courses.map((c) =>
      aCourse(c.id, { lessons: Math.round(DATES.length * c.aDate), perLesson: perLesson(c.kinds) }),
    ),
    enrolments: courses.map((c) => anEnrolment(c.id, c.id, { ...c.how, childIds: [c.child], target: fromDay(TARGET) })),
  });
  return lived(h, taking, child, runs);
}

/** Courses of a child that take turns in a group, each its own length: on one day a week or two, whoever is next or a week each. */
export const GROUPS: readonly { id: string; turns: Loop['turns']; weekdays: Weekday[]; aSlot: number[] }[] = [
  { id: 'one day, three in turn', turns: 'next', weekdays: [3], aSlot: [0.35, 0.28, 0.25] },
  { id: 'two days, two in turn', turns: 'next', weekdays: [2, 4], aSlot: [0.5, 0.36] },
  { id: 'two days, a week each', turns: 'weeks', weekdays: [1, 3], aSlot: [0.46, 0.4] },
];

/** The same of courses that take turns, told under the name of their group. */
export function inTurns(taking: (typeof TAKINGS)[number], child: number, runs = 400): Told[] {
  const names = new Map<string, string>();
  const courses = GROUPS.flatMap((g) => {
    const slots = DATES.filter((d) => g.weekdays.includes(weekdayOf(d))).length;
    return g.aSlot.map((share, i) => {
      const id = `${g.id} ${i + 1}`;
      names.set(id, g.id);
      const course = aCourse(id, { lessons: Math.round(slots * share), perLesson: [{ kind: 'make', count: 1 }] });
      const rule = { kind: 'loop' as const, loopId: g.id };
      return { course, taken: anEnrolment(id, id, { rule, weekdays: g.weekdays, target: fromDay(TARGET) }) };
    });
  });
  const h = aHousehold({
    years: [aYear({ start: fromDay(START), end: fromDay(TARGET + PAST), weekdays: DAYS })],
    teachers: [aTeacher('T')],
    courses: courses.map((c) => c.course),
    enrolments: courses.map((c) => c.taken),
    loops: GROUPS.map(({ id, turns, weekdays }) => ({ id, name: id, weekdays, turns, order: [] })),
  });
  return lived(h, taking, child, runs).map((t) => ({ ...t, course: names.get(t.course)! }));
}

function lived(begun: Household, taking: (typeof TAKINGS)[number], child: number, runs: number): Told[] {
  let h = begun;
  const last = TARGET + PAST;
  const ask = new Set([0.25, 0.5, 0.75].map((s) => DATES[Math.floor(DATES.length * s)]!));
  const seed = child * 7919 + 31 * TAKINGS.indexOf(taking);
  const did = new Map(h.enrolments.map((e, i) => [e.id, taking.begin(seeded(seed + 101 * i))]));
  const told: { forecast: Forecast; plan: Plan }[] = [];
  const ends = new Map<string, Day>();
  for (let d = START; d <= last && ends.size < did.size; d++) {
    if (weekdayOf(d) > 4) continue;
    const year = h.years[0]!;
    const plan = makePlan(makeProblem(h, year, d), { sweeps: 4, seed: 1 });
    if (ask.has(d))
      for (const e of h.enrolments) {
        const forecast = forecastOf(h, year, plan, e, { runs, seed: child });
        if (forecast) told.push({ forecast, plan });
      }
    const date = fromDay(d);
    const lists = plan.tracks.map((t) => ({ ...t, today: t.stepIds.filter((_, i) => t.days[i] === d) }));
    const marks = lists.flatMap(({ enrolmentId, stepIds, today }) => {
      const n = today.length > 0 ? did.get(enrolmentId)!(today.length, d) : 0;
      if (n > 0 && n === stepIds.length) ends.set(enrolmentId, d);
      return today.slice(0, n).map((id) => aMark(enrolmentId, id, 'done', date));
    });
    const placements = lists.flatMap(({ enrolmentId, today }) => today.map((stepId) => ({ enrolmentId, stepId })));
    h = { ...h, dayLists: [...h.dayLists, { id: date, date, placements }], marks: [...h.marks, ...marks] };
  }
  return told.flatMap(({ forecast, plan }): Told[] => {
    const end = ends.get(forecast.enrolmentId);
    if (end === undefined ? forecast.last.late >= last - 7 : end < plan.today) return [];
    return [{ course: forecast.enrolmentId, taking, forecast, end: end ?? Infinity }];
  });
}
