// What the forecast’s intervals are worth: how often they hold what children of each habit then do (bar: 76 to 84% overall, 68 to 92% in each).
import { beyond, calibration, type Calibration } from '../core/tests/calibration';

const CHILDREN = 1000;
const RUNS = 500;

export function measureForecast(): void {
  const rows = calibration(CHILDREN, RUNS);
  const line = ({ habit, held, asked, width, priorWidth }: Calibration) =>
    `| ${habit.name} | ${habit.heldBack ? 'held back' : 'tuned on'} | ${((100 * held) / asked).toFixed(1)}% | ${width.toFixed(1)} | ${priorWidth.toFixed(1)} |`;
  console.log(`\nForecast: the 80% interval, ${CHILDREN} children a habit, each asked three times\n`);
  console.log('| habit | | holds the truth | width, sittings | of the plan alone |\n| --- | --- | --- | --- | --- |');
  for (const r of rows) console.log(line(r));
  const all = rows.reduce((n, r) => n + r.held, 0) / rows.reduce((n, r) => n + r.asked, 0);
  const mean = (of: (r: Calibration) => number) => rows.reduce((n, r) => n + of(r), 0) / rows.length;
  console.log(
    `| all | | ${(100 * all).toFixed(1)}% | ${mean((r) => r.width).toFixed(1)} | ${mean((r) => r.priorWidth).toFixed(1)} |`,
  );
  console.log(line(beyond(CHILDREN, RUNS)), '(known not to be seen coming; in no bar)');
}
