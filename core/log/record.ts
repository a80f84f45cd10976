import { contentsOf, flatten, type FlatStep } from '../course';
import {
  byId,
  type Child,
  childrenOf,
  type Course,
  type Enrolment,
  type Household,
  type Id,
  type Mark,
} from '../household';
import { compareMarks } from './fold';

/** One line of the record. The step is undefined when it has since been taken out of its course. */
export interface RecordLine {
  mark: Mark;
  enrolment: Enrolment;
  course: Course;
  step: FlatStep | undefined;
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
    const about = mark.childId ? [mark.childId] : enrolment.childIds;
    if (filter.childId && !about.includes(filter.childId)) continue;
    let flat = steps.get(enrolment.id);
    if (!flat) {
      flat = new Map(flatten(course).map((s) => [s.id, s]));
      steps.set(enrolment.id, flat);
    }
    const children = childrenOf(state, enrolment).filter((c) => about.includes(c.id));
    lines.push({ mark, enrolment, course, step: flat.get(mark.stepId), children });
  }
  return lines;
}
