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
const lines = new WeakMap<Mark, { line: RecordLine; children: readonly Child[] }>();
const flats = new WeakMap<Course, Map<Id, FlatStep>>();

/** The record, newest first. */
export function recordLines(state: Household, { childId, courseId, mark: asked, also }: LineFilter = {}): RecordLine[] {
  const taken = new Map<Id, (Taken & { whoSat: (mark: Mark) => Id[] }) | undefined>();
  const found: RecordLine[] = [];
  const marks = marksByEnrolment(state.marks);
  for (const mark of state.marks) {
    if (asked && !asked(mark)) continue;
    let of = taken.get(mark.enrolmentId);
    if (!of && !taken.has(mark.enrolmentId)) {
      const enrolment = byId(state.enrolments, mark.enrolmentId);
      const course = enrolment && contentsOf(state, enrolment);
      if (enrolment && course)
        of = { enrolment, course, whoSat: atSitting(state, marks.get(enrolment.id) ?? [], enrolment) };
      taken.set(mark.enrolmentId, of);
    }
    if (!of || (courseId && of.course.id !== courseId)) continue;
    const who = of.whoSat(mark);
    if (childId && !who.includes(childId)) continue;
    const line = lineOf(state, mark, of, who);
    if (!also || also(line)) found.push(line);
  }
  return found.sort((a, b) => compareMarks(b.mark, a.mark));
}

type Taken = Pick<RecordLine, 'enrolment' | 'course'>;
function lineOf(state: Household, mark: Mark, { enrolment, course }: Taken, who: readonly Id[]): RecordLine {
  const known = lines.get(mark);
  const { line: before } = known ?? {};
  if (
    before?.enrolment === enrolment &&
    before.course === course &&
    known!.children === state.children &&
    before.children.length === who.length &&
    before.children.every((c) => who.includes(c.id))
  )
    return before;
  let flat = flats.get(course);
  if (!flat) flats.set(course, (flat = new Map(flatten(course).map((s) => [s.id, s]))));
  const step = flat.get(mark.stepId);
  const line: RecordLine = {
    ...{ mark, enrolment, course, step },
    words: mark.was?.words ?? (step ? `${step.lesson.title}, ${stepName(step)}` : 'a step no longer in the course'),
    children: state.children.filter((c) => who.includes(c.id)),
  };
  lines.set(mark, { line, children: state.children });
  return line;
}
