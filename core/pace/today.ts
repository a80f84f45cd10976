import type { Day } from '../calendar';
import { type FlatStep, teacherMinutes } from '../course';
import type { Id, Mark } from '../household';
import { type Standing, sittingMinutes } from '../log';
import type { Pacing } from './rules';

/** What today's marks have used of an enrolment's sitting. */
export interface TodayUse {
  begun: boolean;
  /** Places of the sitting that are used. */
  places: number;
  /** The steps sat for today, in order. */
  sat: FlatStep[];
  fresh: number;
  teacher: number;
  child: number;
  /** Minutes of the sitting that are spent, as they were planned: what took longer than that takes nothing else off the day. */
  planned: number;
  doneIndexes: Set<number>;
}

/**
 * What today's marks have used of an enrolment's sitting. Known and left-out steps use nothing: the next comes up.
 * @param marks all marks of the enrolment
 */
export function todayUse(
  taken: readonly FlatStep[],
  standings: ReadonlyMap<Id, Standing>,
  marks: readonly Mark[],
  today: Day,
  startMinutes: number,
  size: Pacing['size'],
): TodayUse {
  const none = { begun: false, places: 0, fresh: 0, teacher: 0, child: 0, planned: 0 };
  const use: TodayUse = { ...none, sat: [], doneIndexes: new Set() };
  for (const s of taken) {
    const standing = standings.get(s.id);
    if (!standing) continue;
    if (standing.refused.at(-1) === today && standing.state === 'open') use.begun = true;
    if (standing.sat.at(-1) !== today) continue;
    use.begun = true;
    use.places += size(s);
    use.sat.push(s);
    if (s.opensNewLesson) use.fresh = 1;
    const minutes = sittingMinutes(marks, standing.last, s.minutes);
    use.teacher += teacherMinutes(minutes, s.presence, startMinutes);
    use.child += minutes;
    const { minutes: _, ...asPlanned } = standing.last;
    use.planned += sittingMinutes(marks, asPlanned, s.minutes);
    if (s.kind === 'introduce') use.doneIndexes.add(s.index);
  }
  return use;
}

/** What the marks of the household week have used of the cap, in its parts. */
export function usedInWeek(
  taken: readonly FlatStep[],
  standings: ReadonlyMap<Id, Standing>,
  from: Day,
  today: Day,
  { group, scale, times, printed }: Pacing,
): number {
  const inWeek = (s: FlatStep) => (standings.get(s.id)?.sat ?? []).filter((d) => d >= from && d <= today).length;
  if (!group) return taken.reduce((n, s) => n + (inWeek(s) * scale) / times(s), 0);
  // A lesson, or a printed day, counts in the week in which its first sitting fell.
  const firstSat = new Map<number, { day: Day; uses: number }>();
  const isGone = (s: FlatStep) => printed !== undefined && s.lessonIndex < 0;
  const count = (of: number, day: Day, s: FlatStep) => {
    const known = firstSat.get(of);
    if (!known || day < known.day) firstSat.set(of, { day, uses: scale / times(s) });
  };
  const printedOn = new Map<Day, number>();
  for (const s of taken)
    for (const day of isGone(s) ? [] : satSince(standings.get(s.id))) {
      printedOn.set(day, group(s));
      count(group(s), day, s);
    }
  // One printed day a sitting: what is out of the book by now was of that of its date.
  for (const s of taken.filter(isGone))
    for (const day of satSince(standings.get(s.id))) count(printedOn.get(day) ?? -1 - day, day, s);
  return [...firstSat.values()].filter((f) => f.day >= from && f.day <= today).reduce((n, f) => n + f.uses, 0);
}

/** The days of its sittings that stand: what was put back after it was settled is begun anew. */
export const satSince = (s: Standing | undefined): readonly Day[] => s?.sat.slice(s.before ?? 0) ?? [];
