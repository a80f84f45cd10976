import { fromDay, type Day } from '../../core/calendar';
import { type DayRitual, type DayRow, ritualMark } from '../../core/day';
import { markSteps } from '../../core/deeds';
import { useHousehold } from '../shell/household';
import { newId } from '../ui/id';

/**
 * Ticks a ritual of a day, with the sheets that were answered at it, or takes the tick off; the sheets then keep their marks,
 * each of which can be taken off by itself.
 */
export function useRitual(day: Day): (ritual: DayRitual, sheets?: readonly DayRow[]) => void {
  const { commit, say, today } = useHousehold();
  const date = fromDay(day);
  return ({ ritual, mark }, sheets = []) => {
    // What is done every day is done on its day; it cannot be done ahead.
    if (day > today) return say(`${ritual.title} is ticked on its own day.`, true);
    void commit(`${ritual.title} ${mark ? 'not done' : 'done'}`, (now) => {
      const stored = now.ritualMarks.filter((m) => m.ritualId === ritual.id && m.date === date);
      if (mark) return stored.map((m) => ({ table: 'ritualMarks' as const, remove: m.id }));
      if (stored.length > 0) return [];
      const steps = sheets.map((row) => ({ enrolmentId: row.enrolment.id, stepId: row.step.id, day }));
      const marks = markSteps(now, steps, 'done', newId);
      return [{ table: 'ritualMarks', put: ritualMark(ritual, date, newId()) }, ...marks];
    });
  };
}
