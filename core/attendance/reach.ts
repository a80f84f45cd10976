import type { Day } from '../calendar';
import type { Child, Household } from '../household';
import { count } from '../words';
import { childDays } from './attendance';

/**
 * On how many days gone by the register of any child says something else after a change: whether there was school, who was with
 * the household, what counted.
 */
export function pastChanged(before: Household, after: Household, today: Day): number {
  const days = new Set<Day>();
  const said = (h: Household): Map<string, Map<Day, string>> =>
    new Map(
      h.children.map((c: Child) => [
        c.id,
        new Map(
          h.years.flatMap((y) =>
            childDays(h, y, c, today)
              .filter((d) => d.day < today)
              .map((d) => [d.day, `${d.status} ${d.minutes}`] as const),
          ),
        ),
      ]),
    );
  const [was, is] = [said(before), said(after)];
  for (const [id, own] of was) {
    const now = is.get(id);
    // A child who is taken away altogether was never marked.
    if (!now) continue;
    for (const day of new Set([...own.keys(), ...now.keys()])) if (own.get(day) !== now.get(day)) days.add(day);
  }
  return days.size;
}

/** A change that reaches back, in words. */
export const reachWords = (days: number): string =>
  `This changes ${count(days, 'past day')} of the register. Press once more to change ${days === 1 ? 'it' : 'them'} as well.`;
