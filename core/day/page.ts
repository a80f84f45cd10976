import {
  type Away,
  awayOn,
  childOut,
  type Day,
  fromDay,
  type GoneOn,
  isBetweenYears,
  toDay,
  withUs,
  yearFor,
  yearWithOutside,
} from '../calendar';
import { contentsOf, type FlatStep, flatten, lessonRefOf } from '../course';
import {
  byId,
  type Child,
  type Course,
  type Enrolment,
  type Household,
  type Id,
  inOrderOfDay,
  type Mark,
  MARKS,
  sits,
  type Teacher,
  youngestFirst,
  takersOn,
} from '../household';
import {
  isOpen,
  compareMarks,
  fellAway,
  goneStep,
  marksByEnrolment,
  sittingMinutes,
  type Standing,
  standingsOf,
  wasSat,
} from '../log';
import { gamesOn } from './games';
import { proofsOf, type ProofStanding } from '../proof';
import { isPlanned, isTaken, isTakenOn, paceOn, remainingSteps } from '../pace';
import type { Plan } from '../stagger';

/** One step on a day's page. */
export interface DayRow {
  key: string;
  enrolment: Enrolment;
  step: FlatStep;
  /** The day's deciding mark about the whole enrolment, if there is one. */
  mark?: Mark;
  /** Children of a family-style sitting marked as missing it on this day. */
  missed: Child[];
  /** A new lesson: the teacher starts it with the child on this day. */
  fresh: boolean;
  /** It takes time on this day: it is to be done, or was sat for. */
  sits: boolean;
  /** The day it was carried from, when it stood there and was not finished. */
  carriedFrom?: Day;
  /** What is left of it in words, when it was done partly before this day. */
  left?: string;
  /** The proof that this step is kept for, while the proof has not failed. */
  proof?: ProofStanding;
  /** Minutes planned: what is left of the step. */
  minutes: number;
  /** Manual pages of the lesson; only on the first row of its lesson on the page. */
  pages?: string;
  /** Minutes the teacher needs to prepare the lesson; only there, and only while it is not begun. */
  prepare?: number;
  /** The pages are still to be read: no sitting has been spent on the lesson before this day. */
  readBefore: boolean;
  /** What was noted for it by whoever read it ahead; only on the first row of its lesson. */
  note?: string;
}

/** What was noted of a lesson for the day it is taught, by whoever read it ahead. */
export const notesFor = (state: Pick<Household, 'readAheads'>, courseId: Id, lessonId: Id): string =>
  state.readAheads
    .filter((r) => r.courseId === courseId && r.lessonId === lessonId && r.note)
    .map((r) => r.note)
    .join('; ');

/** One enrolment on one day. */
export interface DaySitting {
  enrolment: Enrolment;
  course: Course;
  teacher: Teacher | undefined;
  children: Child[];
  rows: DayRow[];
  /** Steps that fell away at one stroke on this day, said to be known: told in one line. */
  folded: FlatStep[];
}

/** Sittings that follow one another in the order of the day for the same children. */
export interface DayGroup {
  children: Child[];
  sittings: DaySitting[];
}

/** How far a child is with a day. */
export interface ChildDay {
  child: Child;
  steps: number;
  marked: number;
  /** Minutes of the day's steps not yet marked; what is answered at a game to come takes none of its own. */
  minutesLeft: number;
  /** True once every step of the day carries a mark, and nothing of it is carried. */
  finished: boolean;
  /** Steps that are carried to another day. */
  carried: number;
  /** Why the child has no school on this day at all. */
  out?: Away;
}

export interface DayPage {
  day: Day;
  groups: DayGroup[];
  children: ChildDay[];
  /** New lessons of the day that each teacher starts. */
  fresh: { teacher: Teacher; count: number }[];
  /** Who is away, and when, in order of time. */
  away: GoneOn[];
  /** The next step of each course that has no timetable, for when there is time; on a day gone by, of every course. */
  whenever: DayGroup[];
}

/**
 * The page of one day: what is marked on it and what the plan places on it, in the household's order of the day.
 * For a day before the plan's date it holds the marks, and what stood on its list and is still open.
 */
