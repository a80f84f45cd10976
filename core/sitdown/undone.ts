import { type Day, toDay } from '../calendar';
import { contentsOf, type FlatStep, flatten, stepName } from '../course';
import { byId, type Enrolment, type Household, type Id } from '../household';
import { standingsOf } from '../log';
import { neededAt } from '../materials';
import { isTaken } from '../pace';
import { titleAmong } from '../words';

/** Days for which what was to be made and was not is remembered. */
const REMEMBERED = 28;

/** An experiment, a craft, something to build that stood on a day and was not done. */
export interface Undone {
  enrolment: Enrolment;
  step: FlatStep;
  /** Course, lesson and step in words. */
  words: string;
  things: string[];
  /** It is carried, and comes again by itself; or it was left out. */
  state: 'carried' | 'left out';
  /** The last day on which it stood, or was left out. */
  day: Day;
  /** Of one that was left out: the mark that says so. */
  markId?: Id;
}

/** What was to be made in the last four weeks and was not, with the things it needs: the latest first, each step once. */
export function makingsUndone(state: Household, today: Day): Undone[] {
  const found = new Map<string, Undone>();
  const look = (enrolmentId: Id, stepId: Id, day: Day) => {
    const enrolment = byId(state.enrolments, enrolmentId);
    if (!enrolment || !isTaken(enrolment) || day >= today || day < today - REMEMBERED) return;
    const key = `${enrolmentId} ${stepId}`;
    if ((found.get(key)?.day ?? -Infinity) >= day) return;
    const standing = standingsOf(state.marks, enrolmentId).get(stepId);
    const kind = standing?.state ?? 'open';
    if (kind !== 'open' && kind !== 'left out') return;
    const course = contentsOf(state, enrolment, day);
    const step = course && flatten(course).find((s) => s.id === stepId);
    if (!course || step?.kind !== 'make') return;
    found.set(key, {
      ...{ enrolment, step, day, state: kind === 'open' ? 'carried' : 'left out' },
      words: `${titleAmong(state, enrolment, today)}, ${step.lesson.title}, ${stepName(step)}`,
      things: neededAt(state, enrolment, step).map((m) => m.name),
      ...(kind === 'left out' ? { markId: standing!.last.id } : {}),
    });
  };
  for (const list of state.dayLists)
    for (const { enrolmentId, stepId } of list.placements) look(enrolmentId, stepId, toDay(list.date));
  for (const m of state.marks) if (m.kind === 'left out' && !m.childId) look(m.enrolmentId, m.stepId, toDay(m.date));
  return [...found.values()].sort((a, b) => b.day - a.day || a.words.localeCompare(b.words));
}
