import { fsrs } from 'ts-fsrs';
import { type Day, toDay } from '../calendar';
import { contentsOf, flatten } from '../course';
import { type Card, type Deck, type Household, type Id, type Saying } from '../household';
import { type StepState, standingsOf } from '../log';
import { answersOf, foldAnswers } from './answers';

/** Where a card stands with a child. */
export type CardState = 'not met' | 'to review' | 'mastered';

export interface CardStanding {
  card: Card;
  state: CardState;
  /** Days since the last miss on which it was known; three make it mastered. */
  rightDays: number;
  /** The first and the last day on which it was shown; undefined before. */
  first?: Day;
  last?: Day;
  /** Missed in one minute, and not reviewed since: it comes up the next day. */
  missed?: Day;
  /** How likely it is still known, 0 to 1, by the memory model; undefined before it was shown. */
  recall?: number;
}

/**
 * The published memory model FSRS in its sixth version, from its own package: stability is the number of days after which nine in ten are
 * still known. Calendar days, no chance in it, nothing within a day.
 */
let made: ReturnType<typeof fsrs> | undefined;
/** Made when it is first asked, so that who counts no card does not load it. */
const model = () => (made ??= fsrs({ enable_fuzz: false, enable_short_term: false }));
/** The model’s own grades: again, hard, good. */
const GRADES: Record<Saying, 1 | 2 | 3> = { wrong: 1, slow: 2, right: 3 };
type Memory = { stability: number; difficulty: number };

/** What is remembered of a card, and since when. */
export interface Remembered {
  memory: Memory;
  day: Day;
}
/** What is remembered of a card after one more answer: of a day only the first counts. */
export const rememberedAfter = (was: Remembered | undefined, { day, said }: { day: Day; said: Saying }): Remembered =>
  was?.day === day
    ? was
    : { memory: model().next_state(was?.memory ?? null, was ? day - was.day : 0, GRADES[said]), day };
/** What is remembered of a card after some answers, the first of each day. */
export const memoryOf = (answers: readonly { day: Day; said: Saying }[]): Remembered | undefined =>
  answers.reduce<Remembered | undefined>(rememberedAfter, undefined);
/** How likely it is still known so many days after it was last shown. */
export const recallAfter = (memory: Memory, days: number): number => model().forgetting_curve(days, memory.stability);

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
      const standing = standings.get(s.id);
      const now: StepState = standing?.state ?? 'open';
      // A lesson that is being taught has shown its cards, but to those alone who were there.
      const missed = standing?.missed.some((m) => m.childId === childId) ?? false;
      if (missed || (now === 'open' && !standing?.sat.length)) open.add(s.lesson.id);
      else past.add(s.lesson.id);
    }
    for (const id of seen) if (!open.has(id)) past.add(id);
  }
  return past;
}

/** The day on which a child came through the course of a deck: its last mark, once nothing of it is open; undefined before. */
export function throughOn(state: Household, deck: Deck, childId: Id): Day | undefined {
  const taken = state.enrolments.find((e) => e.courseId === deck.courseId && e.childIds.includes(childId));
  const course = taken && contentsOf(state, taken);
  const steps = course ? flatten(course) : [];
  if (!taken || steps.length === 0) return undefined;
  const standings = standingsOf(state.marks, taken.id);
  let last = -Infinity;
  for (const s of steps) {
    const standing = standings.get(s.id);
    if (!standing || standing.state === 'open') return undefined;
    last = Math.max(last, toDay(standing.last.date));
  }
  return last;
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
        ...(own.length > 0 ? { first: own[0]!.day, last: own.at(-1)!.day } : {}),
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
