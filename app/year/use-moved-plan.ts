import { useEffect, useMemo, useState } from 'react';
import type { Household, Pin, Unit } from '../../core/household';
import { type OverviewRow, pinUnit } from '../../core/overview';
import { makeProblem, type Plan } from '../../core/stagger';
import { openPlanner } from '../../worker';
import { useHousehold } from '../shell/household';

/** As much as the page itself plans with, so that the two plans can be held against each other. */
const EFFORT = { sweeps: 24, seed: 1 };
/** A pause in the movement, in milliseconds, after which what gives is worked out. */
const PAUSE = 120;

/**
 * What would happen if a unit (or one lesson of it) began in a week: the pin that asks for it, or why it cannot be asked,
 * and the plan the planner makes of it. Nothing is stored.
 */
export function useMovedPlan(
  asked: { row: OverviewRow; unit: Unit; lessonId?: string | undefined; week: number } | undefined,
): { wish: { pin: Omit<Pin, 'id'> } | { fault: string } | undefined; after: Plan | undefined } {
  const { household, year, today } = useHousehold();
  const [tried, setTried] = useState<{ key: string; plan: Plan }>();
  const enrolment = asked?.row.enrolment;
  const wish = useMemo(() => {
    if (!asked) return undefined;
    if (!year) return { fault: 'There is no school year.' };
    return pinUnit(household, year, asked.row.enrolment, asked.unit, asked.week, today, asked.lessonId);
  }, [household, year, today, asked]);
  const key = wish && 'pin' in wish ? `${enrolment?.id} ${wish.pin.stepId} ${wish.pin.date}` : '';

  useEffect(() => {
    if (!wish || 'fault' in wish || !year) return;
    const pin: Pin = { id: 'tried', ...wish.pin };
    const others = household.pins.filter((p) => p.enrolmentId !== pin.enrolmentId || p.stepId !== pin.stepId);
    const moved: Household = { ...household, pins: [...others, pin] };
    const planner = openPlanner();
    let wait = setTimeout(() => {
      const problem = makeProblem(moved, year, today);
      // Handing it over is a task of its own: neither holds up the hand that drags.
      wait = setTimeout(() => {
        planner.request(
          problem,
          EFFORT,
          (better, settled) => settled && setTried({ key, plan: better }),
          () => undefined,
        );
      });
    }, PAUSE);
    return () => {
      clearTimeout(wait);
      planner.close();
    };
  }, [wish, key, household, year, today]);

  return { wish, after: tried?.key === key && key !== '' ? tried.plan : undefined };
}
