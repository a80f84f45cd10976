import { type Random, seeded } from '../stagger';
import { type DayProblem, type Minute, type Starts, Timetable } from './timetable';

/** What a laid-out day comes to. */
export interface DayCost {
  /** Minutes of children's work that find no room. */
  unfit: number;
  /** When the last child is finished. */
  finish: Minute;
  /** When the last teacher is free for good. */
  release: Minute;
  /** Minutes that children wait between two pieces of work; not counted: absences, breaks, and waits for a fixed time. */
  waiting: number;
  /** Pairs of one child's tasks that stand otherwise than the household's order of the day. */
  departures: number;
}

export interface LaidOut {
  starts: Starts;
  cost: DayCost;
  /** Where everything finds room, no way of laying it out ends earlier. */
  bound: Minute;
  /** Nothing can finish earlier: everything finds room and it ends at the bound, or every order was tried. */
  proved: boolean;
}

/** Orders that are tried in all; effort is counted, never timed, so that the same day is laid out the same every time. */
const TRIES = 1200;
/** With so few activities every order is tried. */
const FEW = 6;

/**
 * Lays a day out: what finds no room, when the last child is finished, then what is waited for and how far it departs from
 * the household's order together, then when the teachers are free. Few activities are tried in every order; more are
 * searched by moving single ones and swapping pairs, from the household's own order and two others.
 */
export function solveDay(problem: DayProblem, seed = 1): LaidOut {
  const n = problem.activities.length;
  const bound = finishBound(problem);
  const random = seeded(seed);
  const table = new Timetable(problem);
  const own = problem.activities.map((_, i) => i);
  let best: { order: number[]; starts: Starts; cost: DayCost } | undefined;
  const attempt = (order: number[]) => {
    const starts = table.layOut(order);
    const cost = costOfDay(problem, starts);
    if (!best || compare(cost, best.cost) < 0) best = { order, starts, cost };
  };
  attempt(own);
  if (n <= FEW) {
    for (const order of permutations(own)) attempt(order);
    return { starts: best!.starts, cost: best!.cost, bound, proved: true };
  }
  const load = (ids: readonly string[]) =>
    Math.max(...ids.map((id) => problem.activities.reduce((m, a) => m + (a.childIds.includes(id) ? a.minutes : 0), 0)));
  const weight = problem.activities.map((a) => load(a.childIds));
  attempt([...own].sort((a, b) => weight[b]! - weight[a]! || a - b));
  attempt(
    [...own].sort(
      (a, b) =>
        Number(problem.activities[b]!.taught > 0) - Number(problem.activities[a]!.taught > 0) ||
        weight[b]! - weight[a]! ||
        a - b,
    ),
  );
  // Walks with equal moves allowed; from the best so far again when one walk has led nowhere.
  let order = [...best!.order];
  let cost = best!.cost;
  let last = best!.starts;
  for (let i = 0, idle = 0; i < TRIES; i++) {
    const trial = random() < 0.5 ? hurried(problem, order, last, cost.finish, random) : neighbour(order, random);
    const starts = table.layOut(trial);
    const now = costOfDay(problem, starts);
    if (compare(now, cost) <= 0) {
      idle = compare(now, cost) < 0 ? 0 : idle + 1;
      order = trial;
      cost = now;
      last = starts;
      if (compare(cost, best!.cost) < 0) best = { order, starts, cost };
    } else idle++;
    if (idle > 120) {
      order = neighbour(neighbour(neighbour([...best!.order], random), random), random);
      last = table.layOut(order);
      cost = costOfDay(problem, last);
      idle = 0;
    }
  }
  const { cost: found } = best!;
  return { starts: best!.starts, cost: found, bound, proved: found.unfit === 0 && found.finish <= bound };
}

/** One pair out of the household's order is worth as many minutes of waiting. */
const MINUTES_A_DEPARTURE = 6;

const compare = (a: DayCost, b: DayCost): number =>
  a.unfit - b.unfit ||
  a.finish - b.finish ||
  a.waiting + MINUTES_A_DEPARTURE * a.departures - (b.waiting + MINUTES_A_DEPARTURE * b.departures) ||
  a.release - b.release;

/** One activity moved, or two swapped. */
function neighbour(order: readonly number[], random: Random): number[] {
  const next = [...order];
  const i = Math.floor(random() * next.length);
  const j = Math.floor(random() * next.length);
  if (random() < 0.5) [next[i], next[j]] = [next[j]!, next[i]!];
  else next.splice(j, 0, next.splice(i, 1)[0]!);
  return next;
}

/** Something of a child who is finished last is laid out earlier. */
function hurried(
  { activities }: DayProblem,
  order: readonly number[],
  starts: Starts,
  finish: Minute,
  random: Random,
): number[] {
  const late = new Set(
    activities.flatMap((a, i) => (starts[i]! < 0 || starts[i]! + a.minutes === finish ? a.childIds : [])),
  );
  const places = order.map((_, k) => k).filter((k) => activities[order[k]!]!.childIds.some((id) => late.has(id)));
  const k = places[Math.floor(random() * places.length)] ?? 0;
  const next = [...order];
  next.splice(Math.floor(random() * (k + 1)), 0, next.splice(k, 1)[0]!);
  return next;
}

