import { contentsOf, flatten, type FlatStep, stepName } from '../course';
import { byId, type Child, type Course, type Enrolment, type Household, type Id, type Mark } from '../household';
import { compareMarks } from './fold';

/** One line of the record, as it was. The step is undefined when it has since been taken out of its course. */
export interface RecordLine {
  mark: Mark;
  enrolment: Enrolment;
  course: Course;
  step: FlatStep | undefined;
  /** Lesson and step in words, as they were when it was marked. */
  words: string;
  /** Whom the mark is about. */
  children: Child[];
}

/** The record, newest first; with a child, only what concerns that child (with family-style work, without what they missed). */
export function recordLines(state: Household, filter: { childId?: Id; courseId?: Id } = {}): RecordLine[] {
  const steps = new Map<Id, Map<Id, FlatStep>>();
  const lines: RecordLine[] = [];
  for (const mark of [...state.marks].sort((a, b) => compareMarks(b, a))) {
    const enrolment = byId(state.enrolments, mark.enrolmentId);
    const course = enrolment && contentsOf(state, enrolment);
    if (!enrolment || !course) continue;
    if (filter.courseId && course.id !== filter.courseId) continue;
    const about = mark.was?.childIds ?? (mark.childId ? [mark.childId] : enrolment.childIds);
    if (filter.childId && !about.includes(filter.childId)) continue;
    let flat = steps.get(enrolment.id);
    if (!flat) {
      flat = new Map(flatten(course).map((s) => [s.id, s]));
      steps.set(enrolment.id, flat);
    }
    const children = state.children.filter((c) => about.includes(c.id));
    const step = flat.get(mark.stepId);
    const words =
      mark.was?.words ?? (step ? `${step.lesson.title}, ${stepName(step)}` : 'a step no longer in the course');
    lines.push({ mark, enrolment, course, step, words, children });
  }
  return lines;
}
