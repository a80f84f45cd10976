import { type Day, fromDay, teacherAways, weekdayOf } from '../calendar';
import { type FlatStep, lastPageIn, lessonRefOf, lessonsIn, pageWords } from '../course';
import {
  byId,
  type Course,
  type DateStyle,
  type Enrolment,
  type Household,
  type Id,
  type Lesson,
  type MakingKind,
  type MakingTask,
  type Prepared,
  type SchoolYear,
  type Teacher,
  takersOn,
  titleOf,
} from '../household';
import { atSitting, marksByEnrolment, sittingMarks } from '../log';
import { readyBy } from '../materials';
import { paceOn } from '../pace';
import { readingOf } from '../sitdown';
import { lessonsAhead, type Plan } from '../stagger';
import { count, dayAndDate } from '../words';
import { dueFirst, type Slot, type Work } from './due-first';
import { shareOut } from './share';
import { begunOf, learnedFactor, madeOf, type Making, minutesDoneOn, preparedId } from './made';

/** A lesson that its teacher has to make ready, or one of the things to be made for it. */
export interface PrepTask extends Work {
  teacher: Teacher;
  enrolment: Enrolment;
  lesson: FlatStep['lesson'];
  courseId: Id;
  lessonId: Id;
  title: string;
  /** The day on which the lesson begins in the plan. */
  day: Day;
  /** What the work of the hands is; the lesson's own minutes where nothing is said. */
  kind?: MakingKind;
  /** For the whole level, not for this lesson alone. */
  level?: boolean;
  tool?: string;
  /** How many are made, where each child has one; and how many are there then, those of earlier children among them. */
  pieces?: number;
  total?: number;
  /** Minutes as they were estimated, before any were learned. */
  estimate: number;
  /** Minutes of it that are done already. */
  begun?: number;
  /** The next pages of a download, to be printed. */
  instalment?: { partId: Id; name: string; from: number; to: number };
  /** Pages of the manual to be read ahead. */
  pages?: string;
}
/** A task and when it is done: `late` by so many days, or not at all in the time that is looked at. */
export interface PrepLine extends PrepTask {
  /** Whose it would be: another teacher does it, since it would come late. */
  helped?: Teacher;
  /** On which days, and how long on each; empty where the teacher has no hours for it. */
  on: { day: Day; minutes: number }[];
  ready?: Day;
  late?: number;
}

/** How far ahead lessons are looked at, in days: beyond, the plan is likely to change before anything is made. */
const AHEAD_DAYS = 42;

/** A task of a course, or the lesson's own minutes, which have no kind. */
type Asked = Pick<MakingTask, 'minutes' | 'each' | 'tool'> & { kind?: MakingKind; for?: MakingTask['for'] };

/** What a course asks to be made for a lesson: its own minutes, and its tasks in their order; those of the level with its first lesson. */
function asked(course: Course, lesson: Lesson, first: boolean): Asked[] {
  const tasks = (course.tasks ?? []).filter((t) => t.minutes > 0 && (t.for === 'lesson' || first));
  return lesson.prepare ? [...tasks, { minutes: lesson.prepare }] : tasks;
}

/**
 * What is to be made ready for the lessons of the coming weeks, by the day it is due: a lesson once, however many children take it, but
 * for what each child has one of, which is made for those who come to it and have none from before. What is cut after it is copied
 * stands behind it. A level's own tasks are due before its first lesson.
 */
