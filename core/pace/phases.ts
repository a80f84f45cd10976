import { type Day, toDay, type Weekday } from '../calendar';
import type { FlatStep } from '../course';
import type { Enrolment, Household, PaceRule } from '../household';
import { paceOn, pacesAhead } from './paces';
import { pacing } from './rule';
import type { Pacing } from './rules';
import { takenSteps } from './taken';
import type { Phase, Track, TrackStep } from './types';

/** What a sitting and a week hold at a pace. */
export function phaseOf(at: Enrolment, pace: Pacing, weekdays: Weekday[], steps: TrackStep[]): Phase {
  return {
    ...{ teacherId: at.teacherId, childIds: at.childIds },
    steps,
    perSitting: pace.perSitting,
    // A sitting holds what the book's day holds.
    minutesPerSitting: pace.printed ? Infinity : (at.minutesPerSitting ?? Infinity),
    weeklyCap: pace.cap,
    weekdays,
  };
}

/** Lets a step of a track stand on no date before a day, at whatever pace holds then. */
export function holdStep(track: Pick<Track, 'steps' | 'later'>, at: number, day: Day): void {
  for (const { steps } of [track, ...(track.later ?? [])]) {
    const step = steps[at]!;
    steps[at] = { ...step, notBefore: Math.max(step.notBefore, day) };
  }
}

/** What holds from a day to come on, and the rule by which it wishes its steps there. */
export interface Later {
  from: Day;
  /** Another pace; else only somebody else is beside some of its work. */
  anew: boolean;
  rule: PaceRule;
  pace: Pacing;
  phase: Phase;
}

/**
 * What of an enrolment holds from days to come on, in their order: another pace, and others beside some of its work.
 * @param enrolment as it is stored, and at the pace of today
 * @param stepsAt its remaining steps as they are at a pace, on such weekdays
 */
export function laterPhases(
  state: Household,
  { stored, now }: { stored: Enrolment; now: Enrolment },
  remaining: readonly FlatStep[],
  today: Day,
  weekdaysOf: (then: Enrolment) => Weekday[],
  stepsAt: (then: Enrolment, pace: Pacing, left: readonly FlatStep[], weekdays: readonly Weekday[]) => TrackStep[],
): Later[] {
  const paces = pacesAhead(stored, today).map((p) => p.from);
  const others = (stored.presences ?? []).flatMap((p) => (p.from !== undefined ? [toDay(p.from)] : []));
  const starts = [...new Set([...paces, ...others.filter((d) => d > today)])].sort((a, b) => a - b);
  return starts.map((from) => {
    const then = paceOn(stored, from);
    const pace = pacing(state, then);
    const byThen = new Map(takenSteps(state, now, from).map((s) => [s.id, s]));
    const left = remaining.map((s) => byThen.get(s.id) ?? s);
    const weekdays = weekdaysOf(then);
    const phase = phaseOf(then, pace, weekdays, stepsAt(then, pace, left, weekdays));
    return { from, anew: paces.includes(from), rule: then.rule, pace, phase };
  });
}
