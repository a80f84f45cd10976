import type { Day } from '../calendar';
import { type FlatStep, manualPages } from '../course';
import type { Id, PaceRule } from '../household';
import type { Standing } from '../log';
import { type Pacing, RULES } from './rules';
import type { Track } from './types';

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
): number[] {
  // However far it gets, or as early as can be: as many as a sitting takes, from the next one on.
  const { wish } = RULES[rule.kind];
  if (wish === 'soonest' || (early && wish === 'spread')) {
    const passed = track.begunToday ? 1 : 0;
    let places = 0;
    return remaining.map((s) => {
      const sitting = Math.floor(places / track.perSitting + 1e-9) + 1 + passed;
      places += pace.size(s);
      return sitting;
    });
  }
  const { group } = pace;
  const size = new Map<number, number>();
  const of = group ?? ((s: FlatStep) => s.lessonIndex);
  for (const s of taken) size.set(of(s), (size.get(of(s)) ?? 0) + 1);
  const weight = (s: FlatStep) => {
    const faster = 1 / pace.times(s);
    if (group) return faster / size.get(of(s))!;
    if (track.weighByPages) return (faster * manualPages(s.lesson)) / size.get(of(s))!;
    return wish === 'spread' ? pace.size(s) : faster;
  };
  const doneThisWeek = taken.filter((s) => {
    const standing = standings.get(s.id);
    return standing?.state === 'done' && (standing.sat.at(-1) ?? -Infinity) >= track.thisWeek;
  });
  const sum = (steps: readonly FlatStep[]) => steps.reduce((n, s) => n + weight(s), 0);
  const fromWeek = open.filter((d) => d >= track.thisWeek);
  const passed = fromWeek.length - track.dates.length;
  let at = sum(doneThisWeek);
  const sittings = Math.max(1, track.weekdays.length);
  // As printed, a sitting holds one printed day at most: with too few weekdays the publisher's week takes longer.
  const sittingsPerUnit =
    wish === 'spread'
      ? Math.max(1, fromWeek.filter((d) => d <= track.target).length) / (at + sum(remaining))
      : sittings / (pace.printed ? Math.min(pace.cap, sittings) : pace.cap / pace.scale);
  return remaining.map((s) => {
    const middle = at + weight(s) / 2;
    at += weight(s);
    return Math.max(1, Math.ceil(middle * sittingsPerUnit) - passed);
  });
}
