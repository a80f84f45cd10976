import { type Day, toDay } from '../calendar';
import { masteredBy } from '../cards';
import { contentsOf, type FlatStep, flatten } from '../course';
import {
  byId,
  type Card,
  type Deck,
  type Enrolment,
  type Gate,
  type Household,
  type Id,
  type SchoolYear,
  takerIdsOn,
} from '../household';
import { isOpen, type Standing, standingsOf } from '../log';
import { earliestFit } from './fit';
import { isPlanned } from './rules';
import { takenSteps } from './taken';
import { isEnded, isTakenFrom, lifeOn, overFrom } from './lives';
import { anybodyLeft, leftFrom, loopOf } from './turns';
import type { TrackOf, TrackOptions } from './types';

/** What a gate does to the steps behind it. */
export type GateState =
  /** Met, or of no account: nothing waits. */
  | { kind: 'open' }
  /** Nobody can say yet when it opens. */
  | { kind: 'held' }
  /** It opens once a step of another enrolment is done: not before `day`, and `gap` days behind that step. */
  | { kind: 'behind'; enrolmentId: Id; stepId: Id; gap: number; day: Day };

/** What a mastery gate is counted from. */
type Counted = Pick<Household, 'courses' | 'decks' | 'cards' | 'rounds'>;

/**
 * The cards that a gate counts, of the deck that it names: not those of lessons at the gate or behind it, which nobody can meet before it
 * opens. `behind` are those. Undefined where no deck is counted.
 */
export function cardsOfGate(
  state: Pick<Counted, 'courses' | 'decks' | 'cards'>,
  enrolment: Enrolment,
  { lessonId, until }: Gate,
): { deck: Deck; counted: Card[]; behind: Card[] } | undefined {
  const deck = until.kind === 'mastery' && until.deckId !== undefined ? byId(state.decks, until.deckId) : undefined;
  if (!deck) return undefined;
  const own = state.cards.filter((c) => c.deckId === deck.id);
  const course = deck.courseId === enrolment.courseId ? contentsOf(state, enrolment) : undefined;
  const steps = course ? flatten(course) : [];
  const from = lessonId === undefined ? 0 : steps.findIndex((s) => s.lesson.id === lessonId);
  const late = new Set(from < 0 ? [] : steps.slice(from).map((s) => s.lesson.id));
  const waits = (c: Card) => c.lessonId !== undefined && late.has(c.lessonId);
  return { deck, counted: own.filter((c) => !waits(c)), behind: own.filter(waits) };
}

/** How far the list of a mastery gate is known by some children: counted by hand, or from the deck that it names. */
export function masteryOfGate(
  state: Counted,
  enrolment: Enrolment,
  gate: Gate,
  childIds: readonly Id[],
): { list: string; known: number; of: number } {
  const cards = cardsOfGate(state, enrolment, gate);
  if (cards) return { list: cards.deck.name, ...masteredBy(state, cards.deck.id, childIds, cards.counted) };
  const { list, known, of } = gate.until.kind === 'mastery' ? gate.until : { list: '', known: 0, of: 0 };
  return { list, known, of };
}

/** Whether a mastery gate is open: every entry of its list is known, or it was opened once, by the parent or by its deck. */
export function isMastered(state: Counted, enrolment: Enrolment, gate: Gate, childIds: readonly Id[]): boolean {
  if (gate.until.kind === 'mastery' && gate.until.opened !== undefined) return true;
  const { known, of } = masteryOfGate(state, enrolment, gate, childIds);
  return of > 0 && known >= of;
}

/** The gates that their decks hold open now, though nobody has written so yet: by these alone a plan is another. */
export const gatesOpenByDecks = (state: Counted & Pick<Household, 'children' | 'enrolments'>, today: Day): string =>
  state.enrolments
    .flatMap((e) => (e.gates ?? []).map((g) => ({ e, g })))
    .filter(
      ({ e, g }) =>
        g.until.kind === 'mastery' && g.until.deckId && isMastered(state, e, g, takerIdsOn(state, e, today)),
    )
    .map(({ g }) => g.id)
    .sort()
    .join(' ');

