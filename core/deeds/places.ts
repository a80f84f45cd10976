import { type Day, fromDay, toDay } from '../calendar';
import { type Household, type Id, type Place, placeId, type Put } from '../household';
import { liesIn, placeOf, placeParts, placePath } from '../materials';

/** What can be said of a place; a path that is empty after trimming is none. */
export interface PlaceWish {
  path: string;
  reach?: Place['reach'] | undefined;
  childId?: Id | undefined;
  room?: number | undefined;
  boxes?: number | undefined;
}

/** Things, and what is said of places, go where the place they lie in goes. */
function carried(now: Household, from: string, to: string): Put[] {
  const depth = placeParts(from).length;
  const moved = (path: string) => [...placeParts(to), ...placeParts(path).slice(depth)].join(' / ').slice(0, 200);
  const inside = now.places.filter((p) => liesIn(p.path, from) && placeParts(p.path).length > depth);
  return [
    ...now.materials
      .filter((m) => liesIn(m.place, from))
      .map((m): Put => ({ table: 'materials', put: { ...m, place: moved(m.place) } })),
    // All that go before any that come: one may get the place of another.
    ...inside.map((p): Put => ({ table: 'places', remove: p.id })),
    ...inside.map((p): Put => ({ table: 'places', put: { ...p, id: placeId(moved(p.path)), path: moved(p.path) } })),
  ];
}

/**
 * What is said of a place is kept. Under another name all that lies in it goes with it, places inside it and what is said of them;
 * under the name of a place that is there already the two become one. Nothing is put inside itself.
 * @param before the path it had; undefined for a new one.
 */
export function savePlace(now: Household, before: string | undefined, wish: PlaceWish): Put[] {
  const path = placePath(wish.path).slice(0, 200);
  const deeper = before !== undefined && placeParts(path).length > placeParts(before).length && liesIn(path, before);
  if (path === '' || deeper) return [];
  const gone = now.places.filter((p) =>
    [path, before ?? path].some((x) => placeId(placePath(x)) === placeId(placePath(p.path))),
  );
  const puts: Put[] = before !== undefined && placePath(before) !== path ? carried(now, before, path) : [];
  const put: Place = {
    ...{ id: placeId(path), path },
    ...(wish.reach ? { reach: wish.reach } : {}),
    ...(wish.childId ? { childId: wish.childId } : {}),
    ...(wish.room === undefined ? {} : { room: wish.room }),
    ...(wish.boxes === undefined ? {} : { boxes: wish.boxes }),
  };
  return [...gone.map((p): Put => ({ table: 'places', remove: p.id })), ...puts, { table: 'places', put }];
}

/** A place is no more: what lay in it lies where the place stood. */
export function removePlace(now: Household, path: string): Put[] {
  const outer = placeParts(path).slice(0, -1).join(' / ');
  const known = placeOf(now, path);
  return [...(known ? [{ table: 'places' as const, remove: known.id }] : []), ...carried(now, path, outer)];
}

/** Things of boxes of weeks before a day are back in their places. */
export const putBack = (now: Household, ids: readonly Id[], before: Day, day: Day): Put[] =>
  now.pulled
    .filter((p) => ids.includes(p.materialId) && toDay(p.weekStart) < before && !p.back)
    .map((p): Put => ({ table: 'pulled', put: { ...p, back: fromDay(day) } }));
