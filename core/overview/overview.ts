import {
  type Day,
  fromDay,
  isOver,
  schoolDays,
  teacherMinutesOn,
  toDay,
  weekStart,
  yearWithOutside,
} from '../calendar';
import { contentsOf, type FlatStep, lessonName, teacherMinutes } from '../course';
import {
  byId,
  type Child,
  childrenOf,
  type Course,
  type Enrolment,
  type Household,
  type Id,
  inOrderOfDay,
  type Pin,
  type SchoolYear,
  type Teacher,
  titleOf,
  type Unit,
} from '../household';
import { marksByEnrolment, standingsOf } from '../log';
import {
  anybodyLeft,
  fillers,
  goesBeyond,
  isPlanned,
  isTakenFrom,
  stopsOn,
  makeTrack,
  openDates,
  paceOn,
  remainingSteps,
  type Reserve,
  reserveOf,
  stepsByDay,
  takenSteps,
  targetDay,
  weekOf,
  wishOf,
} from '../pace';
import type { Plan } from '../stagger';
import { changesAhead } from './paces';

/** Where a step of a course stands in the year; `waiting`: at a gate that nobody can date yet. */
export type StepPlace = 'done' | 'known' | 'left out' | 'to come' | 'unplaced' | 'waiting' | 'for later';

/** One household week of the year. */
export interface OverviewWeek {
  start: Day;
  /** Its number among the teaching weeks; undefined in a week without school. */
  teaching: number | undefined;
  /** School days in it. */
  days: number;
  /** What it asks of each teacher from today on, in the order of the teachers. */
  teachers: { teacher: Teacher; minutes: number; hours: number }[];
  /** New lessons above the allowance of their date. */
  clashes: number;
  /** More is asked of a teacher than there are hours, or new lessons clash. */
  crowded: boolean;
}
/** What one week holds of one course. */
export interface OverviewCell {
  steps: { step: FlatStep; place: StepPlace; day: Day }[];
  /** Steps done or known in the week, and steps that still stand in it. */
  held: number;
  toCome: number;
  /** It holds a test. */
  tests: number;
}
/** A unit of a course along the year; dates are undefined while no step of it has one. */
export interface OverviewUnit {
  unit: Unit;
  from: Day | undefined;
  to: Day | undefined;
  counts: Record<StepPlace, number>;
}
export interface OverviewRow {
  enrolment: Enrolment;
  course: Course;
  /** What it is called where several are listed. */
  title: string;
  children: Child[];
  /** By the index of the week. */
  cells: ReadonlyMap<number, OverviewCell>;
  units: OverviewUnit[];
  counts: Record<StepPlace, number>;
  /** Undefined where it is not taken in this year any more. */
  reserve: Reserve | undefined;
  /** The date it should end by, and the last date on which the plan places a step of it. */
  target: Day;
  lastPlanned: Day | undefined;
  /** Days to come from which on it goes at another pace, is paused, or is taken up again. */
  changes: { day: Day; words: string }[];
}
export interface Overview {
  weeks: OverviewWeek[];
  /** Rows under the children they belong to: those taken together first, then each child from the youngest up. */
  groups: { children: Child[]; rows: OverviewRow[] }[];
}

/**
 * The whole year of every enrolment: each step where the record or the plan has it, week by week and unit by unit. A
 * settled step stands on the day of the mark that settled it; marks of years before this one are counted, not placed.
 */
export function overview(state: Household, stored: SchoolYear, plan: Plan | undefined, today: Day): Overview {
  const year = yearWithOutside(state, stored);
  const weeks = weeksOf(state, year, plan, today);
  const indexOf = (day: Day) => Math.floor((day - weeks[0]!.start) / 7);
  const rows = inOrderOfDay(state)
    .map((e) => rowOf(state, year, plan, e, today, indexOf))
    .filter((r) => r !== undefined);
  const groups: Overview['groups'] = [];
  for (const row of rows) {
    const key = (children: readonly Child[]) => children.map((c) => c.id).join(' ');
    const group = groups.find((g) => key(g.children) === key(row.children));
    if (group) group.rows.push(row);
    else groups.push({ children: row.children, rows: [row] });
  }
  const born = (children: readonly Child[]) => children[0]?.born ?? '';
  groups.sort((a, b) => b.children.length - a.children.length || (born(a.children) > born(b.children) ? -1 : 1));
  return { weeks, groups };
}

