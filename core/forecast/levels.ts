import { type Day, toDay } from '../calendar';
import { contentsOf, flatten, levelsBefore } from '../course';
import { type Enrolment, type Household, type Id, titleOf } from '../household';
import { marksByEnrolment, sittingMarks, standingsOf } from '../log';
import { isDoneWith } from '../pace';

/** How long a child, or several together, took over a course so far. */
export interface LevelRecord {
  enrolmentId: Id;
  courseId: Id;
  childIds: Id[];
  /** The first and the last day on which it was sat at. */
  first: Day;
  last: Day;
  /** Days on which it was sat at. */
  sittings: number;
  /** Lessons done, of how many the course has. */
  lessons: number;
  of: number;
  /** Sittings that a lesson took: the middle one of all that are done. */
  aLesson: number;
  done: boolean;
}

/** A level is told once so many of its lessons are done. */
const LESSONS_FROM = 3;

/**
 * How long each level took whoever took it, by course title and then by when it was begun; only what was sat at counts, work known without
 * being done does not. A sitting that held two lessons counts half for each.
 */
export function levelRecords(state: Household, today: Day): LevelRecord[] {
  return state.enrolments
    .flatMap((e) => recordOf(state, e, today) ?? [])
    .sort(
      (a, b) =>
        titleOf(state, a.courseId).localeCompare(titleOf(state, b.courseId)) ||
        a.first - b.first ||
        (a.enrolmentId < b.enrolmentId ? -1 : 1),
    );
}

/**
 * Those of them that bear on what anybody has still to do: of the same course, or of its series. After some years all the others are
 * many, and looked up when one wants to.
 */
export function levelsBearing(state: Household, records: readonly LevelRecord[], today: Day): LevelRecord[] {
  const seriesOf = (courseId: Id) => levelsBefore(state, courseId).at(-1)?.id ?? courseId;
  const going = state.enrolments.filter((e) => !isDoneWith(state, e, today));
  const series = new Set(going.map((e) => seriesOf(e.courseId)));
  return records.filter((r) => series.has(seriesOf(r.courseId)));
}

function recordOf(state: Household, enrolment: Enrolment, today: Day): LevelRecord | undefined {
  const course = contentsOf(state, enrolment, today);
  const own = marksByEnrolment(state.marks).get(enrolment.id) ?? [];
  // What one child caught up with took the course no sitting.
  const marks = sittingMarks(own).filter((m) => m.childId === undefined);
  if (!course || marks.length === 0) return undefined;
  const standings = standingsOf(state.marks, enrolment.id);
  const lessonOf = new Map(flatten(course).map((s) => [s.id, s.lesson.id]));
  // The lessons of each day, so that a day is shared among them.
  const days = new Map<Day, Set<Id>>();
  for (const m of marks) {
    const lesson = lessonOf.get(m.stepId);
    const day = toDay(m.date);
    if (lesson !== undefined) days.set(day, (days.get(day) ?? new Set()).add(lesson));
  }
  const took = new Map<Id, number>();
  for (const lessons of days.values()) for (const l of lessons) took.set(l, (took.get(l) ?? 0) + 1 / lessons.size);
  const open = new Set<Id>();
  for (const s of flatten(course)) if ((standings.get(s.id)?.state ?? 'open') === 'open') open.add(s.lesson.id);
  const all = new Set(lessonOf.values());
  const through = [...took].filter(([l]) => !open.has(l)).map(([, n]) => n);
  if (through.length < LESSONS_FROM) return undefined;
  const sorted = through.sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return {
    ...{ enrolmentId: enrolment.id, courseId: enrolment.courseId, childIds: enrolment.childIds },
    first: Math.min(...days.keys()),
    last: Math.max(...days.keys()),
    ...{ sittings: days.size, lessons: through.length, of: all.size, done: open.size === 0 },
    aLesson: sorted.length % 2 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2,
  };
}
