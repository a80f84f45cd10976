/** A page read by what is set in. */
import { expanded, fillPageRanges, FRONT_OR_BACK, lineOf, numberDoubts, type Part, special, specialOf } from './parts';
import type { PastedLine } from './pasted';

/** By what is set in, or bulleted: what has lines below it is a heading. Undefined where nothing is, or headings hold too little. */
export function nesting(all: readonly Part[]): PastedLine[] | undefined {
  // “Contents” stands over everything, and is no heading of it.
  const isFront = ({ parts: p }: Part) => p.number === undefined && FRONT_OR_BACK.test(p.title);
  const parts = all.filter((p) => !isFront(p));
  const lines = parts.map((p) => p.line);
  const depths = lines.map((l) => l.depth);
  if (new Set(depths).size < 2 || lines.some((l) => l.hash)) return undefined;
  const parent = depths.map((d, i) => (depths[i + 1] ?? -1) > d);
  // Of headings within headings the inner ones.
  const heads = parent.filter((p, i) => p && !parent[i + 1]).length;
  const leaves = parent.filter((p) => !p).length;
  if (leaves < 1.5 * heads || parts.some((p, i) => parent[i] && p.parts.pages !== undefined)) return undefined;
  const headings = new Set(parts.flatMap((p, i) => (parent[i] ? [p.parts.label] : [])));
  let i = -1;
  const made = all.flatMap((p): PastedLine[] => {
    if (isFront(p)) return [lineOf(p, 'nothing')];
    i++;
    if (parent[i]) return [lineOf(p, 'heading')];
    const kind = specialOf(p.parts);
    return kind ? [special(p, kind, headings)] : expanded(p, lineOf(p, p.counted ? 'heading' : 'lesson'), true);
  });
  return fillPageRanges(numberDoubts(made));
}
