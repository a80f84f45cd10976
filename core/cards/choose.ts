import { type Day, toDay } from '../calendar';
import type { Card, Deck, Household, Id, Round } from '../household';
import { count } from '../words';
import { compareRounds } from './answers';
import { type CardStanding, type CardState, cardStandings, countDeck, type DeckCount, throughOn } from './standing';

/** A card to be asked, and why it is. */
export interface Chosen {
  card: Card;
  why: string;
}
export interface Sitting {
  cards: Chosen[];
  /** Cards that would be due as well, and wait for another day. */
  waiting: number;
  /** The whole deck is asked, once: nothing was for a week or more, or the level is at its end. */
  whole?: 'break' | 'end';
}
/** As long as it is likelier than this that a card is still known, it need not be asked. */
export const DUE_BELOW = 0.9;
/** After so many days without a round the whole deck is asked (common practice). */
export const BREAK_DAYS = 7;

/** The first day behind the last break of a week or more between some days, in their order. */
export const lastPause = (days: readonly Day[]): Day | undefined =>
  days.findLast((d, i) => i > 0 && d - days[i - 1]! >= BREAK_DAYS);

/**
 * From which day on every card of a deck is to be asked once: the day after a break of a week or more (today, while it lasts), or that on
 * which the child came through the deck’s course.
 */
function wholeSince(
  state: Household,
  deck: Deck,
  childId: Id,
  dates: readonly Day[],
  today: Day,
): { day: Day; why: 'break' | 'end' } | undefined {
  const pause = lastPause([...dates, today]);
  const end = throughOn(state, deck, childId);
  if (end !== undefined && end <= today && (pause === undefined || end >= pause)) return { day: end, why: 'end' };
  return pause === undefined ? undefined : { day: pause, why: 'break' };
}

/** What the choice of cards looks at. */
export interface Askable {
  state: CardState;
  /** Its place in the deck. */
  n: number;
  /** How likely it is still known; undefined before it was shown. */
  recall?: number;
  missed?: Day;
  first?: Day;
  /** The last day on which it was reviewed. */
  reviewed?: Day;
  /** It is met by being shown: not so one whose lesson is still to come. */
  free: boolean;
}

/**
 * Which of some cards are asked on a day, in their order: what was missed in a hurry first, then the likeliest forgotten, then what is new,
 * in the deck’s order, then what is not yet mastered; no more than so many, but all of it once where the whole deck is asked since a day.
 * What was reviewed on the day is not asked twice.
 */
export function askedOn<T extends Askable>(
  all: readonly T[],
  daily: number,
  today: Day,
  since?: Day,
): { asked: T[]; waiting: number; whole: boolean } {
  const open = all.filter((s) => s.reviewed !== today);
  const missed = open.filter((s) => s.missed !== undefined && s.missed < today);
  const rest = missed.length === 0 ? open : open.filter((s) => !missed.includes(s));
  const seen = rest.filter((s) => s.recall !== undefined).sort((a, b) => a.recall! - b.recall! || a.n - b.n);
  // What was shown for the first time since then is no part of what was known before.
  const once = since === undefined ? [] : seen.filter((s) => s.first! < since && (s.reviewed ?? -Infinity) < since);
  const due = [...once, ...seen.filter((s) => !once.includes(s) && s.recall! < DUE_BELOW)];
  // A card without a lesson is met by being shown; one whose lesson is still to come is not asked.
  const fresh = rest.filter((s) => s.recall === undefined && (s.state === 'to review' || s.free));
  const queue = [...missed, ...due, ...fresh];
  // A sitting asks as many as it is meant to: what is not yet mastered fills it, though it is likely known.
  const more = seen.filter((s) => !due.includes(s) && s.state === 'to review');
  const n = Math.max(daily, once.length > 0 ? missed.length + once.length : 0);
  return {
    asked: [...queue, ...more].slice(0, n),
    waiting: Math.max(0, queue.length - n),
    whole: once.length > 0,
  };
}

/**
 * Which cards are asked of a child at a sitting (`askedOn`), as many as the deck’s number a day; all of it once after a break of a week or
 * more and at the end of its level.
 */
export function sittingOf(
  state: Household,
  deck: Deck,
  childId: Id,
  today: Day,
  all: readonly CardStanding[] = cardStandings(state, deck, childId, today),
): Sitting {
  const own = state.rounds.filter((r) => r.deckId === deck.id && r.childId === childId && r.answers.length > 0);
  const dates = [...new Set(own.map((r) => toDay(r.date)).filter((d) => d <= today))].sort((a, b) => a - b);
  const since = dates.length > 0 ? wholeSince(state, deck, childId, dates, today) : undefined;
  const reviewed = new Map<Id, Day>();
  for (const r of own)
    if (r.kind === 'review')
      for (const a of r.answers)
        if (a.cardId) reviewed.set(a.cardId, Math.max(reviewed.get(a.cardId) ?? -Infinity, toDay(r.date)));
  const askable = all.map((s) => {
    const last = reviewed.get(s.card.id);
    return {
      ...{ ...s, n: s.card.n, free: s.card.lessonId === undefined },
      ...(last === undefined ? {} : { reviewed: last }),
    };
  });
  const { asked, waiting, whole } = askedOn(askable, deck.daily, today, since?.day);
  return {
    cards: asked.map((s) => ({ card: s.card, why: whyOf(s, today) })),
    waiting,
    ...(since && whole ? { whole: since.why } : {}),
  };
}

function whyOf(s: CardStanding, today: Day): string {
  if (s.missed !== undefined) return 'missed lately';
  if (s.recall === undefined) return 'new';
  const days = today - s.last!;
  if (days === 0) return 'shown today';
  return `${count(days, 'day')} since, still known in ${Math.round(s.recall * 10)} of 10 cases`;
}

/** Where a deck stands, in words: “21 of 26 mastered, 3 to review, 2 not met yet”. */
export function deckWords(n: DeckCount): string {
  const all = n.mastered + n['to review'] + n['not met'];
  if (all === 0) return 'no card yet';
  const rest = [n['to review'] > 0 && `${n['to review']} to review`, n['not met'] > 0 && `${n['not met']} not met yet`];
  return [`${n.mastered} of ${all} mastered`, ...rest].filter(Boolean).join(', ');
}

const WHOLE_WORDS = {
  break: ', so that the whole deck is asked after the break',
  end: ', so that the whole deck is asked at the end of the level',
} as const;

/** What a sitting comes to, in words. */
export function sittingWords({ cards, waiting, whole }: Sitting): string {
  if (cards.length === 0) return 'nothing to ask today';
  const wait = waiting > 0 ? `, ${waiting} more wait` : '';
  return `${count(cards.length, 'card')} today${whole ? WHOLE_WORDS[whole] : ''}${wait}`;
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
    ? `last ${last.right} right${wrong}: the child’s own best`
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
