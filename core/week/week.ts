import {
  awayOn,
  type Day,
  type DayKind,
  dayKind,
  dayLabel,
  fromDay,
  type GoneOn,
  programmeWeek,
  teacherMinutesOn,
  yearWithOutside,
  yearOn,
} from '../calendar';
import { contentsOf, type FlatStep, lessonNumber, teacherMinutes, teacherOn } from '../course';
import {
  type Child,
  type Course,
  type Enrolment,
  type Household,
  type Id,
  inOrderOfDay,
  type Mark,
  type MarkKind,
  type Presence,
  type PublishedWeek,
  type SchoolYear,
  type Teacher,
  takersOn,
} from '../household';
import {
  isOpen,
  compareMarks,
  fellAway,
  goneStep,
  marksByEnrolment,
  sittingMinutes,
  standingsOf,
  taughtOf,
  wasSat,
} from '../log';
import { newLessonsAllowed, type Plan } from '../stagger';
import { paceOn, stepsByDay } from '../pace';

/** What a day of a week is, in a word. A weekday on which there never is school is no weekend: a household has its own. */
export const DAY_KINDS: Record<DayKind, string> = {
  full: 'school',
  light: 'light',
  'catch-up': 'kept to catch up',
  closed: 'closed',
  weekend: 'free',
  outside: 'outside the year',
};

/** One step in one cell of the week. */
export interface WeekItem {
  step: FlatStep;
  /** The lesson, where there is room for a number alone (`lessonNumber`). */
  number: string;
  /** The mark it got on that day; undefined while it is only planned there. */
  mark?: MarkKind;
  /** It was published for this day and stands elsewhere now, or was done on another day. */
  slipped: boolean;
  /** A new lesson on that day. */
  fresh: boolean;
  /** Moved there by hand. */
  pinned: boolean;
  minutes: number;
  /** It is planned there, or was sat for: it takes time. */
  sits: boolean;
  /** Where the teacher is or was for it, and who that is or was. */
  taught: { presence: Presence; teacherId?: Id };
}
export interface WeekCell {
  day: Day;
  items: WeekItem[];
  /** Steps that fell away at one stroke on this day, said to be known: told in one line. */
  folded: FlatStep[];
}
export interface WeekRow {
  enrolment: Enrolment;
  course: Course;
  children: Child[];
  cells: WeekCell[];
  /** Steps published for this week; undefined while the week is not published. */
  published: number | undefined;
  /** Of those, the steps settled by now. */
  settled: number;
  /** Steps done, or shown to be known, in this week, published or not; not what fell away at one stroke. */
  done: number;
}
export interface TeacherDay {
  teacher: Teacher;
  /** Minutes of teaching planned or given that day, and the minutes there are. */
  minutes: number;
  hours: number;
  /** New lessons that day, and how many are allowed. */
  fresh: number;
  allowance: number;
}
export interface WeekDay {
  day: Day;
  kind: DayKind;
  /** Why it is closed, or what it is for, in the parent’s words. */
  label?: string;
  teachers: TeacherDay[];
  /** What takes people from the table that day, each once, by time. */
  away: GoneOn[];
}
export interface WeekPage {
  start: Day;
  days: WeekDay[];
  rows: WeekRow[];
  published: PublishedWeek | undefined;
  /** Programmes led elsewhere that meet in this week, with their own number of it. */
  programmes: { label: string; week: number; notes?: string }[];
}

/**
 * One household week: what stands in it by the record and by the plan, who is needed how long, and what was published.
 * Days without school that hold no work, and take nobody away, are left out. Weeks before the plan’s date hold the record alone.
 */
export function weekPage(state: Household, stored: SchoolYear, plan: Plan | undefined, start: Day): WeekPage {
  const year = yearWithOutside(state, stored);
  // Kept by its first day; found by any, should the household’s week have started on another day then.
  const published = state.published.find((p) => p.weekStart >= fromDay(start) && p.weekStart <= fromDay(start + 6));
  const all = Array.from({ length: 7 }, (_, i) => start + i);
  const rows = inOrderOfDay(state)
    .map((e) => rowOf(state, plan, published, e, all))
    .filter((r) => r !== undefined);
  const used = (day: Day) => rows.some((r) => r.cells.some((c) => c.day === day && !isEmpty(c)));
  const shown = all.filter((d) => {
    const kind = dayKind(yearOn(state, year, d), d);
    // A class on a Saturday stands in its week too.
    return !['weekend', 'outside'].includes(kind) || used(d) || (kind === 'weekend' && awayOn(state, d).length > 0);
  });
  return {
    start,
    published,
    days: shown.map((day) => weekDay(state, yearOn(state, year, day), rows, day)),
    rows: rows.map((r) => ({ ...r, cells: r.cells.filter((c) => shown.includes(c.day)) })),
    programmes: programmesIn(state, start),
  };
}

/** The own week numbers of programmes that meet in the seven days from `start`. */
export function programmesIn(state: Pick<Household, 'aways'>, start: Day): WeekPage['programmes'] {
  return state.aways.flatMap((a) => {
    // An ISO week may begin inside the household's: the later one that meets is the one named.
    const week = programmeWeek(a, start + 6) ?? programmeWeek(a, start);
    return week === undefined ? [] : [{ label: a.label, week, ...(a.notes ? { notes: a.notes } : {}) }];
  });
}

