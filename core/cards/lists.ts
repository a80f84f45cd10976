import { type Day, toDay } from '../calendar';
import type { Deck, Household, Id, Round } from '../household';
import { compareRounds } from './answers';

/** A list read through once: how long, and how many words were wrong. */
export interface Run {
  round: Round;
  day: Day;
  words: number;
  wrong: number;
  seconds: number;
  /** All of it right, and quickly. */
  good: boolean;
}
/** So many good runs one after the other make a list sure. */
export const GOOD_RUNS = 3;
/** Seconds a word, in a good run, where the deck says nothing else (common practice: read at sight). */
export const QUICK = 2;

/** All times a child has read a list through, oldest first. */
export function runsOf(state: Pick<Household, 'rounds'>, deck: Deck, childId: Id): Run[] {
  return state.rounds
    .filter((r) => r.kind === 'run' && r.deckId === deck.id && r.childId === childId && r.seconds !== undefined)
    .sort(compareRounds)
    .map((round) => {
      const [words, seconds] = [round.answers.length, round.seconds!];
      const wrong = round.answers.filter((a) => a.said === 'wrong').length;
      const good = words > 0 && wrong === 0 && seconds <= words * (deck.quick ?? QUICK);
      return { round, day: toDay(round.date), words, wrong, seconds, good };
    });
}

/** Whether a list is quick and sure, in words; empty before it was read through once. */
export function runWords(runs: readonly Run[]): string {
  const last = runs.at(-1);
  if (!last) return '';
  let row = 0;
  for (let i = runs.length - 1; i >= 0 && runs[i]!.good; i--) row++;
  const read = `last read in ${last.seconds} s${last.wrong > 0 ? `, ${last.wrong} wrong` : ''}`;
  return row >= GOOD_RUNS ? `${read}: quick and sure` : `${read}, ${row} of ${GOOD_RUNS} good runs`;
}
