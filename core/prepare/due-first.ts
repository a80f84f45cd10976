import type { Day } from '../calendar';

/** Work to be made ready by a day: it may be cut in pieces, and cannot be begun before what it needs is here. */
export interface Work {
  release: Day;
  due: Day;
  minutes: number;
  /** The last day on which it is of use, where it is of none later. */
  until?: Day;
  /** What stands behind work of the same name is of no use without it: what is not copied is not cut. */
  chain?: string;
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
 * moment). Of what is due on one day, the earlier in the list comes first. What is of no use after a day (`until`) and cannot be done by
 * then is left out, with what stands behind it in its `chain`, and takes no minutes from what can.
 * @param slots in any order; minutes of 0 or less hold nothing.
 */
export function dueFirst<T extends Work>(slots: readonly Slot[], work: readonly T[]): Layout<T> {
  const room = slots.filter((s) => s.minutes > 0).sort((a, b) => a.day - b.day);
  const left = room.map((s) => s.minutes);
  const laid: { at: number; piece: Piece<T> }[] = [];
  const ends = new Map<T, Day>();
  const broken = new Set<string>();
  /** All before it is taken. */
  let open = 0;
  // One after the other into what those before it have left: the same as what is done first on each day.
  for (const w of [...work].sort((a, b) => a.due - b.due)) {
    if (w.chain !== undefined && broken.has(w.chain)) continue;
    while (open < room.length && left[open]! <= 0) open++;
    const own: typeof laid = [];
    let needed = w.minutes;
    for (let at = open; at < room.length && needed > 0; at++) {
      const { day } = room[at]!;
      if (day > (w.until ?? Infinity)) break;
      const minutes = day < w.release ? 0 : Math.min(left[at]!, needed);
      if (minutes <= 0) continue;
      own.push({ at, piece: { work: w, day, minutes } });
      needed -= minutes;
    }
    if (needed > 0 && w.until !== undefined) {
      if (w.chain !== undefined) broken.add(w.chain);
      continue;
    }
    for (const { at, piece } of own) left[at]! -= piece.minutes;
    laid.push(...own);
    if (needed <= 0) ends.set(w, own.at(-1)?.piece.day ?? w.release);
  }
  return { pieces: laid.sort((a, b) => a.at - b.at).map((l) => l.piece), ends };
}

/** The greatest lateness of a layout in days, below 0 where all is ready before its day; infinite where the slots do not hold it. */
export const greatestLateness = <T extends Work>(work: readonly T[], { ends }: Layout<T>): number =>
  Math.max(...work.map((w) => (ends.get(w) ?? Infinity) - w.due));
