import type { Household, SchoolYear, Teacher } from '../household';
import type { Plan } from '../stagger';
import { count, listing } from '../words';
import { type PrepLine, preparation } from './preparation';

/** What it comes to if teachers make ready for one another what would come late. */
export interface Sharing {
  /** Pieces of work that come late, each making their own and shared out. */
  late: [own: number, shared: number];
  /** Who makes something for whom: how many pieces, and how long they take. */
  for: { teacher: Teacher; helped: Teacher; pieces: number; minutes: number }[];
}

/** Undefined where there is nobody to share with, or where nothing that would come late can be helped so. */
export function sharingOf(state: Household, year: SchoolYear | undefined, plan: Plan): Sharing | undefined {
  if (state.teachers.length < 2) return undefined;
  const late = (lines: readonly PrepLine[]) =>
    lines.filter((l) => l.late !== undefined || l.ready === undefined).length;
  const own = late(preparation(state, year, plan, false));
  if (own === 0) return undefined;
  const lines = preparation(state, year, plan, true);
  const found = new Map<string, Sharing['for'][number]>();
  for (const { teacher, helped, minutes } of lines) {
    if (!helped) continue;
    const key = JSON.stringify([teacher.id, helped.id]);
    const at = found.get(key) ?? { teacher, helped, pieces: 0, minutes: 0 };
    found.set(key, { ...at, pieces: at.pieces + 1, minutes: at.minutes + minutes });
  }
  if (found.size === 0) return undefined;
  return { late: [own, late(lines)], for: [...found.values()] };
}

/** The same in words, as it is or as it would be: “Maren makes 6 pieces ready for Tobias, 95 min: 4 come late instead of 10.” */
export function sharingWords({ late: [own, shared], for: list }: Sharing, on: boolean): string {
  const makes = listing(
    list.map(
      (l) =>
        `${l.teacher.name} ${on ? 'makes' : 'would make'} ${count(l.pieces, 'piece')} ready for ${l.helped.name}, ${l.minutes} min`,
    ),
  );
  const come = on ? (shared === 1 ? 'comes' : 'come') : 'would come';
  return `${makes}: ${shared === 0 ? 'none' : shared} ${come} late instead of ${own}.`;
}
