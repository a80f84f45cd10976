import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { reach } from '../core/pace';
import type { Problem } from '../core/stagger';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');
export const median = (values: number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
export function timed<T>(work: () => T): [T, number] {
  const start = performance.now();
  const result = work();
  return [result, performance.now() - start];
}
/** Milliseconds of a piece of work that has been done before: the median of fifteen. */
export const warm = <T>(work: () => T): number => median(Array.from({ length: 15 }, () => timed(work)[1]));

/**
 * The reference sweep: every track once by the plainest dynamic program (all positions, all dates, one number each).
 * Ratios to it mean the same on a slow machine as on a fast one.
 */
export function referenceSweep(problem: Problem): number {
  let sum = 0;
  for (const track of problem.tracks) {
    const n = track.steps.length;
    let now = new Array<number>(n + 1).fill(Infinity);
    now[0] = 0;
    track.dates.forEach((day, d) => {
      const next = [...now];
      for (let p = 0; p <= n; p++) {
        if (now[p] === Infinity) continue;
        const end = reach(track, p, day, track.room[d]!, 0);
        let cost = now[p]!;
        for (let j = p + 1; j <= end; j++) {
          cost += Math.abs(d + 1 - track.ideal[j - 1]!);
          if (cost < next[j]!) next[j] = cost;
        }
      }
      now = next;
    });
    sum += Math.min(...now.filter((c) => c !== Infinity));
  }
  return sum;
}
