import type { Day } from '../calendar';
import type { Child, Household, SchoolYear } from '../household';
import { childCount, classOn, everybodysDays, pupils } from './attendance';
import { asksAnything, requiredHere } from './presets';

/**
 * Past school days to ask about, with the children they are asked of: all whose school is kept, when nobody was taught that day; else
 * those of whom something is required and about whom nothing was said.
 */
export function daysAsked(state: Household, year: SchoolYear, today: Day): { day: Day; children: Child[] }[] {
  const counts = pupils(state, year, today).map((c) => childCount(state, year, c, today));
  const asked = new Map<Day, Child[]>();
  const taught = new Set(
    everybodysDays(state, year, today)
      .filter((d) => d.status === 'taught')
      .map((d) => d.day),
  );
  for (const { child, unmarked } of counts) {
    const required = asksAnything(requiredHere(year, child));
    for (const day of unmarked) if (required || !taught.has(day)) asked.set(day, [...(asked.get(day) ?? []), child]);
  }
  return [...asked].sort(([a], [b]) => a - b).map(([day, children]) => ({ day, children }));
}

/** A child’s days gone by at a class that counts, of which nobody has said anything, and the minutes of each there. */
export interface ClassAsked {
  child: Child;
  label: string;
  days: { day: Day; minutes: number }[];
}

/**
 * The same days in two lists: those that a child spent at a class that counts, by child and class, since one word does for all of them;
 * and what is left of the others.
 */
export function asked(
  state: Household,
  year: SchoolYear,
  today: Day,
): { classes: ClassAsked[]; days: { day: Day; children: Child[] }[] } {
  const classes = new Map<string, ClassAsked>();
  const days = daysAsked(state, year, today).flatMap(({ day, children }) => {
    const others = children.filter((child) => {
      const at = classOn(state, child, day);
      if (!at) return true;
      const key = JSON.stringify([child.id, at.label]);
      const known = classes.get(key) ?? { child, label: at.label, days: [] };
      classes.set(key, { ...known, days: [...known.days, { day, minutes: at.minutes }] });
      return false;
    });
    return others.length > 0 ? [{ day, children: others }] : [];
  });
  return { classes: [...classes.values()], days };
}
