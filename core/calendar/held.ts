import { type Day, fromDay, type IsoDate } from './day';

/** Minutes that hold from a date on, instead of those before. */
export interface From<T> {
  from: IsoDate;
  minutes: T;
}
/** What held at first, and what holds from which dates on, in any order. */
export interface Held<T> {
  first: T;
  later: readonly From<T>[];
}

/**
 * What holds on a day: the latest of what has begun by then, else what held at first. So what is entered for a date changes no day before it.
 * @example
 * heldOn({ first: 60, later: [{ from: '2027-01-04', minutes: 90 }] }, toDay('2027-01-03')) // => 60
 * heldOn({ first: 60, later: [{ from: '2027-01-04', minutes: 90 }] }, toDay('2027-01-04')) // => 90
 */
export function heldOn<T>({ first, later }: Held<T>, day: Day): T {
  const date = fromDay(day);
  const begun = later.filter((l) => l.from <= date);
  return begun.reduce((last, l) => (l.from >= last.from ? l : last), { from: '', minutes: first }).minutes;
}

/** What holds from a day that is still to come, the soonest first. */
export const stillToCome = <T>(later: readonly From<T>[] | undefined, today: Day): From<T>[] =>
  (later ?? []).filter((l) => l.from > fromDay(today)).sort((a, b) => (a.from < b.from ? -1 : 1));

/**
 * The same with something else from a date on. No day before that date changes; one that is entered for days gone by holds until what
 * is still to come, which stays.
 * @param since the first day of the household: what changes from there on, or sooner, has held always. Without one nothing has held yet.
 * @example
 * heldFrom({ first: 60, later: [] }, { from: '2026-11-11', minutes: 90 }, toDay('2026-11-11'), '2026-09-07') // => { first: 60, later: [{ from: '2026-11-11', minutes: 90 }] }
 * heldFrom({ first: 60, later: [] }, { from: '2026-09-07', minutes: 90 }, toDay('2026-11-11'), '2026-09-07') // => { first: 90, later: [] }
 */
export function heldFrom<T>(was: Held<T>, change: From<T>, today: Day, since: IsoDate | undefined): Held<T> {
  const always = since === undefined || change.from <= since;
  const stays = was.later.filter((l) =>
    l.from < change.from ? !always : l.from > change.from && l.from > fromDay(today),
  );
  const later = always ? stays : [...stays, change];
  return {
    first: always ? change.minutes : was.first,
    later: later.sort((a, b) => (a.from < b.from ? -1 : 1)),
  };
}

/**
 * What holds once a form is kept that shows what holds today and what is still to come; what has begun before stays.
 * @param change what holds instead, and from when; none where today's was left as it was
 * @param coming what is still to come, as it was left
 * @example
 * heldAfter({ first: 60, later: [] }, undefined, [{ from: '2027-01-04', minutes: 90 }], toDay('2026-11-11'), '2026-09-07').later // => [{ from: '2027-01-04', minutes: 90 }]
 */
export function heldAfter<T>(
  was: Held<T>,
  change: From<T> | undefined,
  coming: readonly From<T>[],
  today: Day,
  since: IsoDate | undefined,
): Held<T> {
  const begun = was.later.filter((l) => l.from <= fromDay(today) && !coming.some((c) => c.from === l.from));
  const later = [...begun, ...coming].sort((a, b) => (a.from < b.from ? -1 : 1));
  const left = { first: was.first, later };
  return change ? heldFrom(left, change, today, since) : left;
}
