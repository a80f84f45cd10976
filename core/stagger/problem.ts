import { type Day, dayShare, nextSchoolDay, schoolDays, toDay, weekdayOf } from '../calendar';
import type { Household, Id, SchoolYear } from '../household';
import { makeTrack, type Track, teacherHours } from '../pace';

/**
 * Everything placing needs, as plain data that can cross into a worker: tracks, and for every date from today to the
 * end of the year what the shared people have to give.
 */
export interface Problem {
  today: Day;
  /** Day index of the first entry of every per-date list below; entries follow day by day, school day or not. */
  from: Day;
  length: number;
  tracks: Track[];
  teachers: Resource[];
  children: Resource[];
  /** New lessons a teacher may start on a date: [teacher][date]. */
  allowance: number[][];
  /** Steps held to a date by a publication or a pin, per track: one date a step, or −1. */
  held: number[][];
}
export interface Resource {
  id: Id;
  /** Minutes on each date. */
  hours: number[];
}

/** Default number of new lessons that a teacher can start on a date they are there. */
export const NEW_LESSONS_A_TEACHER = 1;

/**
 * Sets up the placing of all running enrolments from the stored state. Same state and date, same problem: there is
 * no clock here and no earlier plan. Published weeks hold their placements as long as the date is still open and not
 * past; pins do the same.
 */
export function makeProblem(state: Household, year: SchoolYear, today: Day): Problem {
  const from = today;
  const length = Math.max(0, toDay(year.end) - from + 1);
  const days = Array.from({ length }, (_, i) => from + i);
  const open = new Set(schoolDays(year));
  const running = state.enrolments.filter((e) => e.life === 'running').sort((a, b) => (a.id < b.id ? -1 : 1));
  const tracks = running.map((e) => makeTrack(state, year, e, today));
  const teachers = state.teachers.map((t) => ({
    id: t.id,
    hours: days.map((d) => (open.has(d) ? teacherHours(t.minutes, year, d) : 0)),
  }));
  const children = state.children.map((c) => ({
    id: c.id,
    hours: days.map((d) => (open.has(d) ? Math.round(c.minutesPerDay * dayShare(year, d)) : 0)),
  }));
  const allowance = state.teachers.map((t) =>
    days.map((d) => ((t.minutes[weekdayOf(d) - 1] ?? 0) > 0 ? NEW_LESSONS_A_TEACHER : 0)),
  );
  const holds = new Map<string, Day>();
  for (const week of state.published)
    for (const p of week.placements) holds.set(`${p.enrolmentId}\n${p.stepId}`, toDay(p.date));
  for (const p of state.pins) holds.set(`${p.enrolmentId}\n${p.stepId}`, toDay(p.date));
  const held = tracks.map((t) => {
    const dates = new Set(t.dates);
    return t.steps.map((s) => {
      const day = holds.get(`${t.enrolmentId}\n${s.id}`);
      return day !== undefined && dates.has(day) ? day : -1;
    });
  });
  return { today, from, length, tracks, teachers, children, allowance, held };
}

/** The day a page of work is for: today when it is a school day, else the next one of the year. */
export function planningDay(year: SchoolYear, today: Day): Day | undefined {
  return nextSchoolDay(year, today);
}