/**
 * How a gate of an enrolment stands. The date is the earliest one possible: that on which the other enrolment, at its
 * own pace and alone in the world, would be through. An enrolment that is dropped or finished holds nobody up; one that
 * is paused, or waits itself, does. `seen` are the enrolments on whose account this one is asked: a gate that leads
 * back to one of them is passed over (`gateFault` says so before it is kept).
 */
export function gateState(
  state: Household,
  year: SchoolYear,
  enrolment: Enrolment,
  gate: Gate,
  today: Day,
  options: TrackOptions,
  seen: ReadonlySet<Id>,
  trackOf: TrackOf,
): GateState {
  const { until } = gate;
  // Who has left, or is still to come, knows no card of it and holds nobody up.
  if (until.kind === 'mastery')
    return { kind: isMastered(state, enrolment, gate, takerIdsOn(state, enrolment, today)) ? 'open' : 'held' };
  const other = byId(state.enrolments, until.enrolmentId);
  if (!other || seen.has(other.id)) return { kind: 'open' };
  const steps = takenSteps(state, other).filter((s) => until.lessonId === undefined || s.lesson.id === until.lessonId);
  const standings = standingsOf(state.marks, other.id);
  const stands = (s: FlatStep) => standings.get(s.id)?.state ?? 'open';
  const last = steps.filter((s) => stands(s) === 'open').at(-1);
  if (!last) {
    const days = steps.map((s) => standings.get(s.id)).filter((s) => s !== undefined);
    const met = Math.max(-Infinity, ...days.map((s) => toDay(s.last.date)));
    const day = met + until.days + 1;
    return day <= today ? { kind: 'open' } : { kind: 'behind', enrolmentId: other.id, stepId: '', gap: 0, day };
  }
  if (isEnded(lifeOn(other, today)) || !anybodyLeft(state, other, today)) return { kind: 'open' };
  // Over from a day to come on, or with nobody left to take it, it holds nothing up from then on.
  const over = overFrom(other, today, toDay(year.end)) ?? leftFrom(state, other, today);
  const otherwise: GateState =
    over === undefined ? { kind: 'held' } : { kind: 'behind', enrolmentId: other.id, stepId: '', gap: 0, day: over };
  if (!isTakenFrom(other, today, toDay(year.end)) || !isPlanned(other)) return otherwise;
  const track = trackOf(state, year, other, today, { ...options, seen });
  const at = track.steps.findIndex((s) => s.id === last.id && (s.enrolmentId ?? track.enrolmentId) === other.id);
  const day = at < 0 ? undefined : earliestFit(track, toDay(year.end))?.days[at];
  if (day === undefined || (over !== undefined && day >= over)) return otherwise;
  const gap = until.days + 1;
  return { kind: 'behind', enrolmentId: other.id, stepId: last.id, gap, day: day + gap };
}

/**
 * The position, among the remaining steps, of the first one behind a gate; −1 where nothing waits: what it guards, or something
 * behind it, has been taught already. A sheet of the lesson that was proved known does not open it: what is untaught waits.
 */
export function gatePosition(
  gate: Gate,
  taken: readonly FlatStep[],
  remaining: readonly FlatStep[],
  standings: ReadonlyMap<Id, Standing>,
): number {
  if (gate.lessonId === undefined) return remaining.length > 0 ? 0 : -1;
  const from = taken.findIndex((s) => s.lesson.id === gate.lessonId);
  if (from < 0) return -1;
  const behind = new Set(taken.slice(from).map((s) => s.id));
  const taught = [...behind].some((id) => (standings.get(id)?.sat.length ?? 0) > 0);
  return taught ? -1 : remaining.findIndex((s) => behind.has(s.id));
}

/** The enrolments that are taken while another waits at a gate of its own, and only then. */
export const fillers = (state: Pick<Household, 'enrolments'>, today: Day): ReadonlySet<Id> =>
  new Set(
    state.enrolments
      .filter((e) => !isEnded(lifeOn(e, today)))
      .flatMap((e) => (e.gates ?? []).flatMap((g) => g.fillId ?? [])),
  );

