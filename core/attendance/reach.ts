import type { Day } from '../calendar';
import { byId, type Child, type Household, type SchoolYear } from '../household';
import { count } from '../words';
import { childDays } from './attendance';

/**
 * On how many days gone by the register of any child says something else after a change of years or of children: whether there was
 * school, who was with the household, what counted.
 */
export function pastChanged(before: Household, after: Household, today: Day): number {
  const days = new Set<Day>();
  const said = (h: Household, years: readonly SchoolYear[], child: Child): Map<Day, string> =>
    new Map(
      years.flatMap((y) =>
        childDays(h, y, child, today)
          .filter((d) => d.day < today)
          .map((d) => [d.day, `${d.status} ${d.minutes}`] as const),
      ),
    );
  for (const child of before.children) {
    // A child who is taken away altogether was never marked.
    const now = byId(after.children, child.id);
    if (!now) continue;
    // Years that are the same for the same child say the same: ten of them need not be told again at every letter typed.
    const other = (years: readonly SchoolYear[], y: SchoolYear) => now !== child || byId(years, y.id) !== y;
    const was = said(
      before,
      before.years.filter((y) => other(after.years, y)),
      child,
    );
    const is = said(
      after,
      after.years.filter((y) => other(before.years, y)),
      now,
    );
    for (const day of new Set([...was.keys(), ...is.keys()])) if (was.get(day) !== is.get(day)) days.add(day);
  }
  return days.size;
}

/** A change that reaches back, in words. */
export const reachWords = (days: number): string =>
  `This changes ${count(days, 'past day')} of the register. Press once more to change ${days === 1 ? 'it' : 'them'} as well.`;
