import { type Day, fromDay } from '../calendar';
import { byId, type Hold, type Household, type Id, type Put } from '../household';

/** What is asked of the library. */
export type HoldWish = Pick<Hold, 'title' | 'item' | 'courseId' | 'lessonId' | 'ready'>;

/** A title is asked for; one that is asked for or at home already is not asked for twice. */
export function placeHold(now: Household, wish: HoldWish, day: Day, newId: () => Id): Put[] {
  const title = wish.title.trim();
  const same = (h: Hold) => (wish.item ? h.item === wish.item : h.title.toLowerCase() === title.toLowerCase());
  if (title === '' || now.holds.some((h) => !h.back && same(h))) return [];
  return [{ table: 'holds', put: { id: newId(), ...wish, title: title.slice(0, 200), placed: fromDay(day) } }];
}

const changed = (now: Household, id: Id, change: (h: Hold) => Hold): Put[] => {
  const hold = byId(now.holds, id);
  return hold && !hold.back ? [{ table: 'holds', put: change(hold) }] : [];
};

/** The library has said by when a hold is ready. */
export const holdReady = (now: Household, id: Id, ready: Day): Put[] =>
  changed(now, id, (h) => ({ ...h, ready: fromDay(ready) }));

/** It was fetched, and is due back on a day. */
export const fetchHold = (now: Household, id: Id, day: Day, due: Day): Put[] =>
  changed(now, id, (h) => ({ ...h, fetched: fromDay(day), due: fromDay(due) }));

/** It was renewed to a later day; to none that is not later. */
export const renewHold = (now: Household, id: Id, due: Day): Put[] =>
  changed(now, id, (h) =>
    h.due && fromDay(due) <= h.due ? h : { ...h, due: fromDay(due), renewed: (h.renewed ?? 0) + 1 },
  );

/** It is back at the library, or was never fetched and is asked for no more. */
export const returnHold = (now: Household, id: Id, day: Day): Put[] =>
  changed(now, id, (h) => ({ ...h, back: fromDay(day) }));
