import { type Day, fromDay } from '../calendar';
import { byId, type Household, type Id, type Put } from '../household';

/** A piece was said by heart on a day, or was not after all. */
export function recite(now: Household, itemId: Id, day: Day, said: boolean, newId: () => Id): Put[] {
  const date = fromDay(day);
  if (!byId(now.memory, itemId)) return [];
  const before = now.recitals.filter((r) => r.itemId === itemId && r.date === date);
  if (said) return before.length > 0 ? [] : [{ table: 'recitals', put: { id: newId(), itemId, date } }];
  return before.map((r): Put => ({ table: 'recitals', remove: r.id }));
}
