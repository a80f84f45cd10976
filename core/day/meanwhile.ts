import { ageOn, type Day, fromDay } from '../calendar';
import type { Child, Household, Meanwhile } from '../household';

const MOST_LINES = 100;

/**
 * What a child does while it waits, as a parent types it, a line each: “puzzle, 3–8: the wooden puzzle” is for ages three to eight and
 * needs the wooden puzzle; “drawing” is for all. Lines that say nothing are passed over.
 * @returns the lines read, or which of them cannot be.
 */
export function readMeanwhile(text: string): Meanwhile[] | { sentence: string } {
  const list: Meanwhile[] = [];
  for (const [i, line] of text.split('\n').entries()) {
    const words = line.trim();
    if (words === '') continue;
    const [, what = '', from, to, up, things] =
      /^([^:]*?)(?:,\s*(\d{1,2})\s*(?:[-–]\s*(\d{1,2})|(\+)))?\s*(?::\s*(.*))?$/.exec(words) ?? [];
    if (what.trim() === '')
      return { sentence: `Line ${i + 1}: say what it is, like “puzzle, 3–8: the wooden puzzle”.` };
    if (to !== undefined && Number(to) < Number(from))
      return { sentence: `Line ${i + 1}: the ages run backwards; write the younger first, like 3–8.` };
    if (list.length >= MOST_LINES) return { sentence: `At most ${MOST_LINES} lines are kept.` };
    list.push({
      text: what.trim().slice(0, 120),
      ...(from !== undefined && (to !== undefined || up) ? { from: Number(from) } : {}),
      ...(to === undefined ? {} : { to: Number(to) }),
      ...(things?.trim() ? { things: things.trim().slice(0, 200) } : {}),
    });
  }
  return list;
}

/** The same as lines. */
export const meanwhileText = (list: readonly Meanwhile[] = []): string =>
  list
    .map(({ text, from, to, things }) => {
      const ages = from === undefined ? '' : to === undefined ? `, ${from}+` : `, ${from}–${to}`;
      return `${text}${ages}${things ? `: ${things}` : ''}`;
    })
    .join('\n');

/**
 * What of the household's own list a child can do while it waits on a day, in words; another begins the list each day, so that none is
 * always last.
 */
export function ownMeanwhile({ settings }: Pick<Household, 'settings'>, child: Child, day: Day): string[] {
  const age = ageOn(child.born, fromDay(day));
  const list = (settings.meanwhile ?? []).filter((m) => (m.from ?? 0) <= age && age <= (m.to ?? Infinity));
  const words = list.map((m) => (m.things ? `${m.text} (${m.things})` : m.text));
  const first = list.length === 0 ? 0 : ((day % list.length) + list.length) % list.length;
  return [...words.slice(first), ...words.slice(0, first)];
}
