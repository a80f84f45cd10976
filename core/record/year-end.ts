import { type Day, fromDay, type IsoDate, nextStart, toDay, yearAfter } from '../calendar';
import {
  byId,
  type Child,
  childrenOf,
  type Course,
  type DateStyle,
  type Enrolment,
  type Household,
  type Id,
  type Material,
  type SchoolYear,
  wayOf,
} from '../household';
import { levelsAfter } from '../course';
import { marksByEnrolment } from '../log';
import {
  allIn,
  boxesWords,
  copiesOf,
  copyWords,
  fullness,
  LEAD_DAYS,
  money,
  type PlaceNode,
  placeTree,
  partWords,
  saleWords,
  setOf,
  stock,
} from '../materials';
import { type Finish, finishWords } from '../overview';
import { beginsAfter, isEnded, isTakenFrom, isTakenOn, isThrough, lifeOn } from '../pace';
import { count, listing, shortDate, titleAmong } from '../words';
import { goingOn, goingOnWords } from './going-on';

/** What becomes of a course's reusable parts, as the household does it, and why. */
export interface AfterCourse {
  course: Course;
  /** Kept for this child, wanted from about that date: when it is as old as the one before it was at its first lesson. */
  keepFor?: { child: Child; from: IsoDate };
  words: string;
  /** What goes with it when it is passed on or sold: things in the house that come back to the shelf and that no other course asks for. */
  things: { material: Material; onHand: number }[];
}
/** A child's course that is not through at the year's end. */
export interface Carried {
  enrolment: Enrolment;
  title: string;
  words: string;
}
/** A level that waits on the shelf for a child. */
export interface NextLevel {
  child: Child;
  course: Course;
  from: IsoDate;
  /** No sooner than `from`: the level before it is not through yet. */
  soonest: boolean;
  /** Another who would want it in the same months. */
  clash: string;
  /** What of its set is missing, by when to order it, and what it costs as far as prices are known; "" where nothing is. */
  buy: string;
}
export interface YearEnd {
  /** Its last day is here, or past: what is open by now goes on in the next. */
  over: boolean;
  after: AfterCourse[];
  carried: Carried[];
  /** Copies that are written in: to throw, or into the portfolio; `thrown`: all of them are full and no blank one is left, so the thing can go. */
  written: { material: Material; words: string; thrown: boolean }[];
  /** By child, what is on the shelf for later, the nearest first. */
  next: NextLevel[];
}

/** The date of an enrolment's first mark. */
const begunOn = (state: Household, e: Enrolment): IsoDate | undefined =>
  (marksByEnrolment(state.marks).get(e.id) ?? []).map((m) => m.date).sort()[0];

/** Whole months are enough to say when somebody is as old as somebody else was. */
function sameAge(born: IsoDate, elder: IsoDate, on: IsoDate): IsoDate {
  return fromDay(toDay(born) + (toDay(on) - toDay(elder)));
}

/** The younger children who have not taken a course, each with the date on which it is as old as the youngest taker was at its beginning. */
function waiting(state: Household, courseId: Id, today: Day): { child: Child; from: IsoDate }[] {
  const takings = state.enrolments.filter((e) => e.courseId === courseId);
  const begun = takings.flatMap((e) => {
    const on = begunOn(state, e);
    return on === undefined ? [] : childrenOf(state, e).map((c) => ({ born: c.born, on }));
  });
  const first = begun.sort((a, b) => (a.born < b.born ? 1 : -1))[0];
  if (!first) return [];
  const taken = new Set(takings.flatMap((e) => e.childIds));
  return state.children
    .filter((c) => c.born > first.born && !taken.has(c.id) && (!c.until || c.until >= fromDay(today)))
    .map((child) => ({ child, from: sameAge(child.born, first.born, first.on) }))
    .sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : a.child.id < b.child.id ? -1 : 1));
}

/** Where the things of a course can lie until they are wanted: every place, with how full it would be, those with room first. */
export function landingPlaces(state: Household, courseId: Id): { path: string; words: string; fits: boolean }[] {
  const own = thingsOfAlone(state, courseId);
  const widthOf = (list: AfterCourse['things']) =>
    list.reduce((n, { material, onHand }) => n + (material.width ?? 0) * Math.ceil(onHand), 0);
  const flat = (list: readonly PlaceNode[]): PlaceNode[] => list.flatMap((n) => [n, ...flat(n.inside)]);
  return flat(placeTree(state))
    .map((node) => {
      const full = fullness(state, node, undefined);
      const boxes = boxesWords(node);
      const here = new Set(allIn(node).map((m) => m.id));
      const coming = own.filter((t) => !here.has(t.material.id));
      // What comes together takes a box of its own, where a place counts boxes.
      const noBox = coming.length > 0 && (boxes.over || node.place?.boxes === node.inside.length);
      if (!full) return { path: node.path, words: boxes.words, fits: !noBox };
      const free = Math.round((full.room - full.used - widthOf(coming)) * 10) / 10;
      const cm = free >= 0 ? `${free} cm free then` : `${-free} cm too narrow`;
      return { path: node.path, words: [cm, boxes.words].filter(Boolean).join('; '), fits: free >= 0 && !noBox };
    })
    .sort((a, b) => Number(b.fits) - Number(a.fits));
}

