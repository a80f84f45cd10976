import { clockOf, type GoneOn } from '../calendar';
import type { Household } from '../household';
import { listing } from './figures';

/** Who is away for what, and when, in words: "Jory and Oda", one by one as well, "Boatyard workshop", "13:10 to 15:20" or "all day". */
export function goneWords(
  state: Pick<Household, 'children' | 'teachers'>,
  gone: GoneOn,
): { names: string; who: string[]; what: string; hours: string } {
  const people = [
    ...state.children.filter((c) => gone.childIds.includes(c.id)),
    ...state.teachers.filter((t) => gone.teacherIds.includes(t.id)),
  ];
  const who = people.map((p) => p.name);
  return {
    ...{ names: listing(who), who },
    what: gone.label || (gone.why === 'sick' ? 'sick' : 'no school'),
    hours: gone.hours ? `${clockOf(gone.hours.from)} to ${clockOf(gone.hours.to)}` : 'all day',
  };
}