const isEmpty = ({ items, folded }: WeekCell): boolean => items.length === 0 && folded.length === 0;

function rowOf(
  state: Household,
  plan: Plan | undefined,
  published: PublishedWeek | undefined,
  enrolment: Enrolment,
  days: readonly Day[],
): WeekRow | undefined {
  const course = contentsOf(state, enrolment, days[0]);
  if (!course) return undefined;
  const stepsOn = stepsByDay(state, enrolment);
  const standings = standingsOf(state.marks, enrolment.id);
  const open = (id: Id) => isOpen(standings, id);
  const from = fromDay(days[0]!);
  const to = fromDay(days.at(-1)!);
  const all = marksByEnrolment(state.marks).get(enrolment.id) ?? [];
  const marks = all.filter((m) => m.childId === undefined && m.date >= from && m.date <= to).sort(compareMarks);
  const track = plan?.tracks.find((t) => t.enrolmentId === enrolment.id);
  const planned = new Map<Id, Day>();
  track?.stepIds.forEach((id, i) => open(id) && track.days[i]! >= 0 && planned.set(id, track.days[i]!));
  const was = published?.placements.filter((p) => p.enrolmentId === enrolment.id) ?? [];
  const pins = new Map(state.pins.filter((p) => p.enrolmentId === enrolment.id).map((p) => [p.stepId, p.date]));

  const cells = days.map((day): WeekCell => {
    const date = fromDay(day);
    const items = new Map<Id, WeekItem>();
    const put = (id: Id, slipped: boolean, mark?: Mark) => {
      const step = stepsOn(day).get(id) ?? (mark && goneStep(mark, course));
      if (!step) return;
      const planned = mark?.was?.minutes ?? step.minutes;
      const takesTime = !slipped && (mark === undefined || wasSat(mark, all));
      items.set(id, {
        ...{ step, number: lessonNumber(course, step) },
        ...(mark ? { mark: mark.kind } : {}),
        ...{ slipped, sits: takesTime },
        taught: (mark && taughtOf(state, enrolment, mark)) ?? {
          presence: step.presence,
          teacherId: teacherOn(enrolment, day),
        },
        fresh: step.opensNewLesson && takesTime,
        pinned: mark === undefined && !slipped && pins.get(id) === date,
        minutes: mark && takesTime ? sittingMinutes(all, mark, planned) : (standings.get(id)?.minutesLeft ?? planned),
      });
    };
    for (const p of was) if (p.date === date && planned.get(p.stepId) !== day) put(p.stepId, true);
    for (const [id, d] of planned) if (d === day) put(id, false);
    const folded: FlatStep[] = [];
    for (const m of marks) {
      if (m.date !== date) continue;
      const fell = fellAway(m) ? (stepsOn(day).get(m.stepId) ?? goneStep(m, course)) : undefined;
      if (fell) {
        items.delete(m.stepId);
        folded.push(fell);
      } else put(m.stepId, false, m);
    }
    const inOrder = (a: FlatStep, b: FlatStep) => a.index - b.index;
    return {
      day,
      items: [...items.values()].sort((a, b) => inOrder(a.step, b.step)),
      folded: folded.sort(inOrder),
    };
  });
  if (cells.every(isEmpty) && was.length === 0) return undefined;
  const did = marks.filter((m) => m.kind === 'done' || (m.kind === 'known' && !fellAway(m)));
  const settledIds = new Set(did.map((m) => m.stepId));
  return {
    enrolment,
    course,
    children: takersOn(state, paceOn(enrolment, days.at(-1)!), days[0]!, days.at(-1)!),
    cells,
    published: published ? was.length : undefined,
    settled: was.filter((p) => !open(p.stepId)).length,
    done: settledIds.size,
  };
}

function weekDay(state: Household, year: SchoolYear, rows: readonly WeekRow[], day: Day): WeekDay {
  const kind = dayKind(year, day);
  const label = dayLabel(year, day);
  const teachers = state.teachers.map((teacher): TeacherDay => {
    let minutes = 0;
    let fresh = 0;
    for (const r of rows) {
      const items =
        r.cells.find((c) => c.day === day)?.items.filter((i) => i.sits && i.taught.teacherId === teacher.id) ?? [];
      if (items.some((i) => i.fresh)) fresh++;
      for (const i of items) minutes += teacherMinutes(i.minutes, i.taught.presence, state.settings.startMinutes);
    }
    const hours = teacherMinutesOn(state, year, teacher, day);
    return { teacher, minutes, hours, fresh, allowance: hours > 0 ? newLessonsAllowed(state, year, teacher, day) : 0 };
  });
  return { day, kind, ...(label ? { label } : {}), teachers, away: awayOn(state, day) };
}

/**
 * The record of a week as it stands: what is marked in it and what the plan puts there. Published under its first day,
 * in place of an earlier publication of it.
 */
export function publishWeek(page: WeekPage): PublishedWeek {
  const placements = page.rows.flatMap((r) =>
    r.cells.flatMap((c) =>
      c.items
        .filter((i) => i.sits)
        .map((i) => ({ enrolmentId: r.enrolment.id, stepId: i.step.id, date: fromDay(c.day) })),
    ),
  );
  const weekStart = fromDay(page.start);
  return { id: page.published?.id ?? weekStart, weekStart, placements };
}
