import type { Day } from '../calendar';
import { contentsOf } from '../course';
import {
  byId,
  type Child,
  type Enrolment,
  type Gate,
  type Household,
  type Id,
  type SchoolYear,
  titleOf,
  takerIdsOn,
  takersOn,
} from '../household';
import { standingsOf } from '../log';
import {
  gatePosition,
  gateState,
  makeTrack,
  isMastered,
  isTakenOn,
  masteryOfGate,
  remainingSteps,
  takenSteps,
} from '../pace';
import { count } from '../words';

/** What a gate holds and what it waits for, in words; undefined where nothing waits. */
export function gateWords(state: Household, enrolment: Enrolment, gate: Gate, day: Day): string | undefined {
  const what = lessonTitle(state, enrolment, gate.lessonId);
  const { until } = gate;
  if (until.kind === 'mastery') {
    const takers = takerIdsOn(state, enrolment, day);
    if (isMastered(state, enrolment, gate, takers)) return undefined;
    const { list, known, of } = masteryOfGate(state, enrolment, gate, takers);
    return `${what} waits: ${list}, ${known} of ${of} known`;
  }
  const other = byId(state.enrolments, until.enrolmentId);
  const title = (other && titleOf(state, other.courseId)) || 'a course';
  const lesson = other && until.lessonId ? `${lessonTitle(state, other, until.lessonId)} of ` : '';
  return `${what} comes after ${lesson}${title}${until.days > 0 ? `, ${count(until.days, 'day')} later` : ''}`;
}

function lessonTitle(state: Household, enrolment: Enrolment, lessonId: Id | undefined): string {
  if (lessonId === undefined) return 'it';
  const lessons = contentsOf(state, enrolment)?.units.flatMap((u) => u.lessons);
  return lessons?.find((l) => l.id === lessonId)?.title ?? 'a lesson';
}

/** A course of which nothing comes because its next step stands at a closed gate. */
export interface AtGate {
  enrolment: Enrolment;
  title: string;
  children: Child[];
  words: string;
}

/**
 * The courses that have nothing on a day because a gate is closed that nobody can date, with what it waits for: a child without its
 * reading is told why.
 */
export function closedGates(state: Household, year: SchoolYear, day: Day): AtGate[] {
  const gated = state.enrolments.filter((e) => isTakenOn(e, day) && (e.gates ?? []).length > 0);
  return gated.flatMap((enrolment): AtGate[] => {
    const standings = standingsOf(state.marks, enrolment.id);
    const taken = takenSteps(state, enrolment, day);
    const remaining = remainingSteps(state, enrolment);
    const gate = (enrolment.gates ?? []).find(
      (g) =>
        gatePosition(g, taken, remaining, standings) === 0 &&
        // One that opens behind another course on a date of its own is no news on every day until then.
        gateState(state, year, enrolment, g, day, {}, new Set([enrolment.id]), makeTrack).kind === 'held',
    );
    const words = gate && gateWords(state, enrolment, gate, day);
    const title = titleOf(state, enrolment.courseId);
    return words && title ? [{ enrolment, title, children: takersOn(state, enrolment, day), words }] : [];
  });
}
