import type { Course, CoursePart, EditionOf } from '../household';
import { listing } from '../words';

const nameOf = (part: Pick<CoursePart, 'title' | 'kind'>): string => part.title || part.kind;
/** Words alone, so that a kitchen is no kit. */
const wordsOf = (text: string): string =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .join(' ');
const same = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();
const editionOf = (course: Pick<Course, 'edition'>, part: CoursePart): string => part.edition ?? course.edition ?? '';

/**
 * Editions that go together, as typed: a line for each set, its parts between plus signs, each by its name and then its edition: “teacher’s
 * manual 2nd + workbook 3rd”. @returns the sets, or a sentence that says which line cannot be read.
 */
export function readTogether(text: string, parts: readonly CoursePart[]): EditionOf[][] | { sentence: string } {
  const sets: EditionOf[][] = [];
  // The longest name first: “workbook answers” is not the workbook.
  const byName = [...parts].sort((a, b) => nameOf(b).length - nameOf(a).length);
  for (const [i, line] of text.split('\n').entries()) {
    if (line.trim() === '') continue;
    const set: EditionOf[] = [];
    for (const words of line.split('+').map((w) => w.trim())) {
      const part = byName.find((p) => words.toLowerCase().startsWith(nameOf(p).toLowerCase()));
      const edition = part ? words.slice(nameOf(part).length).trim() : '';
      if (!part || edition === '')
        return {
          sentence: `Line ${i + 1}: “${words.slice(0, 60)}” is no part with its edition; write it like “${nameOf(parts[0] ?? { title: '', kind: 'manual' })} 2nd”.`,
        };
      set.push({ partId: part.id, edition: edition.slice(0, 120) });
    }
    if (set.length < 2) return { sentence: `Line ${i + 1}: name at least two parts, with a + between them.` };
    sets.push(set);
  }
  return sets;
}

/** The same as lines; a part that is gone is named no more. */
export const togetherText = ({ together = [], parts = [] }: Pick<Course, 'together' | 'parts'>): string =>
  together
    .map((set) =>
      set
        .flatMap(({ partId, edition }) => {
          const part = parts.find((p) => p.id === partId);
          return part ? [`${nameOf(part)} ${edition}`] : [];
        })
        .join(' + '),
    )
    .filter((line) => line.includes(' + '))
    .join('\n');

/** A part whose edition does not go with the others, and the one that does. */
export interface OddPart {
  part: CoursePart;
  edition: string;
  wants: string;
}

/**
 * Parts of an edition with which the others do not go, by the parent's own table: those that differ from the set that fits best. None
 * where one set fits, where there is no table, or where nothing is said of a part's edition.
 */
export function oddParts(course: Pick<Course, 'together' | 'parts' | 'edition'>): OddPart[] {
  const wanted = (course.parts ?? []).filter((p) => !p.notWanted);
  const odd = (set: readonly EditionOf[]) =>
    set.flatMap(({ partId, edition: wants }): OddPart[] => {
      const part = wanted.find((p) => p.id === partId);
      const edition = part ? editionOf(course, part) : '';
      return part && edition !== '' && !same(edition, wants) ? [{ part, edition, wants }] : [];
    });
  const tried = (course.together ?? []).map(odd).sort((a, b) => a.length - b.length);
  return tried[0] ?? [];
}

/** Parts of one course that are of different editions: they may not go together page for page. Empty where they agree. */
export function editionsWords(course: Course): string {
  if (course.together?.length)
    return oddParts(course)
      .map((o) => `${nameOf(o.part)} is the ${o.edition}; with the others goes the ${o.wants}.`)
      .join(' ');
  const named = (course.parts ?? [])
    .filter((p) => !p.notWanted)
    .map((p) => ({ title: nameOf(p), edition: editionOf(course, p) }))
    .filter((p) => p.edition !== '');
  const editions = new Set(named.map((p) => p.edition.trim().toLowerCase()));
  if (editions.size < 2) return '';
  return `Two editions: ${listing(named.map((p) => `${p.title} is the ${p.edition}`))}. Look whether they go together page for page.`;
}

/**
 * Of a step that refers to a part of another edition: that its pages may differ. It refers to a part that its own words name, and to the
 * manual where its lesson names manual pages. Empty for all others.
 */
export function editionFlag(
  course: Pick<Course, 'together' | 'parts' | 'edition'>,
  words: string,
  pages: string | undefined,
): string {
  if (!course.together?.length) return '';
  const names = (name: string) => name !== '' && ` ${wordsOf(words)} `.includes(` ${wordsOf(name)} `);
  const odd = oddParts(course).filter(
    ({ part }) => names(part.kind) || names(part.title) || (part.kind === 'manual' && pages !== undefined),
  );
  return odd.length > 0 ? `${listing(odd.map((o) => nameOf(o.part)))} of another edition: the page may differ` : '';
}
