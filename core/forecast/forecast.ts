import { type Day, toDay } from '../calendar';
import { flatten, stepName } from '../course';
import type { Shortage } from '../materials';
import { byId, type Enrolment, type Household, type Id, type SchoolYear } from '../household';
import { isTaken, remainingSteps } from '../pace';
import { type Plan, seedOf } from '../stagger';
import { priorShare, sittingsIn } from './model';
import { chanceOf, quantiles, type Room } from './runs';
import { askedOf } from './asked';
import { roomBeside } from './beside';
import { daysOf, type Ready, readyFor } from './ready';
import { foretold } from './record';

/** One chance in ten that it is earlier, as likely before as after, one in ten that it is later. */
export interface Span {
  early: Day;
  middle: Day;
  late: Day;
}
/** What stands on the way: a lesson or a test, and when it is likely reached. */
export interface Milestone extends Span {
  words: string;
  steps: number;
}
/** What the runs come to, each of them a day. */
export const spanOf = (runs: Int32Array): Span => {
  const [early, middle, late] = quantiles(runs, [0.1, 0.5, 0.9]);
  return { early: early!, middle: middle!, late: late! };
};
export interface Forecast {
  enrolmentId: Id;
  /** Steps to come. */
  steps: number;
  last: Span;
  /** Steps behind a gate that nobody can date: what is told ends where they wait. */
  waits?: number;
  /** The last day it is to be done by, and in how many of a hundred runs it is; undefined where nothing is to be in time for. */
  target?: Day;
  chance?: number;
  /** The next test that is to come. */
  test?: Milestone;
  /** When other steps that were asked for are likely done, by their ids. */
  at: Readonly<Record<Id, Span>>;
  /** The way there, in steps done by then: a dozen places or fewer, the last step among them. */
  fan: Milestone[];
  /** Sittings of its own that are recorded, and how much of it rests on them, 0 to 1. */
  sittings: number;
  own: number;
  /** Whose record stands for what is not recorded yet; without it the plan does. */
  from?: Id;
  /** The day of the last step in each run, for what several courses come to together. */
  runs: Int32Array;
}

/** Runs of each forecast: a share of a hundred is then right to about one. */
export const RUNS = 2000;
/** Places on the way that a drawing shows. */
const PLACES = 12;

interface Wanted {
  runs?: number;
  seed?: number;
  also?: readonly Id[];
}

/** How a course is likely to go: by its own record, drawn in towards the plan or a sibling’s record while there is little of it. */
export function forecastOf(
  state: Household,
  year: SchoolYear,
  plan: Plan,
  enrolment: Enrolment,
  wanted: Wanted = {},
): Forecast | undefined {
  const ready = readyFor(state, year, plan, enrolment);
  const all = () => foretold(state, plan).flatMap((e) => readyFor(state, year, plan, e) ?? []);
  return ready && told(ready, roomBeside(state, ready, all), wanted);
}

function told(ready: Ready, room: Room | undefined, { runs = RUNS, seed = 1, also = [] }: Wanted): Forecast {
  const { enrolment, course, ids, own, prior, waits, target } = ready;
  const steps = ids.length;
  const flat = new Map(flatten(course).map((s) => [s.id, s]));
  const words = (at: number) => {
    const step = flat.get(ids[at - 1]!);
    return step ? `${step.lesson.title}, ${stepName(step)}` : '';
  };
  const testAt = ids.findIndex((id) => flat.get(id)?.kind === 'assess') + 1;
  const places = new Set(
    Array.from({ length: Math.min(PLACES, steps) }, (_, i) => Math.round((steps * (i + 1)) / Math.min(PLACES, steps))),
  );
  if (testAt > 0) places.add(testAt);
  const drawn = new Set(places);
  const others = also.flatMap((id) => (ids.includes(id) ? [[id, ids.indexOf(id) + 1] as const] : []));
  for (const [, at] of others) places.add(at);
  const asked = [...places].sort((a, b) => a - b);
  const found = ready.draw(asked, runs, seed, room).map((n) => daysOf(n, ready.dates));
  const way = asked.map((at, i): Milestone => ({ ...spanOf(found[i]!), words: words(at), steps: at }));
  const ends = found.at(-1)!;
  const test = way.find((m) => m.steps === testAt);
  return {
    ...{ enrolmentId: enrolment.id, steps, last: spanOf(ends), runs: ends },
    ...(waits > 0 ? { waits } : {}),
    ...(target === undefined ? {} : { target, chance: chanceOf(ends, target) }),
    ...(testAt > 0 && test ? { test } : {}),
    at: Object.fromEntries(others.map(([id, at]) => [id, spanOf(found[asked.indexOf(at)]!)])),
    fan: way.filter((m) => drawn.has(m.steps) && (m.steps !== testAt || drawn.size <= PLACES)),
    sittings: sittingsIn(own),
    own: prior.itself ? 1 : 1 - priorShare(own, prior.weeks),
    ...(prior.from ? { from: prior.from } : {}),
  };
}

