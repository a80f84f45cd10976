import { useDeferredValue, useMemo } from 'react';
import { childCount, daysHeld, pupils, spareWords } from '../../core/attendance';
import { useHousehold } from '../shell/household';
import { useComing } from '../shell/plan';

/** The days of school so far and to come, and what is left to spare of the required ones. */
export function DaysSoFar() {
  const { household: now, year, today } = useHousehold();
  // What was pressed is painted first.
  const household = useDeferredValue(now);
  const coming = useComing(year, household);
  const held = useMemo(() => year && daysHeld(household, year, today), [household, year, today]);
  const words = useMemo(
    () =>
      year ? spareWords(pupils(household, year, today).map((c) => childCount(household, year, c, today, coming))) : '',
    [household, year, today, coming],
  );
  if (!held) return null;
  return (
    <>
      <b>{held.taught}</b>
      <span className="hidden sm:inline"> days</span> taught, <b>{held.toCome}</b> to come
      {words && <>, {words}</>}
    </>
  );
}
