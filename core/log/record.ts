import { contentsOf, flatten, type FlatStep, stepName } from '../course';
import { byId, type Child, type Course, type Enrolment, type Household, type Id, type Mark } from '../household';
import { atSitting } from './past';
import { compareMarks, marksByEnrolment } from './fold';

/** One line of the record, as it was. The step is undefined when it has since been taken out of its course. */
export interface RecordLine {
  mark: Mark;
  enrolment: Enrolment;
  course: Course;
  step: FlatStep | undefined;
  /** Lesson and step in words, as they were when it was marked. */
  words: string;
  /** Whom it is of: those who were there, where it was sat for. */
  children: Child[];
}

/** What of the record is looked at; each that is not said is everything. */
export interface LineFilter {
  /** Only what concerns that child: with family-style work, without what they missed. */
  childId?: Id;
  courseId?: Id;
  /** Looked at first. */
  mark?: (mark: Mark) => boolean;
  /** Looked at last. */
  also?: (line: RecordLine) => boolean;
}

/** Lines by their mark, each as long as what it was made from stands: ten years are not put into words anew after each mark. */
const lines = new WeakMap<Mark, { line: RecordLine; own: readonly Mark[]; children: readonly Child[] }>();
const flats = new WeakMap<Course, Map<Id, FlatStep>>();

/** The record, newest first. */
export function recordLines(state: Household, { childId, courseId, mark: asked, also }: LineFilter = {}): RecordLine[] {
  const taken = new Map<Id, Taken | undefined>();
  const found: RecordLine[] = [];
  const marks = marksByEnrolment(state.marks);
  for (const mark of state.marks) {
    if (asked && !asked(mark)) continue;
    let of = taken.get(mark.enrolmentId);
    if (!of && !taken.has(mark.enrolmentId)) {
      const enrolment = byId(state.enrolments, mark.enrolmentId);
      const course = enrolment && contentsOf(state, enrolment);
      const own = marks.get(mark.enrolmentId)!;
      if (enrolment && course) of = { enrolment, course, own, whoSat: atSitting(state, own, enrolment) };
      taken.set(mark.enrolmentId, of);
    }
    if (!of || (courseId && of.course.id !== courseId)) continue;
    const line = lineOf(state, mark, of);
    if (childId && !line.children.some((c) => c.id === childId)) continue;
    if (!also || also(line)) found.push(line);
  }
  return found.sort((a, b) => compareMarks(b.mark, a.mark));
}

interface Taken extends Pick<RecordLine, 'enrolment' | 'course'> {
  /** All marks of the enrolment: what is said of another of them may say who was there. */
  own: readonly Mark[];
  whoSat: (mark: Mark) => Id[];
}
function lineOf(state: Household, mark: Mark, { enrolment, course, own, whoSat }: Taken): RecordLine {
  const known = lines.get(mark);
  const same = known?.line.enrolment === enrolment && known.line.course === course && known.children === state.children;
  if (same && known.own === own) return known.line;
  const who = whoSat(mark);
  if (same && known.line.children.length === who.length && known.line.children.every((c) => who.includes(c.id))) {
    lines.set(mark, { ...known, own });
    return known.line;
  }
  let flat = flats.get(course);
  if (!flat) flats.set(course, (flat = new Map(flatten(course).map((s) => [s.id, s]))));
  const step = flat.get(mark.stepId);
  const line: RecordLine = {
    ...{ mark, enrolment, course, step },
    words: mark.was?.words ?? (step ? `${step.lesson.title}, ${stepName(step)}` : 'a step no longer in the course'),
    children: state.children.filter((c) => who.includes(c.id)),
  };
  lines.set(mark, { line, own, children: state.children });
  return line;
}
