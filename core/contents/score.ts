import { whole } from './parts';
import type { PastedLine } from './pasted';

/** How much speaks for a reading: numbers that run, pages that rise, headings that hold something; against it what swallows or dangles. */
export function scoreOf(lines: readonly PastedLine[]): number {
  let score = 0;
  let before: number | undefined;
  let page: number | undefined;
  let held: number | undefined;
  const numbered = lines.filter((l) => l.kind === 'lesson' && l.number !== undefined).length;
  const some = lines.some((l) => l.kind === 'heading');
  const close = () => {
    if (held !== undefined) score += held === 0 ? -2 : held === 1 ? 0 : 0.5;
  };
  for (const [i, l] of lines.entries()) {
    if (l.kind === 'heading') {
      // A part that holds only chapters is no empty heading.
      if (!(held === 0 && lines[i - 1]?.kind === 'heading')) close();
      held = 0;
      continue;
    }
    if (l.kind === 'nothing') continue;
    if (held === undefined && some && l.kind === 'lesson') {
      // Lessons before the first heading.
      score -= 1.5;
      held = 2;
    }
    if (held !== undefined) held++;
    const n = l.kind === 'lesson' ? whole(l.number) : undefined;
    if (n !== undefined) {
      if (before !== undefined) score += n === before + 1 || n === 1 ? 1 : -1;
      before = whole(l.to) ?? n;
    } else if (l.kind === 'lesson' && numbered * 2 >= lines.length) score -= 0.3;
    const p = whole(l.pages?.replace(/–.*/, ''));
    if (p !== undefined) {
      if (page !== undefined) score += p >= page ? 0.3 : -1;
      page = p;
    }
  }
  close();
  return score;
}