export function dayPage(state: Household, plan: Plan | undefined, day: Day): DayPage {
  const date = fromDay(day);
  const groups: DayGroup[] = [];
  for (const enrolment of inOrderOfDay(state)) {
    // On a day to come, with those who take and teach it by then.
    const sitting = sittingOn(state, plan, paceOn(enrolment, day), day, date);
    if (!sitting) continue;
    const last = groups.at(-1);
    if (last && sameChildren(last.children, sitting.children)) last.sittings.push(sitting);
    else groups.push({ children: sitting.children, sittings: [sitting] });
  }
  const rows = groups.flatMap((g) => g.sittings.flatMap((s) => s.rows));
  const atTable = answeredKeys(state, day, groups);
  const children = youngestFirst(state.children)
    .filter((c) => withUs(state, c.id, day))
    .map((child) => childDay(state, child, rows, day, atTable));
  const fresh = state.teachers.map((teacher) => ({
    teacher,
    count: new Set(rows.filter((r) => r.fresh && r.enrolment.teacherId === teacher.id).map((r) => r.enrolment.id)).size,
  }));
  const past = plan !== undefined && day < plan.today;
  return { day, groups, children, fresh, away: awayOn(state, day), whenever: wheneverOn(state, groups, day, past) };
}

/** The rows that the games of a day take the place of, by their keys. */
function answeredKeys(state: Household, day: Day, groups: readonly DayGroup[]): ReadonlySet<string> {
  const stored = yearFor(state.years, day);
  const games = gamesOn(state, stored && yearWithOutside(state, stored), { day, groups });
  return new Set([...games.values()].flatMap((rows) => rows.map((r) => r.key)));
}

const sameChildren = (a: readonly Child[], b: readonly Child[]) =>
  a.length === b.length && a.every((c, i) => c.id === b[i]!.id);

function sittingOn(
  state: Household,
  plan: Plan | undefined,
  enrolment: Enrolment,
  day: Day,
  date: string,
): DaySitting | undefined {
  // A day gone by shows what stood on its list.
  if (plan && day < plan.today) {
    const list = byId(state.dayLists, date)?.placements ?? [];
    const listed = isTaken(enrolment) ? list.filter((p) => p.enrolmentId === enrolment.id) : [];
    return sittingOf(
      state,
      enrolment,
      day,
      date,
      listed.map((p) => p.stepId),
    );
  }
  const planned = plan?.tracks.find((t) => t.enrolmentId === enrolment.id);
  return sittingOf(state, enrolment, day, date, planned?.stepIds.filter((_, i) => planned.days[i] === day) ?? []);
}

/** What an enrolment has on a day: what is marked on it, and of the given steps those still open. */
function sittingOf(
  state: Household,
  enrolment: Enrolment,
  day: Day,
  date: string,
  placed: readonly Id[],
): DaySitting | undefined {
  const course = contentsOf(state, enrolment, day);
  if (!course) return undefined;
  const all = marksByEnrolment(state.marks).get(enrolment.id) ?? [];
  const marks = all.filter((m) => m.date === date).sort(compareMarks);
  // What one child did by itself, or missed, is no work of the others.
  const wanted = new Set<Id>(marks.flatMap((m) => (m.childId === undefined ? [m.stepId] : [])));
  const standings = standingsOf(state.marks, enrolment.id);
  for (const id of placed) {
    // A plan made before the last mark may still name a step that has been settled since: the log wins.
    if (isOpen(standings, id)) wanted.add(id);
  }
  if (wanted.size === 0) return undefined;
  const proofs = proofsOf(state, enrolment);
  const pagesShown = new Set<Id>();
  const rows = stepsOfDay(course, marks, wanted).map((step): DayRow => {
    const own = marks.filter((m) => m.stepId === step.id);
    const mark = own.filter((m) => m.childId === undefined).at(-1);
    const standing = standings.get(step.id);
    const missed = own.filter((m) => m.kind === 'missed' && m.childId !== undefined);
    const from = carriedFrom(standing, day);
    const proof = proofs.find((p) => p.kept.some((k) => k.step.id === step.id));
    const firstOfLesson = !pagesShown.has(step.lesson.id);
    const begun = step.lesson.steps.some((s) => standings.get(s.id)?.sat.some((d) => d < day));
    pagesShown.add(step.lesson.id);
    return {
      key: `${enrolment.id} ${step.id}`,
      enrolment,
      step,
      ...(mark ? { mark } : {}),
      missed: missed.map((m) => byId(state.children, m.childId!)).filter((c) => c !== undefined),
      fresh: step.opensNewLesson && (mark === undefined || wasSat(mark, all)),
      sits: mark === undefined || wasSat(mark, all),
      ...(from === undefined ? {} : { carriedFrom: from }),
      ...(!mark && standing?.left ? { left: standing.left } : {}),
      ...(proof ? { proof } : {}),
      minutes: minutesOf(step, mark, standing, all),
      ...(step.lesson.pages && firstOfLesson ? { pages: step.lesson.pages } : {}),
      ...(step.lesson.prepare && firstOfLesson && !begun ? { prepare: step.lesson.prepare } : {}),
      readBefore: !begun,
      ...(firstOfLesson && state.readAheads.length > 0 ? noteOf(state, enrolment, step) : {}),
    };
  });
  return {
    enrolment,
    course,
    teacher: byId(state.teachers, enrolment.teacherId),
    children: takersOn(state, enrolment, day),
    rows: rows.filter((r) => !fell(r)),
    folded: rows.filter(fell).map((r) => r.step),
  };
}

