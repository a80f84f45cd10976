import { type Day, dayKind, fromDay, toDay, type Weekday, WEEKDAY_NAMES, weekdayOf } from '../calendar';
import { known, moveTo } from '../deeds';
import type { Forecast } from '../forecast';
import {
  byId,
  type Enrolment,
  type Household,
  type Id,
  type Put,
  type SchoolYear,
  type Stretch,
  titleOf,
} from '../household';
import { isOpen, standingsOf } from '../log';
import { loopOf, makeTrack, remainingSteps, reserveOf, takenSteps, weekOf } from '../pace';
import { planProof } from '../proof';
import { withChange } from '../sitdown';
import type { Plan } from '../stagger';
import { count, dayAndDate, shortDate, takingName } from '../words';

/** What can be done about a course that will not be done in time; `accept` is always among them. */
export type RemedyWish =
  | { kind: 'weekday'; day: Weekday }
  | { kind: 'double'; stretch: Stretch }
  | { kind: 'optional' }
  | { kind: 'known'; fromStepId: Id; toStepId: Id }
  | { kind: 'off-day'; from: Day; to: Day }
  | { kind: 'yields'; otherId: Id; day: Weekday }
  | { kind: 'run on'; until: Day }
  | { kind: 'accept' };
export interface Remedy {
  enrolmentId: Id;
  wish: RemedyWish;
  /** What would be done, as a sentence without its full stop. */
  words: string;
}

/** So many steps at least have to fall away before it is worth saying that a stretch is known. */
const WORTH_PROVING = 3;
/** An off-day is looked for so far ahead. */
const OFF_DAYS_AHEAD = 28;
const WEEKDAYS: readonly Weekday[] = [1, 2, 3, 4, 5, 6, 7];

/** Weekdays on which there is school but not this course. */
function freeWeekdays(year: SchoolYear, enrolment: Enrolment, today: Day): Weekday[] {
  const school = new Set<Weekday>();
  for (let d = Math.max(today, toDay(year.start)); d <= Math.min(today + 27, toDay(year.end)); d++)
    if (['full', 'light'].includes(dayKind(year, d))) school.add(weekdayOf(d));
  return WEEKDAYS.filter((d) => school.has(d) && !enrolment.weekdays.includes(d));
}

/**
 * Everything that could be done about a course, in the order in which families think of it; what cannot be done, or would change
 * nothing, is not there.
 */
export function remediesFor(
  state: Household,
  year: SchoolYear,
  plan: Plan,
  enrolment: Enrolment,
  forecast: Pick<Forecast, 'last' | 'target'> | undefined,
): Remedy[] {
  const { today } = plan;
  const style = state.settings.dateStyle;
  const list: Remedy[] = [];
  const add = (wish: RemedyWish, words: string) => list.push({ enrolmentId: enrolment.id, wish, words });
  const steps = remainingSteps(state, enrolment);
  if (steps.length > 0) {
    const free = loopOf(state, enrolment).loop ? [] : freeWeekdays(year, enrolment, today);
    for (const d of free) add({ kind: 'weekday', day: d }, `Take it on ${WEEKDAY_NAMES[d]}s as well`);
    // What is behind the last lesson of a book that is taken once already may go at any speed.
    const lessons = [...new Set(steps.map((s) => s.lesson.id))];
    if (lessons.length > 1 && !(enrolment.stretches ?? []).some((s) => s.toLessonId === lessons.at(-1)))
      add(
        { kind: 'double', stretch: { fromLessonId: lessons[0]!, toLessonId: lessons.at(-1)!, times: 2 } },
        'Do two in a sitting from now on',
      );
    const optional = steps.filter((s) => s.optional).length;
    if (enrolment.takesOptional && optional > 0)
      add({ kind: 'optional' }, `Leave out what is optional (${count(optional, 'step')})`);
    const here = unitAhead(state, enrolment);
    if (here) {
      const { kept, fall } = planProof(state, enrolment, here.from, here.to);
      if (fall.length >= WORTH_PROVING)
        add(
          { kind: 'known', fromStepId: here.from, toStepId: here.to },
          `If what is left of ${here.title} is known: ${count(fall.length, 'step falls', 'steps fall')} away, ${count(kept.length, 'stays', 'stay')} to prove it`,
        );
    }
    const off = offDay(state, year, plan, enrolment);
    if (off)
      add(
        { kind: 'off-day', ...off },
        `Do a sitting on ${dayAndDate(style, off.to, today)}, a day without school, before that of ${shortDate(style, off.from, today)}`,
      );
    const giver = whoYields(state, year, enrolment, free, today);
    if (giver)
      add(
        { kind: 'yields', otherId: giver.other.id, day: giver.day },
        `Let ${takingName(state, giver.other.id, today)} give up its ${WEEKDAY_NAMES[giver.day]}s`,
      );
    const target = forecast?.target;
    const end = toDay(year.end);
    if (forecast && target !== undefined && forecast.last.late > target && target < end) {
      const until = Math.min(forecast.last.late, end);
      add({ kind: 'run on', until }, `Let it run on until ${shortDate(style, until, today)}`);
    }
  }
  add({ kind: 'accept' }, 'Accept it: what is not done is not done');
  return list;
}