export function prepTasks(state: Household, year: SchoolYear | undefined, plan: Plan): PrepTask[] {
  const tasks = new Map<Id, PrepTask & { order: number }>();
  /** How many children come to each. */
  const comes = new Map<Id, number>();
  for (const { enrolment, step, day, opens } of lessonsAhead(state, plan, plan.today, plan.today + AHEAD_DAYS)) {
    const teacher = byId(state.teachers, enrolment.teacherId);
    const ref = lessonRefOf(enrolment.courseId, step.lesson.id);
    const { courseId } = ref;
    const own = byId(state.courses, courseId);
    if (!teacher || !own || (!step.lesson.prepare && !own.tasks)) continue;
    const [first] = lessonsIn(own);
    // No later than the day before, whatever the course's own way: the morning of the lesson is for the lesson.
    const due = Math.min(readyBy(state, year, own, day), day - 1);
    asked(own, step.lesson, opens).forEach((task, order) => {
      // What is for the level is kept with the book's first lesson, wherever a child begins.
      const lessonId = task.for === 'level' ? first!.id : ref.lessonId;
      const key = preparedId(courseId, lessonId, task.kind);
      const made = madeOf(state, { courseId, lessonId, kind: task.kind });
      const children = (comes.get(key) ?? 0) + takersOn(state, paceOn(enrolment, day), day).length;
      comes.set(key, children);
      const pieces = task.each ? children - leftOver(state, made?.pieces ?? 0, own, lessonId) : 1;
      if (made && !(task.each && pieces > 0)) return;
      // Lessons come in order of days: it is made for the first who comes to it.
      const at = tasks.get(key) ?? { teacher, enrolment, day, due };
      const estimate = task.minutes * Math.max(1, pieces);
      tasks.set(key, {
        ...{ teacher: at.teacher, enrolment: at.enrolment, day: at.day, due: at.due, release: plan.today },
        ...{ lesson: step.lesson, courseId, lessonId, title: titleOf(state, courseId), order, estimate },
        ...toGo(state, { courseId, lessonId, kind: task.kind }, estimate * learnedFactor(state, courseId, task.kind)),
        ...(task.kind ? { kind: task.kind } : {}),
        // What is for one lesson comes too late behind it.
        ...(task.for === 'level' ? { level: true } : { until: at.day }),
        ...(task.kind && task.for === 'lesson' ? { chain: JSON.stringify([courseId, lessonId]) } : {}),
        ...(task.tool ? { tool: task.tool } : {}),
        ...(task.each ? { pieces, total: pieces + (made?.pieces ?? 0) } : {}),
      });
    });
  }
  return [...tasks.values(), ...instalments(state, year, plan), ...readings(state, plan)]
    .sort(
      (a, b) =>
        a.due - b.due || a.title.localeCompare(b.title) || a.lessonId.localeCompare(b.lessonId) || a.order - b.order,
    )
    .map(({ order: _order, ...task }) => task);
}

/** What is left of so many minutes, and how many of them are done. */
function toGo(state: Household, task: Making, minutes: number): Pick<PrepTask, 'minutes' | 'begun'> {
  const begun = begunOf(state, task);
  return { minutes: Math.max(1, Math.round(minutes) - begun), ...(begun > 0 ? { begun } : {}) };
}

/** Minutes to print something at home, and pages printed in a minute (common practice, from memory). */
const PRINT_MINUTES = 5;
const PAGES_A_MINUTE = 10;

/**
 * The next pages of each download: those from where it is printed to, to the end of the unit of the first lesson beyond; due before that
 * lesson.
 */
function instalments(state: Household, year: SchoolYear | undefined, plan: Plan): (PrepTask & { order: number })[] {
  const open = state.courses.flatMap((course) =>
    (course.parts ?? []).flatMap((part) => (part.printedTo === undefined || part.notWanted ? [] : [{ course, part }])),
  );
  if (open.length === 0) return [];
  const ahead = lessonsAhead(state, plan, plan.today, plan.today + AHEAD_DAYS);
  return open.flatMap(({ course, part }) => {
    const at = ahead.find(
      ({ enrolment, step }) =>
        lessonRefOf(enrolment.courseId, step.lesson.id).courseId === course.id &&
        lastPageIn(step.lesson.pages) > part.printedTo!,
    );
    const teacher = at && byId(state.teachers, at.enrolment.teacherId);
    if (!at || !teacher) return [];
    const { lessonId } = lessonRefOf(at.enrolment.courseId, at.step.lesson.id);
    const unit = course.units.find((u) => u.lessons.some((l) => l.id === lessonId));
    const to = Math.max(...(unit?.lessons ?? [at.step.lesson]).map((l) => lastPageIn(l.pages)));
    const from = part.printedTo! + 1;
    const minutes = PRINT_MINUTES + Math.ceil((to - from + 1) / PAGES_A_MINUTE);
    return [
      {
        ...{ teacher, enrolment: at.enrolment, day: at.day, release: plan.today, order: -1 },
        due: Math.min(readyBy(state, year, course, at.day), at.day - 1),
        ...{
          lesson: at.step.lesson,
          courseId: course.id,
          lessonId,
          title: titleOf(state, course.id),
          estimate: minutes,
          minutes,
        },
        ...{ kind: 'print' as const, instalment: { partId: part.id, name: part.title || part.kind, from, to } },
      },
    ];
  });
}

/** Reading is looked at so many days ahead: who reads earlier has forgotten it by then. */
const READ_DAYS = 14;

/**
 * What is still to be read for the lessons of two weeks, in the hours that its teacher keeps for making ready, the evening before at the
 * latest; of teachers who keep none nothing, and of courses that have a task of their own for it.
 */
const readings = (state: Household, plan: Plan): (PrepTask & { order: number })[] =>
  readingOf(state, plan, plan.today, plan.today + READ_DAYS)
    .filter(
      (l) =>
        !l.read &&
        l.teacher.prepares?.some((m) => m > 0) &&
        !byId(state.courses, l.courseId)?.tasks?.some((t) => t.kind === 'read ahead'),
    )
    .map(({ teacher, enrolment, lesson, courseId, lessonId, title, day, minutes, pages }) => ({
      ...{ teacher, enrolment, lesson, courseId, lessonId, title, day, pages, order: -2 },
      ...{ estimate: minutes, due: day - 1, until: day, release: plan.today, kind: 'read ahead' as const },
      ...toGo(state, { courseId, lessonId, kind: 'read ahead' }, minutes),
    }));

