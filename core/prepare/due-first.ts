import type { Day } from '../calendar';

/** Work to be made ready by a day: it may be cut in pieces, and cannot be begun before what it needs is here. */
export interface Work {
  release: Day;
  due: Day;
  minutes: number;
}
/** So many minutes of a teacher on a day. */
export interface Slot {
  day: Day;
  minutes: number;
}
export interface Piece<T> {
  work: T;
  day: Day;
  minutes: number;
}
export interface Layout<T> {
  pieces: Piece<T>[];
  /** The day on which each is ready; not there where the slots do not hold it. */
  ends: ReadonlyMap<T, Day>;
}

/**
 * One teacher's work in the slots there are: on each day, of what is here, what is due first is done first, and given up for the day when
 * its minutes are over. No other order has a smaller greatest lateness (J. R. Jackson, 1955; with arrivals, the same rule at every
 * moment). Of what is due on one day, the earlier in the list comes first.
 * @param slots in any order; minutes of 0 or less hold nothing.
 */
export function dueFirst<T extends Work>(slots: readonly Slot[], work: readonly T[]): Layout<T> {
  const left = new Map([...work].sort((a, b) => a.due - b.due).map((w) => [w, w.minutes]));
  const pieces: Piece<T>[] = [];
  const ends = new Map<T, Day>();
  for (const { day, minutes } of [...slots].sort((a, b) => a.day - b.day)) {
    let room = minutes;
    for (const [w, needed] of left) {
      if (w.release > day) continue;
      if (needed > 0 && room <= 0) break;
      const take = Math.min(room, needed);
      room -= take;
      if (take > 0) pieces.push({ work: w, day, minutes: take });
      if (take === needed) {
        left.delete(w);
        ends.set(w, day);
      } else left.set(w, needed - take);
    }
  }
  return { pieces, ends };
}

/** The greatest lateness of a layout in days, below 0 where all is ready before its day; infinite where the slots do not hold it. */
export const greatestLateness = <T extends Work>(work: readonly T[], { ends }: Layout<T>): number =>
  Math.max(...work.map((w) => (ends.get(w) ?? Infinity) - w.due));
