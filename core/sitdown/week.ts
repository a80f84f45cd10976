import { type Day, dayKind, hasSchool, schoolDays, toDay, yearOn } from '../calendar';
import { contentsOf, type FlatStep, flatten, stepName } from '../course';
import { daysAsked } from '../attendance';
import { type AwayBlock, type Child, type Household, type Id, type SchoolYear, titleOf } from '../household';
import { marksByEnrolment, goneStep, sittingMarks } from '../log';
import { type Plan, reviewsOn } from '../stagger';
import { count, dayAndDate, inHand, listing } from '../words';
import type { WeekPage, WeekRow } from '../week';

/** So many days back it is asked what a day without a mark was. */
const LATELY = 14;

/** A course in the week that is sat down over. */
export interface CourseLine {
  row: WeekRow;
  /** The last thing done, in words; empty before the first. */
  last: string;
  /** What the week holds, in words: “Lesson 7 to Lesson 9”. */
  proposed: string;
  sittings: number;
  steps: number;
  minutes: number;
  /** Tests that fall due, each with its weekday. */
  tests: string[];
  /** Optional steps of the week that are still open. */
  optional: FlatStep[];
  fresh: number;
  /** The days on which it reviews, and whom it waits for; empty where it does not. */
  reviews: string;
}

const spanWords = (steps: readonly FlatStep[]): string => {
  const titles = [...new Set(steps.map((s) => s.lesson.title))];
  const [first, last] = [titles[0], titles.at(-1)];
  if (first === undefined) return 'nothing';
  return first === last ? first : `${first} to ${last}`;
};

/** The step of a course that was sat for last. */
function lastSat(state: Household, { enrolment }: WeekRow): FlatStep | undefined {
  const last = sittingMarks(marksByEnrolment(state.marks).get(enrolment.id) ?? []).findLast(
    (m) => m.childId === undefined,
  );
  const course = last && contentsOf(state, enrolment);
  return course && (flatten(course).find((s) => s.id === last.stepId) ?? goneStep(last, course));
}

/** Course by course: what was done last, what the plan has for the week, which tests fall due. In order of the week's own rows. */
export function courseLines(state: Household, page: WeekPage, year?: SchoolYear, plan?: Plan): CourseLine[] {
  const waits = year
    ? page.days.flatMap(({ day }) => reviewsOn(state, year, plan, day).map((r) => ({ ...r, day })))
    : [];
  const reviewing = (id: Id): string => {
    const own = waits.filter((w) => w.enrolment.id === id);
    if (own.length === 0) return '';
    const behind = [...new Set(own.flatMap((w) => w.behind.map((e) => titleOf(state, e.courseId))))];
    const days = own.map((w) => dayAndDate(state.settings.dateStyle, w.day));
    return `reviews on ${listing(days)}, until ${listing(behind)} ${behind.length > 1 ? 'have' : 'has'} come as far`;
  };
  return page.rows.flatMap((row): CourseLine[] => {
    // What is known or left out, or put off to another day, is not what the week holds.
    const items = row.cells.flatMap((c) => c.items.filter((i) => i.sits).map((item) => ({ ...item, day: c.day })));
    const open = items.filter((i) => i.mark === undefined);
    const before = lastSat(state, row);
    const last = before ? `${before.lesson.title}, ${stepName(before)}` : '';
    const tests = open.filter((i) => i.step.kind === 'assess');
    return [
      {
        ...{ row, last, proposed: spanWords(items.map((i) => i.step)) },
        sittings: row.cells.filter((c) => c.items.some((i) => i.sits)).length,
        steps: items.length,
        minutes: items.reduce((n, i) => n + i.minutes, 0),
        tests: tests.map(
          (i) => `${i.step.lesson.title}, ${stepName(i.step)} on ${dayAndDate(state.settings.dateStyle, i.day)}`,
        ),
        optional: open.filter((i) => i.step.optional).map((i) => i.step),
        fresh: open.filter((i) => i.fresh).length,
        reviews: reviewing(row.enrolment.id),
      },
    ];
  });
}

