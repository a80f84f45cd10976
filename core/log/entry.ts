import { isIsoDate, type IsoDate } from '../calendar';
import type { Mark, Score } from '../household';

/**
 * Reads a score as a parent writes it: "17/20", "17 of 20" or "85%". An empty text is no score.
 * @returns the score, null for an empty text, or a sentence that says what to write instead.
 * @example
 * readScore('17/20') // => { got: 17, of: 20 }
 * readScore('85%') // => { got: 85, of: 100 }
 * readScore(' ') // => null
 * readScore('21 of 20') // => 'A score cannot be more than all: 21 of 20.'
 */
export function readScore(text: string): Score | null | string {
  const t = text.trim();
  if (t === '') return null;
  const percent = /^(\d{1,3}(?:[.,]\d+)?)\s*%$/.exec(t);
  const parts = /^(\d{1,4}(?:[.,]\d+)?)\s*(?:\/|of)\s*(\d{1,4})$/i.exec(t);
  const number = (s: string | undefined) => Number((s ?? '').replace(',', '.'));
  const score = percent
    ? { got: number(percent[1]), of: 100 }
    : parts
      ? { got: number(parts[1]), of: number(parts[2]) }
      : null;
  if (!score) return 'Write a score like 17/20 or 85%.';
  if (score.of === 0 || score.got > score.of) return `A score cannot be more than all: ${score.got} of ${score.of}.`;
  return score;
}

/**
 * A score as shown: "17/20", or "85%" when it was out of a hundred.
 * @example
 * writeScore({ got: 17, of: 20 }) // => '17/20'
 * writeScore({ got: 85, of: 100 }) // => '85%'
 */
export function writeScore(score: Score): string {
  return score.of === 100 ? `${score.got}%` : `${score.got}/${score.of}`;
}

/**
 * Reads minutes as typed: a whole number from 1 (or another least) to 600. An empty text is none.
 * @returns the minutes, null for an empty text, or a sentence that says what to write instead.
 * @example
 * readMinutes('25') // => 25
 * readMinutes('') // => null
 * readMinutes('0') // => 'Write minutes as a whole number from 1 to 600.'
 * readMinutes('0', 0) // => 0
 */
export function readMinutes(text: string, least = 1): number | null | string {
  const t = text.trim();
  if (t === '') return null;
  const n = Number(t);
  if (!Number.isInteger(n) || n < least || n > 600) return `Write minutes as a whole number from ${least} to 600.`;
  return n;
}

/** What a parent typed about a mark. */
export interface EntryText {
  minutes: string;
  minutesLeft: string;
  left: string;
  score: string;
  note: string;
  date: string;
}
export type EntryFaults = Partial<Record<keyof EntryText, string>>;

/**
 * Puts what was typed onto a mark: empty texts take the detail away. `latest` is the last date a mark may carry.
 * @returns the mark, or a sentence for each text that cannot be read.
 */
export function withEntry(mark: Mark, text: EntryText, latest: IsoDate): { mark: Mark } | { faults: EntryFaults } {
  // What was done in the time of something else took none of its own.
  const minutes = readMinutes(text.minutes, 0);
  const left = readMinutes(text.minutesLeft);
  const score = readScore(text.score);
  const faults: EntryFaults = {};
  if (typeof minutes === 'string') faults.minutes = minutes;
  if (typeof left === 'string') faults.minutesLeft = left;
  if (typeof score === 'string') faults.score = score;
  if (!isIsoDate(text.date)) faults.date = 'Give a day that exists.';
  else if (text.date > latest) faults.date = 'A mark cannot lie in the future.';
  if (typeof minutes === 'string' || typeof left === 'string' || typeof score === 'string' || faults.date)
    return { faults };
  const { minutes: _m, minutesLeft: _l, left: _w, goOn, proofId, score: _s, note: _n, ...rest } = mark;
  const note = text.note.trim();
  const words = text.left.trim();
  return {
    mark: {
      ...rest,
      date: text.date,
      ...(goOn && mark.kind === 'again' ? { goOn } : {}),
      ...(proofId && (mark.kind === 'known' || mark.kind === 'again') ? { proofId } : {}),
      ...(minutes === null ? {} : { minutes }),
      ...(left === null || mark.kind !== 'partly' ? {} : { minutesLeft: left }),
      ...(words && mark.kind === 'partly' ? { left: words } : {}),
      ...(score === null ? {} : { score }),
      ...(note ? { note } : {}),
    },
  };
}

/** The texts that stand for a mark's details, as `withEntry` reads them. */
export function entryText(mark: Mark | undefined, date: IsoDate): EntryText {
  return {
    minutes: mark?.minutes?.toString() ?? '',
    minutesLeft: mark?.minutesLeft?.toString() ?? '',
    left: mark?.left ?? '',
    score: mark?.score ? writeScore(mark.score) : '',
    note: mark?.note ?? '',
    date: mark?.date ?? date,
  };
}
