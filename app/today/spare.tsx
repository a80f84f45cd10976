import { useDeferredValue, useMemo } from 'react';
import { childCount, spareWords } from '../../core/attendance';
import { useHousehold } from '../shell/household';
import { useComing } from '../shell/plan';

/** What is left to spare of the required days, behind the count of days. */
export function Spare() {
  const { household: now, year, today } = useHousehold();
  // What was pressed is painted first.
  const household = useDeferredValue(now);
  const coming = useComing(year, household);
  const words = useMemo(
    () => (year ? spareWords(household.children.map((c) => childCount(household, year, c, today, coming))) : ''),
    [household, year, today, coming],
  );
  return words && <>, {words}</>;
}