/** When an enrolment that fills an in-between stretch is taken: from a day on, until another. */
export interface FillWindow {
  from: Day;
  before: Day;
}

/**
 * The stretch that an enrolment fills, when a gate of another names it for that: from where the other has done all that
 * comes before its gate, until the gate opens. Undefined when it fills nothing; an empty stretch once the gate is open.
 */
export function fillWindow(
  state: Household,
  year: SchoolYear,
  enrolment: Enrolment,
  today: Day,
  options: TrackOptions,
  seen: ReadonlySet<Id>,
  trackOf: TrackOf,
): FillWindow | undefined {
  for (const other of state.enrolments) {
    if (seen.has(other.id)) continue;
    const gate = other.gates?.find((g) => g.fillId === enrolment.id);
    if (!gate || isEnded(lifeOn(other, today))) continue;
    const stands = gateState(state, year, other, gate, today, options, seen, trackOf);
    if (stands.kind === 'open') return { from: today, before: today };
    const taken = takenSteps(state, other);
    const standings = standingsOf(state.marks, other.id);
    const remaining = taken.filter((s) => isOpen(standings, s.id));
    const at = gatePosition(gate, taken, remaining, standings);
    if (at < 0) return { from: today, before: today };
    let from = today;
    if (at > 0 && isTakenFrom(other, today, toDay(year.end))) {
      const track = trackOf(state, year, other, today, { ...options, seen });
      const i = track.steps.findIndex((s) => s.id === remaining[at - 1]!.id);
      const day = i < 0 ? undefined : earliestFit(track, toDay(year.end))?.days[i];
      if (day !== undefined) from = day + 1;
    }
    return { from, before: stands.kind === 'behind' ? stands.day : Infinity };
  }
  return undefined;
}

/**
 * Says why the gates of an enrolment cannot be kept, in a sentence; undefined when they can. A gate may not lead back,
 * over whatever others, to the enrolment it belongs to: both would wait for ever.
 */
export function gateFault(state: Household, enrolment: Enrolment): string | undefined {
  const all = [...state.enrolments.filter((e) => e.id !== enrolment.id), enrolment];
  const title = (e: Enrolment) => contentsOf(state, e)?.title ?? 'a course';
  const path: Enrolment[] = [];
  const leadsBack = (e: Enrolment): boolean => {
    for (const g of e.gates ?? []) {
      const next =
        g.until.kind === 'course' ? all.find((x) => x.id === (g.until as { enrolmentId: Id }).enrolmentId) : undefined;
      if (!next || path.includes(next)) continue;
      path.push(next);
      if (next.id === enrolment.id || leadsBack(next)) return true;
      path.pop();
    }
    return false;
  };
  if (leadsBack(enrolment)) {
    const way = path.map(title);
    return `${title(enrolment)} would wait for itself: it waits for ${way.join(', which waits for ')}. Choose another lesson or course to wait for.`;
  }
  const { loop, members } = loopOf(state, enrolment);
  for (const g of enrolment.gates ?? []) {
    if (loop && members.some((m) => g.until.kind === 'course' && m.id === g.until.enrolmentId))
      return `It takes turns with the course it would wait for; the order of “${loop.name}” says which comes first.`;
    if (g.fillId === enrolment.id) return 'A course cannot fill the time in which it waits itself.';
    if (g.until.kind === 'mastery' && g.until.deckId === undefined && g.until.known > g.until.of)
      return `${g.until.list || 'The list'} has ${g.until.of} entries; ${g.until.known} of them cannot be known.`;
    const cards = cardsOfGate(state, enrolment, g);
    if (cards && cards.counted.length === 0 && cards.behind.length > 0)
      return `All cards of “${cards.deck.name}” belong to lessons that would wait for them. Let a later lesson wait, or count other cards.`;
  }
  return undefined;
}
