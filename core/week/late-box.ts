import { type Day, fromDay } from '../calendar';
import { byId, type DateStyle, type Enrolment, type Household, type Id, type SchoolYear } from '../household';
import { futureUses } from '../materials';
import { makeTrack } from '../pace';
import { firstPlan, makeProblem, type Plan } from '../stagger';
import { count, dayAndDate, titleAmong } from '../words';
import { inHandAfter } from './cost';
import { moveSitting, withMove } from './move';

/** Days that making a thing ready takes before its lesson, by the course's way; a whole level is taken as a week. */
const MAKING = { lesson: 1, week: 7, level: 7 } as const;

/** A course to which something comes too late. */
export interface BoxWait {
  enrolment: Enrolment;
  lesson: string;
  /** The day on which the plan wants it. */
  needed: Day;
  /** The first day of the course on which it is here and made ready. */
  from: Day;
  /** Nothing of the course was ever marked: it begins on that day, instead of one of its sittings being moved there. */
  begins: boolean;
  /** Days in hand on the evening of that day as it is planned, and as it would be; undefined without a last day. */
  inHand: { now: number | undefined; then: number | undefined };
  /** The day of the last step as it is, and as it would be; undefined where something finds no day. */
  last: { now: Day | undefined; then: Day | undefined };
  /** Why the sitting cannot go there. */
  fault?: string;
}

/** The household as it would be if that course waited, or why it cannot. */
function waiting(state: Household, year: SchoolYear, plan: Plan, wait: BoxWait): Household | { fault: string } {
  if (wait.begins) {
    const put = { ...wait.enrolment, firstDate: fromDay(wait.from) };
    return { ...state, enrolments: state.enrolments.map((e) => (e.id === put.id ? put : e)) };
  }
  const move = moveSitting(state, year, plan, wait.enrolment, wait.needed, wait.from);
  return 'fault' in move ? move : withMove(state, move);
}

/**
 * What comes on a day too late for what is planned, course by course: the first sitting that needs it before it is here and made ready,
 * and what waiting would do to the course. Worked out through the planner.
 */
export function boxWaits(state: Household, year: SchoolYear, plan: Plan, materialId: Id, arrival: Day): BoxWait[] {
  const seen = new Set<Id>();
  return futureUses(state, plan)
    .filter((u) => u.material.id === materialId)
    .flatMap((use): BoxWait[] => {
      const { enrolment } = use;
      if (seen.has(enrolment.id)) return [];
      seen.add(enrolment.id);
      const ready = arrival + MAKING[byId(state.courses, enrolment.courseId)?.ahead ?? 'week'];
      const track = makeTrack(state, year, enrolment, plan.today);
      const from = track.dates.find((d) => d >= ready);
      if (use.day >= ready || from === undefined) return [];
      const begins = !state.marks.some((m) => m.enrolmentId === enrolment.id);
      const lastOf = (p: Plan) => {
        const days = p.tracks.find((t) => t.enrolmentId === enrolment.id)?.days ?? [];
        return days.length === 0 || days.some((d) => d < 0) ? undefined : Math.max(...days);
      };
      const base: BoxWait = {
        ...{ enrolment, lesson: use.step.lesson.title, needed: use.day, from, begins },
        inHand: { now: inHandAfter(state, year, plan, enrolment.id, from), then: undefined },
        last: { now: lastOf(plan), then: undefined },
      };
      const then = waiting(state, year, plan, base);
      if ('fault' in then) return [{ ...base, fault: then.fault }];
      const planned = firstPlan(makeProblem(then, year, plan.today));
      base.inHand.then = inHandAfter(then, year, planned, enrolment.id, from);
      base.last.then = lastOf(planned);
      return [base];
    });
}

/** What waiting means, in a sentence: “Tideways, Chapter 20: Mon 16 Nov → Tue 24 Nov; days in hand 12 → 9”. */
export function waitWords(state: Household, style: DateStyle, wait: BoxWait, today: Day): string {
  const date = (d: Day) => dayAndDate(style, d, today);
  const head = `${titleAmong(state, wait.enrolment, today)}, ${wait.begins ? 'which begins with it' : wait.lesson}: ${date(wait.needed)} → ${date(wait.from)}`;
  if (wait.fault !== undefined) return `${head} is not possible: ${wait.fault}`;
  const { now, then } = wait.inHand;
  const inHand =
    now === undefined || then === undefined
      ? ''
      : now === then
        ? `; days in hand by then stay ${then}`
        : `; days in hand by then ${now} → ${then}`;
  const last = wait.last;
  const finish =
    last.then === undefined
      ? '; something of it would find no day'
      : last.now === last.then
        ? ''
        : `; the last lesson ${last.now === undefined ? '' : `${date(last.now)} → `}${date(last.then)}`;
  const week = wait.from - wait.needed;
  return `${head}, ${count(week, 'day')} later${inHand}${finish}`;
}