/** Of what was made for each child: how many nobody has used yet. Used they are by those who were at the lesson. */
function leftOver(state: Household, made: number, course: Course, lessonId: Id): number {
  const steps = new Set(
    lessonsIn(course)
      .find((l) => l.id === lessonId)
      ?.steps.map((s) => s.id),
  );
  const used = state.enrolments
    .filter((e) => e.courseId === course.id)
    .reduce((n, e) => {
      const own = marksByEnrolment(state.marks).get(e.id) ?? [];
      const sat = sittingMarks(own).filter((m) => steps.has(m.stepId));
      return n + new Set(sat.flatMap(atSitting(state, own, e))).size;
    }, 0);
  return Math.max(0, made - used);
}

/**
 * The minutes that a teacher keeps for making ready, day by day, breaks among them, of the first what is left of it; none where they are
 * away all day.
 */
function slotsOf(state: Household, teacher: Teacher, from: Day): Slot[] {
  return Array.from({ length: AHEAD_DAYS + 1 }, (_, i) => from + i).map((day) => ({
    day,
    minutes: teacherAways(state, teacher.id, day).some((a) => a.whole)
      ? 0
      : (teacher.prepares?.[weekdayOf(day) - 1] ?? 0) - (day === from ? minutesDoneOn(state, teacher.id, day) : 0),
  }));
}

/** Read ahead is by who teaches it; what is made by hand for one lesson is made by one. */
const together = (t: PrepTask): string | undefined =>
  t.kind === 'read ahead' ? undefined : JSON.stringify([t.courseId, t.lessonId]);

/**
 * The same laid out into each teacher's own hours, what is due first done first; what comes late says by how many days. Where the
 * household shares such work out, what would come late is done by another who has the minutes for it.
 */
export function preparation(
  state: Household,
  year: SchoolYear | undefined,
  plan: Plan,
  shared: boolean = state.settings.sharesMaking ?? false,
): PrepLine[] {
  const tasks = prepTasks(state, year, plan);
  const teachers = [...new Set([...tasks.map((t) => t.teacher), ...(shared ? state.teachers : [])])];
  const hands = teachers.map((teacher) => ({
    slots: slotsOf(state, teacher, plan.today),
    work: tasks.filter((t) => t.teacher === teacher),
  }));
  const shares = shared ? shareOut(hands, together) : hands.map((h) => h.work);
  const lines = teachers.flatMap((teacher, at): PrepLine[] => {
    const own = shares[at]!;
    const { pieces, ends } = dueFirst(hands[at]!.slots, own);
    return own.map((t): PrepLine => {
      const ready = ends.get(t);
      const on = pieces.filter((p) => p.work === t).map(({ day, minutes }) => ({ day, minutes }));
      // What another has no time for either is helped by nobody, though it is put by there for the sake of what is done.
      const helps = t.teacher !== teacher && on.length > 0;
      return {
        ...{ ...t, teacher: helps ? teacher : t.teacher, on },
        ...(helps ? { helped: t.teacher } : {}),
        ...(ready === undefined ? {} : { ready }),
        ...(ready !== undefined && ready > t.due ? { late: ready - t.due } : {}),
      };
    });
  });
  return lines.sort((a, b) => (a.on[0]?.day ?? a.due) - (b.on[0]?.day ?? b.due) || a.due - b.due);
}

/** What a teacher makes ready on a day: pieces of those lines. */
export const preparationOn = (lines: readonly PrepLine[], day: Day): PrepLine[] =>
  lines.filter((l) => l.on.some((p) => p.day === day));

/** So many minutes are made ready on a day. */
export const preparationMinutes = (lines: readonly PrepLine[], day: Day): number =>
  lines.reduce((n, l) => n + l.on.reduce((m, p) => (p.day === day ? m + p.minutes : m), 0), 0);

/** Minutes of a line that its teacher's time on a day holds, where it is less than all of it: it is cut there, and goes on another day. */
export function partOn(line: PrepLine, day: Day): number | undefined {
  const minutes = line.on.reduce((n, p) => (p.day === day ? n + p.minutes : n), 0);
  // Some pages of a download printed are known by how far it is printed.
  return minutes > 0 && minutes < line.minutes && !line.instalment ? minutes : undefined;
}

