import { type Day, toDay, weekStart } from '../calendar';
import { teacherMinutes } from '../course';
import { byId, type Enrolment, type Household, type SchoolYear } from '../household';
import { earliestFit } from './fit';
import { wishedOn } from './ideal';
import { reserveOf } from './reserve';
import { remainingSteps } from './taken';
import { makeTrack } from './track';

/** What a pace rule comes to, for comparing one with another before it is kept. */
export interface PaceFigures {
  /** The day on which the rule would have the last step; the earliest possible one where the rule asks for sooner. */
  lastDay: Day | undefined;
  /** The last day by the rule alone, where a plan has a later one. */
  alone: Day | undefined;
  daysInHand: number | undefined;
  /** Steps a teaching week, from now to the last day. */
  stepsAWeek: number | undefined;
  /** Minutes of the teacher a teaching week, from now to the last day. */
  teacherAWeek: number | undefined;
  /** Steps that wait at a gate nobody can date. */
  waiting: number;
}

/**
 * What an enrolment comes to under its rule: last day, days in hand, steps and teacher minutes a week. Other enrolments
 * are left out of it, as they are of days in hand.
 * @param planned the day of its last step by a plan: it takes the place of the last day, and what is done a week is reckoned up to it
 */
export function paceFigures(
  state: Household,
  year: SchoolYear,
  enrolment: Enrolment,
  today: Day,
  planned?: Day,
): PaceFigures {
  const own =
    byId(state.enrolments, enrolment.id) === enrolment
      ? state
      : { ...state, enrolments: [...state.enrolments.filter((e) => e.id !== enrolment.id), enrolment] };
  const { firstDay, startMinutes } = state.settings;
  const made = makeTrack(own, year, enrolment, today);
  const { whole: track = made } = made;
  const held = makeTrack(own, year, enrolment, today, { gates: 'held' });
  const none = { lastDay: undefined, alone: undefined, stepsAWeek: undefined, teacherAWeek: undefined };
  const { daysInHand } = reserveOf(made, year);
  const fit = track.steps.length > 0 ? earliestFit(track, toDay(year.end)) : undefined;
  if (!fit) return { ...none, daysInHand, waiting: held.waiting };
  const last = track.own?.last ?? track.steps.length - 1;
  const wished = wishedOn(track, last);
  const byRule = Math.max(fit.days[last]!, wished ?? -Infinity);
  const lastDay = planned ?? byRule;
  const weeks = new Set(track.dates.filter((d) => d <= lastDay).map((d) => weekStart(d, firstDay)));
  // Beyond the school years that are set up every week counts.
  const { behind } = track;
  for (const d of behind?.dates ?? []) if (d <= lastDay) weeks.add(weekStart(d, firstDay));
  const known = Math.max(toDay(year.end), track.dates.at(-1) ?? 0, behind?.until ?? 0);
  for (let d = weekStart(known, firstDay) + 7; d <= lastDay; d += 7) weeks.add(d);
  const steps = remainingSteps(own, enrolment);
  const minutes = steps.reduce((n, s) => n + teacherMinutes(s.minutes, s.presence, startMinutes), 0);
  const perWeek = (n: number) => n / Math.max(1, weeks.size);
  return {
    lastDay,
    alone: byRule < lastDay ? byRule : undefined,
    daysInHand,
    stepsAWeek: perWeek(steps.length),
    teacherAWeek: perWeek(minutes),
    waiting: held.waiting,
  };
}
