import { expose } from 'comlink';
import { type Day, yearFor, yearWithOutside } from '../core/calendar';
import { type Household, type Mark, type Patch, patched, type SchoolYear, TABLES } from '../core/household';
import { carryMarks } from '../core/log';
import {
  type Effort,
  firstPlan,
  goingOn,
  improvePlan,
  isBegun,
  isPlanOf,
  makeProblem,
  type Plan,
  planKey,
  type Problem,
  type Reserves,
  reservesOf,
  thisMorning,
} from '../core/stagger';
import { Recent } from './recent';
import { type Stores, storesOf, type StoresWish } from './stores';

/** The last settled plan, under the key of its problem. */
export interface KeptPlan {
  key: string;
  plan: Plan;
}

/** Settled plans of this visit by the keys of their problems, the newest last: what is taken back, or set and unset, was planned before. */
const settled = new Recent<Plan>(8);

let latest = 0;
/** The household as far as the planner was told of it. */
let household = Object.fromEntries(TABLES.map((t) => [t, []])) as unknown as Household;
/** The plan by which the stores were last asked about. */
let asked: Plan | undefined;

/** Takes in what has changed; what was worked out about all other enrolments' marks is kept. */
function takeIn(patch: Patch): void {
  const before = household.marks;
  household = patched(household, patch);
  const { marks } = patch.tables;
  if (!marks || before.length === 0) return;
  const gone = before.slice(marks.from, marks.from + marks.gone);
  const changes = [
    ...gone.map((m): { before?: Mark; after?: Mark } => ({ before: m })),
    ...marks.come.map((m) => ({ after: m })),
  ];
  carryMarks(before, household.marks, changes);
}

/** What the day began with, as long as nothing but what is marked today, or hangs on no plan, has changed since. */
interface Morning {
  of: readonly unknown[];
  marks: readonly Mark[];
  problem: Problem;
  key: string;
  plan?: Plan | undefined;
}
let morning: Morning | undefined;
const HANGS_ON_NO_PLAN = ['marks', 'dayLists', 'ticks', 'ritualMarks', 'jottings', 'prompts'];

function thisDaysMorning(year: SchoolYear, today: Day, effort: Effort): Morning {
  const then = thisMorning(household, today);
  const tables = TABLES.filter((t) => !HANGS_ON_NO_PLAN.includes(t)).map((t) => household[t]);
  const of: readonly unknown[] = [household.settings, ...tables, year.id, today, effort.sweeps, effort.seed];
  const same =
    morning &&
    morning.of.every((x, i) => x === of[i]) &&
    morning.marks.length === then.marks.length &&
    morning.marks.every((m, i) => m === then.marks[i]);
  if (same) return morning!;
  const gone = new Set(household.marks);
  for (const m of then.marks) gone.delete(m);
  carryMarks(
    household.marks,
    then.marks,
    [...gone].map((before) => ({ before })),
  );
  const problem = makeProblem(then, year, today);
  morning = { of, marks: then.marks, problem, key: planKey(problem, effort) };
  return morning;
}

const gap = new MessageChannel();
/**
 * Lets waiting messages in between two sweeps, so that a newer request can end an older one. By a message of its own and not by
 * a timer: browsers make a timer that follows a timer wait some milliseconds, as long as a sweep takes.
 */
const pause = () =>
  new Promise<void>((resolve) => {
    gap.port1.onmessage = () => resolve();
    gap.port2.postMessage(null);
  });

/** What is asked of the planner. */
export interface PlanRequest {
  /** Rises with each; a newer one ends those before it. */
  n: number;
  /** What has changed since the request before. */
  patch: Patch;
  today: Day;
  effort: Effort;
  kept: KeptPlan | undefined;
  /** Every better plan is told as it is found; without it only the settled one. */
  eager: boolean;
}

const planner = {
  /** Takes in what has changed, and plans nothing yet. */
  know: takeIn,
  /** What is needed, missing and made ready; `by`: the plan, where it is not the one of the last question. */
  stores(patch: Patch, wish: StoresWish, by?: Plan): Stores | undefined {
    takeIn(patch);
    asked = by ?? asked;
    return asked && storesOf(household, asked, wish);
  },
  /**
   * Plans until the effort is spent or a newer request arrives; tells the days in hand first, then the plans, the last one as
   * settled with the key under which it may be kept. In between it tells how far it is, as a share of the effort. A plan that was
   * kept under the same key, or settled in this visit, is costed again and told as it is. Without a school year nothing is told.
   */
  async plan(
    { n: request, patch, today, effort, kept, eager }: PlanRequest,
    reserves: (reserves: Reserves) => void,
    tell: (plan: Plan, settledAs?: string) => void,
    progress: (share: number) => void,
  ): Promise<void> {
    takeIn(patch);
    latest = Math.max(latest, request);
    // While a newer one waits already, this one need not be begun.
    await pause();
    if (request !== latest) return;
    const stored = yearFor(household.years, today);
    if (!stored) return;
    const year = yearWithOutside(household, stored);
    const problem = makeProblem(household, year, today);
    reserves(reservesOf(household, year, today, problem));
    const begun = isBegun(household, today) ? thisDaysMorning(year, today, effort) : undefined;
    const key = planKey(problem, effort, begun?.key);
    const known = kept?.key === key ? kept.plan : settled.get(key);
    if (known && isPlanOf(problem, known)) {
      settled.keep(key, known);
      return tell(known, key);
    }
    let step = 0;
    let told = 0;
    /** Plans until the effort is spent; nothing where a newer request has arrived. */
    const planned = async (of: Problem, better?: (plan: Plan) => void): Promise<Plan | undefined> => {
      let best: Plan | undefined;
      for (const plan of improvePlan(of, effort)) {
        if (request !== latest) return undefined;
        if (plan) {
          best = plan;
          better?.(plan);
        }
        // A step of the planner is about a sweep; a twentieth more is worth a word.
        const share = Math.min(1, ++step / effort.sweeps);
        if (share - told >= 0.05) {
          told = share;
          progress(share);
        }
        await pause();
      }
      return request === latest ? best : undefined;
    };
    if (begun && !begun.plan) {
      const taken = kept?.key === begun.key && isPlanOf(begun.problem, kept.plan) ? kept.plan : undefined;
      begun.plan = taken ?? settled.get(begun.key);
      // Until it is known what the day began with, a first plan without it stands.
      if (!begun.plan && eager) tell(firstPlan(problem));
      begun.plan ??= await planned(begun.problem);
      if (!begun.plan) return;
      step = 0;
    }
    const best = await planned(
      begun ? goingOn(problem, begun.plan!, household) : problem,
      (plan) => eager && tell(plan),
    );
    if (!best) return;
    settled.keep(key, best);
    tell(best, key);
  },
};

export type PlannerWorker = typeof planner;
expose(planner);
