import type { Day } from '../../core/calendar';
import type { DayRitual, DayRow } from '../../core/day';
import { ritualDone, ritualUndone } from '../../core/deeds';
import { useHousehold } from '../shell/household';
import { newId } from '../ui/id';

/**
 * Ticks a ritual of a day, with the sheets that were answered at it, or takes the tick off; the sheets then keep their marks,
 * each of which can be taken off by itself.
 */
export function useRitual(day: Day): (ritual: DayRitual, sheets?: readonly DayRow[]) => void {
  const { commit, say, today } = useHousehold();
  return ({ ritual, mark }, sheets = []) => {
    // What is done every day is done on its day; it cannot be done ahead.
    if (day > today) return say(`${ritual.title} is ticked on its own day.`, true);
    const steps = sheets.map((row) => ({ enrolmentId: row.enrolment.id, stepId: row.step.id, day }));
    void commit(`${ritual.title} ${mark ? 'not done' : 'done'}`, (now) =>
      mark ? ritualUndone(now, ritual, day) : ritualDone(now, ritual, steps, day, newId),
    );
  };
}
