import { type Random, seeded } from '../stagger';

/** Children as they are: how many steps a sitting finishes, by habit. What a forecast makes of them is held against what they then do. */
export interface Habit {
  name: string;
  /** Kept away from every choice of the model’s own figures. */
  heldBack: boolean;
  /** The steps of each sitting of a year; four sittings a week. */
  year: (random: Random, sittings: number) => number[];
}
const A_WEEK = 4;
const each = (sittings: number, of: (i: number) => number) => Array.from({ length: sittings }, (_, i) => of(i));

/** Lost so often at first and so often at last, and two in a sitting more and more. */
const faster =
  (first: number, last: number, two: number): Habit['year'] =>
  (r, n) =>
    each(n, (i) => {
      const t = i / n;
      if (r() < first + (last - first) * t) return 0;
      return r() < two * t ? 2 : 1;
    });

export const HABITS: readonly Habit[] = [
  {
    name: 'steady, a sitting in twelve lost',
    heldBack: true,
    year: (r, n) => each(n, () => (r() < 1 / 12 ? 0 : 1)),
  },
  {
    name: 'ragged, three in ten lost, now and then two',
    heldBack: false,
    year: (r, n) => {
      const lost = 0.2 + 0.2 * r();
      return each(n, () => (r() < lost ? 0 : r() < 0.12 ? 2 : 1));
    },
  },
  {
    name: 'runs of lost days: sick for one to two weeks, every two months or so',
    heldBack: false,
    year: (r, n) => {
      let out = 0;
      return each(n, () => {
        if (out > 0) return (out--, 0);
        if (r() < 1 / 32) out = 3 + Math.floor(r() * 5);
        return r() < 0.05 ? 0 : 1;
      });
    },
  },
  {
    name: 'one, two or three a day, as it comes',
    heldBack: true,
    year: (r, n) => {
      const [two, three] = [0.3 + 0.2 * r(), 0.1 * r()];
      return each(n, () => {
        const x = r();
        return x < 0.08 ? 0 : x < 0.08 + three ? 3 : x < 0.08 + three + two ? 2 : 1;
      });
    },
  },
  {
    name: 'good and bad weeks: in a bad one half is lost',
    heldBack: true,
    year: (r, n) => {
      let bad = false;
      return each(n, (i) => {
        if (i % A_WEEK === 0) bad = r() < 0.3;
        return r() < (bad ? 0.5 : 0.05) ? 0 : 1;
      });
    },
  },
  {
    name: 'faster with time, by a quarter: from one in five lost to one in twelve, some twos at last',
    heldBack: false,
    year: faster(0.2, 0.08, 0.1),
  },
];

/** A child of a habit, by its number: the sittings of a year in weeks of four. */
export function childOf(habit: Habit, child: number, weeks = 45): number[][] {
  const steps = habit.year(seeded(7919 * child + 17), weeks * A_WEEK);
  return Array.from({ length: weeks }, (_, w) => steps.slice(w * A_WEEK, (w + 1) * A_WEEK));
}

/** What the model does not see coming: a child who is half as fast again at the end of the year. Told beside the others, within no bar. */
export const BEYOND: Habit = {
  name: 'faster with time, by half: from three in ten lost to one in twenty, and twos',
  heldBack: true,
  year: faster(0.3, 0.05, 0.15),
};
