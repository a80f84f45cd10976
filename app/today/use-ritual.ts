import { fromDay, type Day } from '../../core/calendar';
import type { DayRitual } from '../../core/day';
import { useHousehold } from '../shell/household';

/** Ticks a ritual of a day, or takes the tick off. */
export function useRitual(day: Day): (ritual: DayRitual) => void {
  const { commit } = useHousehold();
  const date = fromDay(day);
  return ({ ritual, mark }) =>
    void commit(`${ritual.title} ${mark ? 'not done' : 'done'}`, (now) => {
      const stored = now.ritualMarks.filter((m) => m.ritualId === ritual.id && m.date === date);
      if (mark) return stored.map((m) => ({ table: 'ritualMarks' as const, remove: m.id }));
      if (stored.length > 0) return [];
      return [{ table: 'ritualMarks', put: { id: crypto.randomUUID(), ritualId: ritual.id, date } }];
    });
}
