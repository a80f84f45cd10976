import { masteredBy, sittingOf } from '../cards';
import { type Day, fromDay, toDay, weekdayOf } from '../calendar';
import { deckForecast } from '../forecast';
import type { Card, Deck, Household, Round } from '../household';
import { makePlan, makeProblem, type Random, seeded } from '../stagger';
import { aChild, aCourse, aHousehold, anEnrolment, aYear } from './make';

/** A deck: so many cards, so many asked a sitting, practised on some weekdays. */
interface Shape {
  name: string;
  heldBack: boolean;
  cards: number;
  daily: number;
  weekdays: readonly number[];
}
/** How a child answers: how likely it is right about a card that was shown so often, so many days ago; and how often it sits down to it. */
interface Answering {
  name: string;
  heldBack: boolean;
  comes: (day: Day, random: Random) => boolean;
  begin: (random: Random) => (card: number, shown: number, days: number) => number;
}
const ALL = [1, 2, 3, 4, 5];
export const DECKS: readonly Shape[] = [
  { name: '12 cards, 5 a day', heldBack: false, cards: 12, daily: 5, weekdays: ALL },
  { name: '30 cards, 10 a day', heldBack: false, cards: 30, daily: 10, weekdays: ALL },
  { name: '30 cards, 5 a day', heldBack: false, cards: 30, daily: 5, weekdays: ALL },
  { name: '26 cards, 8 on three days', heldBack: false, cards: 26, daily: 8, weekdays: [1, 3, 5] },
  { name: '45 cards, 12 a day', heldBack: true, cards: 45, daily: 12, weekdays: ALL },
  { name: '20 cards, 8 on four days', heldBack: true, cards: 20, daily: 8, weekdays: [1, 2, 3, 4] },
];
const often = (share: number) => (_: Day, random: Random) => random() < share;
/** It learns by being shown: each time so much less is left that it does not know. */
const learns = (first: number, left: number) => () => (_: number, shown: number) => 1 - (1 - first) * left ** shown;
export const ANSWERINGS: readonly Answering[] = [
  { name: 'quick', heldBack: false, comes: often(0.9), begin: learns(0.75, 0.7) },
  { name: 'slow', heldBack: false, comes: often(0.85), begin: learns(0.4, 0.85) },
  {
    name: 'some cards hard',
    heldBack: false,
    comes: often(0.95),
    begin: (random) => {
      const hard = Array.from({ length: 60 }, () => random() < 0.2);
      return (card, shown) => 1 - (hard[card] ? 0.7 * 0.9 ** shown : 0.3 * 0.6 ** shown);
    },
  },
  { name: 'knows most of it', heldBack: true, comes: often(0.8), begin: learns(0.9, 0.6) },
  {
    name: 'forgets over days',
    heldBack: true,
    comes: often(0.9),
    begin: () => (_, shown, days) => (1 - 0.4 * 0.75 ** shown) * (1 - Math.min(0.4, 0.02 * days)),
  },
  {
    name: 'a week away in six',
    heldBack: true,
    comes: (day, random) => Math.floor((day + 3) / 7) % 6 !== 2 && random() < 0.95,
    begin: learns(0.6, 0.75),
  },
];

const LONGEST = 600;
/** Asked on the first day of each of so many weeks, from the second on. */
const WEEKS = 30;

/** How often the interval held the day on which a deck was mastered. */
export interface ByDeck {
  asked: number;
  /** Of those, how many could not be told. */
  untold: number;
  before: number;
  after: number;
  /** Days from the early to the late end, in sum; and of the middle before the truth. */
  width: number;
  early: number;
}

/** Children taken through a deck by what is asked of them: each answers by its own way, until all of it is mastered. */
export function byDeck(shape: Shape, answering: Answering, children: number, runs?: number): ByDeck {
  const row: ByDeck = { asked: 0, untold: 0, before: 0, after: 0, width: 0, early: 0 };
  const start = toDay('2026-09-07');
  const deck: Deck = { id: 'd', name: 'Facts', daily: shape.daily };
  const cards = Array.from({ length: shape.cards }, (_, n): Card => {
    return { id: `c${n}`, deckId: 'd', n, front: `${n}`, back: `${n}` };
  });
  const year = aYear({ start: fromDay(start), end: fromDay(start + LONGEST) });
  const none: Household = aHousehold({
    ...{ years: [year], children: [aChild('A')], courses: [aCourse('c')], enrolments: [anEnrolment('e', 'c')] },
    ...{ decks: [deck], cards },
  });
  const plan = makePlan(makeProblem(none, year, start), { sweeps: 1, seed: 1 });
  for (let child = 0; child < children; child++) {
    const random = seeded(1000 * child + 7 * shape.cards + shape.daily);
    const right = answering.begin(random);
    const shown = cards.map(() => ({ times: 0, last: start }));
    const rounds: Round[] = [];
    const told: { today: Day; state: Household }[] = [];
    let end: Day | undefined;
    for (let d = start; d < start + LONGEST && end === undefined; d++) {
      const state = { ...none, rounds: [...rounds] };
      if ((d - start) % 7 === 0 && d > start && told.length < WEEKS) told.push({ today: d, state });
      if (!shape.weekdays.includes(weekdayOf(d)) || !answering.comes(d, random)) continue;
      const answers = sittingOf(state, deck, 'A', d).cards.map(({ card }) => {
        const was = shown[card.n]!;
        const knows = random() < right(card.n, was.times, d - was.last);
        shown[card.n] = { times: was.times + 1, last: d };
        return { cardId: card.id, said: knows ? ('right' as const) : ('wrong' as const) };
      });
      if (answers.length === 0) continue;
      rounds.push({ ...{ id: `r${d}`, kind: 'review', deckId: 'd', childId: 'A', date: fromDay(d), seq: 1 }, answers });
      if (masteredBy({ ...none, rounds }, 'd', ['A']).known === shape.cards) end = d;
    }
    const truth = end ?? Infinity;
    for (const { today, state } of told) {
      row.asked++;
      const { opens } = deckForecast(state, 'd', 'A', { ...plan, today }, { runs });
      if (!opens) {
        row.untold++;
        continue;
      }
      if (truth < opens.early) row.before++;
      if (truth > opens.late) row.after++;
      row.width += opens.late - opens.early;
      row.early += Math.min(truth, start + LONGEST) - opens.middle;
    }
  }
  return row;
}
