import { useMemo } from 'react';
import type { Household, Pin, Unit } from '../../core/household';
import { type OverviewRow, pinUnit } from '../../core/overview';
import type { Plan } from '../../core/stagger';
import { useHousehold } from '../shell/household';
import { useTriedPlan } from '../ui/use-tried-plan';

/**
 * What would happen if a unit (or one lesson of it) began in a week: the pin that asks for it, or why it cannot be asked,
 * and the plan the planner makes of it. Nothing is stored.
 */
export function useMovedPlan(
  asked: { row: OverviewRow; unit: Unit; lessonId?: string | undefined; week: number } | undefined,
): {
  wish: { pin: Omit<Pin, 'id'> } | { fault: string } | undefined;
  after: Plan | undefined;
  failed: string | undefined;
} {
  const { household, year, today } = useHousehold();
  const wish = useMemo(() => {
    if (!asked) return undefined;
    if (!year) return { fault: 'There is no school year.' };
    return pinUnit(household, year, asked.row.enrolment, asked.unit, asked.week, today, asked.lessonId);
  }, [household, year, today, asked]);
  const moved = useMemo((): Household | undefined => {
    if (!wish || 'fault' in wish) return undefined;
    const pin: Pin = { id: 'tried', ...wish.pin };
    const others = household.pins.filter((p) => p.enrolmentId !== pin.enrolmentId || p.stepId !== pin.stepId);
    return { ...household, pins: [...others, pin] };
  }, [wish, household]);
  const key = wish && 'pin' in wish ? `${wish.pin.enrolmentId} ${wish.pin.stepId} ${wish.pin.date}` : '';
  const { found, fault } = useTriedPlan(key, moved, year, today);
  return { wish, after: found?.settled ? found.plan : undefined, failed: fault };
}
