import { solveDay } from '../core/day';
import { drawnDay } from '../core/tests/days';
import { median, timed } from './measure';

/** Drawn days laid out: how near the bound, and how long it takes. */
export function measureDays(): void {
  console.log(
    '\nDay: 50 drawn days of 5 children and 40 tasks (bars: finish within 3% of the bound on 95%, ≤ 200 ms)\n',
  );
  const days = Array.from({ length: 50 }, (_, i) => {
    const problem = drawnDay(i + 1, 5, 40, 720);
    const [solved, ms] = timed(() => solveDay(problem));
    const over = (solved.cost.finish - solved.bound) / (solved.bound - problem.from);
    return { ms, over: solved.cost.unfit > 0 ? Infinity : over };
  });
  const worst = [...days].sort((a, b) => b.over - a.over)[0]!;
  console.log(
    `within 3%: ${days.filter((d) => d.over <= 0.03).length} of 50 · worst ${(100 * worst.over).toFixed(1)}% over · ${median(
      days.map((d) => d.ms),
    ).toFixed(0)} ms, worst ${Math.max(...days.map((d) => d.ms)).toFixed(0)} ms`,
  );
}
