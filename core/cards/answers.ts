import { type Day, toDay } from '../calendar';
import type { Card, Household, Id, Round, Saying } from '../household';

/** Right on so many days since the last miss, a card is mastered. */
export const MASTERED_DAYS = 3;

/** The order in which rounds are told: by date, then sequence, then id, so that the order of arrival never matters. */
export const compareRounds = (a: Round, b: Round): number =>
  a.date !== b.date ? (a.date < b.date ? -1 : 1) : a.seq !== b.seq ? a.seq - b.seq : a.id < b.id ? -1 : 1;

export interface Said {
  day: Day;
  said: Saying;
  kind: Round['kind'];
}
/** What a child said of each card of a deck, in the order of its rounds. */
export function answersOf(state: Pick<Household, 'rounds'>, deckId: Id, childId: Id): Map<Id, Said[]> {
  const answers = new Map<Id, Said[]>();
  for (const r of state.rounds.filter((x) => x.deckId === deckId && x.childId === childId).sort(compareRounds))
    for (const a of r.answers) {
      if (a.cardId === undefined) continue;
      const list = answers.get(a.cardId) ?? [];
      list.push({ day: toDay(r.date), said: a.said, kind: r.kind });
      answers.set(a.cardId, list);
    }
  return answers;
}

/** What the answers to one card come to, so far. */
export interface CardProgress {
  /** Days since the last miss on which it was known; three make it mastered. */
  rightDays: number;
  /** The last of them. */
  lastRight?: Day;
  mastered: boolean;
  /** Missed in a drill, a minute or a list, and not reviewed since. */
  missed?: Day;
}
/** A card of which nothing was asked. */
export const UNASKED: CardProgress = { rightDays: 0, mastered: false };

/**
 * Where a card stands after one more answer. A miss in review sends it back; one in a drill, a minute or a list only brings it up the next
 * day. Slow counts as known, but on the day that would make it mastered.
 */
export function afterAnswer(was: CardProgress, { day, said, kind }: Said): CardProgress {
  if (said === 'wrong') return kind === 'review' ? UNASKED : { ...was, missed: day };
  const { missed, ...cleared } = was;
  const now = kind === 'review' || missed === undefined ? cleared : was;
  if (was.lastRight === day || (was.rightDays === MASTERED_DAYS - 1 && said === 'slow')) return now;
  const rightDays = was.rightDays + 1;
  return { ...now, rightDays, lastRight: day, mastered: was.mastered || rightDays >= MASTERED_DAYS };
}

/** What the answers to one card come to, in their order. */
export const foldAnswers = (own: readonly Said[]): CardProgress => own.reduce(afterAnswer, UNASKED);

/** How many cards of a deck count, all of them unless others are given, and how many of those every one of some children has mastered. */
export function masteredBy(
  state: Pick<Household, 'rounds' | 'cards'>,
  deckId: Id,
  childIds: readonly Id[],
  cards: readonly Card[] = state.cards.filter((c) => c.deckId === deckId),
): { known: number; of: number } {
  const by = childIds.map((id) => answersOf(state, deckId, id));
  const known = cards.filter((c) => by.length > 0 && by.every((a) => foldAnswers(a.get(c.id) ?? []).mastered));
  return { known: known.length, of: cards.length };
}