/** The steps of a day, `wanted`, all that is marked on it among them, in the order of the book; before them those marked that are out of it by now, as their marks have them. */
function stepsOfDay(course: Course, marks: readonly Mark[], wanted: ReadonlySet<Id>): FlatStep[] {
  const steps = flatten(course).filter((s) => wanted.has(s.id));
  const inBook = new Set(steps.map((s) => s.id));
  const gone = marks.filter((m) => m.childId === undefined && !inBook.has(m.stepId));
  const asMarked = [...new Map(gone.map((m) => [m.stepId, goneStep(m, course)])).values()].filter(
    (s) => s !== undefined,
  );
  return [...asMarked, ...steps];
}

/** How long a step took on a day; unmarked, how long it takes still. */
function minutesOf(
  step: FlatStep,
  mark: Mark | undefined,
  standing: Standing | undefined,
  all: readonly Mark[],
): number {
  const planned = mark?.was?.minutes ?? step.minutes;
  if (mark && sits(mark.kind)) return sittingMinutes(all, mark, planned);
  return mark?.minutes ?? standing?.minutesLeft ?? planned;
}

function noteOf(state: Household, enrolment: Enrolment, step: FlatStep): { note?: string } {
  const { courseId, lessonId } = lessonRefOf(enrolment.courseId, step.lesson.id);
  const note = notesFor(state, courseId, lessonId);
  return note ? { note } : {};
}

const fell = (r: DayRow) => r.mark !== undefined && fellAway(r.mark);

function carriedFrom(standing: Standing | undefined, day: Day): Day | undefined {
  if (!standing) return undefined;
  const { last } = standing;
  if (last.childId !== undefined || MARKS[last.kind].settles || last.kind === 'missed') return undefined;
  const from = toDay(last.date);
  return from < day ? from : undefined;
}

/** Courses without a timetable: of each the next open step that is not on the page already, one group a course. */
function wheneverOn(state: Household, groups: readonly DayGroup[], day: Day, past: boolean): DayGroup[] {
  const onPage = new Set(groups.flatMap((g) => g.sittings.flatMap((s) => s.rows.map((r) => r.key))));
  // Between the years nothing is planned: of every course the next step is there to be done, on its own date.
  // Nor is anything planned on a day gone by, on which something was done all the same.
  const unplanned = past || isBetweenYears(state.years, day);
  return inOrderOfDay(state)
    .filter((e) => isTakenOn(e, day) && (unplanned || !isPlanned(e)))
    .flatMap((e): DayGroup[] => {
      const next = remainingSteps(state, e).find((s) => !onPage.has(`${e.id} ${s.id}`));
      const sitting = next && sittingOf({ ...state, marks: NO_MARKS }, e, day, fromDay(day), [next.id]);
      return sitting ? [{ children: sitting.children, sittings: [sitting] }] : [];
    });
}
/** The offered step carries none of the day's marks; those of its course stand with what was done. */
const NO_MARKS: Mark[] = [];

function childDay(
  state: Household,
  child: Child,
  rows: readonly DayRow[],
  day: Day,
  atTable: ReadonlySet<string>,
): ChildDay {
  const out = childOut(state, child.id, day);
  // Absent, they miss what the others do together; what is marked for them alone stands all the same.
  const own = rows.filter(
    (r) => r.enrolment.childIds.includes(child.id) && (!out || takersOn(state, r.enrolment, day).length === 1),
  );
  const open = own.filter((r) => r.mark === undefined && !r.missed.some((m) => m.id === child.id));
  const carried = own.filter((r) => r.mark && MARKS[r.mark.kind].refuses).length;
  return {
    child,
    steps: own.length,
    marked: own.length - open.length,
    minutesLeft: open.reduce((n, r) => (atTable.has(r.key) ? n : n + r.minutes), 0),
    finished: own.length > 0 && open.length === 0 && carried === 0,
    carried,
    ...(out ? { out } : {}),
  };
}

/** The order of the day with one enrolment moved to where another stands; what lies between moves up or down by one. */
export function moveInOrder(state: Household, enrolmentId: Id, onto: Id): Id[] {
  const order = inOrderOfDay(state).map((e) => e.id);
  const [from, to] = [order.indexOf(enrolmentId), order.indexOf(onto)];
  if (from < 0 || to < 0) return order;
  order.splice(to, 0, ...order.splice(from, 1));
  return order;
}
