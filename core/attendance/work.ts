import { childOut, type Day, toDay } from '../calendar';
import { contentsOf, type FlatStep, flatten } from '../course';
import { isSchool } from '../day';
import {
  byId,
  type Child,
  type Course,
  type Enrolment,
  type Household,
  type Id,
  type Mark,
  type RitualMark,
  type SchoolYear,
} from '../household';
import { atSitting, marksByEnrolment, sittingMinutes, workMarks } from '../log';

/** Minutes of marked work of each child of one enrolment, by day. */
type Work = ReadonlyMap<Id, ReadonlyMap<Day, number>>;

interface Known {
  children: readonly Child[];
  enrolment: Enrolment;
  course: Course | undefined;
  work: Work;
}
const cache = new WeakMap<readonly Mark[], Known>();

/** One mark of work: of whom it is work, and how long it took. */
export interface WorkEntry {
  mark: Mark;
  step: FlatStep | undefined;
  day: Day;
  minutes: number;
  childIds: Id[];
}

/**
 * The marks of work of one enrolment: a mark about the whole enrolment is work of every child but those who missed the step that day.
 * Minutes are those of the sitting (`sittingMinutes`); a step shown known took those that were said, or none.
 * @param within only those of a year
 */
export function workEntries(
  state: Pick<Household, 'children'>,
  marks: readonly Mark[],
  enrolment: Enrolment,
  course: Course | undefined,
  within?: Pick<SchoolYear, 'start' | 'end'>,
): WorkEntry[] {
  const steps = new Map(course ? flatten(course).map((s) => [s.id, s]) : []);
  const whoSat = atSitting(state, marks, enrolment);
  const work = workMarks(marks);
  const asked = within ? work.filter((m) => m.date >= within.start && m.date <= within.end) : work;
  return asked.map((mark): WorkEntry => {
    const step = steps.get(mark.stepId);
    // What the mark was of when it was made; where that was not copied yet, the book has not changed since.
    const whole = mark.was?.minutes ?? step?.minutes ?? 0;
    const day = toDay(mark.date);
    return {
      ...{ mark, step, day },
      minutes: mark.kind === 'known' ? (mark.minutes ?? 0) : sittingMinutes(marks, mark, whole),
      childIds: whoSat(mark),
    };
  });
}

/** All work of a year, enrolment by enrolment. */
export function workOfYear(
  state: Household,
  year: Pick<SchoolYear, 'start' | 'end'>,
): (WorkEntry & { enrolment: Enrolment })[] {
  return [...marksByEnrolment(state.marks)].flatMap(([id, marks]) => {
    const enrolment = byId(state.enrolments, id);
    if (!enrolment) return [];
    const entries = workEntries(state, marks, enrolment, contentsOf(state, enrolment), year);
    return entries.map((e) => ({ ...e, enrolment }));
  });
}

/**
 * What the marks of one enrolment say of each child. Kept for as long as the marks are the same list, so that one mark costs one enrolment.
 */
function workIn(
  state: Pick<Household, 'children'>,
  marks: readonly Mark[],
  enrolment: Enrolment,
  course: Course | undefined,
): Work {
  const known = cache.get(marks);
  const { children } = state;
  if (known?.enrolment === enrolment && known.course === course && known.children === children) return known.work;
  const work = new Map<Id, Map<Day, number>>();
  for (const { childIds, day, minutes } of workEntries(state, marks, enrolment, course))
    for (const id of childIds) {
      const days = work.get(id) ?? new Map<Day, number>();
      work.set(id, days.set(day, (days.get(day) ?? 0) + minutes));
    }
  cache.set(marks, { children, enrolment, course, work });
  return work;
}

/**
 * Minutes of work marked for a child on each day that has any; a day of work without minutes stands there with 0. What is done
 * every day without a sequence (feeding the hens, a hymn) adds its minutes to a day of other work and makes none by itself,
 * unless it is said to be school of its own.
 */
export function workOf(state: Household, childId: Id): ReadonlyMap<Day, number> {
  const kept = worked.get(state) ?? new Map<Id, ReadonlyMap<Day, number>>();
  worked.set(state, kept);
  let work = kept.get(childId);
  if (!work) kept.set(childId, (work = allWorkOf(state, childId)));
  return work;
}

/** By household as it stands, which no deed changes: each of ten years asks about the marks of all of them. */
const worked = new WeakMap<Household, Map<Id, ReadonlyMap<Day, number>>>();

function allWorkOf(state: Household, childId: Id): ReadonlyMap<Day, number> {
  const all = new Map<Day, number>();
  for (const [enrolmentId, marks] of marksByEnrolment(state.marks)) {
    const enrolment = byId(state.enrolments, enrolmentId);
    if (!enrolment) continue;
    const own = workIn(state, marks, enrolment, contentsOf(state, enrolment)).get(childId);
    for (const [day, minutes] of own ?? []) all.set(day, (all.get(day) ?? 0) + minutes);
  }
  for (const { ritual, day } of ritualsHeld(state)) {
    if (!ritual.childIds.includes(childId) || childOut(state, childId, day)) continue;
    if (isSchool(ritual, all.has(day))) all.set(day, (all.get(day) ?? 0) + ritual.minutes);
  }
  return all;
}

type Held = { ritual: NonNullable<RitualMark['was']>; day: Day }[];
const held = new WeakMap<readonly RitualMark[], { rituals: Household['rituals']; list: Held }>();

/** What is done every day as it was each time, those that are school of their own first: beside them the others count. Kept until one is marked. */
function ritualsHeld({ rituals, ritualMarks }: Household): Held {
  const known = held.get(ritualMarks);
  if (known?.rituals === rituals) return known.list;
  const list = ritualMarks.flatMap((m): Held => {
    const ritual = m.was ?? byId(rituals, m.ritualId);
    return ritual ? [{ ritual, day: toDay(m.date) }] : [];
  });
  list.sort((a, b) => Number(b.ritual.alone ?? false) - Number(a.ritual.alone ?? false));
  held.set(ritualMarks, { rituals, list });
  return list;
}
