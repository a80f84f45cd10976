import type { Rhythm } from '../household/types';
import { type Day, toDay } from './day';

/** A stretch of weeks with school, both ends in it. `name` is the term's, or “block 3”. */
export interface Block {
  from: Day;
  to: Day;
  name: string;
}

/**
 * The stretches with school of a rhythm that touch the days up to `last`: terms as given, or blocks of so many weeks
 * on with so many off between them, where a block may have a length, and a break behind it, of its own. Weeks are runs
 * of seven days from the first day of the rhythm, so the household's first day of the week does not move them.
 */
export function blocksOf(rhythm: Rhythm, last: Day): Block[] {
  if (rhythm.kind === 'terms') {
    return rhythm.terms
      .map((t) => ({ from: toDay(t.from), to: toDay(t.to), name: t.name }))
      .sort((a, b) => a.from - b.from);
  }
  const blocks: Block[] = [];
  let at = toDay(rhythm.from);
  for (let n = 1; at <= last; n++) {
    const change = rhythm.changes.find((c) => c.block === n);
    const on = Math.max(1, change?.on ?? rhythm.on);
    blocks.push({ from: at, to: at + on * 7 - 1, name: `block ${n}` });
    at += (on + Math.max(0, change?.off ?? rhythm.off)) * 7;
  }
  return blocks;
}

/** What keeps a rhythm from being kept, in a sentence; undefined when it can be. */
export function rhythmFault(rhythm: Rhythm): string | undefined {
  if (rhythm.kind === 'weeks') {
    const whole = (n: number | undefined, min: number) =>
      n === undefined || (Number.isInteger(n) && n >= min && n <= 52);
    if (!whole(rhythm.on, 1)) return 'Weeks on: a whole number from 1 to 52.';
    if (!whole(rhythm.off, 0)) return 'Weeks off: a whole number from 0 to 52.';
    const bad = rhythm.changes.find(
      (c) => !whole(c.on, 1) || !whole(c.off, 0) || !Number.isInteger(c.block) || c.block < 1,
    );
    if (bad) return 'An exception needs the number of its block and whole weeks: on from 1, off from 0.';
    const twice = rhythm.changes.find((c, i) => rhythm.changes.findIndex((o) => o.block === c.block) < i);
    return twice && `Block ${twice.block} has two exceptions: keep one of them.`;
  }
  if (rhythm.terms.length === 0) return 'Add at least one term.';
  const sorted = [...rhythm.terms].sort((a, b) => (a.from < b.from ? -1 : 1));
  for (const [i, t] of sorted.entries()) {
    const name = t.name || `The term from ${t.from}`;
    if (t.to < t.from) return `${name} ends before it starts.`;
    if (i > 0 && t.from <= sorted[i - 1]!.to)
      return `${name} starts before ${sorted[i - 1]!.name || 'the one before it'} has ended.`;
  }
  return undefined;
}