/** The rest of the unit in which the next open step stands. */
function unitAhead(state: Household, enrolment: Enrolment): { from: Id; to: Id; title: string } | undefined {
  const standings = standingsOf(state.marks, enrolment.id);
  const open = takenSteps(state, enrolment).filter((s) => isOpen(standings, s.id));
  const first = open[0];
  const last = open.filter((s) => s.unit.id === first?.unit.id).at(-1);
  return first && last
    ? { from: first.id, to: last.id, title: first.unit.title || titleOf(state, enrolment.courseId) }
    : undefined;
}

/** The first day without school on which nobody who is needed is away, and the sitting that could be done on it already. */
function offDay(
  state: Household,
  year: SchoolYear,
  plan: Plan,
  enrolment: Enrolment,
): { from: Day; to: Day } | undefined {
  const days = [...new Set(plan.tracks.find((t) => t.enrolmentId === enrolment.id)?.days ?? [])].sort((a, b) => a - b);
  for (let to = plan.today + 1; to <= plan.today + OFF_DAYS_AHEAD; to++) {
    if (dayKind(year, to) !== 'weekend') continue;
    const from = days.find((d) => d > to);
    if (from !== undefined && moveTo(state, year, plan, enrolment, from, to).length > 0) return { from, to };
  }
  return undefined;
}

/** Among the other courses of the same children the one with most days in hand that could give up a weekday, and which. */
function whoYields(state: Household, year: SchoolYear, enrolment: Enrolment, free: readonly Weekday[], today: Day) {
  const others = state.enrolments
    .filter((e) => e.id !== enrolment.id && e.life === 'running' && !loopOf(state, e).loop)
    .filter((e) => e.childIds.some((id) => enrolment.childIds.includes(id)) && e.weekdays.length > 1)
    .flatMap((other) => {
      const day = free.find((d) => other.weekdays.includes(d));
      const { daysInHand } = reserveOf(makeTrack(state, year, other, today), year);
      return day !== undefined && daysInHand !== undefined && daysInHand > 0 ? [{ other, day, daysInHand }] : [];
    });
  return others.sort((a, b) => b.daysInHand - a.daysInHand || (a.other.id < b.other.id ? -1 : 1))[0];
}

/** A course with one weekday more; one of so many a week takes on as many more as its other days hold. */
function withWeekday(enrolment: Enrolment, day: Weekday): Enrolment {
  const { weekdays, rule } = enrolment;
  const week = weekOf(rule);
  const more = week?.with(week.n + Math.max(1, Math.round(week.n / weekdays.length)));
  return { ...enrolment, weekdays: [...weekdays, day].sort((a, b) => a - b), rule: more ?? rule };
}

/** What a remedy stores, worked out from the household as it is by then; nothing where it can no longer be done. */
export function remedyPuts(
  now: Household,
  year: SchoolYear,
  plan: Plan,
  { enrolmentId, wish }: Pick<Remedy, 'enrolmentId' | 'wish'>,
  newId: () => Id,
): Put[] {
  const enrolment = byId(now.enrolments, enrolmentId);
  if (!enrolment) return [];
  const put = (e: Enrolment): Put => ({ table: 'enrolments', put: e });
  switch (wish.kind) {
    case 'weekday':
      return enrolment.weekdays.includes(wish.day) ? [] : [put(withWeekday(enrolment, wish.day))];
    case 'double': {
      const then = withChange(enrolment, { stretch: wish.stretch });
      return then === enrolment ? [] : [put(then)];
    }
    case 'optional':
      return enrolment.takesOptional ? [put({ ...enrolment, takesOptional: false })] : [];
    case 'known':
      return known(now, { enrolmentId, stepId: wish.fromStepId, day: plan.today }, wish.toStepId, true, newId);
    case 'off-day':
      return moveTo(now, year, plan, enrolment, wish.from, wish.to);
    case 'yields': {
      const other = byId(now.enrolments, wish.otherId);
      if (!other?.weekdays.includes(wish.day) || enrolment.weekdays.includes(wish.day)) return [];
      return [
        put({ ...other, weekdays: other.weekdays.filter((d) => d !== wish.day) }),
        put(withWeekday(enrolment, wish.day)),
      ];
    }
    case 'run on':
      return [put({ ...enrolment, target: fromDay(wish.until) })];
    case 'accept':
      return [];
  }
}
