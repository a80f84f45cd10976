import { type Day, fromDay, type IsoDate, toDay } from '../calendar';
import { compareRounds, stackOf } from '../cards';
import { contentsOf, type FlatStep, flatten } from '../course';
import {
  byId,
  type Drill,
  type Enrolment,
  type Fact,
  type Household,
  type Id,
  type Kind,
  type Round,
  type Score,
} from '../household';
import { count, listing } from '../words';

/** A question of a drill; with the card it stands on, where it is one. */
export interface Question extends Fact {
  cardId?: Id;
}

/** What a drill asks from: its facts, or the cards of its deck that have a back. */
export function questionsOf(state: Pick<Household, 'cards'>, drill: Pick<Drill, 'facts' | 'deckId'>): Question[] {
  if (drill.deckId === undefined) return [...drill.facts];
  return state.cards
    .filter((c) => c.deckId === drill.deckId && c.back.trim() !== '')
    .sort((a, b) => a.n - b.n || (a.id < b.id ? -1 : 1))
    .map((c) => ({ ask: c.front, answer: c.back, cardId: c.id }));
}

/**
 * The questions of one go: every fact once before any twice; of fewer questions than facts a fair draw; none directly after itself, unless
 * there is but one. What was wrong the last time comes among the first, so that it is not left to chance.
 * @param n questions, 1 or more; `random` gives numbers in [0, 1).
 */
export function drawn(
  questions: readonly Question[],
  n: number,
  random: () => number,
  again: ReadonlySet<string> = new Set(),
): Question[] {
  const missed = questions.filter((q) => again.has(q.ask)).slice(0, n);
  const stack = stackOf(questions, random);
  const first: Question[] = [];
  // Those missed take the place of as many others in the first turn: each still comes once before any twice.
  const turn = Array.from({ length: questions.length }, () => stack.next().value as Question);
  const kept = [...missed, ...turn.filter((q) => !missed.includes(q))].slice(0, Math.min(n, questions.length));
  const order = stackOf(kept, random);
  for (let i = 0; i < kept.length; i++) first.push(order.next().value as Question);
  while (first.length < n && questions.length > 0) {
    const next = stack.next().value as Question;
    // The seam between the two orders: what would follow itself goes one place further.
    if (next === first.at(-1) && questions.length > 1) {
      const other = stack.next().value as Question;
      first.push(other);
      if (first.length < n) first.push(next);
    } else first.push(next);
  }
  return first;
}

/** So many answers are offered to choose from. */
const OFFERED = 4;
/**
 * The answers that are offered for a question where nobody types: the right one among others of the same drill, each once, in an order of
 * chance; undefined where there are too few others to choose from.
 */
export function choicesFor(question: Question, all: readonly Question[], random: () => number): string[] | undefined {
  const others = [...new Set(all.map((q) => q.answer))].filter((a) => a !== question.answer);
  if (others.length < 2) return undefined;
  const stack = stackOf(others, random);
  const offered = [question.answer];
  while (offered.length < Math.min(OFFERED, others.length + 1)) {
    const next = stack.next().value as string;
    if (!offered.includes(next)) offered.push(next);
  }
  const order = stackOf(offered, random);
  return offered.map(() => order.next().value as string);
}

/** How many of a round’s answers were right, of how many. */
export const scoreOf = ({ answers }: Pick<Round, 'answers'>): Score => ({
  got: answers.filter((a) => a.said !== 'wrong').length,
  of: answers.length,
});

/** A round as it stands in the record: “18 of 20 right in 1 min 40 s”. */
export function roundWords(round: Pick<Round, 'answers' | 'seconds'>): string {
  const { got, of } = scoreOf(round);
  const s = round.seconds;
  const took = s === undefined ? '' : s < 60 ? ` in ${s} s` : ` in ${Math.floor(s / 60)} min ${s % 60} s`;
  return of === 0 ? 'nothing answered' : `${got} of ${of} right${took}`;
}

/** The facts that were wrong in a round, each once, with what was given: “7 × 8 (54)”. */
export function missedIn(round: Pick<Round, 'answers'>, state: Pick<Household, 'cards'>): string {
  const wrong = round.answers.filter((a) => a.said === 'wrong');
  const asked = (a: Round['answers'][number]) => a.ask ?? byId(state.cards, a.cardId ?? '')?.front ?? '';
  return listing([...new Set(wrong.map((a) => `${asked(a)}${a.gave ? ` (${a.gave})` : ''}`))]);
}