/** What a change of the week does: days in hand of the course at its end, clashes, and each teacher's minutes, before and after. */
export interface Effect {
  inHand: [before: number | undefined, after: number | undefined];
  clashes: [before: number, after: number];
  minutes: { name: string; before: number; after: number }[];
}
export function effectOf(
  before: { inHand: number | undefined; page: WeekPage },
  after: { inHand: number | undefined; page: WeekPage },
): Effect {
  const clashes = (p: WeekPage) =>
    p.days.reduce((n, d) => n + d.teachers.reduce((m, t) => m + Math.max(0, t.fresh - t.allowance), 0), 0);
  const minutes = (p: WeekPage) => {
    const sums = new Map<string, number>();
    for (const d of p.days)
      for (const t of d.teachers) sums.set(t.teacher.name, (sums.get(t.teacher.name) ?? 0) + t.minutes);
    return sums;
  };
  const [was, is] = [minutes(before.page), minutes(after.page)];
  return {
    inHand: [before.inHand, after.inHand],
    clashes: [clashes(before.page), clashes(after.page)],
    minutes: [...was]
      .map(([name, n]) => ({ name, before: n, after: is.get(name) ?? 0 }))
      .filter((m) => m.before !== m.after),
  };
}

/** The same in words: “days in hand at the week’s end 12 → 11, no other clash, Maren 240 → 265 min in the week”. */
export function effectWords({ inHand: [b, a], clashes: [cb, ca], minutes }: Effect): string {
  const hand =
    b === undefined && a === undefined
      ? ''
      : b === a
        ? `${inHand(a!)} at the week’s end, as before`
        : `days in hand at the week’s end ${b ?? '–'} → ${a ?? '–'}`;
  const clash =
    cb === ca
      ? 'no other clash'
      : ca > cb
        ? `${count(ca - cb, 'clash', 'clashes')} more`
        : `${count(cb - ca, 'clash', 'clashes')} fewer`;
  const taught =
    minutes.length === 0
      ? 'the same minutes of teachers'
      : listing(minutes.map((m) => `${m.name} ${m.before} → ${m.after} min in the week`));
  return [hand, clash, taught].filter(Boolean).join(', ');
}

/** The school days of a week, and how many of them are light, in words. */
export function weekDatesWords(state: Household, year: SchoolYear, start: Day): string {
  const kinds = Array.from({ length: 7 }, (_, i) => dayKind(yearOn(state, year, start + i), start + i));
  const school = kinds.filter(hasSchool).length;
  const light = kinds.filter((k) => k === 'light').length;
  return `${count(school, 'school day')}${light > 0 ? `, ${light} of them light` : ''}`;
}

/** School days of a year before a day. */
export const schoolDaysBefore = (year: SchoolYear, day: Day): number =>
  schoolDays(year).filter((d) => d < day && d >= toDay(year.start)).length;

/** Children with days of the last two weeks that are asked about, and how many. */
export function silentLately(state: Household, year: SchoolYear, today: Day): { child: Child; days: number }[] {
  const lately = daysAsked(state, year, today).filter((d) => d.day < today && d.day >= today - LATELY);
  return state.children.flatMap((child) => {
    const days = lately.filter((d) => d.children.includes(child)).length;
    return days > 0 ? [{ child, days }] : [];
  });
}

/** Outside classes and programmes whose first day is from…to, both included, by that day; a single day away begins nothing. */
export const classesBeginning = ({ aways }: Pick<Household, 'aways'>, from: Day, to: Day): AwayBlock[] =>
  aways
    .filter((a) => a.from !== a.to && toDay(a.from) >= from && toDay(a.from) <= to)
    .sort((a, b) => a.from.localeCompare(b.from) || a.label.localeCompare(b.label));
