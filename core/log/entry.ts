import type { Score } from '../household/types';

/**
 * Reads a score as a parent writes it: "17/20", "17 of 20" or "85%". An empty text is no score.
 * @returns the score, null for an empty text, or a sentence that says what to write instead.
 */
export function readScore(text: string): Score | null | string {
  const t = text.trim();
  if (t === '') return null;
  const percent = /^(\d{1,3}(?:[.,]\d+)?)\s*%$/.exec(t);
  const parts = /^(\d{1,4}(?:[.,]\d+)?)\s*(?:\/|of)\s*(\d{1,4})$/i.exec(t);
  const number = (s: string | undefined) => Number((s ?? '').replace(',', '.'));
  const score = percent ? { got: number(percent[1]), of: 100 } : parts ? { got: number(parts[1]), of: number(parts[2]) } : null;
  if (!score) return 'Write a score like 17/20 or 85%.';
  if (score.of === 0 || score.got > score.of) return `A score cannot be more than all: ${score.got} of ${score.of}.`;
  return score;
}

/** A score as shown: "17/20", or "85%" when it was out of a hundred. */
export function writeScore(score: Score): string {
  return score.of === 100 ? `${score.got}%` : `${score.got}/${score.of}`;
}

/**
 * Reads minutes as typed: a whole number from 1 to 600. An empty text is none.
 * @returns the minutes, null for an empty text, or a sentence that says what to write instead.
 */
export function readMinutes(text: string): number | null | string {
  const t = text.trim();
  if (t === '') return null;
  const n = Number(t);
  if (!Number.isInteger(n) || n < 1 || n > 600) return 'Write minutes as a whole number from 1 to 600.';
  return n;
}
