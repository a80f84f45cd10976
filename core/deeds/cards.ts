import { type Day, fromDay, toDay } from '../calendar';
import type { CardLine, CardRow } from '../cards';
import {
  type Answer,
  byId,
  type Card,
  type Deck,
  type Gate,
  type Household,
  type Id,
  ownId,
  type Put,
  type Round,
  type Saying,
  takerIdsOn,
  takersOn,
} from '../household';
import { nextSeq } from '../log';
import { isMastered } from '../pace';
import { drilled } from '../practice';
import { tickOff } from './day';
import { markStep } from './marks';

/** A deck is made, or changed in what is said of it. */
export const saveDeck = (deck: Deck): Put[] =>
  deck.name.trim() === '' ? [] : [{ table: 'decks', put: { ...deck, name: deck.name.trim().slice(0, 200) } }];

/** Cards are put behind those of a deck; one whose front is there already stays as it is. */
export function addCards(
  now: Household,
  deckId: Id,
  lines: readonly (CardLine | CardRow)[],
  more: Pick<Card, 'kind' | 'courseId' | 'lessonId'> = {},
): Put[] {
  const deck = byId(now.decks, deckId);
  if (!deck) return [];
  const own = now.cards.filter((c) => c.deckId === deckId);
  const seen = new Set(own.map((c) => c.front.toLowerCase()));
  let n = own.reduce((most, c) => Math.max(most, c.n + 1), 0);
  return lines.flatMap(({ front, back, ...own }): Put[] => {
    if (front === '' || seen.has(front.toLowerCase())) return [];
    seen.add(front.toLowerCase());
    const ofCourse = 'lessonId' in own && deck.courseId ? { courseId: deck.courseId } : {};
    const id = ownId(now.cards, deckId, front.toLowerCase());
    return [{ table: 'cards', put: { id, deckId, front, back, ...more, ...own, ...ofCourse, n: n++ } }];
  });
}

/** What is said of a round besides its answers. */
export type RoundOf = Omit<Round, 'date' | 'seq' | 'answers' | 'seconds'> & { day: Day };

/**
 * An answer is put behind the others of its round; the round is made by its first. `at`: how many there were when it was given, so that
 * pressed twice it is one. A gate that counts the deck opens with the answer that completes it.
 */
export function answerRound(now: Household, { day, ...round }: RoundOf, answer: Answer, at?: number): Put[] {
  if (round.deckId !== undefined && !byId(now.decks, round.deckId)) return [];
  if (answer.cardId !== undefined && !byId(now.cards, answer.cardId)) return [];
  const known = byId(now.rounds, round.id);
  if (at !== undefined && (known?.answers.length ?? 0) !== at) return [];
  const before: Round = known ?? { ...round, date: fromDay(day), seq: nextSeq(now.rounds), answers: [] };
  const put: Round = { ...before, answers: [...before.answers, answer] };
  return [{ table: 'rounds', put }, ...gatesAfter(now, put)];
}
/** An answer of a card, as `answerRound` has it. */
export const answerCard = (now: Household, round: RoundOf, cardId: Id, said: Saying): Put[] =>
  answerRound(now, round, { cardId, said });

/** The last answer of a round is taken back; with its only one the round goes, and a gate that it opened is closed again. */
export function takeAnswerBack(now: Household, roundId: Id): Put[] {
  const round = byId(now.rounds, roundId);
  if (!round) return [];
  const put: Round = { ...round, answers: round.answers.slice(0, -1) };
  const row: Put = put.answers.length === 0 ? { table: 'rounds', remove: roundId } : { table: 'rounds', put };
  return [row, ...gatesAfter(now, put)];
}

/** The enrolments whose gates count the deck of a round, as its answers now leave them. */
function gatesAfter(now: Household, round: Round): Put[] {
  if (round.deckId === undefined) return [];
  const then = { ...now, rounds: [...now.rounds.filter((r) => r.id !== round.id), round] };
  return now.enrolments.flatMap((e): Put[] => {
    if (!e.childIds.includes(round.childId)) return [];
    const gates = (e.gates ?? []).map((g): Gate => {
      const { until } = g;
      if (until.kind !== 'mastery' || until.deckId !== round.deckId) return g;
      const { opened, ...closed } = until;
      const takers = takerIdsOn(now, e, toDay(round.date));
      const shut: Gate = { ...g, until: closed };
      const mastered = isMastered(then, e, shut, takers);
      if (opened === undefined) return mastered ? { ...g, until: { ...closed, opened: round.date } } : g;
      // What was opened on another day, or by a word while the deck was not there yet, stays open.
      return opened === round.date && !mastered && isMastered(now, e, shut, takers) ? shut : g;
    });
    return gates.some((g, i) => g !== e.gates![i]) ? [{ table: 'enrolments', put: { ...e, gates } }] : [];
  });
}

