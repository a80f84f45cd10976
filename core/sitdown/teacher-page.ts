import type { Day } from '../calendar';
import { type DayRitual, ritualsOn } from '../day';
import { type FlatStep, stepName } from '../course';
import {
  type Child,
  type Enrolment,
  type Household,
  type Id,
  type MarkKind,
  type SchoolYear,
  titleOf,
  untaught,
} from '../household';
import { holdersOf, thingsAt } from '../materials';
import type { WeekPage } from '../week';

/** A step on the page of somebody who teaches from this shelf. */
export interface TeacherLine {
  day: Day;
  enrolment: Enrolment;
  step: FlatStep;
  children: Child[];
  title: string;
  /** Lesson and step in words. */
  words: string;
  minutes: number;
  fresh: boolean;
  mark?: MarkKind;
  /** What it needs, each with who has it where somebody does. */
  things: string[];
}

/** A day on the page of somebody who teaches: what they lead beside the lessons, and the lessons. */
export interface DayOfTeacher {
  day: Day;
  /** Everyday things and extras at which they are needed; the work about the house is nobody's teaching. */
  rituals: DayRitual[];
  lines: TeacherLine[];
}

/**
 * All that one teacher teaches in a week, day by day in the order of the week's own rows, with pages, minutes, things and who has the book:
 * a page for somebody who does not open this program.
 */
export function teacherPage(state: Household, year: SchoolYear, page: WeekPage, teacherId: Id): DayOfTeacher[] {
  return page.days
    .map(({ day }): DayOfTeacher => ({
      day,
      rituals: ritualsOn(state, year, day).filter(
        ({ ritual: r }) => r.teacherId === teacherId && r.sort !== 'chore' && r.presence !== 'alone',
      ),
      lines: page.rows.flatMap((row) =>
        (row.cells.find((c) => c.day === day)?.items ?? [])
          // What is known, or was left out, nobody teaches.
          .filter((i) => !i.slipped && !(i.mark && untaught(i.mark)) && i.taught.teacherId === teacherId)
          .map((i): TeacherLine => ({
            ...{
              day,
              enrolment: row.enrolment,
              step: i.step,
              children: row.children,
              title: titleOf(state, row.course.id),
            },
            ...{ words: `${i.step.lesson.title}, ${stepName(i.step)}`, minutes: i.minutes, fresh: i.fresh },
            ...(i.mark ? { mark: i.mark } : {}),
            things: thingsAt(state, row.enrolment, i.step).map((m) => {
              const [holder] = holdersOf(state, m.id);
              return holder ? `${m.name} (${holder.who ? `with ${holder.who}` : 'lent out'})` : m.name;
            }),
          })),
      ),
    }))
    .filter((d) => d.lines.length + d.rituals.length > 0);
}

/** Of a teacher's page what can be reported as done by a day: what stands there unmarked up to it. */
export const toReport = (days: readonly { day: Day; lines: readonly TeacherLine[] }[], until: Day): TeacherLine[] =>
  days.filter((d) => d.day <= until).flatMap((d) => d.lines.filter((l) => l.mark === undefined));
