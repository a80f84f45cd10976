import { dueFirst, type Slot, type Work } from './due-first';

/** Somebody’s own work and the minutes they have for it. */
export interface Hand<T extends Work> {
  slots: readonly Slot[];
  work: readonly T[];
}
/** How many pieces of work come late, and by how many days in all. */
export interface Lateness {
  pieces: number;
  days: number;
}
/** What never comes to its turn counts as so many days late. */
const NEVER = 60;

/** What comes late of somebody’s work, done in the order it is due. */
export function lateness<T extends Work>(slots: readonly Slot[], work: readonly T[]): Lateness {
  const { ends } = dueFirst(slots, work);
  const late = work.map((w) => Math.max(0, (ends.get(w) ?? w.due + NEVER) - w.due)).filter((days) => days > 0);
  return { pieces: late.length, days: late.reduce((n, d) => n + d, 0) };
}

const less = (a: Lateness, b: Lateness): boolean => a.pieces < b.pieces || (a.pieces === b.pieces && a.days < b.days);
const minus = (a: Lateness, b: Lateness): Lateness => ({ pieces: a.pieces - b.pieces, days: a.days - b.days });
const plus = (a: Lateness, b: Lateness): Lateness => ({ pieces: a.pieces + b.pieces, days: a.days + b.days });

/** So many changes are tried in all: half a second of a very full six weeks. */
const TRIALS = 4000;
/** What is tried in turn while nothing before it helps: so many lessons from one to another, and so many back. */
const WIDER = [
  [1, 0],
  [1, 1],
  [2, 0],
  [1, 2],
  [2, 1],
] as const;
const choices = (keys: readonly string[], n: 0 | 1 | 2): string[][] =>
  n === 0 ? [[]] : n === 1 ? keys.map((k) => [k]) : keys.flatMap((k, i) => keys.slice(i + 1).map((l) => [k, l]));

/**
 * Shares work out among those who do it so that less comes late: while something is late, what belongs together (`bundle`; undefined: it
 * stays with its own) goes whole to another if fewer pieces, or as many by fewer days, come late then, and nothing that this one has to do
 * already. A rule of thumb: with more than one to do it nobody knows a quick way to the best (it holds the packing of bins).
 * @returns for each of them the work they do then, what is due first first
 */
export function shareOut<T extends Work>(
  hands: readonly Hand<T>[],
  bundle: (work: T) => string | undefined,
): readonly T[][] {
  const keys = new Map(hands.flatMap((h) => h.work.map((w) => [w, bundle(w)] as const)));
  const owner = new Map(hands.flatMap((h, i) => h.work.map((w) => [w, i] as const)));
  /** For each of them the order of all work: what is due first first; of what is due on one day the own first, then as it was listed. */
  const ranks = hands.map((_, h) => {
    const foreign = (w: T) => Number(owner.get(w) !== h);
    const all = [...owner.keys()].sort((a, b) => a.due - b.due || foreign(a) - foreign(b));
    return new Map(all.map((w, i) => [w, i]));
  });
  const inOrder = (work: readonly T[], h: number): T[] =>
    [...work].sort((a, b) => ranks[h]!.get(a)! - ranks[h]!.get(b)!);
  const shares = hands.map((h, i) => inOrder(h.work, i));
  const late = hands.map(({ slots }, h) => lateness(slots, shares[h]!));
  const alone = hands.map(({ slots, work }) => dueFirst(slots, work).ends);
  /** The latest day on which what somebody keeps may be done: in time, or when it would be without the others. */
  const limit = (w: T, h: number): number => Math.max(w.due, alone[h]!.get(w) ?? Infinity);
  const spared = (h: number, work: readonly T[]): boolean => {
    const own = work.filter((w) => owner.get(w) === h);
    const { ends } = dueFirst(hands[h]!.slots, work);
    return own.every((w) => (ends.get(w) ?? Infinity) <= limit(w, h));
  };
  let trials = TRIALS;
  /** The shares of two after some work of each went to the other, where less comes late so and what each keeps is spared. */
  const changed = (a: number, b: number, outOfA: readonly string[], outOfB: readonly string[]) => {
    if (trials-- <= 0) return [];
    const goes = (h: number, out: readonly string[]) =>
      out.length === 0 ? [] : shares[h]!.filter((w) => out.includes(keys.get(w) ?? ''));
    const [ga, gb] = [goes(a, outOfA), goes(b, outOfB)];
    const after = [a, b].map((h) => {
      const [out, into] = h === a ? [ga, gb] : [gb, ga];
      return inOrder([...shares[h]!.filter((w) => !out.includes(w)), ...into], h);
    }) as [T[], T[]];
    const [la, lb] = [lateness(hands[a]!.slots, after[0]), lateness(hands[b]!.slots, after[1])];
    const sum = plus(la, lb);
    const better = less(sum, plus(late[a]!, late[b]!)) && spared(a, after[0]) && spared(b, after[1]);
    return better
      ? [{ a, b, outOfA, outOfB, after, late: [la, lb] as const, gain: minus(sum, plus(late[a]!, late[b]!)) }]
      : [];
  };
  /** What may go from somebody, what is late first: where that fits nowhere, something else may go and make room for it. */
  const keysOf = (h: number) => {
    const { ends } = dueFirst(hands[h]!.slots, shares[h]!);
    const behind = shares[h]!.filter((w) => (ends.get(w) ?? Infinity) > w.due);
    return [...new Set([...behind, ...shares[h]!].flatMap((w) => keys.get(w) ?? []))];
  };
  const able = (h: number) => hands[h]!.slots.some((s) => s.minutes > 0);
  const most = hands.flatMap((h) => h.work).length * hands.length;
  for (let round = 0; round < most; round++) {
    if (late.every((l) => l.pieces === 0)) break;
    const found = WIDER.reduce<ReturnType<typeof changed>>(
      (found, [outOfA, outOfB]) =>
        found.length > 0
          ? found
          : hands.flatMap((_, a) =>
              hands.flatMap((__, b) =>
                a === b || late[a]!.pieces === 0 || !able(b)
                  ? []
                  : choices(keysOf(a), outOfA).flatMap((x) =>
                      choices(keysOf(b), outOfB).flatMap((y) => changed(a, b, x, y)),
                    ),
              ),
            ),
      [],
    );
    // The best of them first; what is no gain any more behind those before it is passed over.
    const best = found.sort((x, y) => x.gain.pieces - y.gain.pieces || x.gain.days - y.gain.days);
    for (const f of best)
      for (const { a, b, after, late: then } of changed(f.a, f.b, f.outOfA, f.outOfB)) {
        [shares[a], shares[b]] = after;
        [late[a], late[b]] = then;
      }
    if (best.length === 0 || trials <= 0) break;
  }
  return shares;
}
