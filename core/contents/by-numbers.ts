/** A page read by the labels and numbers of its lines. */
import { expanded, fillPageRanges, FRONT_OR_BACK, lineOf, numberDoubts, type Part, special, specialOf } from './parts';
import type { LineKind, PastedLine } from './pasted';

/** Labels under which other numbered lines stand: those are headings. */
function headingLabels(all: readonly Part[]): Set<string> {
  const parts = all.map((p) => p.parts);
  const special = parts.map((p) => specialOf(p) !== undefined);
  const first = new Map<string, number>();
  parts.forEach((p, i) => p.number !== undefined && !special[i] && !first.has(p.label) && first.set(p.label, i));
  const holds = new Map<string, { n: number; full: number }>();
  for (let i = 0; i < parts.length; i++) {
    const { label, number } = parts[i]!;
    if (number === undefined || special[i]) continue;
    const h = holds.get(label) ?? { n: 0, full: 0 };
    holds.set(label, h);
    h.n++;
    if (all[i]!.counted) h.full++;
    // Only the next numbered line counts: under a heading stands something of another label.
    let k = i + 1;
    while (k < parts.length && (parts[k]!.number === undefined || special[k])) k++;
    const next = parts[k];
    // A line of another label is no child when that label came first: it is the heading above both.
    const above = next && first.get(next.label)! < first.get(label)! && first.get(next.label)! < i;
    if (next && next.label !== label && !above && !all[i]!.counted) h.full++;
  }
  const headings = new Set<string>();
  for (const [label, h] of holds) if (h.full * 2 > h.n) headings.add(label);
  return headings;
}

/** By labels and numbers; lines without a number are headings over those with one, or lessons among them. */
export function byNumbers(parts: readonly Part[], without: 'headings' | 'lessons'): PastedLine[] {
  const headings = headingLabels(parts);
  const numbered = parts.filter((p) => p.parts.number !== undefined).length;
  const mostly = numbered * 2 >= parts.length;
  const capitals = (t: string) => t.length > 3 && t === t.toUpperCase() && /\p{Lu}/u.test(t);
  const kindOf = ({ line, parts: p, counted }: Part, next: Part | undefined): LineKind => {
    if (line.hash) return 'heading';
    if (FRONT_OR_BACK.test(p.title) && p.number === undefined) return 'nothing';
    if (p.title === '' && p.number === undefined && !counted) return 'nothing';
    const kind = specialOf(p);
    if (kind) return kind;
    if (counted?.each) return 'heading';
    if (p.number !== undefined) {
      if (headings.has(p.label)) return 'heading';
      // A page number of its own, torn off its line.
      return p.label === '' && p.title === '' && numbered <= 1 ? 'nothing' : 'lesson';
    }
    if (!/\p{L}|\d/u.test(line.text)) return 'nothing';
    if (/:$/.test(p.title) || (capitals(p.title) && p.pages === undefined) || counted) return 'heading';
    if (!mostly || without === 'lessons') return 'lesson';
    return next?.parts.number !== undefined && !specialOf(next.parts) && p.pages === undefined ? 'heading' : 'lesson';
  };
  const kinds = parts.map((p, i) => kindOf(p, parts[i + 1]));
  const titles = bookTitles(parts, kinds, mostly);
  // What stands next behind each line, lines that are nothing passed over.
  const behind: (LineKind | undefined)[] = [];
  for (let i = parts.length - 1; i >= 0; i--) behind[i] = kinds[i + 1] === 'nothing' ? behind[i + 1] : kinds[i + 1];
  const made = parts.flatMap((p, i): PastedLine[] => {
    const kind = kinds[i]!;
    if (titles.has(i)) return [lineOf(p, 'nothing', titles.get(i))];
    if (kind !== 'heading' && kind !== 'lesson' && kind !== 'nothing') return [special(p, kind, headings)];
    // What is counted is there already where a lesson stands next.
    const alone = behind[i] !== 'lesson';
    return expanded(p, lineOf(p, p.counted && alone ? 'heading' : kind), alone);
  });
  return fillPageRanges(numberDoubts(made));
}

/**
 * The book’s own title: what stands without a number before the first numbered line, but for a last one that is a heading like others
 * further down. Said to be doubtful where no “Contents” stands behind it.
 */
function bookTitles(
  parts: readonly Part[],
  kinds: readonly LineKind[],
  mostly: boolean,
): Map<number, string | undefined> {
  const titles = new Map<number, string | undefined>();
  const first = parts.findIndex((p) => p.parts.number !== undefined || p.line.hash || p.counted !== undefined);
  const contents = parts.findIndex((p) => /^(?:table of )?contents$/i.test(p.parts.title));
  if (first <= 0) return titles;
  const counts = parts[first]!.counted !== undefined;
  if (!mostly && !counts && contents < 0) return titles;
  const bare = (i: number) => parts[i]!.parts.number === undefined && parts[i]!.parts.pages === undefined;
  const later = kinds.some((k, i) => i > first && k === 'heading' && bare(i) && !parts[i]!.counted);
  const last = later && kinds[first] === 'lesson' ? first - 1 : first;
  for (let i = 0; i < last; i++)
    if (bare(i) && kinds[i] !== 'nothing' && (i < contents || contents < 0 || mostly))
      titles.set(i, i < contents ? undefined : 'taken for the title of the book');
  return titles;
}
