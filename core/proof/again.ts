import type { IsoDate } from '../calendar';
import { type Course, type Enrolment, type Household, type Id, type Mark, type Mastery } from '../household';
import { contentsOf, flatten } from '../course';
import { isOpen, markRow, standingsOf } from '../log';
import { fromDay } from '../calendar';

/** How much is to be done again: the step itself, its whole lesson, or all that was sat for since a date. */
export type AgainScope = { kind: 'step' } | { kind: 'lesson' } | { kind: 'since'; date: IsoDate };

/** What happens after work that did not stick: the course’s own way, else the household’s. */
export const masteryOf = (state: Household, course: Course): Mastery => course.mastery ?? state.settings.mastery;

/**
 * The steps that “again” is about, in the order of the course: the step, with its lesson’s settled steps, or with
 * every step settled at a sitting on or after the date.
 */
export function againSteps(state: Household, enrolment: Enrolment, stepId: Id, scope: AgainScope): Id[] {
  const course = contentsOf(state, enrolment);
  if (!course) return [];
  const standings = standingsOf(state.marks, enrolment.id);
  const flat = flatten(course);
  const own = flat.find((s) => s.id === stepId);
  const settled = (id: Id) => !isOpen(standings, id);
  const since = (id: Id, date: IsoDate) =>
    standings.get(id)?.state === 'done' && standings.get(id)!.sat.some((d) => fromDay(d) >= date);
  return flat
    .filter(
      (s) =>
        s.id === stepId ||
        (scope.kind === 'lesson' && s.lesson.id === own?.lesson.id && settled(s.id)) ||
        (scope.kind === 'since' && since(s.id, scope.date)),
    )
    .map((s) => s.id);
}

/** The marks that put those steps back: in front, or (moving on) behind the next lesson. */
export function againMarks(
  state: Household,
  enrolment: Enrolment,
  stepId: Id,
  scope: AgainScope,
  date: IsoDate,
  mastery: Mastery,
  newId: () => Id,
): Mark[] {
  const marks: Mark[] = [];
  for (const id of againSteps(state, enrolment, stepId, scope)) {
    const wish = {
      enrolmentId: enrolment.id,
      stepId: id,
      date,
      kind: 'again' as const,
      ...(mastery === 'move on' ? { goOn: true } : {}),
    };
    marks.push(markRow({ ...state, marks: [...state.marks, ...marks] }, wish, newId()));
  }
  return marks;
}
