import { ChevronLeft, ChevronRight } from 'lucide-react';
import { memo, useState } from 'react';
import type { Day } from '../../core/calendar';
import { useHousehold } from '../shell/household';
import { PickDay } from '../ui/date-field';
import { BY_SIGN, useKey } from '../ui/hotkeys';
import { tip } from '../ui/tip';

/** The way to any other day: the one before, the one after, one that is picked, and back to today. */
export const DayNav = memo(function DayNav({
  day,
  go,
  step,
}: {
  day: Day;
  go: (day: Day) => void;
  step: (days: number) => void;
}) {
  const { today } = useHousehold();
  const [open, setOpen] = useState(false);
  useKey('[', () => step(-1), [today], BY_SIGN);
  useKey(']', () => step(1), [today], BY_SIGN);
  return (
    <span className="flex items-center print:hidden">
      <button
        type="button"
        className="btn btn-quiet"
        aria-label="The day before"
        {...tip('The key [')}
        onClick={() => step(-1)}
      >
        <ChevronLeft size={20} aria-hidden="true" />
      </button>
      <button
        type="button"
        className="btn btn-quiet"
        aria-label="The day after"
        {...tip('The key ]')}
        onClick={() => step(1)}
      >
        <ChevronRight size={20} aria-hidden="true" />
      </button>
      <PickDay
        alone
        label="Another day"
        open={open}
        setOpen={setOpen}
        day={day}
        first={undefined}
        last={undefined}
        onPick={go}
      />
      {day !== today && (
        <button type="button" className="btn btn-quiet page-link" onClick={() => go(today)}>
          Today
        </button>
      )}
    </span>
  );
});
