import { type Day, fromDay } from '../calendar';
import type { CardLine } from '../cards';
import { byId, type Card, type Deck, type Household, type Id, type Put, type Round, type Saying } from '../household';
import { nextSeq } from '../log';

/** A deck is made, or changed in what is said of it. */
export const saveDeck = (deck: Deck): Put[] =>
  deck.name.trim() === '' ? [] : [{ table: 'decks', put: { ...deck, name: deck.name.trim().slice(0, 200) } }];

/** Cards are put behind those of a deck; one whose front is there already stays as it is. */
export function addCards(
  now: Household,
  deckId: Id,
  lines: readonly CardLine[],
  newId: () => Id,
  more: Pick<Card, 'kind' | 'courseId' | 'lessonId'> = {},
): Put[] {
  if (!byId(now.decks, deckId)) return [];
  const own = now.cards.filter((c) => c.deckId === deckId);
  const seen = new Set(own.map((c) => c.front.toLowerCase()));
  let n = own.reduce((most, c) => Math.max(most, c.n + 1), 0);
  return lines.flatMap(({ front, back }): Put[] => {
    if (front === '' || seen.has(front.toLowerCase())) return [];
    seen.add(front.toLowerCase());
    return [{ table: 'cards', put: { id: newId(), deckId, front, back, ...more, n: n++ } }];
  });
}

/** What is said of a round besides its answers. */
export type RoundOf = Pick<Round, 'id' | 'deckId' | 'childId' | 'kind'> & { day: Day };

/** An answer is put behind the others of its round; the round is made by its first. */
export function answerCard(now: Household, { day, ...round }: RoundOf, cardId: Id, said: Saying): Put[] {
  if (!byId(now.decks, round.deckId) || !byId(now.cards, cardId)) return [];
  const known = byId(now.rounds, round.id);
  const before: Round = known ?? { ...round, date: fromDay(day), seq: nextSeq(now.rounds), answers: [] };
  return [{ table: 'rounds', put: { ...before, answers: [...before.answers, { cardId, said }] } }];
}

/** The last answer of a round is taken back; with its only one the round goes. */
export function takeAnswerBack(now: Household, roundId: Id): Put[] {
  const round = byId(now.rounds, roundId);
  if (!round) return [];
  const answers = round.answers.slice(0, -1);
  return answers.length === 0
    ? [{ table: 'rounds', remove: roundId }]
    : [{ table: 'rounds', put: { ...round, answers } }];
}

/** The minute is over: how long it was. */
export function endRound(now: Household, roundId: Id, seconds: number): Put[] {
  const round = byId(now.rounds, roundId);
  return round ? [{ table: 'rounds', put: { ...round, seconds: Math.round(seconds) } }] : [];
}
