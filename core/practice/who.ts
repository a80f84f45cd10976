import type { Deck, Drill, Household, Id } from '../household';
import { drillOffer, type Question, questionsOf } from './drill';

/** Whether a child practises what is of a course: whoever takes it does; what is of none is everybody's. */
export const practises = (state: Pick<Household, 'enrolments'>, courseId: Id | undefined, childId: Id): boolean =>
  courseId === undefined || state.enrolments.some((e) => e.courseId === courseId && e.childIds.includes(childId));

/** Where the questions of one child in a game come from. */
export type Source =
  | { kind: 'drill'; id: Id; name: string; drill: Drill }
  | { kind: 'deck'; id: Id; name: string; deck: Deck };

/** What a source asks from. */
export const askedFrom = (state: Household, source: Source): Question[] =>
  questionsOf(state, source.kind === 'drill' ? source.drill : { facts: [], deckId: source.id });

/** All that a child can be asked from: its drills, then its decks; what asks nothing is not there. */
export const sourcesFor = (state: Household, childId: Id): Source[] =>
  [
    ...state.drills
      .filter((d) => practises(state, d.courseId, childId))
      .map((drill): Source => ({ kind: 'drill', id: drill.id, name: drill.name, drill })),
    ...state.decks
      .filter((d) => practises(state, d.courseId, childId))
      .map((deck): Source => ({ kind: 'deck', id: deck.id, name: deck.name, deck })),
  ].filter((s) => askedFrom(state, s).length > 0);

/** What a child is asked from unless somebody says otherwise: the drill of its own sheet of the day, else the first there is. */
export function usualSource(
  state: Household,
  childId: Id,
  sheet: { enrolmentId: Id; stepId: Id } | undefined,
): Source | undefined {
  const own = sourcesFor(state, childId);
  const drill = sheet && drillOffer(state, sheet.enrolmentId, sheet.stepId)?.drill;
  return own.find((s) => s.kind === 'drill' && s.id === drill?.id) ?? own[0];
}

/** The deck of a course that is to be reviewed with a child beside its lesson: until it was, on the day. */
export const deckBeside = (
  state: Pick<Household, 'decks' | 'rounds'>,
  courseId: Id,
  childId: Id,
  date: string,
): Deck | undefined => {
  const deck = state.decks.find((d) => d.courseId === courseId);
  const reviewed = state.rounds.some(
    (r) => r.deckId === deck?.id && r.childId === childId && r.date === date && r.kind === 'review',
  );
  return reviewed ? undefined : deck;
};