function* permutations(list: number[]): Generator<number[]> {
  if (list.length <= 1) return yield list;
  for (let i = 0; i < list.length; i++)
    for (const rest of permutations([...list.slice(0, i), ...list.slice(i + 1)])) yield [list[i]!, ...rest];
}

/** What a layout comes to. */
export function costOfDay(problem: DayProblem, starts: Starts): DayCost {
  const { activities } = problem;
  let unfit = 0;
  let finish = problem.from;
  let release = problem.from;
  const byChild = new Map<string, number[]>();
  activities.forEach((a, i) => {
    const start = starts[i]!;
    if (start < 0) {
      unfit += a.minutes * a.childIds.length;
      return;
    }
    finish = Math.max(finish, start + a.minutes);
    if (a.taught > 0) release = Math.max(release, start + Math.min(a.taught, a.minutes));
    for (const id of a.childIds) {
      const own = byChild.get(id);
      if (own) own.push(i);
      else byChild.set(id, [i]);
    }
  });
  let waiting = 0;
  let departures = 0;
  for (const [id, own] of byChild) {
    own.sort((a, b) => starts[a]! - starts[b]!);
    for (let k = 1; k < own.length; k++) {
      const end = starts[own[k - 1]!]! + activities[own[k - 1]!]!.minutes;
      const rest = activities[own[k - 1]!]!.rest ?? 0;
      // Whoever waits for a fixed time waits whatever is done; to begin the day later would not be less of it.
      if (activities[own[k]!]!.at === undefined)
        waiting += Math.max(0, presentMinutes(problem, id, end, starts[own[k]!]!) - rest);
      for (let l = 0; l < k; l++) if (own[l]! > own[k]!) departures++;
    }
  }
  return { unfit, finish, release, waiting, departures };
}

/** Minutes between two times at which somebody is there. */
function presentMinutes(problem: DayProblem, id: string, from: Minute, to: Minute): number {
  let minutes = Math.max(0, to - from);
  for (const s of problem.away.get(id) ?? []) minutes -= Math.max(0, Math.min(to, s.to) - Math.max(from, s.from));
  return Math.max(0, minutes);
}

/**
 * The earliest minute by which everything can be done: no child can be finished before all its minutes are
 * over, no teacher before all that is taught is, no thing before all that need it, and what follows the last taught minute
 * of a task has to follow it.
 */
export function finishBound(problem: DayProblem): Minute {
  const { activities } = problem;
  let bound = problem.from;
  const children = new Set(activities.flatMap((a) => a.childIds));
  for (const id of children) {
    const own = activities.filter((a) => a.childIds.includes(id));
    const rests = own.map((a) => a.rest ?? 0);
    // Between pieces it rests, except where a rest runs into an absence: one each at most.
    const hidden = Math.max(0, ...rests) * (problem.away.get(id)?.length ?? 0);
    const resting = Math.max(0, rests.reduce((m, r) => m + r, 0) - hidden);
    bound = Math.max(bound, after(problem, id, own.reduce((m, a) => m + a.minutes, 0) + resting));
  }
  for (const id of problem.teachers) {
    const own = activities.filter((a) => a.teacherId === id && a.taught > 0);
    const taught = own.reduce((m, a) => m + Math.min(a.taught, a.minutes), 0);
    const tail = Math.min(Infinity, ...own.map((a) => a.minutes - Math.min(a.taught, a.minutes)));
    if (own.length > 0) bound = Math.max(bound, after(problem, id, taught) + tail);
  }
  for (const id of new Set(activities.flatMap((a) => a.things))) {
    const minutes = activities.reduce((m, a) => m + (a.things.includes(id) ? a.minutes : 0), 0);
    bound = Math.max(bound, problem.from + Math.ceil(minutes / (problem.things.get(id) ?? 1)));
  }
  // Pieces of one task: all of them, with the breaks between.
  const chain = new Map<string, Minute>();
  for (const a of activities) {
    const start = Math.max(problem.from, ...(a.after ?? []).map((id) => chain.get(id) ?? problem.from));
    const earliest = Math.max(
      start,
      a.at ?? 0,
      Math.min(...(a.within ?? [{ from: problem.from, to: 0 }]).map((s) => s.from)),
    );
    chain.set(a.id, earliest + a.minutes + (a.rest ?? 0));
    bound = Math.max(bound, earliest + a.minutes);
  }
  return Math.min(bound, problem.to);
}

/** When somebody has been there for so many minutes. */
function after(problem: DayProblem, id: string, minutes: number): Minute {
  let left = minutes;
  let at = problem.from;
  const away = [...(problem.away.get(id) ?? [])].sort((a, b) => a.from - b.from);
  for (const s of away) {
    if (left <= Math.max(0, s.from - at)) break;
    left -= Math.max(0, s.from - at);
    at = Math.max(at, s.to);
  }
  return at + left;
}
