import { createContext, type ReactNode, use, useEffect, useMemo, useRef, useState } from 'react';
import { makeTrack, type Reserve, reserveOf } from '../../core/pace';
import type { Id } from '../../core/household';
import { marksByEnrolment } from '../../core/log';
import { fromDay, nextSchoolDay } from '../../core/calendar';
import { makeProblem, type Plan } from '../../core/stagger';
import { openPlanner, type Planner } from '../../worker';
import { useHousehold } from './household';

interface Planned {
  /** The newest plan; the one before the last change until the next is there. Undefined before the first. */
  plan: Plan | undefined;
  /** Days in hand and projected day of each running enrolment, as of now. */
  reserves: ReadonlyMap<Id, Reserve>;
  /** The same as they stood before today's marks. */
  morning: ReadonlyMap<Id, Reserve>;
  fault: string | undefined;
}

const Context = createContext<Planned | undefined>(undefined);

export function usePlan(): Planned {
  const planned = use(Context);
  if (!planned) throw new Error('used outside PlanProvider');
  return planned;
}

/** Effort spent after every change: enough for a settled plan of a large family within about a second. */
const EFFORT = { sweeps: 24, seed: 1 };

export function PlanProvider({ children }: { children: ReactNode }) {
  const { household, year, today } = useHousehold();
  const planner = useRef<Planner>(undefined);
  const [plan, setPlan] = useState<Plan>();
  /** True until the first plan since opening has settled. */
  const improving = useRef(true);
  const [fault, setFault] = useState<string>();
  const { settings, children: kids, teachers, courses, enrolments, marks, pins, published } = household;

  const problem = useMemo(
    () => (year ? makeProblem(household, year, today) : undefined),
    // Only what a plan is made from: a change of materials must not start the planner.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [settings, kids, teachers, courses, enrolments, marks, pins, published, year, today],
  );

  useEffect(() => {
    planner.current = openPlanner();
    return () => planner.current?.close();
  }, []);

  useEffect(() => {
    if (!problem) return;
    planner.current?.request(
      problem,
      EFFORT,
      (better, settled) => {
        // The first plan is shown at once and bettered; after a mark the page stays as it is until the next plan has
        // settled, so that no step comes and goes under the reader's finger.
        const show = settled || improving.current;
        if (settled) improving.current = false;
        setPlan((shown) => (show || !shown || shown.today !== better.today ? better : shown));
        setFault(undefined);
      },
      (error) => setFault(`The plan could not be made: ${error.message}`),
    );
  }, [problem]);

  const value = useMemo((): Planned => {
    const reserves = new Map<Id, Reserve>();
    const morning = new Map<Id, Reserve>();
    if (year && problem) {
      const date = fromDay(today);
      for (const track of problem.tracks) {
        reserves.set(track.enrolmentId, reserveOf(track, year));
        const enrolment = household.enrolments.find((e) => e.id === track.enrolmentId)!;
        // A course stands by its own marks alone: those of all others need not be looked through.
        const own = marksByEnrolment(household.marks).get(enrolment.id) ?? [];
        const before = { ...household, marks: own.filter((m) => m.date < date) };
        morning.set(track.enrolmentId, reserveOf(makeTrack(before, year, enrolment, today), year));
      }
    }
    return { plan: year ? plan : undefined, reserves, morning, fault };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [problem, plan, fault]);

  return <Context value={value}>{children}</Context>;
}

/** The day whose work is shown when nobody asks for another: today, or the next school day when today is none. */
export function useWorkday(): number {
  const { year, today } = useHousehold();
  return (year && nextSchoolDay(year, today)) ?? today;
}
