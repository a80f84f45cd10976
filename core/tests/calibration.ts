import { blocksOf, quantile, sittingsTo } from '../forecast';
import { BEYOND, childOf, HABITS, type Habit } from './habits';

/** Of the children of one habit, asked at a quarter, half and three quarters of the year: how often the interval held what came. */
export interface Calibration {
  habit: Habit;
  asked: number;
  held: number;
  /** Mean width of the interval in sittings, and of the one that knows the plan alone; both once 40 sittings are recorded. */
  width: number;
  priorWidth: number;
}
const YEAR = 45;
/** Weeks beyond the year, in which late ones end. */
const AFTER = 15;
const ONE_A_DAY = [[1, 1, 1, 1]];
const FORTY = 40;

function calibrate(habit: Habit, children: number, runs: number): Calibration {
  let [asked, held, width, priorWidth, wide] = [0, 0, 0, 0, 0];
  for (let child = 1; child <= children; child++) {
    const weeks = childOf(habit, child, YEAR + AFTER);
    for (const share of [0.25, 0.5, 0.75]) {
      const at = Math.round(YEAR * share);
      const own = weeks.slice(0, at);
      // A course that this very child would finish with the year: what is asked is when.
      const steps = weeks
        .slice(at, YEAR)
        .flat()
        .reduce((a, b) => a + b, 0);
      let [done, truth] = [0, 0];
      for (const n of weeks.slice(at).flat()) {
        truth++;
        done += n;
        if (done >= steps) break;
      }
      const [found] = sittingsTo(blocksOf(own, ONE_A_DAY), [steps], { runs, seed: child });
      const [early, late] = [quantile(found!, 0.1), quantile(found!, 0.9)];
      asked++;
      if (early <= truth && truth <= late) held++;
      if (own.flat().length < FORTY) continue;
      const [blind] = sittingsTo(blocksOf([], ONE_A_DAY), [steps], { runs, seed: child });
      width += late - early;
      priorWidth += quantile(blind!, 0.9) - quantile(blind!, 0.1);
      wide++;
    }
  }
  return { habit, asked, held, width: width / wide, priorWidth: priorWidth / wide };
}

/** Every habit; and what the model is known not to see coming, beside them. */
export const calibration = (children: number, runs: number): Calibration[] =>
  HABITS.map((h) => calibrate(h, children, runs));
export const beyond = (children: number, runs: number): Calibration => calibrate(BEYOND, children, runs);
