import { fromDay, type Day } from '../../core/calendar';
import type { DayRitual, DayRow } from '../../core/day';
import { markRows } from '../../core/log';
import type { Put } from '../../store';
import { useHousehold } from '../shell/household';

/**
 * Ticks a ritual of a day, with the sheets that were answered at it, or takes the tick off; the sheets then keep their marks,
 * each of which can be taken off by itself.
 */
export function useRitual(day: Day): (ritual: DayRitual, sheets?: readonly DayRow[]) => void {
  const { commit } = useHousehold();
  const date = fromDay(day);
  return ({ ritual, mark }, sheets = []) =>
    void commit(`${ritual.title} ${mark ? 'not done' : 'done'}`, (now) => {
      const stored = now.ritualMarks.filter((m) => m.ritualId === ritual.id && m.date === date);
      if (mark) return stored.map((m) => ({ table: 'ritualMarks' as const, remove: m.id }));
      if (stored.length > 0) return [];
      const wishes = sheets.map((row) => ({
        enrolmentId: row.enrolment.id,
        stepId: row.step.id,
        date,
        kind: 'done' as const,
      }));
      const marks = markRows(now, wishes, () => crypto.randomUUID()).map((put): Put => ({ table: 'marks', put }));
      return [{ table: 'ritualMarks', put: { id: crypto.randomUUID(), ritualId: ritual.id, date } }, ...marks];
    });
}
