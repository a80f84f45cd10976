import {
  ageOn,
  blankYear,
  type Day,
  fromDay,
  isIsoDate,
  toDay,
  type Weekday,
  weekdayOf,
  yearFault,
  yearName,
} from '../calendar';
import { type CoursePattern, expandPattern, flatten, KIND_DEFAULTS } from '../course';
import {
  type Child,
  COLOURS,
  type Course,
  defaultSettings,
  emptyHousehold,
  type Enrolment,
  type Id,
  ORNAMENTS,
  type PaceRule,
  type SchoolYear,
  type Teacher,
  type Unit,
} from '../household';
import { evenPerSitting, openDates, wishOf } from '../pace';

/** The few things asked of somebody who starts from an empty shelf. Everything else has a default and can be changed. */
export interface BeginWish {
  children: { name: string; born: string }[];
  start: string;
  end: string;
  weekdays: Weekday[];
  title: string;
  /** Places in `children` of those who take the first course; several take it together. */
  takers: number[];
  /** Contents made elsewhere (pasted, say); without them the pattern is used. */
  units?: Unit[];
  pattern: CoursePattern;
}
export type BeginField = 'children' | 'start' | 'end' | 'weekdays' | 'title' | 'takers' | 'lessons';
export type BeginFaults = Partial<Record<BeginField, string>>;
export interface Begun {
  teacher: Teacher;
  children: Child[];
  year: SchoolYear;
  course: Course;
  enrolment: Enrolment;
}

/** School weeks of a year offered to somebody new: 36 of teaching (common practice) and four of breaks. */
const WEEKS_OFFERED = 40;

/** First and last day offered: from the coming Monday (today, if it is one) to a Friday forty weeks on. */
export function yearOffered(today: Day): { start: string; end: string } {
  const start = today + ((8 - weekdayOf(today)) % 7);
  return { start: fromDay(start), end: fromDay(start + 7 * WEEKS_OFFERED - 3) };
}

/** How much of school a day a child of that age is planned for until the parent says otherwise (common practice). */
export function minutesForAge(years: number): number {
  if (years < 4) return 20;
  if (years < 6) return 60;
  if (years < 8) return 150;
  return years < 11 ? 210 : 270;
}

/**
 * The pace a first course is offered: even over the year; but a short book, which would lie idle for weeks at that
 * pace, is begun at once with a step each school day.
 */
export function ruleOffered(steps: number, sittings: number, daysAWeek: number): PaceRule {
  return steps * 2 <= sittings ? { kind: 'weekly', n: daysAWeek, unit: 'steps' } : { kind: 'even' };
}

/**
 * The rows of a new household, or what is missing, field by field in a sentence. A teacher with three hours on each
 * school day is taken for granted; names and hours are changed under Household. `newId` gives a fresh id at every call.
 */
export function begin(wish: BeginWish, today: Day, newId: () => Id): Begun | { faults: BeginFaults } {
  const faults: BeginFaults = {};
  const named = wish.children.filter((c) => c.name.trim() || c.born);
  const bad = named.find((c) => !c.name.trim() || !isIsoDate(c.born) || toDay(c.born) > today);
  if (named.length === 0) faults.children = 'Give at least one child a name and a birth date.';
  else if (bad) {
    faults.children = bad.name.trim()
      ? `Give ${bad.name.trim()}’s birth date as a day that exists and is past.`
      : 'Give every child a name.';
  }
  if (!isIsoDate(wish.start)) faults.start = 'Give the first day as a day that exists.';
  if (!isIsoDate(wish.end)) faults.end = 'Give the last day as a day that exists.';
  else if (isIsoDate(wish.start)) {
    const fault = yearFault({ id: '', start: wish.start, end: wish.end }, []);
    if (fault) faults.end = fault;
  }
  if (wish.weekdays.length === 0) faults.weekdays = 'Choose at least one school day.';
  if (!wish.title.trim()) faults.title = 'Give the course a title, as it stands on the cover.';
  const takers = wish.takers.filter((i) => named.includes(wish.children[i]!));
  if (named.length > 0 && takers.length === 0) faults.takers = 'Say who takes it.';
  let units = wish.units;
  if (!units) {
    try {
      units = expandPattern(wish.pattern);
    } catch (error) {
      faults.lessons = (error as Error).message;
    }
  } else if (units.length === 0) faults.lessons = 'No lesson was read from the contents page yet.';
  if (Object.keys(faults).length > 0 || !units) return { faults };

  const teacher: Teacher = {
    id: newId(),
    name: 'Parent',
    minutes: Array.from({ length: 7 }, (_, i) => (wish.weekdays.includes((i + 1) as Weekday) ? 180 : 0)),
  };
  const children = named.map((c, i): Child => ({
    id: newId(),
    name: c.name.trim().slice(0, 80),
    born: c.born,
    colour: COLOURS[i % COLOURS.length]!,
    ornament: ORNAMENTS[i % ORNAMENTS.length]!,
    minutesPerDay: minutesForAge(ageOn(c.born, fromDay(today))),
  }));
  const { start, end } = wish;
  const draft = blankYear({ start, end, weekdays: [...wish.weekdays].sort((a, b) => a - b) });
  const year: SchoolYear = { ...draft, id: newId(), name: yearName(start, end), requirement: { meets: 'both' } };
  const course: Course = {
    id: newId(),
    title: wish.title.trim().slice(0, 500),
    kinds: { ...KIND_DEFAULTS },
    countsNew: true,
    units,
  };
  const enrolment: Enrolment = {
    id: newId(),
    courseId: course.id,
    childIds: takers.map((i) => children[named.indexOf(wish.children[i]!)]!.id),
    teacherId: teacher.id,
    weekdays: year.weekdays,
    rule: { kind: 'even' },
    perSitting: 1,
    life: 'running',
    takesOptional: true,
  };
  const nobodyAway = emptyHousehold(defaultSettings(1, 'year-month-day'));
  const sittings = openDates(nobodyAway, enrolment, year).filter((d) => d >= today).length;
  const steps = flatten(course).length;
  enrolment.rule = ruleOffered(steps, sittings, year.weekdays.length);
  enrolment.perSitting = wishOf(enrolment) === 'spread' ? evenPerSitting(steps, sittings) : 1;
  return { teacher, children, year, course, enrolment };
}