/** What is to be made, in words: “cut with the paper cutter, 2 of it”; nothing for a lesson that is only to be made ready. */
export function makingWords({
  kind,
  tool,
  pieces,
  level,
  instalment,
  pages,
}: Pick<PrepTask, 'kind' | 'tool' | 'pieces' | 'level' | 'instalment' | 'pages'>): string {
  if (!kind) return '';
  if (pages) return `read ${pageWords(pages)}`;
  if (instalment) return `print ${instalment.name}, pages ${instalment.from}–${instalment.to}`;
  const what = tool ? `${kind} with the ${tool}` : kind;
  return [what, pieces !== undefined && `for ${count(pieces, 'child', 'children')}`, level && 'for the whole level']
    .filter(Boolean)
    .join(', ');
}

/** What is made ready and for what: “Pond and Sky, 6, mud under the glass: copy, for 2 children”. */
export const lineName = (line: PrepTask): string =>
  [`${line.title}, ${line.lesson.title}`, makingWords(line)].filter(Boolean).join(': ');

/** That only a part of it is done: “Pond and Sky, 6, mud under the glass: cut: 10 of 25 min done”. */
export const partWords = (line: PrepLine, minutes: number): string =>
  `${lineName(line)}: ${minutes} of ${line.minutes} min done`;

/** The same task among several. */
export const lineKey = (line: PrepTask): string =>
  JSON.stringify([line.courseId, line.lessonId, line.kind, line.instalment?.partId, line.pages, line.teacher.id]);

/** What is made ready on a day, a lesson at a time: “Pond and Sky, 6, mud under the glass (copy, cut)”. */
export function prepDayWords(lines: readonly Pick<PrepTask, 'title' | 'lesson' | 'kind'>[]): string {
  const lessons = new Map<string, string[]>();
  for (const l of lines) {
    const name = `${l.title}, ${l.lesson.title}`;
    lessons.set(name, [...(lessons.get(name) ?? []), ...(l.kind ? [l.kind] : [])]);
  }
  return [...lessons].map(([name, kinds]) => (kinds.length > 0 ? `${name} (${kinds.join(', ')})` : name)).join('; ');
}

/** Whether nobody younger is there who has not taken a course: what is made for it need not last. */
export function lastForIt(state: Pick<Household, 'children' | 'enrolments'>, courseId: Id): boolean {
  const takes = new Set(state.enrolments.filter((e) => e.courseId === courseId).flatMap((e) => e.childIds));
  const youngest = state.children.filter((c) => takes.has(c.id)).reduce((b, c) => (c.born > b ? c.born : b), '');
  return youngest !== '' && !state.children.some((c) => !takes.has(c.id) && c.born > youngest);
}

/** When a line is done and when it is due, in words: "Fri 13 Nov, 15 min; due Mon 16 Nov"; late, by how much and what would help. */
export function prepWords(style: DateStyle, line: PrepLine, today: Day): string {
  const due = `due ${dayAndDate(style, line.due, today)}`;
  const begun = `${line.helped ? `${line.teacher.name} for ${line.helped.name}: ` : ''}${line.begun ? `${line.begun} min of it done, ` : ''}`;
  if (line.on.length === 0) {
    if (!line.teacher.prepares?.some((m) => m > 0))
      return `${begun}${due}: ${line.teacher.name} has no hours for making ready`;
    const last = line.until ?? line.due;
    return `${begun}${due}: no time for it is left before its lesson${last < today ? '' : `; more minutes by ${dayAndDate(style, last, today)} would help`}`;
  }
  const on = begun + line.on.map((p) => `${dayAndDate(style, p.day, today)}, ${p.minutes} min`).join(' and ');
  if (line.ready === undefined) return `${on}; not ready in the next ${AHEAD_DAYS / 7} weeks`;
  if (line.late === undefined) return `${on}; ${due}`;
  // Minutes of days gone by help nobody any more: of what was due by then, those before it is ready.
  const by = line.due < today ? line.ready - 1 : line.due;
  return [
    `${on}; ${count(line.late, 'day')} after it ${line.due < today ? 'was' : 'is'} due`,
    ...(by < today ? [] : [`more minutes by ${dayAndDate(style, by, today)} would help`]),
  ].join(': ');
}

/** The row that says a lesson, or one of its tasks, is made ready; `minutes`: how long it took, where that is said. */
export const preparedRow = (
  task: Pick<PrepTask, 'courseId' | 'lessonId' | 'teacher' | 'kind' | 'total'>,
  today: Day,
  minutes?: number,
): Prepared => ({
  id: preparedId(task.courseId, task.lessonId, task.kind),
  courseId: task.courseId,
  lessonId: task.lessonId,
  ...(task.kind ? { task: task.kind } : {}),
  teacherId: task.teacher.id,
  date: fromDay(today),
  ...(minutes === undefined ? {} : { minutes }),
  ...(task.total === undefined ? {} : { pieces: task.total }),
});
