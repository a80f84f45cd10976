import { fsrs } from 'ts-fsrs';
import { type Day, toDay } from '../calendar';
import { contentsOf, flatten } from '../course';
import { type Card, type Deck, type Household, type Id, type Round, type Saying } from '../household';
import { type StepState, standingsOf } from '../log';

/** Where a card stands with a child. */
export type CardState = 'not met' | 'to review' | 'mastered';

export interface CardStanding {
  card: Card;
  state: CardState;
  /** Days since the last miss on which it was known; three make it mastered. */
  rightDays: number;
  /** The last day on which it was shown; undefined before the first. */
  last?: Day;
  /** Missed in one minute, and not reviewed since: it comes up the next day. */
  missed?: Day;
  /** How likely it is still known, 0 to 1, by the memory model; undefined before it was shown. */
  recall?: number;
}

/** Right on so many days since the last miss, a card is mastered. */
export const MASTERED_DAYS = 3;

/**
 * The published memory model FSRS in its sixth version, from its own package: stability is the number of days after which nine in ten are
 * still known. Calendar days, no chance in it, nothing within a day.
 */
const model = fsrs({ enable_fuzz: false, enable_short_term: false });
/** The model’s own grades: again, hard, good. */
const GRADES: Record<Saying, 1 | 2 | 3> = { wrong: 1, slow: 2, right: 3 };
type Memory = { stability: number; difficulty: number };

/** What is remembered of a card after some answers, the first of each day. */
export function memoryOf(answers: readonly { day: Day; said: Saying }[]): { memory: Memory; day: Day } | undefined {
  let found: { memory: Memory; day: Day } | undefined;
  for (const { day, said } of answers) {
    if (found?.day === day) continue;
    found = { memory: model.next_state(found?.memory ?? null, found ? day - found.day : 0, GRADES[said]), day };
  }
  return found;
}
/** How likely it is still known so many days after it was last shown. */
export const recallAfter = (memory: Memory, days: number): number => model.forgetting_curve(days, memory.stability);

/** The order in which rounds are told: by date, then sequence, then id, so that the order of arrival never matters. */
export const compareRounds = (a: Round, b: Round): number =>
  a.date !== b.date ? (a.date < b.date ? -1 : 1) : a.seq !== b.seq ? a.seq - b.seq : a.id < b.id ? -1 : 1;

/** The lessons of a deck's course that a child is past: done to the end, or known, or left out. */
function lessonsPast(state: Household, deck: Deck, childId: Id): ReadonlySet<Id> {
  const past = new Set<Id>();
  for (const e of state.enrolments) {
    if (e.courseId !== deck.courseId || !e.childIds.includes(childId)) continue;
    const course = contentsOf(state, e);
    const standings = standingsOf(state.marks, e.id);
    const open = new Set<Id>();
    const seen = new Set<Id>();
    for (const s of course ? flatten(course) : []) {
      seen.add(s.lesson.id);
      const now: StepState = standings.get(s.id)?.state ?? 'open';
      // A lesson that is being taught has shown its cards.
      if (now === 'open' && !standings.get(s.id)?.sat.length) open.add(s.lesson.id);
      else past.add(s.lesson.id);
    }
    for (const id of seen) if (!open.has(id)) past.add(id);
  }
  return past;
}

interface Said {
  day: Day;
  said: Saying;
  kind: Round['kind'];
}
/** What a child said of each card of a deck, in the order of its rounds. */
function answersOf(state: Pick<Household, 'rounds'>, deckId: Id, childId: Id): Map<Id, Said[]> {
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
function foldAnswers(own: readonly Said[]): { rightDays: number; mastered: boolean; missed: Day | undefined } {
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

/** Where each card of a deck stands with a child, in the deck’s own order: a fold of its rounds by date, in any order of arrival. */
export function cardStandings(state: Household, deck: Deck, childId: Id, today: Day): CardStanding[] {
  const answers = answersOf(state, deck.id, childId);
  const past = deck.courseId === undefined ? undefined : lessonsPast(state, deck, childId);
  return state.cards
    .filter((c) => c.deckId === deck.id)
    .sort((a, b) => a.n - b.n || (a.id < b.id ? -1 : 1))
    .map((card) => {
      const own = answers.get(card.id) ?? [];
      const { rightDays, mastered, missed } = foldAnswers(own);
      const known = memoryOf(own);
      const met = own.length > 0 || (card.lessonId !== undefined && (past?.has(card.lessonId) ?? true));
      return {
        ...{ card, state: mastered ? 'mastered' : met ? 'to review' : 'not met', rightDays },
        ...(own.length > 0 ? { last: own.at(-1)!.day } : {}),
        ...(missed === undefined ? {} : { missed }),
        ...(known ? { recall: recallAfter(known.memory, Math.max(0, today - known.day)) } : {}),
      };
    });
}

/** How many cards stand where. */
export interface DeckCount {
  'not met': number;
  'to review': number;
  mastered: number;
}
export function countDeck(standings: readonly CardStanding[]): DeckCount {
  const n: DeckCount = { 'not met': 0, 'to review': 0, mastered: 0 };
  for (const s of standings) n[s.state]++;
  return n;
}
