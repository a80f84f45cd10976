import type { Columns } from './columns';
import { type Fence, standingAt } from './fences';
import type { Problem, Share } from './types';
import { ROUNDING, wholeBound } from './weights';

/** What is left open: all plans within some fences, and what none of them can cost less than. */
interface Branch {
  columns: Columns;
  bound: number;
}

/** Rounds of the program within one branch, at the most: what is left of it shows in its branches as well. */
const ROUNDS = 12;

/**
 * What a mixture of placements cannot see, halves can: no plan places a step and a half by a date. Where the best mixture does, its
 * plans are parted in two, those with fewer steps of that track placed by then and those with more; each half has a mixture of its own, and
 * the lower of the two bounds holds for all (branch and price: Barnhart and others 1998). The half with the lowest bound is parted next.
 * @param root solved as far as it goes
 * @param goal what the best known plan costs: what cannot be cheaper is left alone
 * @param done after every round of a half, with the passes it took: whether to go on
 * @returns after every half the bound on all plans
 */
export function* byBranches(
  problem: Problem,
  root: Columns,
  goal: () => number,
  done: (columns: Columns, passes: number) => boolean,
): Generator<number, void> {
  const open: Branch[] = [{ columns: root, bound: root.bound }];
  const lowest = () => Math.min(goal(), ...open.map((b) => wholeBound(b.bound)));
  try {
    while (open.length > 0) {
      open.sort((a, b) => b.bound - a.bound);
      const { columns, bound } = open.at(-1)!;
      if (wholeBound(bound) >= goal()) return;
      const halves = parted(problem, columns.mixed());
      // A mixture of nothing but whole placements is a plan itself: no branch of it is higher.
      if (!halves) return;
      open.pop();
      for (const fence of halves) {
        const half = columns.within([fence]);
        let going = true;
        for (let i = 0; i <= ROUNDS && going; i++) {
          const before = half.passes;
          const made = i === 0 ? half.price(half.center) : half.round();
          going = done(half, half.passes - before);
          if (wholeBound(half.bound) >= goal() || (i > 0 && (made === 0 || half.value - half.bound < ROUNDING))) break;
        }
        open.push({ columns: half, bound: Math.max(bound, half.bound) });
        if (going) continue;
        // Broken off between the two halves: what the other may cost is what the whole may.
        open.push({ columns, bound });
        yield lowest();
        return;
      }
      if (columns !== root) columns.end();
      yield lowest();
    }
  } finally {
    for (const { columns } of open) if (columns !== root) columns.end();
  }
}

/** The two halves of what the mixture leaves undecided most: of which track, by which date, how many steps; none where all is decided. */
function parted(problem: Problem, mixed: readonly (readonly Share[])[]): [Fence, Fence] | undefined {
  let best: { track: number; d: number; most: number; by: number } | undefined;
  problem.tracks.forEach(({ dates }, track) => {
    const own = mixed[track]!;
    if (own.length < 2) return;
    dates.forEach((_, d) => {
      const stands = own.map((m) => ({ at: standingAt(problem, track, d, m.placed), share: m.share }));
      const mean = stands.reduce((sum, s) => sum + s.at * s.share, 0);
      const most = Math.floor(mean + ROUNDING);
      const [under, over] = [stands.filter((s) => s.at <= most), stands.filter((s) => s.at > most)].map((side) =>
        side.reduce((sum, s) => sum + s.share, 0),
      );
      const by = Math.min(under!, over!);
      if (by > ROUNDING && by > (best?.by ?? 0) + ROUNDING) best = { track, d, most, by };
    });
  });
  if (!best) return undefined;
  const { track, d, most } = best;
  return [
    { track, d, least: 0, most },
    { track, d, least: most + 1, most: Infinity },
  ];
}
