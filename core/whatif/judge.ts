import type { Day } from '../calendar';
import { byId, type Household, type Id } from '../household';
import { type Figures, figuresOf } from './figures';
import { type Remedy, remediesFor, remedyPuts } from './remedies';
import { plannedAs, tried } from './tried';

/** What a remedy comes to, beside the household as it is. */
export interface Judged {
  remedy: Remedy;
  /** Of the course: the day as likely before as after, the chance of its last day (per cent), and its days in hand; where there are such. */
  middle?: Day;
  chance?: number;
  daysInHand?: number;
  /** Of its children: in how many of a hundred runs the whole year of each is in time. */
  years: { childId: Id; chance: number }[];
  /** New lessons above what a teacher begins on a day, more than without it (fewer: below nought). */
  clashes: number;
  /** Minutes a week of its teacher, more than without it. */
  teacherMinutes: number;
  /** Days in hand that other courses lose by it, each by how many; one that wins some is not there. */
  others: { enrolmentId: Id; days: number }[];
}
export interface Judgement {
  /** The course as it is. */
  now: Judged;
  /** All that can be done, the best for least first; `accept` last. */
  all: Judged[];
}

/** Runs of each forecast while something is only tried: a share of a hundred is then right to about two. */
const TRY_RUNS = 500;

function judged(remedy: Remedy, now: Figures, then: Figures, state: Household): Judged {
  const enrolment = byId(state.enrolments, remedy.enrolmentId);
  const own = then.courses.find((c) => c.enrolmentId === remedy.enrolmentId);
  const teacher = (of: Figures) => of.teachers.find((t) => t.id === enrolment?.teacherId)?.minutesAWeek ?? 0;
  const clashes = (of: Figures) => of.teachers.reduce((n, t) => n + t.clashes, 0);
  const before = new Map(now.courses.map((c) => [c.enrolmentId, c.daysInHand]));
  return {
    remedy,
    ...(own?.forecast ? { middle: own.forecast.last.middle } : {}),
    ...(own?.forecast?.chance === undefined ? {} : { chance: own.forecast.chance }),
    ...(own?.daysInHand === undefined ? {} : { daysInHand: own.daysInHand }),
    years: then.children.flatMap((c) =>
      enrolment?.childIds.includes(c.id) && c.year ? [{ childId: c.id, chance: c.year.chance }] : [],
    ),
    clashes: clashes(then) - clashes(now),
    teacherMinutes: teacher(then) - teacher(now),
    others: then.courses.flatMap((c) => {
      const was = before.get(c.enrolmentId);
      const days = was === undefined || c.daysInHand === undefined ? 0 : was - c.daysInHand;
      return c.enrolmentId !== remedy.enrolmentId && days > 0 ? [{ enrolmentId: c.enrolmentId, days }] : [];
    }),
  };
}

/** What a minute a week of the teacher, a clash, and a day in hand of another course weigh against each other. */
const PRICE = { minutes: 0.2, clash: 5, day: 1 } as const;
/** What even the cheapest remedy costs: getting used to it. */
const TROUBLE = 10;

/**
 * How much a remedy helps for what it costs: points of the chance that are won (where nothing is to be in time for: days by which it is
 * done sooner), for each unit of what it asks of the teacher and takes from others.
 */
export function worthOf(j: Judged, now: Judged): number {
  const won =
    j.chance !== undefined && now.chance !== undefined
      ? j.chance - now.chance
      : now.middle === undefined || j.middle === undefined
        ? 0
        : now.middle - j.middle;
  const cost =
    PRICE.minutes * Math.max(0, j.teacherMinutes) +
    PRICE.clash * Math.max(0, j.clashes) +
    PRICE.day * j.others.reduce((n, o) => n + o.days, 0);
  return won / (TROUBLE + cost);
}

/** So many remedies are said first; `accept` beside them. */
export const SAID = 2;
/** The one or two that help most for least, of different kinds; none that does not help at all. */
export function bestOf({ now, all }: Judgement): Judged[] {
  const best: Judged[] = [];
  for (const j of all) {
    if (j.remedy.wish.kind === 'accept' || worthOf(j, now) <= 0) continue;
    if (best.length < SAID && !best.some((b) => b.remedy.wish.kind === j.remedy.wish.kind)) best.push(j);
  }
  return best;
}

/** The same of several courses together, as of a whole child: the best of them all, the most for least first. */
export function bestOfAll(list: readonly Judgement[], said = SAID): { j: Judged; now: Judged }[] {
  return list
    .flatMap((judgement) => bestOf(judgement).map((j) => ({ j, now: judgement.now })))
    .sort((a, b) => worthOf(b.j, b.now) - worthOf(a.j, a.now))
    .slice(0, said);
}

/**
 * What could be done about some courses, each tried by planner and forecast on the household as it would be then. `told`: how far it is, 0
 * to 1. Nothing of it touches the household.
 */
export function* judgements(state: Household, today: Day, enrolmentIds: readonly Id[]): Generator<number, Judgement[]> {
  const base = plannedAs(state, today);
  if (!base) return [];
  const now = figuresOf(state, base.year, base.plan, { runs: TRY_RUNS });
  const asked = enrolmentIds.flatMap((id) => {
    const enrolment = byId(state.enrolments, id);
    const forecast = now.courses.find((c) => c.enrolmentId === id)?.forecast;
    return enrolment ? [{ list: remediesFor(state, base.year, base.plan, enrolment, forecast) }] : [];
  });
  const total = asked.reduce((n, a) => n + a.list.length, 0);
  let done = 0;
  const made: Judgement[] = [];
  for (const { list } of asked) {
    const accept = list.at(-1)!;
    const as = judged(accept, now, now, state);
    const all: Judged[] = [];
    for (const remedy of list) {
      yield done++ / total;
      if (remedy.wish.kind === 'accept') continue;
      let n = 0;
      const puts = remedyPuts(state, base.year, base.plan, remedy, () => `tried-${n++}`);
      const after = puts.length > 0 ? tried(state, puts) : { fault: '' };
      const then = 'fault' in after ? undefined : { state: after.then, on: plannedAs(after.then, today) };
      if (then?.on)
        all.push(
          judged(remedy, now, figuresOf(then.state, then.on.year, then.on.plan, { runs: TRY_RUNS }), then.state),
        );
    }
    all.sort((a, b) => worthOf(b, as) - worthOf(a, as));
    made.push({ now: as, all: [...all, as] });
  }
  return made;
}
