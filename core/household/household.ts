import { type Day, toDay, type Weekday } from '../calendar/day';
import {
  type Child,
  type Course,
  type DateStyle,
  type Enrolment,
  type Household,
  type Id,
  type SchoolYear,
  type Settings,
  TABLES,
  type WayKey,
  type Ways,
  WAYS,
} from './types';

/** A household with nothing in it but its settings. */
export function emptyHousehold(settings: Settings): Household {
  const tables = Object.fromEntries(TABLES.map((t) => [t, []])) as unknown as Omit<Household, 'settings'>;
  return { settings, ...tables };
}

/** The settings a new household starts with; first day of the week and date style come from the reader's locale. */
export function defaultSettings(firstDay: Weekday, dateStyle: DateStyle): Settings {
  return {
    id: 'household',
    name: 'Our household',
    firstDay,
    dateStyle,
    startMinutes: 5,
    order: [],
    scope: 'mastered',
    mastery: 'hold',
    dayFrom: '08:30',
    dayTo: '15:30',
  };
}

/** A list with a row in the place of the one of its id, or behind all others. */
export const withRow = <T extends { id: Id }>(rows: readonly T[], row: T): T[] =>
  rows.some((r) => r.id === row.id) ? rows.map((r) => (r.id === row.id ? row : r)) : [...rows, row];

const indexes = new WeakMap<readonly { id: Id }[], Map<Id, unknown>>();

/** Finds a row by id; the index is kept for as long as the same array is in use. */
export function byId<T extends { id: Id }>(rows: readonly T[], id: Id): T | undefined {
  let index = indexes.get(rows);
  if (!index) {
    index = new Map(rows.map((r) => [r.id, r]));
    indexes.set(rows, index);
  }
  return index.get(id) as T | undefined;
}

/** The children of an enrolment, youngest first. */
export function childrenOf(state: Pick<Household, 'children'>, enrolment: Pick<Enrolment, 'childIds'>): Child[] {
  return enrolment.childIds
    .map((id) => byId(state.children, id))
    .filter((c) => c !== undefined)
    .sort((a, b) => (a.born > b.born ? -1 : a.born < b.born ? 1 : 0));
}

/** The children who are with the household on some day between two. */
export const childrenHere = ({ children }: Pick<Household, 'children'>, from: Day, to: Day = from): Child[] =>
  children.filter((c) => (!c.until || toDay(c.until) >= from) && (!c.from || toDay(c.from) <= to));
/** Those who are with it in a year, be it for a part of it. */
export const childrenIn = (state: Pick<Household, 'children'>, year: Pick<SchoolYear, 'start' | 'end'>): Child[] =>
  childrenHere(state, toDay(year.start), toDay(year.end));
/**
 * Those who can be chosen for what is to come: whoever is there today or comes later. `also`: who stays to be chosen in any case, being
 * chosen already.
 */
export function childrenAhead(state: Pick<Household, 'children'>, today: Day, also: readonly Id[] = []): Child[] {
  const here = childrenHere(state, today, Infinity);
  return state.children.filter((c) => here.includes(c) || also.includes(c.id));
}

/** The children of a sitting, or of some days: of those who take it, whoever is with the household on one of them; all where none is. */
export function takersOn(
  state: Pick<Household, 'children'>,
  enrolment: Pick<Enrolment, 'childIds'>,
  from: Day,
  to: Day = from,
): Child[] {
  const all = childrenOf(state, enrolment);
  const here = childrenHere({ children: all }, from, to);
  return here.length > 0 ? here : all;
}
/** The same by their ids. */
export const takerIdsOn = (
  state: Pick<Household, 'children'>,
  enrolment: Pick<Enrolment, 'childIds'>,
  day: Day,
): Id[] => takersOn(state, enrolment, day).map((c) => c.id);

/**
 * Enrolments in the household's order of the day. Those it has not placed follow by its rule: family style first, then, unless
 * it has chosen otherwise, the youngest child up, since small ones cannot wait (common practice). What is short or is taught
 * most is told by the mean step of the course, so that every day has the same order.
 */
