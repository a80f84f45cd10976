import { useCallback } from 'react';
import { useSearchParams } from 'react-router';
import { type Day, fromDay, isIsoDate, toDay } from '../../core/calendar';
import { recordedOn } from '../../core/day';
import { useHousehold } from '../shell/household';
import { addressed } from '../ui/addressed';

const dayOf = (asked: string, today: Day): Day => (isIsoDate(asked) ? toDay(asked) : today);

/** The day that Today shows (today, unless another is asked for), the date its marks carry, and the way to other days. */
export function useShownDay(): { day: Day; on: Day; go: (day: Day) => void; step: (days: number) => void } {
  const { today } = useHousehold();
  const [params, setParams] = useSearchParams();
  const day = dayOf(params.get('day') ?? '', today);
  const go = useCallback(
    (to: Day) => setParams(to === today ? {} : { day: fromDay(to) }, { preventScrollReset: true }),
    [setParams, today],
  );
  const step = useCallback((days: number) => go(dayOf(addressed('day'), today) + days), [go, today]);
  return { day, on: recordedOn(day, today), go, step };
}