/** The things in the house that are a course's alone and not used up: what goes with it when it goes. */
export function thingsOfAlone(state: Household, courseId: Id): AfterCourse['things'] {
  const onHand = stock(state);
  const wanted = (id: Id, own: boolean) =>
    state.needs.some((n) => n.materialId === id && (n.courseId === courseId) === own);
  return state.materials
    .filter((m) => !m.consumable && !m.retired && wanted(m.id, true) && !wanted(m.id, false))
    .map((material) => ({ material, onHand: onHand.get(material.id) ?? 0 }))
    .filter((t) => t.onHand > 0)
    .sort((a, b) => a.material.name.localeCompare(b.material.name));
}

/** A course's own things, and the child they wait for; undefined where no younger child does, or nothing is its alone. */
export function keptThings(
  state: Household,
  courseId: Id,
  today: Day,
): { keepFor: NonNullable<AfterCourse['keepFor']>; things: AfterCourse['things'] } | undefined {
  const [keepFor] = waiting(state, courseId, today);
  const things = thingsOfAlone(state, courseId);
  return keepFor && things.length > 0 ? { keepFor, things } : undefined;
}

/**
 * What a year's end has to settle, each with a proposal: courses that are over, kept for the next child or to be passed on or sold; what goes
 * on; what is written in; what waits on the shelf for whom.
 */