/** A child’s rounds of a drill, oldest first. */
export const drillsOf = (state: Pick<Household, 'rounds'>, drillId: Id, childId: Id): Round[] =>
  state.rounds.filter((r) => r.kind === 'drill' && r.drillId === drillId && r.childId === childId).sort(compareRounds);

/** What was wrong in a child’s last round of a drill on a day before `today`, and so comes up first. */
export function missedBefore(state: Household, drillId: Id, childId: Id, today: Day): ReadonlySet<string> {
  const last = drillsOf(state, drillId, childId).findLast((r) => toDay(r.date) < today);
  const asks = (last?.answers ?? []).flatMap((a) => {
    if (a.said !== 'wrong') return [];
    const ask = a.ask ?? byId(state.cards, a.cardId ?? '')?.front;
    return ask === undefined ? [] : [ask];
  });
  return new Set(asks);
}

/** Kinds of work that a drill can be: drill itself, and practice or review in its place. */
export const DRILLED: readonly Kind[] = ['drill', 'practise', 'review'];

/** The drill that is chosen for a step: of its lesson, else of the nearest lesson of the course before it, else of the course. */
export function drillFor(state: Household, enrolment: Enrolment, step: FlatStep): Drill | undefined {
  const own = state.drills.filter((d) => d.courseId === enrolment.courseId);
  if (own.length === 0) return undefined;
  const course = contentsOf(state, enrolment);
  const at = new Map((course ? flatten(course) : []).map((s) => [s.lesson.id, s.lessonIndex]));
  const near = own
    .filter((d) => d.lessonId !== undefined && (at.get(d.lessonId) ?? Infinity) <= step.lessonIndex)
    .sort((a, b) => at.get(b.lessonId!)! - at.get(a.lessonId!)!);
  return near[0] ?? own.find((d) => d.lessonId === undefined);
}

/** What a drill made of a step on a date: its score, and its minutes, one at least; undefined where none was held. */
export function drilled(
  state: Pick<Household, 'rounds'>,
  on: { enrolmentId: Id; stepId: Id; date: IsoDate },
): { score: Score; minutes: number } | undefined {
  const round = state.rounds
    .filter((r) => r.enrolmentId === on.enrolmentId && r.stepId === on.stepId && r.date === on.date)
    .filter((r) => r.answers.length > 0)
    .sort(compareRounds)
    .at(-1);
  if (!round) return undefined;
  return { score: scoreOf(round), minutes: Math.max(1, Math.ceil((round.seconds ?? 0) / 60)) };
}

/** Minutes of a child in front of the screen on a day, in rounds of every kind: rounded up, each round at least a minute. */
export const screenMinutes = (state: Pick<Household, 'rounds'>, childId: Id, day: Day): number =>
  state.rounds
    .filter((r) => r.childId === childId && r.date === fromDay(day) && r.answers.length > 0)
    .reduce((n, r) => n + Math.max(1, Math.ceil((r.seconds ?? 0) / 60)), 0);

/** Drills that a child can hold for what stands on its list of a day, alone: each with the step it is held for. */
export interface DrillOffer {
  drill: Drill;
  enrolment: Enrolment;
  step: FlatStep;
}
export function drillOffer(state: Household, enrolmentId: Id, stepId: Id): DrillOffer | undefined {
  const enrolment = byId(state.enrolments, enrolmentId);
  const course = enrolment && contentsOf(state, enrolment);
  const step = course && flatten(course).find((s) => s.id === stepId);
  if (!step || !DRILLED.includes(step.kind)) return undefined;
  const drill = drillFor(state, enrolment, step);
  return drill && questionsOf(state, drill).length > 0 ? { drill, enrolment, step } : undefined;
}

/** What a drill is, in words: “24 facts, 20 questions”. */
export const drillWords = (state: Pick<Household, 'cards'>, drill: Drill): string =>
  `${count(questionsOf(state, drill).length, 'fact')}, ${count(drill.n, 'question')}`;