export function inOrderOfDay(state: Household): Enrolment[] {
  const { order, orderRule = 'youngest', startMinutes } = state.settings;
  const place = new Map(order.map((id, i) => [id, i]));
  const rank = (e: Enrolment) => place.get(e.id) ?? Infinity;
  const first = (e: Enrolment) => childrenOf(state, e)[0];
  const born = (e: Enrolment) => first(e)?.born ?? '';
  // Of twins the one after the other, as they stand elsewhere.
  const who = (e: Enrolment) => first(e)?.id ?? '';
  const measure = new Map<Id, number>();
  if (orderRule === 'short' || orderRule === 'beside')
    for (const e of state.enrolments) {
      const course = byId(state.courses, e.courseId);
      const [minutes, taught] = course ? meanStep(course, startMinutes) : [0, 0];
      measure.set(e.id, orderRule === 'short' ? minutes * e.perSitting : -taught * e.perSitting);
    }
  const older = orderRule === 'eldest' ? -1 : 1;
  return [...state.enrolments].sort((a, b) => {
    if (rank(a) !== rank(b)) return rank(a) - rank(b);
    const family = Number(b.childIds.length > 1) - Number(a.childIds.length > 1);
    if (family !== 0) return family;
    const by = (measure.get(a.id) ?? 0) - (measure.get(b.id) ?? 0);
    if (by !== 0) return by;
    if (born(a) !== born(b)) return born(a) > born(b) ? -older : older;
    if (who(a) !== who(b)) return who(a) < who(b) ? -1 : 1;
    return a.id < b.id ? -1 : 1;
  });
}

export const COURSE_ORDERS = ['day', 'child', 'title'] as const;
/** How a list of courses follows: the order of the day, the child who takes it (the youngest first), or the title. */
export type CourseOrder = (typeof COURSE_ORDERS)[number];

/** The courses of a household in an order, those that nobody takes last; only those in whose title, level or takers `find` stands. */
export function coursesInOrder(state: Household, by: CourseOrder, find = ''): Course[] {
  const day = new Map<Id, number>();
  inOrderOfDay(state).forEach((e, i) => day.has(e.courseId) || day.set(e.courseId, i));
  const takers = (c: Course) =>
    state.enrolments.filter((e) => e.courseId === c.id).flatMap((e) => childrenOf(state, e));
  const born = (c: Course) => takers(c).reduce((max, x) => (x.born > max ? x.born : max), '');
  const place = (c: Course) => day.get(c.id) ?? Infinity;
  const words = (c: Course) => [c.title, c.level, c.publisher, ...takers(c).map((x) => x.name)].join(' ').toLowerCase();
  const wanted = find.trim().toLowerCase();
  return state.courses
    .filter((c) => words(c).includes(wanted))
    .map((c) => ({ c, born: by === 'child' ? born(c) : '', place: by === 'title' ? 0 : place(c) }))
    .sort(
      (a, b) =>
        (a.born === b.born ? 0 : a.born > b.born ? -1 : 1) ||
        (a.place === b.place ? 0 : a.place - b.place) ||
        a.c.title.localeCompare(b.c.title) ||
        (a.c.id < b.c.id ? -1 : 1),
    )
    .map(({ c }) => c);
}

/** Minutes of a course's mean step: of the child, and of the teacher beside it. */
function meanStep(course: Course, startMinutes: number): [number, number] {
  const steps = course.units.flatMap((u) => u.lessons.flatMap((l) => l.steps));
  let [minutes, taught] = [0, 0];
  for (const s of steps) {
    const usual = course.kinds[s.kind];
    const own = s.minutes ?? usual.minutes;
    minutes += own;
    const presence = s.presence ?? usual.presence;
    taught += presence === 'with' ? own : presence === 'start' ? Math.min(own, startMinutes) : 0;
  }
  return steps.length === 0 ? [0, 0] : [minutes / steps.length, taught / steps.length];
}

const titles = new WeakMap<readonly Course[], ReadonlyMap<Id, string>>();
/**
 * What a course is called wherever it is listed: its title, and its level (else edition, else publisher) where another has the same
 * title. Empty for one that is gone.
 */
export function titleOf({ courses }: Pick<Household, 'courses'>, courseId: Id): string {
  let known = titles.get(courses);
  if (!known) {
    const same = new Map<string, number>();
    for (const c of courses) same.set(c.title, (same.get(c.title) ?? 0) + 1);
    const more = (c: Course) => (same.get(c.title)! > 1 ? (c.level ?? c.edition ?? c.publisher) : undefined);
    known = new Map(courses.map((c) => [c.id, more(c) ? `${c.title}, ${more(c)}` : c.title]));
    titles.set(courses, known);
  }
  return known.get(courseId) ?? '';
}

/** The order in which children stand everywhere: the youngest first; the same list where it stands so already. */
export function youngestFirst<T extends Pick<Child, 'id' | 'born'>>(children: T[]): T[] {
  const sorted = [...children].sort((a, b) => (a.born > b.born ? -1 : a.born < b.born ? 1 : a.id < b.id ? -1 : 1));
  return sorted.every((c, i) => c === children[i]) ? children : sorted;
}

/** What is chosen of a question that the household answers; the usual where nothing was. */
export const wayOf = <K extends WayKey>({ ways }: Pick<Settings, 'ways'>, key: K): NonNullable<Ways[K]> =>
  (ways?.[key] ?? WAYS[key][0]) as NonNullable<Ways[K]>;
