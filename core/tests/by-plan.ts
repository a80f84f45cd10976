import { type Day, fromDay, toDay, weekdayOf } from '../calendar';
import { forecastOf } from '../forecast';
import type { Enrolment, Household } from '../household';
import { makePlan, makeProblem, type Plan, type Random, seeded } from '../stagger';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from './make';

/** A course as it is entered: so many lessons for each school day there is, on some weekdays, by a rule. */
interface Shape {
  name: string;
  heldBack: boolean;
  aDate: number;
  enrolment: Pick<Enrolment, 'rule' | 'perSitting' | 'weekdays'>;
}
/** What a child does of what a day’s list asks for. */
interface Taking {
  name: string;
  heldBack: boolean;
  begin: (random: Random) => (listed: number, day: Day) => number;
}
const even = (perSitting: number, weekdays: Enrolment['weekdays']): Shape['enrolment'] => ({
  ...{ rule: { kind: 'even' }, perSitting, weekdays },
});
const weekly = (n: number, perSitting: number, weekdays: Enrolment['weekdays']): Shape['enrolment'] => ({
  ...{ rule: { kind: 'weekly', n, unit: 'steps' }, perSitting, weekdays },
});
export const SHAPES: readonly Shape[] = [
  { name: 'even, 0.7 a date', heldBack: false, aDate: 0.7, enrolment: even(1, [1, 2, 3, 4, 5]) },
  { name: 'even, 0.95 a date', heldBack: false, aDate: 0.95, enrolment: even(1, [1, 2, 3, 4, 5]) },
  { name: 'even, 1.3 a date', heldBack: false, aDate: 1.3, enrolment: even(2, [1, 2, 3, 4]) },
  { name: 'four a week on five days', heldBack: false, aDate: 0.76, enrolment: weekly(4, 1, [1, 2, 3, 4, 5]) },
  { name: 'six a week on four days', heldBack: false, aDate: 1.4, enrolment: weekly(6, 2, [1, 2, 3, 4]) },
  { name: 'even, 1.1 on three days', heldBack: true, aDate: 1.1, enrolment: even(2, [1, 3, 5]) },
  { name: 'two a week on three days', heldBack: true, aDate: 0.6, enrolment: weekly(2, 1, [2, 3, 4]) },
];
const lost =
  (share: number): Taking['begin'] =>
  (r) =>
  (n) =>
    r() < share ? 0 : n;
export const TAKINGS: readonly Taking[] = [
  { name: 'all of it, a day in twelve lost', heldBack: false, begin: lost(1 / 12) },
  { name: 'all of it, a day in five lost', heldBack: false, begin: lost(1 / 5) },
  {
    name: 'runs of two to six lost days',
    heldBack: false,
    begin: (r) => {
      let run = 0;
      return (n) => {
        if (run === 0 && r() < 0.03) run = 3 + Math.floor(r() * 5);
        if (run === 0) return n;
        run--;
        return 0;
      };
    },
  },
  {
    name: 'one, however many are asked for',
    heldBack: false,
    begin: (r) => (n) => (r() < 1 / 8 ? 0 : Math.min(1, n)),
  },
  {
    name: 'the second of two every other time',
    heldBack: false,
    begin: (r) => (n) =>
      r() < 1 / 10 ? 0 : Array.from({ length: n - 1 }, () => (r() < 0.5 ? 1 : 0)).reduce<number>((a, b) => a + b, 1),
  },
  {
    name: 'bad weeks, half of them lost',
    heldBack: true,
    begin: (r) => {
      let [week, bad] = [-1, false];
      return (n, day) => {
        const now = Math.floor((day + 3) / 7);
        if (now !== week) [week, bad] = [now, r() < 0.25];
        return r() < (bad ? 0.5 : 0.04) ? 0 : n;
      };
    },
  },
  {
    name: 'half of a sitting now and then',
    heldBack: true,
    begin: (r) => (n) => (r() < 1 / 15 ? 0 : r() < 0.2 ? Math.floor(n / 2) : n),
  },
];

/** A course taken by its plan, day by day, to its end: the household, the plans of the days it was asked on, and the day of its last step. */
function lived(shape: Shape, taking: Taking, seed: number, target: Day, past: number) {
  const start = toDay('2026-09-07');
  const end = target + past;
  const dates = Array.from({ length: target - start + 1 }, (_, i) => start + i).filter((d) => weekdayOf(d) <= 5);
  const own = dates.filter((d) => shape.enrolment.weekdays.includes(weekdayOf(d)));
  const lessons = Math.round(own.length * shape.aDate);
  let h: Household = aHousehold({
    years: [aYear({ start: fromDay(start), end: fromDay(end) })],
    children: [aChild('A')],
    courses: [aCourse('c', { lessons, perLesson: [{ kind: 'practise', count: 1 }] })],
    enrolments: [anEnrolment('e', 'c', { ...shape.enrolment, childIds: ['A'], target: fromDay(target) })],
  });
  const ask = new Set([0.25, 0.5, 0.75].map((s) => dates[Math.floor(dates.length * s)]!));
  const asked: { household: Household; plan: Plan }[] = [];
  const did = taking.begin(seeded(seed));
  for (let d = start; d <= end; d++) {
    if (weekdayOf(d) > 5) continue;
    const plan = makePlan(makeProblem(h, h.years[0]!, d), { sweeps: 1, seed: 1 });
    const [track] = plan.tracks;
    if (ask.has(d)) asked.push({ household: h, plan });
    const ids = track!.stepIds.filter((_, i) => track!.days[i] === d);
    const date = fromDay(d);
    const placements = ids.map((stepId) => ({ enrolmentId: 'e', stepId }));
    const n = ids.length > 0 ? did(ids.length, d) : 0;
    const marks = ids.slice(0, n).map((id) => aMark('e', id, 'done', date));
    h = { ...h, dayLists: [...h.dayLists, { id: date, date, placements }], marks: [...h.marks, ...marks] };
    if (n > 0 && n === track!.stepIds.length) return { asked, end: d };
  }
  return { asked, end: undefined };
}

/** Of children taken through courses by the planner itself: how often the interval held the last day, and how often it was in time. */
export interface ByPlan {
  shape: Shape;
  taking: Taking;
  asked: number;
  held: number;
  /** Sum of the chances told, in per cent, and of the times it was in time. */
  told: number;
  came: number;
  /** Sum of the intervals’ days. */
  width: number;
}

/**
 * @param target the last day it is to be done by; life goes on for `past` days behind it, and of a child that is not through by then only
 * what ends before can be judged
 */
export function byPlan(
  shape: Shape,
  taking: Taking,
  children: number,
  { runs = 500, target = toDay('2027-05-28'), past = 91 } = {},
): ByPlan {
  const row: ByPlan = { shape, taking, asked: 0, held: 0, told: 0, came: 0, width: 0 };
  for (let child = 1; child <= children; child++) {
    const seed = child * 7919 + 31 * SHAPES.indexOf(shape) + TAKINGS.indexOf(taking);
    const { asked, end } = lived(shape, taking, seed, target, past);
    for (const { household, plan } of asked) {
      if (end !== undefined && end < plan.today) continue;
      const f = forecastOf(household, household.years[0]!, plan, household.enrolments[0]!, { runs, seed: child })!;
      if (end === undefined && f.last.late >= target + past - 7) continue;
      row.asked++;
      if (end !== undefined && f.last.early <= end && end <= f.last.late) row.held++;
      row.told += f.chance!;
      if (end !== undefined && end <= target) row.came++;
      row.width += f.last.late - f.last.early;
    }
  }
  return row;
}