/**
 * Every course that something can be foretold of, or those of some courses alone; each by a seed of its own name, so that one more of them
 * changes no other. `orders`: what has to be ordered, so that the day of the first need of each course is told as well.
 */
export function forecasts(
  state: Household,
  year: SchoolYear,
  plan: Plan,
  {
    courseIds,
    runs = RUNS,
    orders = [],
  }: { courseIds?: ReadonlySet<Id>; runs?: number; orders?: readonly Shortage[] } = {},
): Forecast[] {
  const known = new Map<Id, Ready | undefined>();
  const ready = (e: Enrolment) => {
    if (!known.has(e.id)) known.set(e.id, readyFor(state, year, plan, e));
    return known.get(e.id);
  };
  const all = foretold(state, plan);
  return all
    .filter((e) => courseIds === undefined || courseIds.has(e.courseId))
    .flatMap((e): Forecast[] => {
      const own = ready(e);
      if (!own) return [];
      const steps = orders.filter((o) => o.first.enrolment.id === e.id).map((o) => o.first.step.id);
      const also = [...askedOf(state, plan, e), ...steps.slice(0, 1)];
      const room = roomBeside(state, own, () => all.flatMap((o) => ready(o) ?? []));
      return [told(own, room, { seed: seedOf(e.id), runs, also })];
    });
}

/** A child’s whole year: when the last of its courses is likely done, and in how many of a hundred runs all are in time. */
export interface ChildForecast {
  childId: Id;
  last: Span;
  chance: number;
  courses: number;
  /** Enrolments that wait at a gate which nobody can date: of their end nothing is foretold, and they are in none of it. */
  waits?: Id[];
}

/** Whether a course that is taken has nothing in the plan, since all that is left of it waits at a gate. */
const waitsWhole = (state: Household, plan: Plan, e: Enrolment): boolean =>
  e.gates !== undefined &&
  isTaken(e) &&
  (plan.tracks.find((t) => t.enrolmentId === e.id)?.stepIds.length ?? 0) === 0 &&
  remainingSteps(state, e).length > 0;

/** The years of the children who are with the household on `today` or come later: of one who has left nothing is foretold. */
export function childForecasts(state: Household, list: readonly Forecast[], plan: Plan): ChildForecast[] {
  const { today } = plan;
  return state.children.flatMap((c): ChildForecast[] => {
    if (c.until && toDay(c.until) < today) return [];
    // What has no last day holds up no year.
    const all = list.filter((f) => byId(state.enrolments, f.enrolmentId)?.childIds.includes(c.id));
    const own = all.filter((f) => f.target !== undefined);
    if (own.length === 0) return [];
    const shut = state.enrolments.filter((e) => e.childIds.includes(c.id) && waitsWhole(state, plan, e));
    const waits = [...all.flatMap((f) => (f.waits ? f.enrolmentId : [])), ...shut.map((e) => e.id)];
    const runs = own[0]!.runs.length;
    const ends = Int32Array.from({ length: runs }, (_, i) => Math.max(...own.map((f) => f.runs[i]!)));
    let inTime = 0;
    for (let i = 0; i < runs; i++) if (own.every((f) => f.runs[i]! <= f.target!)) inTime++;
    return [
      {
        childId: c.id,
        last: spanOf(ends),
        chance: Math.round((100 * inTime) / runs),
        courses: own.length,
        ...(waits.length > 0 ? { waits } : {}),
      },
    ];
  });
}
