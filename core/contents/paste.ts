import { byNumbers } from './by-numbers';
import { readColumns } from './columns';
import { endsInNumber } from './line';
import { nesting } from './nesting';
import { fillPageRanges, mendNumbers } from './parts';
import type { PageReading, PastedLine } from './pasted';
import { scoreOf } from './score';
import { joinWrapped, tidyLines } from './tidy';

export { MOST_LINES } from './tidy';

/**
 * Reads a pasted contents page: headings, lessons with number, title and manual pages, tests, reviews, projects, and lines that are
 * nothing. The whole page is read in several ways, and the one that most of it speaks for is taken; where another comes near, the lines
 * that they differ in carry a doubt. Every line can be mended by hand afterwards. Never throws; time is linear in the length of the text.
 */
export const readContents = (text: string): PastedLine[] => readingsOf(text)[0]?.lines ?? [];

/** How near another reading comes to put the lines they differ in into doubt. */
const NEAR = 1.5;

/** Every way to read a page that comes to something else, the one that most speaks for first. */
export function readingsOf(text: string): PageReading[] {
  const found: PageReading[] = [];
  const add = (by: PageReading['by'], lines: PastedLine[], score: number) => found.push({ by, lines, score });
  const columns = readColumns(text);
  if (columns) add('its columns', fillPageRanges(columns), Infinity);
  const lines = joinWrapped(tidyLines(text));
  const unsure = pagesAtEnd(lines.map((l) => l.text));
  const parts = mendNumbers(lines, unsure);
  const nested = nesting(parts);
  if (nested) add('what is set in', nested, scoreOf(nested) + 0.2 * lines.length);
  for (const as of ['headings', 'lessons'] as const) {
    const read = byNumbers(parts, as);
    add(`lines without a number as ${as}`, read, scoreOf(read));
  }
  const sorted = found
    .map((r, i) => ({ r, i }))
    .sort((a, b) => b.r.score - a.r.score || a.i - b.i)
    .map(({ r }) => r);
  const different = sorted.filter((r, i) => sorted.findIndex((o) => same(o.lines, r.lines)) === i);
  const [best, ...others] = different;
  if (!best) return [];
  const near = others.filter((o) => best.score - o.score < NEAR);
  return [{ ...best, lines: doubted(best.lines, near) }, ...others];
}

const what = (l: PastedLine) => JSON.stringify([l.line, l.kind, l.label, l.number, l.to, l.title, l.pages]);
const same = (a: readonly PastedLine[], b: readonly PastedLine[]): boolean =>
  a.length === b.length && a.every((l, i) => what(l) === what(b[i]!));

/** Lines that a near reading takes for something else say so. */
function doubted(lines: readonly PastedLine[], near: readonly PageReading[]): PastedLine[] {
  const kinds = near.map((r) => new Map(r.lines.map((l) => [`${l.line} ${l.number ?? ''}`, l.kind])));
  return lines.map((l) => {
    const other = kinds.map((k) => k.get(`${l.line} ${l.number ?? ''}`)).find((k) => k !== undefined && k !== l.kind);
    return l.doubt || !other ? l : { ...l, doubt: `it may be ${other === 'nothing' ? 'nothing' : `a ${other}`}` };
  });
}

/** Whether numbers behind a single space are pages: most lines end in one, and they hardly ever fall. */
function pagesAtEnd(lines: readonly string[]): boolean {
  const ends = lines.map(endsInNumber).filter((n) => n !== undefined);
  if (ends.length < 3 || ends.length * 10 < lines.length * 6) return false;
  const falls = ends.filter((n, i) => i > 0 && n < ends[i - 1]!).length;
  return falls * 10 <= ends.length && ends.at(-1)! > lines.length;
}