function weeksOf(state: Household, year: SchoolYear, plan: Plan | undefined, today: Day): OverviewWeek[] {
  const { firstDay, startMinutes } = state.settings;
  const open = schoolDays(year);
  const weeks: OverviewWeek[] = [];
  let teaching = 0;
  for (let start = weekStart(toDay(year.start), firstDay); start <= toDay(year.end); start += 7) {
    const days = open.filter((d) => d >= start && d < start + 7);
    const teachers = state.teachers.map((teacher) => ({
      teacher,
      minutes: 0,
      hours: days.filter((d) => d >= today).reduce((n, d) => n + teacherMinutesOn(state, year, teacher, d), 0),
    }));
    weeks.push({
      start,
      teaching: days.length > 0 ? ++teaching : undefined,
      days: days.length,
      teachers,
      clashes: 0,
      crowded: false,
    });
  }
  const weekOf = (day: Day) => weeks[Math.floor((day - weeks[0]!.start) / 7)];
  for (const track of plan?.tracks ?? []) {
    const enrolment = byId(state.enrolments, track.enrolmentId);
    if (!enrolment) continue;
    const stepsOn = stepsByDay(state, enrolment);
    const standings = standingsOf(state.marks, enrolment.id);
    track.stepIds.forEach((id, i) => {
      const day = track.days[i]!;
      const step = stepsOn(day).get(id);
      // Of what is partly done its rest is asked for, as in the week.
      const minutes = standings.get(id)?.minutesLeft ?? step?.minutes ?? 0;
      const week = day >= 0 ? weekOf(day) : undefined;
      const load = week?.teachers.find((t) => t.teacher.id === paceOn(enrolment, day).teacherId);
      if (step && load) load.minutes += teacherMinutes(minutes, step.presence, startMinutes);
    });
  }
  for (const clash of plan?.clashes ?? []) {
    const week = weekOf(clash.day);
    if (week) week.clashes += clash.above;
  }
  for (const w of weeks) w.crowded = w.clashes > 0 || w.teachers.some((t) => t.minutes > t.hours);
  return weeks;
}