/** A list was read through, once: all its answers at a time, and how long it took. */
export function readThrough(
  now: Household,
  { day, ...round }: RoundOf,
  answers: readonly Answer[],
  seconds: number,
): Put[] {
  if (answers.length === 0 || byId(now.rounds, round.id)) return [];
  const said = { date: fromDay(day), seq: nextSeq(now.rounds), answers: [...answers], seconds: Math.round(seconds) };
  return [{ table: 'rounds', put: { ...round, ...said } }];
}

/** The minute is over: how long it was. */
export function endRound(now: Household, roundId: Id, seconds: number): Put[] {
  const round = byId(now.rounds, roundId);
  return round ? [{ table: 'rounds', put: { ...round, seconds: Math.round(seconds) } }] : [];
}

/**
 * A drill is over: how long it took; where it was held for a step, the step is done, with its score and minutes. `ticks`: a child held it
 * alone, and the parent's nod is what marks the step.
 */
export function endDrill(now: Household, roundId: Id, seconds: number, newId: () => Id, ticks = false): Put[] {
  const round = byId(now.rounds, roundId);
  if (!round || round.seconds !== undefined || round.answers.length === 0) return [];
  const put: Round = { ...round, seconds: Math.round(seconds) };
  const over: Put[] = [{ table: 'rounds', put }];
  const { enrolmentId, stepId, childId, date } = put;
  if (enrolmentId === undefined || stepId === undefined) return over;
  const then = { ...now, rounds: now.rounds.map((r) => (r.id === roundId ? put : r)) };
  if (ticks) {
    const enrolment = byId(now.enrolments, enrolmentId);
    const alone = enrolment !== undefined && takersOn(now, enrolment, toDay(date)).length === 1;
    const of = { kind: 'step', enrolmentId, stepId } as const;
    return [...over, ...tickOff(then, { childId, date, of }, alone, newId)];
  }
  const marks = markStep(now, { enrolmentId, stepId, day: toDay(date) }, 'done', newId);
  const result = drilled(then, { enrolmentId, stepId, date });
  return [
    ...over,
    ...marks.map((p): Put =>
      p.table === 'marks' && 'put' in p && p.put.kind === 'done' && p.put.childId === undefined
        ? { table: 'marks', put: { ...p.put, ...result } }
        : p,
    ),
  ];
}

/** A deck's cards the other way round as well: each back asked for its front; those that are there already stay. */
export function reverseCards(now: Household, deckId: Id): Put[] {
  const own = now.cards.filter((c) => c.deckId === deckId);
  let n = own.reduce((most, c) => Math.max(most, c.n + 1), 0);
  return own
    .filter((c) => c.reverseOf === undefined && c.back.trim() !== '' && !own.some((r) => r.reverseOf === c.id))
    .sort((a, b) => a.n - b.n)
    .map((c): Put => {
      const { picture: _p, ...rest } = c;
      return {
        table: 'cards',
        put: {
          ...rest,
          id: ownId(now.cards, 'the other way', c.id),
          front: c.back,
          back: c.front,
          reverseOf: c.id,
          n: n++,
        },
      };
    });
}

/** The one that asks a card the other way round, as the card now is. */
function turned({ front, back, lessonId }: Card, { lessonId: _before, ...other }: Card): Card {
  return { ...other, front: back, back: front, ...(lessonId === undefined ? {} : { lessonId }) };
}

/** A card is changed in what stands on it, or in its lesson; the one that asks it the other way round follows. */
export function changeCard(
  now: Household,
  cardId: Id,
  change: { [K in 'front' | 'back' | 'lessonId' | 'picture']?: Card[K] | undefined },
): Put[] {
  const card = byId(now.cards, cardId);
  if (!card) return [];
  const next = { ...card, ...change };
  for (const key of ['lessonId', 'picture'] as const) if (next[key] === undefined || next[key] === '') delete next[key];
  if ((next.front ?? '').trim() === '') return [];
  const put = next as Card;
  const other = now.cards.find((c) => c.reverseOf === cardId || c.id === card.reverseOf);
  return [
    { table: 'cards', put },
    ...(other && put.back.trim() !== '' ? [{ table: 'cards' as const, put: turned(put, other) }] : []),
  ];
}
