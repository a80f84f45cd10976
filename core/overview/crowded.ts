import { type Day, dayKind, teacherMinutesOn, yearWithOutside } from '../calendar';
import { teacherMinutes } from '../course';
import { byId, type Enrolment, type Household, type SchoolYear, type Teacher } from '../household';
import { standingsOf } from '../log';
import { paceOn, stepsByDay } from '../pace';
import type { Clash, Plan } from '../stagger';
import type { Overview, OverviewWeek } from './overview';

/** Why a week is crowded. */
export interface Crowd {
  week: OverviewWeek;
  /** New lessons that fall together in it. */
  clashes: Clash[];
  /** Teachers of whom it asks more minutes than they have. */
  full: {
    teacher: Teacher;
    minutes: number;
    hours: number;
    /** The courses that ask most of them, with their minutes. */
    most: { enrolment: Enrolment; minutes: number }[];
    /** Weekdays of school that it lacks, and school days on which this teacher is not there. */
    closed: number;
    away: number;
  }[];
}

/** Courses named for a full week. */
const NAMED = 3;

/** Every crowded week to come, with what makes it so, in order. */
export function whyCrowded(
  state: Household,
  stored: SchoolYear,
  plan: Plan,
  view: Pick<Overview, 'weeks'>,
  today: Day,
): Crowd[] {
  const year = yearWithOutside(state, stored);
  return view.weeks
    .filter((w) => w.crowded)
    .map((week) => {
      const inWeek = (d: Day) => d >= week.start && d < week.start + 7;
      const days = Array.from({ length: 7 }, (_, i) => week.start + i).filter((d) => d >= today);
      const school = days.filter((d) => ['full', 'light'].includes(dayKind(year, d)));
      const full = week.teachers
        .filter((t) => t.minutes > t.hours)
        .map(({ teacher, minutes, hours }) => ({
          teacher,
          minutes,
          hours,
          most: asked(state, plan, teacher, inWeek).slice(0, NAMED),
          closed: days.filter((d) => dayKind(year, d) === 'closed').length,
          away: school.filter((d) => teacherMinutesOn(state, year, teacher, d) === 0).length,
        }));
      return { week, clashes: plan.clashes.filter((c) => inWeek(c.day)), full };
    });
}

/** What each course asks of a teacher on some days, the most first. */
function asked(state: Household, plan: Plan, teacher: Teacher, on: (d: Day) => boolean) {
  return plan.tracks
    .flatMap((track) => {
      const enrolment = byId(state.enrolments, track.enrolmentId);
      if (!enrolment) return [];
      const stepsOn = stepsByDay(state, enrolment);
      const standings = standingsOf(state.marks, enrolment.id);
      const minutes = track.stepIds.reduce((n, id, i) => {
        const day = track.days[i]!;
        const step = day >= 0 && on(day) ? stepsOn(day).get(id) : undefined;
        if (!step || paceOn(enrolment, day).teacherId !== teacher.id) return n;
        const left = standings.get(id)?.minutesLeft ?? step.minutes;
        return n + teacherMinutes(left, step.presence, state.settings.startMinutes);
      }, 0);
      return minutes > 0 ? [{ enrolment, minutes }] : [];
    })
    .sort((a, b) => b.minutes - a.minutes || (a.enrolment.id < b.enrolment.id ? -1 : 1));
}