function rowOf(
  state: Household,
  year: SchoolYear,
  plan: Plan | undefined,
  enrolment: Enrolment,
  today: Day,
  indexOf: (day: Day) => number,
): OverviewRow | undefined {
  const course = contentsOf(state, enrolment, today);
  if (!course) return undefined;
  const standings = standingsOf(state.marks, enrolment.id);
  const track = plan?.tracks.find((t) => t.enrolmentId === enrolment.id);
  const planned = new Map(track?.stepIds.map((id, i) => [id, track.days[i]!]));
  const cells = new Map<number, OverviewCell>();
  const units = new Map<Unit, OverviewUnit>();
  const counts = noCounts();
  let lastPlanned: Day | undefined;
  const stop = stopsOn(enrolment, today, toDay(year.end));
  const beyond = goesBeyond(enrolment, year) && makeTrack(state, year, enrolment, today).whole !== undefined;
  const leaves = stop !== undefined || beyond;
  const between = fillers(state, today).has(enrolment.id);
  for (const step of takenSteps(state, enrolment)) {
    const standing = standings.get(step.id);
    const settled = standing && standing.state !== 'open' ? standing.state : undefined;
    const day = settled ? toDay(standing!.last.date) : (planned.get(step.id) ?? -1);
    const waits = track !== undefined && !planned.has(step.id);
    const rest = !waits ? 'unplaced' : leaves || between ? 'for later' : 'waiting';
    const place: StepPlace = settled ?? (day >= 0 ? 'to come' : rest);
    counts[place]++;
    const unit = units.get(step.unit) ?? { unit: step.unit, from: undefined, to: undefined, counts: noCounts() };
    units.set(step.unit, unit);
    unit.counts[place]++;
    if (place === 'unplaced' || place === 'waiting' || place === 'for later') continue;
    if (place === 'to come') lastPlanned = Math.max(lastPlanned ?? day, day);
    if (day < toDay(year.start) || day > toDay(year.end)) continue;
    unit.from = Math.min(unit.from ?? day, day);
    unit.to = Math.max(unit.to ?? day, day);
    const at = indexOf(day);
    const cell = cells.get(at) ?? { steps: [], held: 0, toCome: 0, tests: 0 };
    cells.set(at, cell);
    cell.steps.push({ step, place, day });
    if (place === 'done' || place === 'known') cell.held++;
    if (place === 'to come') cell.toCome++;
    if (step.kind === 'assess' && place !== 'left out') cell.tests++;
  }
  // A course that is neither taken now nor was in this year has no row in it.
  const inYear = (marksByEnrolment(state.marks).get(enrolment.id) ?? []).some(
    (m) => m.date >= year.start && m.date <= year.end,
  );
  const { done, known, 'left out': out, ...open } = counts;
  const nothingLeft = done + known + out > 0 && Object.values(open).every((n) => n === 0);
  const taken = isTakenFrom(enrolment, today, toDay(year.end)) && (inYear || !nothingLeft);
  if ((!taken || isOver(year, today)) && !inYear) return undefined;
  return {
    enrolment,
    course,
    title: titleOf(state, course.id),
    children: childrenOf(state, enrolment),
    cells,
    units: [...units.values()],
    counts,
    reserve: taken && !isOver(year, today) ? reserveOf(makeTrack(state, year, enrolment, today), year) : undefined,
    target: Math.min(beyond ? toDay(enrolment.target!) : targetDay(enrolment, year), (stop ?? Infinity) - 1),
    lastPlanned,
    changes: changesAhead(state, enrolment, today),
  };
}

const noCounts = (): Record<StepPlace, number> => ({
  done: 0,
  known: 0,
  'left out': 0,
  'to come': 0,
  unplaced: 0,
  waiting: 0,
  'for later': 0,
});

/** What does not fit into the year, and by how much. */
export interface Misfit {
  row: OverviewRow;
  /** Steps without a date. */
  unplaced: number;
  /** Sittings that are missing until the target; 0 when it ends in time. */
  short: number;
  /** More steps a sitting, or more sittings a week, with which it would end in time; undefined when none would. */
  perSitting: number | undefined;
  perWeek: number | undefined;
  /** For so many a week: the number with which it would. */
  weekly: number | undefined;
}

const isAhead = (state: Household, { reserve, enrolment }: OverviewRow, today: Day): boolean =>
  reserve !== undefined && isPlanned(enrolment) && anybodyLeft(state, enrolment, today);
const hasDate = ({ reserve, enrolment: e }: OverviewRow): boolean =>
  reserve?.daysInHand !== undefined || wishOf(e) !== 'soonest' || e.target !== undefined;
/** The courses without a date to end by of which not all finds a day in the year; nothing of them can come too late. */
export const runningOn = (state: Household, view: Overview, today: Day): OverviewRow[] =>
  view.groups.flatMap((g) => g.rows).filter((r) => !hasDate(r) && isAhead(state, r, today) && r.counts.unplaced > 0);

