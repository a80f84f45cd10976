import { type Day, fromDay, teacherAways, weekdayOf } from '../calendar';
import { contentsOf, type FlatStep, flatten, lessonRefOf } from '../course';
import {
  byId,
  type DateStyle,
  type Enrolment,
  type Household,
  type Id,
  idOf,
  type Prepared,
  type SchoolYear,
  type Teacher,
} from '../household';
import { standingsOf } from '../log';
import { readyBy } from '../materials';
import type { Plan } from '../stagger';
import { count, dayAndDate } from '../words';
import { dueFirst, type Slot, type Work } from './due-first';

/** A lesson that its teacher has to make ready. */
export interface PrepTask extends Work {
  teacher: Teacher;
  enrolment: Enrolment;
  lesson: FlatStep['lesson'];
  courseId: Id;
  lessonId: Id;
  title: string;
  /** The day on which the lesson begins in the plan. */
  day: Day;
}
/** A task and when it is done: `late` by so many days, or not at all in the time that is looked at. */
export interface PrepLine extends PrepTask {
  /** On which days, and how long on each; empty where the teacher has no hours for it. */
  on: { day: Day; minutes: number }[];
  ready?: Day;
  late?: number;
}

/** How far ahead lessons are looked at, in days: beyond, the plan is likely to change before anything is made. */
const AHEAD_DAYS = 42;

export const preparedId = (courseId: Id, lessonId: Id): Id => idOf(courseId, lessonId);

/** A set that was made is there for the next child who comes to the lesson. */
const isPrepared = (state: Pick<Household, 'prepared'>, courseId: Id, lessonId: Id): boolean =>
  state.prepared.some((p) => p.courseId === courseId && p.lessonId === lessonId);

/** What is to be made ready for the lessons of the coming weeks, by the day it is due: a lesson once, however many children take it. */
export function prepTasks(state: Household, year: SchoolYear | undefined, plan: Plan): PrepTask[] {
  const tasks = new Map<Id, PrepTask>();
  for (const track of plan.tracks) {
    const enrolment = byId(state.enrolments, track.enrolmentId);
    const teacher = enrolment && byId(state.teachers, enrolment.teacherId);
    const course = enrolment && contentsOf(state, enrolment, plan.today);
    if (!enrolment || !teacher || !course) continue;
    const steps = flatten(course);
    if (!steps.some((s) => s.lesson.prepare)) continue;
    const standings = standingsOf(state.marks, enrolment.id);
    const begun = new Set(steps.filter((s) => standings.get(s.id)?.sat.length).map((s) => s.lesson.id));
    const flat = new Map(steps.map((s) => [s.id, s]));
    track.stepIds.forEach((id, i) => {
      const [step, day] = [flat.get(id), track.days[i]!];
      const minutes = step?.lesson.prepare ?? 0;
      if (!step || minutes <= 0 || day < plan.today || day > plan.today + AHEAD_DAYS || begun.has(step.lesson.id))
        return;
      begun.add(step.lesson.id);
      const { courseId, lessonId } = lessonRefOf(enrolment.courseId, step.lesson.id);
      const key = preparedId(courseId, lessonId);
      const known = tasks.get(key);
      if (isPrepared(state, courseId, lessonId) || (known && known.day <= day)) return;
      const own = byId(state.courses, courseId);
      // No later than the day before, whatever the course's own way: the morning of the lesson is for the lesson.
      const due = Math.min(readyBy(year, own, day), day - 1);
      const title = own?.title ?? '';
      const of = { teacher, enrolment, lesson: step.lesson, courseId, lessonId, title, day };
      tasks.set(key, { ...of, release: plan.today, due, minutes });
    });
  }
  return [...tasks.values()].sort((a, b) => a.due - b.due || a.title.localeCompare(b.title));
}

/** The minutes that a teacher keeps for making ready, day by day, breaks among them; none where they are away all day. */
function slotsOf(state: Household, teacher: Teacher, from: Day): Slot[] {
  return Array.from({ length: AHEAD_DAYS + 1 }, (_, i) => from + i).map((day) => ({
    day,
    minutes: teacherAways(state, teacher.id, day).some((a) => a.whole)
      ? 0
      : (teacher.prepares?.[weekdayOf(day) - 1] ?? 0),
  }));
}

/** The same laid out into each teacher's own hours, what is due first done first; what comes late says by how many days. */
export function preparation(state: Household, year: SchoolYear | undefined, plan: Plan): PrepLine[] {
  const tasks = prepTasks(state, year, plan);
  const teachers = [...new Set(tasks.map((t) => t.teacher))];
  const lines = teachers.flatMap((teacher): PrepLine[] => {
    const own = tasks.filter((t) => t.teacher === teacher);
    const { pieces, ends } = dueFirst(slotsOf(state, teacher, plan.today), own);
    return own.map((t): PrepLine => {
      const ready = ends.get(t);
      const on = pieces.filter((p) => p.work === t).map(({ day, minutes }) => ({ day, minutes }));
      return {
        ...{ ...t, on },
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

/** When a line is done and when it is due, in words: "Fri 13 Nov, 15 min; due Mon 16 Nov"; late, by how much and what would help. */
export function prepWords(style: DateStyle, line: PrepLine, today: Day): string {
  const due = `due ${dayAndDate(style, line.due, today)}`;
  if (line.on.length === 0)
    return `${due}: ${line.teacher.prepares?.some((m) => m > 0) ? 'no time for it is left before' : `${line.teacher.name} has no hours for making ready`}`;
  const on = line.on.map((p) => `${dayAndDate(style, p.day, today)}, ${p.minutes} min`).join(' and ');
  if (line.ready === undefined) return `${on}; not ready in the next ${AHEAD_DAYS / 7} weeks`;
  if (line.late === undefined) return `${on}; ${due}`;
  return `${on}; ${count(line.late, 'day')} after it is due: more minutes before ${dayAndDate(style, line.due, today)} would help`;
}

/** The row that says a lesson is made ready. */
export const preparedRow = (task: Pick<PrepTask, 'courseId' | 'lessonId' | 'teacher'>, today: Day): Prepared => ({
  id: preparedId(task.courseId, task.lessonId),
  courseId: task.courseId,
  lessonId: task.lessonId,
  teacherId: task.teacher.id,
  date: fromDay(today),
});
