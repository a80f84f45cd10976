import { useEffect, useRef } from 'react';
import { fromDay } from '../../core/calendar';
import { listsToKeep } from '../../core/day';
import { byId, type Household } from '../../core/household';
import type { Plan } from '../../core/stagger';
import { useHousehold } from './household';
import { usePlan } from './plan';

/**
 * Keeps what stood on the day's list once its plan has settled, or at its first mark: so that what was planned and not done can be
 * named the next morning. It is no step of undo.
 */
export function DayLists() {
  const { household, year, today, store, lost } = useHousehold();
  const { plan, settled, listed } = usePlan();
  /** The plan of before whose days have been looked at: once is enough. */
  const looked = useRef<Plan>(undefined);
  useEffect(() => {
    if (!year || lost) return;
    const date = fromDay(today);
    const begun = household.marks.some((m) => m.date === date);
    const stands = settled?.plan.today === today ? settled.plan : begun && plan?.today === today ? plan : undefined;
    if (!stands) return;
    const before = settled?.before === looked.current ? undefined : settled?.before;
    const lists = listsToKeep(household, year, stands, today, before);
    if (before) looked.current = before;
    const done = () => settled && listed(settled.plan.today);
    if (lists.length === 0) return done();
    // A list that another window has kept meanwhile stays. Should it not be stored, today’s is tried again.
    const wish = (now: Household) =>
      lists.filter((l) => !byId(now.dayLists, l.id)).map((put) => ({ table: 'dayLists' as const, put }));
    void store.absorb(wish).then(done, () => undefined);
  }, [household, year, today, store, lost, plan, settled, listed]);
  return null;
}