/** The courses that would not end in time, with the smallest change of their pace that mends it, tried one by one. */
export function misfits(state: Household, year: SchoolYear, view: Overview, today: Day): Misfit[] {
  if (isOver(year, today)) return [];
  return (
    view.groups
      .flatMap((g) => g.rows)
      // Without a date to end by, and without a timetable, nothing can come too late.
      .filter((r) => hasDate(r) && isAhead(state, r, today))
      .filter((r) => r.counts.unplaced > 0 || (r.reserve?.daysInHand ?? 0) < 0)
      .map((row) => {
        const fits = (e: Enrolment) =>
          (reserveOf(
            makeTrack({ ...state, enrolments: state.enrolments.map((x) => (x.id === e.id ? e : x)) }, year, e, today),
            year,
          ).daysInHand ?? 0) >= 0;
        const { enrolment } = row;
        const more = [1, 2, 3]
          .map((n) => enrolment.perSitting + n)
          .find((perSitting) => fits({ ...enrolment, perSitting }));
        const free = year.weekdays.filter((d) => !enrolment.weekdays.includes(d));
        const added = free
          .map((_, i) => i + 1)
          .find((n) =>
            fits({ ...enrolment, weekdays: [...enrolment.weekdays, ...free.slice(0, n)].sort((a, b) => a - b) }),
          );
        const week = weekOf(enrolment.rule);
        const weekly =
          week &&
          [1, 2, 3]
            .map((more) => week.n + more)
            .find((n) =>
              fits({
                ...enrolment,
                rule: week.with(n),
                perSitting: Math.max(enrolment.perSitting, Math.ceil(n / Math.max(1, enrolment.weekdays.length))),
              }),
            );
        return {
          row,
          unplaced: row.counts.unplaced,
          short: Math.max(0, -(row.reserve?.daysInHand ?? 0)),
          perSitting: more,
          perWeek: added === undefined ? undefined : enrolment.weekdays.length + added,
          weekly,
        };
      })
  );
}

/** The lessons of a unit with the days on which they stand, for opening it up. */
export function lessonsOf(
  row: OverviewRow,
  unit: Unit,
): { id: Id; title: string; from: string | undefined; to: string | undefined; place: StepPlace }[] {
  const at = new Map<string, { day: Day; place: StepPlace }>();
  for (const cell of row.cells.values()) for (const s of cell.steps) at.set(s.step.id, s);
  return unit.lessons.map((lesson) => {
    const found = lesson.steps.map((s) => at.get(s.id)).filter((s) => s !== undefined);
    const days = found.map((f) => f.day);
    const open = found.find((f) => f.place === 'to come');
    return {
      id: lesson.id,
      title: lesson.title,
      from: days.length > 0 ? fromDay(Math.min(...days)) : undefined,
      to: days.length > 0 ? fromDay(Math.max(...days)) : undefined,
      place:
        found.length < lesson.steps.length && !open
          ? found.length === 0
            ? 'unplaced'
            : found[0]!.place
          : (open?.place ?? found.at(-1)?.place ?? 'unplaced'),
    };
  });
}

/**
 * What a week holds of a course in the numbers of the book: "12–14", "3.2, test". Lessons that are not counted are named;
 * of many, the first and the last.
 */
export function cellWords(cell: OverviewCell): string {
  const lessons = [
    ...new Map(cell.steps.filter((s) => s.place !== 'left out').map((s) => [s.step.lesson.id, s.step])).values(),
  ];
  const names = lessons
    .filter((s) => s.lesson.steps.some((x) => x.kind !== 'assess'))
    .map((s) => lessonName(s.lesson.title).numeral ?? s.lesson.title);
  const tests = cell.steps.some((s) => s.step.kind === 'assess' && s.place !== 'left out');
  const span = names.length > 2 ? `${names[0]}–${names.at(-1)}` : names.join(', ');
  return [span, tests && 'test'].filter(Boolean).join(', ');
}

/**
 * The pin that asks for a unit, or one lesson of it, to begin in a week: its first step still to do, on the first date
 * the course has in it.
 */
export function pinUnit(
  state: Household,
  stored: SchoolYear,
  enrolment: Enrolment,
  unit: Unit,
  weekStartDay: Day,
  today: Day,
  lessonId?: Id,
): { pin: Omit<Pin, 'id'> } | { fault: string } {
  const year = yearWithOutside(state, stored);
  const first = remainingSteps(state, enrolment).find(
    (s) => s.unit.id === unit.id && (lessonId === undefined || s.lesson.id === lessonId),
  );
  if (!first) return { fault: 'Nothing of it is left to do.' };
  const date = openDates(state, enrolment, year).find(
    (d) => d >= Math.max(today, weekStartDay) && d < weekStartDay + 7,
  );
  if (date === undefined) return { fault: 'The course has no open day in that week.' };
  return { pin: { enrolmentId: enrolment.id, stepId: first.id, date: fromDay(date) } };
}
