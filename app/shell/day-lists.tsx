import { useEffect } from 'react';
import { fromDay } from '../../core/calendar';
import { listsToKeep } from '../../core/day';
import { useHousehold } from './household';
import { usePlan } from './plan';

/**
 * Keeps what stood on the day's list once its plan has settled, or at its first mark: so that what was planned and not done can be
 * named the next morning. It is no step of undo.
 */
export function DayLists() {
  const { household, year, today, store, lost } = useHousehold();
  const { plan, settled } = usePlan();
  useEffect(() => {
    if (!year || lost) return;
    const date = fromDay(today);
    const begun = household.marks.some((m) => m.date === date);
    const stands = settled?.plan.today === today ? settled.plan : begun && plan?.today === today ? plan : undefined;
    if (!stands) return;
    const lists = listsToKeep(household, year, stands, today, settled?.before);
    if (lists.length === 0) return;
    // Should it not be stored, it is tried again with the next plan.
    void store.absorb(lists.map((put) => ({ table: 'dayLists' as const, put }))).catch(() => undefined);
  }, [household, year, today, store, lost, plan, settled]);
  return null;
}
