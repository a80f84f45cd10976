import { type Day, toDay } from '../calendar';
import type { Household, Id, Round, Saying } from '../household';

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

/**
 * What the answers to one card come to. A miss in review sends it back; one in a drill, a minute or a list only brings it up the next day.
 * Slow counts as known, but on the day that would make it mastered.
 */
export function foldAnswers(own: readonly Said[]): { rightDays: number; mastered: boolean; missed: Day | undefined } {
  let [right, mastered] = [new Set<Day>(), false];
  let missed: Day | undefined;
  for (const { day, said, kind } of own) {
    if (said === 'wrong') {
      if (kind === 'review') [right, mastered, missed] = [new Set(), false, undefined];
      else missed = day;
      continue;
    }
    if (kind === 'review') missed = undefined;
    if (right.size === MASTERED_DAYS - 1 && !right.has(day) && said === 'slow') continue;
    right.add(day);
    if (right.size >= MASTERED_DAYS) mastered = true;
  }
  return { rightDays: right.size, mastered, missed };
}

/** How many cards a deck has, and how many of them every one of some children has mastered. */
export function masteredBy(
  state: Pick<Household, 'rounds' | 'cards'>,
  deckId: Id,
  childIds: readonly Id[],
): { known: number; of: number } {
  const cards = state.cards.filter((c) => c.deckId === deckId);
  const by = childIds.map((id) => answersOf(state, deckId, id));
  const known = cards.filter((c) => by.length > 0 && by.every((a) => foldAnswers(a.get(c.id) ?? []).mastered));
  return { known: known.length, of: cards.length };
}

/** The day on which a card became mastered, where it is still; undefined while it is not. */
export function masteredOn(own: readonly Said[]): Day | undefined {
  if (!foldAnswers(own).mastered) return undefined;
  let last = own.length;
  while (last > 1 && foldAnswers(own.slice(0, last - 1)).mastered) last--;
  return own[last - 1]!.day;
}
