import { createContext, type ReactNode, use, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { gatesOpenByDecks, type Reserve } from '../../core/pace';
import type { Household, Id, SchoolYear } from '../../core/household';
import { type Coming, comingOf } from '../../core/attendance';
import { workedDays } from '../../core/log';
import { isBetweenYears, nextSchoolDay, outsideOf } from '../../core/calendar';
import type { Plan } from '../../core/stagger';
import { type KeptPlan, openPlanner, type Planner, type Stores, type StoresWish } from '../../worker';
import { useWhile } from '../ui/use-while';
import { useHousehold } from './household';
import { KEPT_PLAN } from './notes';
import { tellPlanShare } from './plan-mark';
import { markPlanning } from './state-mark';

interface Planned {
  /** The newest plan; the one before the last change until the next is there. Undefined before the first. */
  plan: Plan | undefined;
  /** Days in hand and projected day of each running enrolment, as of now. */
  reserves: ReadonlyMap<Id, Reserve>;
  /** The same as they stood before today's marks. */
  morning: ReadonlyMap<Id, Reserve>;
  /** Why there is no plan of the household as it is now. */
  fault: string | undefined;
  /** Why what the plan needs of things could not be worked out. */
  stuck: string | undefined;
  /** Asks the planner once more. */
  retry: () => void;
  /** The plan that has settled, and the settled one of a day before it, which stood until then. */
  settled: { plan: Plan; before: Plan | undefined } | undefined;
  /** The lists that plans of before `day` have to say something of are stored: its own plan may take their place. */
  listed: (day: number) => void;
  /** Puts a plan of the same household that costs less in the place of the settled one, until something changes. */
  adopt: (better: Plan) => void;
  /** Asks the planner's worker what a plan needs, lacks and has to be made ready. */
  stores: (household: Household, plan: Plan, wish: StoresWish) => Promise<Stores | undefined>;
}

const NOTHING: Pick<Planned, 'reserves' | 'morning'> = { reserves: new Map(), morning: new Map() };
const Context = createContext<Planned | undefined>(undefined);

export function usePlan(): Planned {
  const planned = use(Context);
  if (!planned) throw new Error('used outside PlanProvider');
  return planned;
}

/** Effort spent after every change: a settled plan with its bound, of a large family within two or three seconds. */
export const EFFORT = { sweeps: 60, seed: 1 };
/** Milliseconds of quiet after which a settled plan is kept for the next time. */
const KEEP_AFTER = 400;

/**
 * Keeps settled plans by `store`: the first of a day as soon as the lists of days gone by are stored (`release`), for it takes the
 * place of the plan that those were made from; later ones after some quiet, since while somebody marks on there will be another.
 */
function keeperOf(store: (keep: KeptPlan) => void) {
  let waiting: { keep: KeptPlan; timer: ReturnType<typeof setTimeout> } | undefined;
  let released: number | undefined;
  const drop = () => {
    clearTimeout(waiting?.timer);
    waiting = undefined;
  };
  const flush = () => {
    if (!waiting || waiting.keep.plan.today !== released) return;
    const { keep } = waiting;
    drop();
    store(keep);
  };
  return {
    drop,
    flush,
    keep: (keep: KeptPlan) => {
      drop();
      waiting = { keep, timer: setTimeout(flush, KEEP_AFTER) };
    },
    release: (day: number) => {
      if (released === day) return;
      released = day;
      flush();
    },
  };
}

export function PlanProvider({ children }: { children: ReactNode }) {
  const { household, year, today, store } = useHousehold();
  const planner = useRef<Planner>(undefined);
  const [plan, setPlan] = useState<Plan>();
  /** True until the first plan since opening has settled. */
  const improving = useRef(true);
  /** The day that the shown plan is for. */
  const shownFor = useRef<number>(undefined);
  /** The key of the plan that has settled; undefined while it is bettered. */
  const settledKey = useRef<string>(undefined);
  /** The plan that was taken in the place of a settled one: a day that began with it goes on with it. */
  const taken = useRef<KeptPlan>(undefined);
  const [fault, setFault] = useState<string>();
  const [turn, setTurn] = useState(0);
  const [stands, setStands] = useState<Planned['settled']>();
  const [stuck, setStuck] = useState<{ plan: Plan; wish: string; message: string }>();
  const {
    settings,
    children: kids,
    teachers,
    courses,
    enrolments,
    marks,
    pins,
    published,
    absences,
    aways,
    loops,
    links,
    overlaps,
  } = household;
  // Feeds are fetched often and mostly say the same: what they come to is what counts.
  const outside = outsideOf(household);
  // Of cards only what they hold open.
  const gates = gatesOpenByDecks(household, today);

  // Only what a plan is made from: a change of materials must not start the planner.
  const asked = useWhile(year ? household : undefined, [
    ...[settings, kids, teachers, courses, enrolments, marks, pins, published, absences, aways, loops, links, overlaps],
    ...[outside, gates, year, today],
  ]);

  useEffect(() => {
    planner.current = openPlanner();
    return () => planner.current?.close();
  }, []);

  // What was settled last time, kept beside the household: where nothing has changed since it need not be found again.
  const [kept, setKept] = useState<KeptPlan | null>();
  useEffect(() => {
    let left = false;
    void store.note(KEPT_PLAN).then(
      (noted) => !left && setKept((noted as KeptPlan | undefined) ?? null),
      () => !left && setKept(null),
    );
    return () => {
      left = true;
    };
  }, [store]);
  const keeper = useMemo(() => keeperOf((keep) => void store.setNote(KEPT_PLAN, keep).catch(() => undefined)), [store]);
  useEffect(() => {
    // Who closes the window in the quiet before it is kept has it kept all the same.
    const hide = () => document.visibilityState === 'hidden' && keeper.flush();
    addEventListener('pagehide', keeper.flush);
    document.addEventListener('visibilitychange', hide);
    return () => {
      removeEventListener('pagehide', keeper.flush);
      document.removeEventListener('visibilitychange', hide);
    };
  }, [keeper]);

  const [standing, setStanding] = useState(NOTHING);
  useEffect(() => {
    if (!asked) {
      markPlanning(false);
      return tellPlanShare(undefined);
    }
    markPlanning(true);
    if (kept === undefined) return;
    tellPlanShare(0);
    keeper.drop();
    planner.current?.request(
      asked,
      {
        today,
        effort: EFFORT,
        kept: taken.current ?? kept ?? undefined,
        eager: improving.current || shownFor.current !== today,
      },
      {
        reserves: ({ now, morning }) => setStanding({ reserves: new Map(now), morning: new Map(morning) }),
        plan: (better, settledAs) => {
          const settled = settledAs !== undefined;
          // The first plan is shown at once and bettered; after a mark the page stays as it is until the next plan has
          // settled, so that no step comes and goes under the reader's finger.
          const show = settled || improving.current;
          settledKey.current = settledAs;
          if (settled) {
            improving.current = false;
            setStands((was) => ({
              plan: better,
              // A plan of the household that stood here before is none of this one’s.
              before:
                was && was.plan.today < better.today
                  ? was.plan
                  : store.replaced > 0
                    ? undefined
                    : was
                      ? was.before
                      : kept?.plan,
            }));
            tellPlanShare(undefined);
            if (settledAs !== kept?.key) keeper.keep({ key: settledAs, plan: better });
          }
          if (show) shownFor.current = better.today;
          setPlan((shown) => (show || !shown || shown.today !== better.today ? better : shown));
          setFault(undefined);
          // Once it is drawn.
          if (settled) setTimeout(() => markPlanning(false));
        },
        progress: tellPlanShare,
        failed: (error) => {
          setFault(error.message);
          markPlanning(false);
          tellPlanShare(undefined);
        },
      },
    );
  }, [asked, today, kept, store, keeper, turn]);

  const retry = useCallback(() => setTurn((n) => n + 1), []);
  const stores = useCallback(async (state: Household, by: Plan, wish: StoresWish) => {
    const asks = JSON.stringify(wish);
    try {
      const found = await planner.current?.stores(state, by, wish);
      setStuck((was) => (was?.wish === asks ? undefined : was));
      return found;
    } catch (error) {
      // One that was stopped did not go wrong.
      if (error instanceof Error && error.name !== 'AbortError')
        setStuck({ plan: by, wish: asks, message: error.message });
      throw error;
    }
  }, []);
  const adopt = useCallback(
    (better: Plan) => {
      if (settledKey.current === undefined || !stands || stands.plan.cost.total <= better.cost.total) return;
      setStands({ ...stands, plan: better });
      setPlan(better);
      taken.current = { key: settledKey.current, plan: better };
      keeper.keep(taken.current);
    },
    [stands, keeper],
  );
  const value = useMemo(
    (): Planned => ({
      plan: year ? plan : undefined,
      ...(year ? standing : NOTHING),
      fault: year ? fault : undefined,
      stuck: year && stuck && stuck.plan === stands?.plan ? stuck.message : undefined,
      retry,
      settled: year ? stands : undefined,
      listed: keeper.release,
      stores,
      adopt,
    }),
    [year, plan, standing, fault, stuck, retry, stands, stores, keeper, adopt],
  );

  return <Context value={value}>{children}</Context>;
}

/** The minutes of school that are planned to come in a year; undefined while no plan of that year is there. */
export function useComing(of: SchoolYear | undefined, by?: Household): Coming | undefined {
  const { household: now, year } = useHousehold();
  const household = by ?? now;
  const { plan } = usePlan();
  return useMemo(
    () => (of && plan && year?.id === of.id ? comingOf(household, of, plan) : undefined),
    [household, year, of, plan],
  );
}

/**
 * The day whose work is shown when nobody asks for another: today, when it is a school day or there is work on it all the
 * same (a sitting moved to a Saturday, a day to catch up on); else the next school day.
 */
export function useWorkday(): number {
  const { household, year, today } = useHousehold();
  const { plan } = usePlan();
  const atWork =
    workedDays(household.marks).has(today) ||
    (plan?.today === today && plan.tracks.some((t) => t.days.includes(today)));
  if (atWork || isBetweenYears(household.years, today)) return today;
  return (year && nextSchoolDay(year, today)) ?? today;
}