export function yearEnd(state: Household, year: SchoolYear, today: Day): YearEnd {
  const style = state.settings.dateStyle;
  const over = today >= toDay(year.end);
  const end = Math.max(today, toDay(year.end));
  const within = (e: Enrolment) =>
    (marksByEnrolment(state.marks).get(e.id) ?? []).some((m) => m.date >= year.start && m.date <= year.end);
  // What is taken goes on behind the year whether or not anything of it was marked in it; once the next has begun, that is told there.
  const last = !state.years.some((y) => y.start > year.end && toDay(y.start) <= today);
  const ahead = (e: Enrolment) =>
    last && !isThrough(state, e) && isTakenFrom(e, Math.max(today, toDay(year.start)), end);
  const begun = state.enrolments.filter(within);
  const taken = state.enrolments.filter((e) => within(e) || ahead(e));
  // Who takes it and is still there when the next year begins.
  const stays = (e: Enrolment) => childrenOf(state, e).filter((c) => !c.until || c.until > year.end);
  const settled = (e: Enrolment) => isEnded(e.life) || isThrough(state, e) || stays(e).length === 0;
  const courses = [...new Set(begun.map((e) => e.courseId))].map((id) => byId(state.courses, id)!);
  const done = courses.filter((c) => state.enrolments.filter((e) => e.courseId === c.id).every(settled));
  const after = done.map((course): AfterCourse => {
    const [next] = waiting(state, course.id, today);
    const sale = saleWords(state, course);
    const things = thingsOfAlone(state, course.id);
    const gone = state.enrolments.some((e) => e.courseId === course.id && !isThrough(state, e));
    const head = gone ? 'not finished, and not taken any more: ' : '';
    const way = wayOf(state.settings, 'after');
    if (next && way !== 'keep')
      return {
        ...{ course, things, keepFor: next },
        words: `${head}${way === 'sell' ? 'sell it' : 'give it away'} (${sale}), unless ${next.child.name} is to have it`,
      };
    return next
      ? {
          ...{ course, things },
          keepFor: next,
          words: `${head}keep it for ${next.child.name}, who ${toDay(next.from) < today ? 'was' : 'will be'} the same age about ${shortDate(style, toDay(next.from), today)}`,
        }
      : { course, things, words: `${head}nobody younger waits for it: pass it on or sell it (${sale})` };
  });
  // Once the next year is there each course says itself how it goes on.
  const following = yearAfter(state.years, year);
  const first = toDay(following?.start ?? nextStart(year));
  const carried = taken
    .filter((e) => !settled(e))
    .map((e): Carried => {
      const who = listing(stays(e).map((c) => c.name));
      if (lifeOn(e, end) === 'paused')
        return {
          ...{ enrolment: e, title: titleAmong(state, e, today) },
          words: `is paused, and goes on with ${who} once it is taken up again`,
        };
      const pace = following ? '' : goingOnWords(goingOn(state, year, e, first));
      return {
        ...{ enrolment: e, title: titleAmong(state, e, today) },
        words: [
          over
            ? `goes on with ${who} in the next year, from where it stands`
            : `what is left of it by then goes on with ${who} in the next year`,
          ...(pace ? [pace] : []),
        ].join(', '),
      };
    });
  const onHand = stock(state);
  const written = state.materials.flatMap((material) => {
    const copies = material.retired ? [] : copiesOf(state, material.id).filter((c) => c.is !== 'blank');
    if (copies.length === 0) return [];
    const thrown = copies.every((c) => c.is === 'full') && (onHand.get(material.id) ?? 0) <= 0;
    return [{ material, words: copies.map(copyWords).join('; '), thrown }];
  });
  const byAge = state.courses.flatMap((course) =>
    waiting(state, course.id, today).map((w) => ({ ...w, course, soonest: false, with: undefined })),
  );
  // The level behind one that is through, or goes on, comes when that one is: at the soonest when the next year begins.
  const behind = taken.flatMap((e) =>
    levelsAfter(state, e.courseId).flatMap((course) => {
      const from = fromDay(Math.max(today, first));
      return childrenOf(state, e)
        .filter((c) => !c.until || c.until >= from)
        .filter((c) => !state.enrolments.some((x) => x.courseId === course.id && x.childIds.includes(c.id)))
        .map((child) => ({ child, course, from, soonest: !isThrough(state, e), with: e.id }));
    }),
  );
  // What is entered and not started yet has its turn when it is started: at the soonest when the next year begins.
  const entered = state.enrolments.flatMap((e) => {
    const later = lifeOn(e, end) === 'waiting' || (isTakenOn(e, end) && beginsAfter(e, end));
    const course = last && later ? byId(state.courses, e.courseId) : undefined;
    const from = fromDay(Math.max(today, first, e.firstDate ? toDay(e.firstDate) : 0));
    return course ? stays(e).map((child) => ({ child, course, from, soonest: true, with: e.id })) : [];
  });
  const of = (w: { child: Child; course: Course }) => `${w.child.id} ${w.course.id}`;
  const known = new Set([...behind, ...entered].map(of));
  const all = [...behind, ...entered, ...byAge.filter((w) => !known.has(of(w)))];
  const next = all
    .filter((w) => toDay(w.from) >= toDay(year.end) - 180)
    .sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : a.course.id < b.course.id ? -1 : 1))
    .map((w): NextLevel => {
      // Who took the level before together, or is entered together, has one book between them.
      const others = all.filter(
        (o) =>
          o.course.id === w.course.id &&
          o.child.id !== w.child.id &&
          (w.with === undefined || o.with !== w.with) &&
          Math.abs(toDay(o.from) - toDay(w.from)) < 270,
      );
      const { child, course, from, soonest } = w;
      return {
        ...{ child, course, from, soonest, buy: toBuy(state, w.course, toDay(w.from), today) },
        clash: others.length > 0 ? `${listing(others.map((o) => o.child.name))} would want it in the same year` : '',
      };
    });
  return { over, after, carried, written, next };
}

/** What has to be in the house before a level is begun: what takes longest to come says by when it is ordered. */
function toBuy(state: Household, course: Course, from: Day, today: Day): string {
  const missing = setOf(state, course).filter((p) => p.is === 'missing');
  if (missing.length === 0) return '';
  const price = missing.reduce((n, p) => n + (p.part.price ?? 0), 0);
  const by = from - Math.max(...missing.map((p) => p.thing?.leadDays ?? LEAD_DAYS));
  const when = by <= today ? 'to be ordered now' : `to be ordered by ${shortDate(state.settings.dateStyle, by, today)}`;
  return `${when}: ${listing(missing.map((p) => partWords(p.part)))}${price > 0 ? ` (${money(price)})` : ''}`;
}

/** So long before a year ends a course that would finish is not expected to be left: four weeks. */
const SURELY = 28;

/** What becomes of a course that is not through: where the plan ends it well before the year, the day on which it would finish. */
export const carriedWords = (c: Carried, finish: Finish, year: SchoolYear, style: DateStyle, today: Day): string =>
  finish.kind === 'planned' && finish.day <= toDay(year.end) - SURELY ? finishWords(style, finish, today) : c.words;

/** How much there is to settle, in words. @param soon levels that are wanted by the end of the next year */
export const yearEndWords = ({ over, after, carried, written }: YearEnd, soon: number): string =>
  [
    `${count(after.length, 'course')} over`,
    `${carried.length} ${over ? 'going on' : 'not through yet'}`,
    // Of what there is nothing of, nothing need be said.
    ...(written.length > 0 ? [`${count(written.length, 'thing')} written in`] : []),
    ...(soon > 0 ? [`${count(soon, 'level')} wanted from the shelf by the end of the next year`] : []),
  ].join(', ');
