import ICAL from 'ical.js';
import { DateTime, IANAZone } from 'luxon';
import { type Clock, clockOf, type Day } from '../calendar';

/** A time on the wall: a day and the milliseconds into it, as one count of milliseconds from 1970-01-01 00:00. */
export type Wall = number;
export const MS_A_DAY = 86_400_000;

/** The zone in which an event's times are written. Floating times are the household's own. */
export type EventZone =
  | { kind: 'floating' }
  | { kind: 'utc' }
  | { kind: 'named'; name: string }
  | { kind: 'described'; zone: ICAL.Timezone };

/** Whether a zone is one of the IANA time zone database. */
export const isZone = (name: string): boolean => IANAZone.isValidZone(name);

/** The wall time of a moment (milliseconds since 1970-01-01T00:00Z) in a named zone. */
export function wallIn(zone: string, moment: number): Wall {
  return moment + IANAZone.create(zone).offset(moment) * 60_000;
}

/** A time on an event's wall as the same moment on the household's wall. */
export function toHousehold(wall: Wall, from: EventZone, household: string): Wall {
  if (from.kind === 'floating') return wall;
  return wallIn(household, momentOf(wall, from));
}

/** The household's wall so much time after a time on an event's wall. */
export function afterWhile(wall: Wall, length: number, from: EventZone, household: string): Wall {
  return from.kind === 'floating' ? wall + length : wallIn(household, momentOf(wall, from) + length);
}

/** A moment (as UNTIL gives it, say) on the event's own wall. */
export function toEventWall(moment: number, zone: EventZone, household: string): Wall {
  if (zone.kind === 'utc') return moment;
  if (zone.kind === 'floating') return wallIn(household, moment);
  if (zone.kind === 'named') return wallIn(zone.name, moment);
  // The offset is asked for on the wall itself; one step is enough but in the hour of a change.
  const near = moment + offsetOf(zone.zone, moment);
  return moment + offsetOf(zone.zone, near);
}

function momentOf(wall: Wall, zone: Exclude<EventZone, { kind: 'floating' }>): number {
  if (zone.kind === 'utc') return wall;
  if (zone.kind === 'described') return wall - offsetOf(zone.zone, wall);
  const d = new Date(wall);
  // Luxon moves a time that a change of clocks leaves out one hour on (RFC 5545, 3.3.5), and takes the first of two.
  return DateTime.fromObject(
    {
      year: d.getUTCFullYear(),
      month: d.getUTCMonth() + 1,
      day: d.getUTCDate(),
      hour: d.getUTCHours(),
      minute: d.getUTCMinutes(),
      second: d.getUTCSeconds(),
    },
    { zone: zone.name },
  ).toMillis();
}

/** Milliseconds by which a described zone is ahead of UTC at a time on its wall. */
function offsetOf(zone: ICAL.Timezone, wall: Wall): number {
  return zone.utcOffset(timeOf(wall)) * 1000;
}

const timeOf = (wall: Wall): ICAL.Time => {
  const d = new Date(wall);
  return new ICAL.Time(
    {
      year: d.getUTCFullYear(),
      month: d.getUTCMonth() + 1,
      day: d.getUTCDate(),
      hour: d.getUTCHours(),
      minute: d.getUTCMinutes(),
      second: d.getUTCSeconds(),
      isDate: false,
    },
    ICAL.Timezone.localTimezone,
  );
};

/** The wall time that an iCalendar value writes, whatever its zone. */
export function wallOf(time: ICAL.Time): Wall {
  return Date.UTC(time.year, time.month - 1, time.day, time.hour, time.minute, time.second);
}

export const dayOfWall = (wall: Wall): Day => Math.floor(wall / MS_A_DAY);
export const clockOfWall = (wall: Wall): Clock => clockOf(Math.floor((wall - dayOfWall(wall) * MS_A_DAY) / 60_000));

/**
 * The zone of a value: UTC with a Z, floating without a zone, else as the calendar describes it, else by its name in
 * the IANA database (a prefix of slashes is passed over). `undefined` when nobody knows it.
 */
export function zoneOf(
  time: ICAL.Time,
  tzid: string | undefined,
  described: ReadonlyMap<string, ICAL.Timezone>,
): EventZone | undefined {
  if (time.isDate || (!tzid && !isUtc(time))) return { kind: 'floating' };
  if (!tzid) return { kind: 'utc' };
  const zone = described.get(tzid);
  if (zone) return { kind: 'described', zone };
  const names = [tzid, tzid.split('/').slice(-2).join('/'), tzid.split('/').slice(-3).join('/')];
  const name = names.find(isZone);
  return name === undefined ? undefined : { kind: 'named', name };
}

const isUtc = (time: ICAL.Time) => time.zone === ICAL.Timezone.utcTimezone;
