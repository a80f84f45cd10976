import { contentsOf, flatten, type FlatStep, stepName } from '../course';
import { byId, type Child, type Course, type Enrolment, type Household, type Id, type Mark } from '../household';
import { aboutWhom } from './past';
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

/** What of the record is looked at; each that is not said is everything. */
export interface LineFilter {
  /** Only what concerns that child: with family-style work, without what they missed. */
  childId?: Id;
  courseId?: Id;
  /** Looked at last. */
  also?: (line: RecordLine) => boolean;
}

/** Lines by their mark, each as long as what it was made from stands: ten years are not put into words anew after each mark. */
const lines = new WeakMap<Mark, { line: RecordLine; children: readonly Child[] }>();
const flats = new WeakMap<Course, Map<Id, FlatStep>>();

/** The record, newest first. */
export function recordLines(state: Household, { childId, courseId, also }: LineFilter = {}): RecordLine[] {
  const taken = new Map<Id, { enrolment: Enrolment; course: Course } | undefined>();
  const found: RecordLine[] = [];
  for (const mark of state.marks) {
    let of = taken.get(mark.enrolmentId);
    if (!of && !taken.has(mark.enrolmentId)) {
      const enrolment = byId(state.enrolments, mark.enrolmentId);
      const course = enrolment && contentsOf(state, enrolment);
      taken.set(mark.enrolmentId, (of = enrolment && course ? { enrolment, course } : undefined));
    }
    if (!of || (courseId && of.course.id !== courseId)) continue;
    if (childId && !aboutWhom(mark, of.enrolment).includes(childId)) continue;
    const line = lineOf(state, mark, of.enrolment, of.course);
    if (!also || also(line)) found.push(line);
  }
  return found.sort((a, b) => compareMarks(b.mark, a.mark));
}

function lineOf(state: Household, mark: Mark, enrolment: Enrolment, course: Course): RecordLine {
  const known = lines.get(mark);
  if (known?.line.enrolment === enrolment && known.line.course === course && known.children === state.children)
    return known.line;
  let flat = flats.get(course);
  if (!flat) flats.set(course, (flat = new Map(flatten(course).map((s) => [s.id, s]))));
  const step = flat.get(mark.stepId);
  const ids = aboutWhom(mark, enrolment);
  const line: RecordLine = {
    ...{ mark, enrolment, course, step },
    words: mark.was?.words ?? (step ? `${step.lesson.title}, ${stepName(step)}` : 'a step no longer in the course'),
    children: state.children.filter((c) => ids.includes(c.id)),
  };
  lines.set(mark, { line, children: state.children });
  return line;
}
