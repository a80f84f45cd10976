import { type Day, toDay } from '../calendar';
import type { Card, Deck, Household, Id, Round } from '../household';
import { count } from '../words';
import { type CardStanding, cardStandings, compareRounds, countDeck, type DeckCount } from './standing';

/** A card to be asked, and why it is. */
export interface Chosen {
  card: Card;
  why: string;
}
export interface Sitting {
  cards: Chosen[];
  /** Cards that would be due as well, and wait for another day. */
  waiting: number;
  /** The whole deck is asked: nothing was for a week or more. */
  afterBreak: boolean;
}
/** As long as it is likelier than this that a card is still known, it need not be asked. */
const DUE_BELOW = 0.9;
/** After so many days without a round the whole deck is asked (common practice). */
export const BREAK_DAYS = 7;

/**
 * Which cards are asked of a child at a sitting: what was missed in one minute first, then the likeliest forgotten, then what is new, in the
 * deck’s order; no more than the deck’s number, but all of it after a break of a week or more. What was reviewed today is not asked twice.
 */
export function sittingOf(
  state: Household,
  deck: Deck,
  childId: Id,
  today: Day,
  all: readonly CardStanding[] = cardStandings(state, deck, childId, today),
): Sitting {
  const own = state.rounds.filter((r) => r.deckId === deck.id && r.childId === childId && r.answers.length > 0);
  const last = own.reduce((n, r) => Math.max(n, toDay(r.date)), -Infinity);
  const afterBreak = own.length > 0 && today - last >= BREAK_DAYS;
  const asked = new Set(
    own.filter((r) => r.kind === 'review' && toDay(r.date) === today).flatMap((r) => r.answers.map((a) => a.cardId)),
  );
  const open = all.filter((s) => !asked.has(s.card.id));
  const missed = open.filter((s) => s.missed !== undefined && s.missed < today);
  const rest = open.filter((s) => !missed.includes(s));
  const seen = rest.filter((s) => s.recall !== undefined).sort((a, b) => a.recall! - b.recall! || a.card.n - b.card.n);
  const due = afterBreak ? seen : seen.filter((s) => s.recall! < DUE_BELOW);
  // A card without a lesson is met by being shown; one whose lesson is still to come is not asked.
  const fresh = rest.filter(
    (s) => s.recall === undefined && (s.state === 'to review' || s.card.lessonId === undefined),
  );
  const queue = [...missed, ...due, ...fresh];
  const n = afterBreak ? Math.max(deck.daily, missed.length + due.length) : deck.daily;
  return {
    cards: queue.slice(0, n).map((s) => ({ card: s.card, why: whyOf(s, today) })),
    waiting: Math.max(0, queue.length - n),
    afterBreak,
  };
}

function whyOf(s: CardStanding, today: Day): string {
  if (s.missed !== undefined) return 'missed lately';
  if (s.recall === undefined) return 'new';
  const days = today - s.last!;
  return `${count(days, 'day')} since, still known in ${Math.round(s.recall * 10)} of 10 cases`;
}

/** Where a deck stands, in words: “21 of 26 mastered, 3 to review, 2 not met yet”. */
export function deckWords(n: DeckCount): string {
  const all = n.mastered + n['to review'] + n['not met'];
  if (all === 0) return 'no card yet';
  const rest = [n['to review'] > 0 && `${n['to review']} to review`, n['not met'] > 0 && `${n['not met']} not met yet`];
  return [`${n.mastered} of ${all} mastered`, ...rest].filter(Boolean).join(', ');
}

/** What a sitting comes to, in words. */
export function sittingWords({ cards, waiting, afterBreak }: Sitting): string {
  if (cards.length === 0) return 'nothing to ask today';
  const wait = waiting > 0 ? `, ${waiting} more wait` : '';
  return `${count(cards.length, 'card')} today${afterBreak ? ', the whole deck after the break' : ''}${wait}`;
}

/** One minute of a child with a deck: how many were right and wrong. */
export interface Minute {
  round: Round;
  day: Day;
  right: number;
  wrong: number;
}
/** All minutes of a child with a deck, oldest first. */
export function minutesOf(state: Pick<Household, 'rounds'>, deckId: Id, childId: Id): Minute[] {
  return state.rounds
    .filter((r) => r.kind === 'minute' && r.deckId === deckId && r.childId === childId)
    .map((round) => {
      const wrong = round.answers.filter((a) => a.said === 'wrong').length;
      return { round, day: toDay(round.date), right: round.answers.length - wrong, wrong };
    })
    .sort((a, b) => compareRounds(a.round, b.round));
}

/** The best of one’s own minutes and the last, in words; never another child’s. */
export function minuteWords(list: readonly Minute[]): string {
  const last = list.at(-1);
  if (!last) return '';
  const best = Math.max(...list.map((m) => m.right));
  const wrong = last.wrong > 0 ? `, ${last.wrong} wrong` : '';
  return last.right >= best && list.length > 1
    ? `last ${last.right} right${wrong}: the own best`
    : `last ${last.right} right${wrong}, best ${best}`;
}

/** A deck with one child: where its cards stand, what is asked today, and all its minutes; worked out in one go. */
export interface DeckView {
  count: DeckCount;
  sitting: Sitting;
  minutes: Minute[];
}
export function deckView(state: Household, deck: Deck, childId: Id, today: Day): DeckView {
  const standings = cardStandings(state, deck, childId, today);
  return {
    count: countDeck(standings),
    sitting: sittingOf(state, deck, childId, today, standings),
    minutes: minutesOf(state, deck.id, childId),
  };
}
