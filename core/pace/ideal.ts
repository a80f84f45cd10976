import type { Day } from '../calendar';
import { type FlatStep, manualPages } from '../course';
import type { Id, PaceRule } from '../household';
import type { Standing } from '../log';
import { type Pacing, RULES } from './rules';
import type { Phase, Track } from './types';

/**
 * Where the pace rule would like each remaining step, as sittings counted from 1 along the open dates.
 *
 * The wish is drawn afresh from where things stood at the start of the household week: *even* spreads what was left
 * then over the sittings from then to the target; *n a week* takes n steps, or n lessons, in a full week's sittings.
 * Each step stands in the middle of its share. Counting from today instead would forget every day what is owed (a
 * course of two sittings a step would be put off, or begun, daily); counting from the start of the year would double
 * up after every bad week. Steps done this week keep their place, so that finishing early pulls nothing forward.
 */
export function idealSittings(
  track: Track,
  rule: PaceRule,
  pace: Pacing,
  taken: readonly FlatStep[],
  remaining: readonly FlatStep[],
  standings: ReadonlyMap<Id, Standing>,
  open: readonly Day[],
  early: boolean,
  due: readonly Due[] = [],
): number[] {
  const { wish } = RULES[rule.kind];
  if (wish === 'soonest' || (early && wish === 'spread'))
    return soonest(pace, track.perSitting, remaining, usedToday(track));
  const weight = weights(track, wish, pace, taken);
  const doneThisWeek = taken.filter((s) => {
    const standing = standings.get(s.id);
    return standing?.state === 'done' && (standing.sat.at(-1) ?? -Infinity) >= track.thisWeek;
  });
  const sum = (steps: readonly FlatStep[]) => steps.reduce((n, s) => n + weight(s), 0);
  const fromWeek = open.filter((d) => d >= track.thisWeek);
  const passed = fromWeek.length - track.dates.length;
  const done = sum(doneThisWeek);
  if (wish !== 'spread')
    return inTheMiddle(remaining, weight, weeklySittings(track, pace), done, pace.printed, doneThisWeek).map((s) =>
      Math.max(1, s - passed),
    );
  // Up to each step that is due, over the sittings up to its day; the rest over those that are left.
  const sittings: number[] = [];
  let [before, earlier] = [0, done];
  for (const { at, by } of [...due, { at: remaining.length - 1, by: track.target }]) {
    const steps = remaining.slice(sittings.length, at + 1);
    const upTo = Math.max(before + 1, fromWeek.filter((d) => d <= by).length);
    const perUnit = (upTo - before) / (earlier + sum(steps));
    for (const s of inTheMiddle(steps, weight, perUnit, earlier)) sittings.push(before + s);
    [before, earlier] = [upTo, 0];
  }
  return sittings.map((s) => Math.max(1, s - passed));
}

/** The day on which the pace of a track would like a step, by its position; undefined where that lies behind its dates. */
export const wishedOn = ({ dates, ideal }: Pick<Track, 'dates' | 'ideal'>, at: number): Day | undefined =>
  dates[ideal[at]! - 1];

/** By which day a step (its position among the remaining ones) is to be done, since others wait for it; in order of both. */
export interface Due {
  at: number;
  by: Day;
}

/**
 * The same from a day to come on, at the pace that holds by then: what the wish of before puts on that day or later is laid out anew from
 * the first sitting there.
 */
export function idealFrom(
  track: Track,
  from: Day,
  { rule, pace, phase }: { rule: PaceRule; pace: Pacing; phase: Phase },
  taken: readonly FlatStep[],
  remaining: readonly FlatStep[],
  early: boolean,
): number[] {
  const before = track.dates.filter((d) => d < from).length;
  const first = track.ideal.findIndex((sitting) => sitting > before);
  if (first < 0) return track.ideal;
  const { wish } = RULES[rule.kind];
  const rest = remaining.slice(first);
  const at = () => {
    if (wish === 'soonest' || (early && wish === 'spread')) return soonest(pace, phase.perSitting, rest, 0);
    const weight = weights(track, wish, pace, taken);
    const left = rest.reduce((n, s) => n + weight(s), 0);
    const sittings = track.dates.filter((d) => d >= from && d <= track.target).length;
    const perUnit = wish === 'spread' ? Math.max(1, sittings) / left : weeklySittings(phase, pace);
    return inTheMiddle(rest, weight, perUnit, 0, pace.printed);
  };
  return [...track.ideal.slice(0, first), ...at().map((sitting) => Math.max(1, sitting) + before)];
}

/** Places of today’s sitting that are gone: what is left of one that was begun is gone on with, unless what comes next waits for another day. */
function usedToday({ begunToday, steps, dates, room, perSitting }: Track): number {
  if (!begunToday) return 0;
  const waits = steps[0] !== undefined && steps[0].notBefore > dates[0]!;
  return waits ? perSitting : Math.max(0, perSitting - room[0]!);
}

/** However far it gets, or as early as can be: as many as a sitting takes, some places of the first being used. */
function soonest(pace: Pacing, perSitting: number, steps: readonly FlatStep[], used: number): number[] {
  let places = used;
  return steps.map((s) => {
    const sitting = Math.floor(places / perSitting + 1e-9) + 1;
    places += pace.size(s);
    return sitting;
  });
}

/** What share of a unit (a step, a lesson, a printed day, or a page of the manual) each step is. */
function weights(
  track: Track,
  wish: 'spread' | 'weekly' | 'soonest',
  pace: Pacing,
  taken: readonly FlatStep[],
): (s: FlatStep) => number {
  const { group } = pace;
  const size = new Map<number, number>();
  const of = group ?? ((s: FlatStep) => s.lessonIndex);
  for (const s of taken) size.set(of(s), (size.get(of(s)) ?? 0) + 1);
  return (s) => {
    const faster = 1 / pace.times(s);
    if (group) return faster / size.get(of(s))!;
    if (wish === 'spread' && track.weighByPages) return (faster * manualPages(s.lesson)) / size.get(of(s))!;
    return wish === 'spread' ? pace.size(s) : faster;
  };
}

/** Sittings a unit takes where so many are taken a week. */
function weeklySittings({ weekdays }: Pick<Phase, 'weekdays'>, pace: Pacing): number {
  const sittings = Math.max(1, weekdays.length);
  // As printed, a sitting holds one printed day at most: with too few weekdays the publisher's week takes longer.
  return sittings / (pace.printed ? Math.min(pace.cap, sittings) : pace.cap / pace.scale);
}

/** Each step in the middle of its share, counted on from what is done; a printed day, which is one sitting, in the middle of its own. */
function inTheMiddle(
  steps: readonly FlatStep[],
  weight: (s: FlatStep) => number,
  sittingsPerUnit: number,
  done: number,
  printed?: (s: FlatStep) => number,
  doneOf: readonly FlatStep[] = [],
): number[] {
  let at = done;
  // What is left of one that is begun stays where all of it was to stand.
  const begun = printed && steps[0] ? doneOf.filter((s) => printed(s) === printed(steps[0]!)) : [];
  at -= begun.reduce((n, s) => n + weight(s), 0);
  const sittings: number[] = [];
  while (sittings.length < steps.length) {
    const first = sittings.length;
    let end = first + 1;
    while (printed && end < steps.length && printed(steps[end]!) === printed(steps[first]!)) end++;
    const whole = [...(first === 0 ? begun : []), ...steps.slice(first, end)];
    const share = whole.reduce((n, s) => n + weight(s), 0);
    for (let i = first; i < end; i++) sittings.push(Math.ceil((at + share / 2) * sittingsPerUnit));
    at += share;
  }
  return sittings;
}
