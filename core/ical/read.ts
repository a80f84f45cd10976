import ICAL from 'ical.js';
import { type Day, fromDay, isIsoDate } from '../calendar';
import type { OutsideEvent } from '../household';
import { type Budget, type Repeats, repeats } from './repeat';
import {
  afterWhile,
  clockOfWall,
  dayOfWall,
  type EventZone,
  MS_A_DAY,
  toEventWall,
  toHousehold,
  type Wall,
  wallOf,
  zoneOf,
} from './zones';

/** Longest calendar that is read, in characters. */
export const LONGEST_CALENDAR = 2_000_000;
/** Events, repeats counted singly, that are taken from one calendar. */
export const MOST_EVENTS = 5_000;
/** Dates that all rules and changes of a calendar together may look at. */
const WHOLE_BUDGET = 250_000;
/** Entries of a calendar that are read at all: some two for every day of ten years. */
const MOST_ENTRIES = 8_000;
/** Time zones that a calendar may describe itself: of those its times are in. */
const MOST_ZONES = 60;

export interface ReadOptions {
  /** The household's own IANA time zone. */
  zone: string;
  /** Repeats are followed between these days, both included. */
  from: Day;
  to: Day;
}
type Bounds = ReadOptions & { budget: Budget };

export interface CalendarReading {
  /** What the calendar calls itself, if it does. */
  name: string;
  events: OutsideEvent[];
  /** What was passed over or cut off, a sentence each. */
  notes: string[];
}

/**
 * Reads an iCalendar file (RFC 5545): its events as days and times on the household's wall, repeats followed one by
 * one, exceptions, added dates and changed instances taken in, cancelled ones left out. What cannot be understood is
 * named: either the file is refused in one sentence, or an event is passed over with a note and the others stand.
 */
export function readCalendar(text: string, options: ReadOptions): CalendarReading | { fault: string } {
  if (text.length > LONGEST_CALENDAR)
    return {
      fault: 'The calendar is longer than two million characters; it was not read. Export a shorter stretch of it.',
    };
  const clean = tidy(text);
  if (!/^\s*BEGIN:VCALENDAR[ \t]*$/im.test(clean.slice(0, 2000)))
    return { fault: 'This is not a calendar file: it should begin with the line BEGIN:VCALENDAR.' };
  const entries = clean.match(/^BEGIN:VEVENT/gim)?.length ?? 0;
  if (entries > MOST_ENTRIES)
    return {
      fault: `The calendar holds ${entries} events, and at most ${MOST_ENTRIES} are read; nothing was taken in. Export a shorter stretch of it.`,
    };
  let root: ICAL.Component[];
  try {
    const parsed = ICAL.parse(withoutUnusedZones(clean).trim()) as unknown[];
    const lists = Array.isArray(parsed[0]) ? (parsed as unknown[][]) : [parsed];
    root = lists.map((one) => new ICAL.Component(one as ConstructorParameters<typeof ICAL.Component>[0]));
  } catch (error) {
    return { fault: parseFault(clean, error as Error) };
  }
  const calendars = root.filter((c) => c.name === 'vcalendar');
  const reading: CalendarReading = { name: '', events: [], notes: [] };
  const bounds = { ...options, budget: { left: WHOLE_BUDGET } };
  try {
    for (const calendar of calendars) readOne(calendar, bounds, reading);
  } catch {
    return { fault: 'The calendar file holds something that cannot be understood. Nothing was taken in.' };
  }
  if (reading.events.length > MOST_EVENTS) {
    reading.events.sort(byDate);
    const last = reading.events[MOST_EVENTS - 1]!.from;
    reading.events = reading.events.slice(0, MOST_EVENTS);
    reading.notes.push(`There are more than ${MOST_EVENTS} events; only those up to ${last} were taken.`);
  }
  reading.events.sort(byDate);
  return reading;
}

/**
 * One line a property, line ends of one kind, no gaps, and rules in capitals: names and rule parts may be written in any
 * case (RFC 5545, section 2), which the parser does not know of rules.
 */
const tidy = (text: string): string =>
  text
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .replace(/\n(?:[ \t]*\n)+/g, '\n')
    .replace(/\n[ \t]/g, '')
    .replace(/^(?:rrule|exrule)[:;].*$/gim, (line) => line.toUpperCase());

/** The text without the time zones it describes and never uses, nor more of those it uses than are followed. */
function withoutUnusedZones(text: string): string {
  const used = new Set([...text.matchAll(/;TZID="?([^":;\n]+)"?/gi)].map((m) => m[1]!.trim()));
  let kept = 0;
  return text.replace(/^BEGIN:VTIMEZONE$[\s\S]*?^END:VTIMEZONE$\n?/gim, (zone) => {
    const name = /^TZID(?:;[^:\n]*)?:(.*)$/im.exec(zone)?.[1]?.trim() ?? '';
    return used.has(name) && ++kept <= MOST_ZONES ? zone : '';
  });
}

const byDate = (a: OutsideEvent, b: OutsideEvent) =>
  a.from !== b.from
    ? a.from < b.from
      ? -1
      : 1
    : (a.start ?? '') < (b.start ?? '')
      ? -1
      : (a.start ?? '') > (b.start ?? '')
        ? 1
        : a.uid < b.uid
          ? -1
          : 1;

/** Where the parser stumbled, as a line of the file. */
function parseFault(text: string, error: Error): string {
  const found = /"((?:[^"\\]|\\.)*)"\s*$/.exec(error.message)?.[1];
  const lines = text.split('\n');
  const at = found ? lines.findIndex((l) => l.startsWith(found.slice(0, 60))) : -1;
  if (
    /end of file|no matching end|component end was missing|No.*END/i.test(error.message) ||
    !/^END:VCALENDAR\s*$/im.test(text)
  )
    return 'The calendar file stops before its end: its last line should be END:VCALENDAR. Fetch or export it again.';
  return at >= 0
    ? `Line ${at + 1} of the calendar file cannot be understood: “${lines[at]!.slice(0, 60)}”. Nothing was taken in.`
    : 'The calendar file is damaged and cannot be read to its end. Nothing was taken in.';
}

function readOne(calendar: ICAL.Component, options: Bounds, reading: CalendarReading): void {
  const name = textOf(calendar, 'x-wr-calname') || textOf(calendar, 'name');
  reading.name ||= name;
  const zones = describedZones(calendar, reading.notes);
  const asides = ['vtodo', 'vjournal'].reduce((n, kind) => n + calendar.getAllSubcomponents(kind).length, 0);
  if (asides > 0) reading.notes.push(`${asides} tasks or journal entries were left aside: only events count.`);
  const series = new Map<string, { master?: ICAL.Component; changed: ICAL.Component[] }>();
  for (const event of calendar.getAllSubcomponents('vevent')) {
    const uid = uidOf(event);
    const one = series.get(uid) ?? { changed: [] };
    series.set(uid, one);
    if (event.hasProperty('recurrence-id')) one.changed.push(event);
    else if (!one.master || sequenceOf(event) >= sequenceOf(one.master)) one.master = event;
  }
  let over = 0;
  for (const [uid, { master, changed }] of series) {
    // Far more than will be taken: whoever comes behind cannot be followed as well.
    if (reading.events.length > 6 * MOST_EVENTS && ++over) continue;
    const title = titleOf(master ?? changed[0]!);
    try {
      const made = readSeries(uid, master, changed, zones, options);
      reading.events.push(...made.events);
      for (const note of made.notes) reading.notes.push(`“${title}” ${note}`);
    } catch {
      reading.notes.push(`“${title}” was passed over: its dates cannot be understood.`);
    }
  }
  if (over > 0)
    reading.notes.push(`${over} more events were passed over: the calendar holds more than can be followed.`);
}

const textOf = (component: ICAL.Component, name: string): string => {
  const value: unknown = component.getFirstPropertyValue(name);
  return typeof value === 'string' ? value.trim() : '';
};
const titleOf = (event: ICAL.Component) =>
  textOf(event, 'summary').replace(/\s+/g, ' ').slice(0, 300) || 'without a title';
const sequenceOf = (event: ICAL.Component) => Number(event.getFirstPropertyValue('sequence') ?? 0) || 0;
/** RFC 5545 asks for a UID; without one, start and title tell events apart. */
const uidOf = (event: ICAL.Component) => {
  // As it is written: a start that cannot be understood is told of later, when the event is read.
  const start: unknown = (event.getFirstProperty('dtstart')?.toJSON() as unknown[] | undefined)?.[3];
  return (textOf(event, 'uid') || `${String(start ?? '')} ${titleOf(event)}`).slice(0, 300);
};

/** Zones the calendar describes itself. One whose changes do not repeat yearly is not followed. */
function describedZones(calendar: ICAL.Component, notes: string[]): Map<string, ICAL.Timezone> {
  const zones = new Map<string, ICAL.Timezone>();
  for (const zone of calendar.getAllSubcomponents('vtimezone')) {
    const tzid = textOf(zone, 'tzid');
    try {
      const sane = zone
        .getAllSubcomponents()
        .every((part) =>
          part.getAllProperties('rrule').every((p) => (p.getFirstValue() as ICAL.Recur | null)?.freq === 'YEARLY'),
        );
      if (!sane) throw new RangeError(tzid);
      const made = new ICAL.Timezone({ component: zone, tzid });
      made.utcOffset(
        new ICAL.Time(
          { year: 2026, month: 7, day: 1, hour: 0, minute: 0, second: 0, isDate: false },
          ICAL.Timezone.localTimezone,
        ),
      );
      zones.set(tzid, made);
    } catch {
      notes.push(`The time zone “${tzid}” is described in a way that is not followed; it is taken by its name.`);
    }
  }
  return zones;
}

/** One occurrence on the event's own wall, before it is brought to the household's. */
interface Instance {
  wall: Wall;
  length: number;
  /** The length is counted in time gone by, not on the wall: it stays what it is when clocks change in between. */
  exact: boolean;
  title: string;
  zone: EventZone;
  whole: boolean;
}

function readSeries(
  uid: string,
  master: ICAL.Component | undefined,
  changed: readonly ICAL.Component[],
  zones: ReadonlyMap<string, ICAL.Timezone>,
  options: Bounds,
): { events: OutsideEvent[]; notes: string[] } {
  const notes: string[] = [];
  const first = (options.from - 2) * MS_A_DAY;
  const last = (options.to + 2) * MS_A_DAY;
  const instances = new Map<Wall, Instance | undefined>();
  let base: Instance | undefined;
  if (master && textOf(master, 'status').toUpperCase() !== 'CANCELLED') {
    base = instanceOf(master, zones, notes);
    const { walls, cutOff } = allRepeats(master, base, zones, options, first - base.length, last);
    for (const wall of walls) instances.set(wall, { ...base, wall });
    if (cutOff) {
      const lastOne = walls.at(-1);
      const upTo =
        lastOne === undefined ? 'no date of it was found' : `it was followed up to ${fromDay(dayOfWall(lastOne))}`;
      notes.push(`repeats too often, too long or never: ${upTo}.`);
    }
  }
  changeInstances(instances, changed, base, zones, options, notes);
  const events = new Map<string, OutsideEvent>();
  for (const instance of instances.values()) {
    if (!instance) continue;
    const event = eventOf(uid, instance, options.zone);
    // What happens twice in a minute happens once.
    events.set(`${event.from} ${event.start ?? ''} ${event.title}`, event);
  }
  const [from, to] = [fromDay(options.from), fromDay(options.to)];
  return { events: [...events.values()].filter((e) => e.from <= to && e.to >= from), notes: [...new Set(notes)] };
}

/** Puts changed, moved and cancelled instances in the place of those they stand for; some stand for all later ones too. */
function changeInstances(
  instances: Map<Wall, Instance | undefined>,
  changed: readonly ICAL.Component[],
  base: Instance | undefined,
  zones: ReadonlyMap<string, ICAL.Timezone>,
  options: Bounds,
  notes: string[],
): void {
  const inOrder = [...changed]
    .map((event) => {
      const property = event.getFirstProperty('recurrence-id')!;
      const at = property.getFirstValue() as ICAL.Time;
      const zone = zoneOf(at, tzidOf(property), zones) ?? { kind: 'floating' as const };
      return { event, property, at: onWallOf(at, zone, base, options) };
    })
    .sort((a, b) => a.at - b.at || sequenceOf(a.event) - sequenceOf(b.event));
  for (const { event, property, at } of inOrder) {
    const cancelled = textOf(event, 'status').toUpperCase() === 'CANCELLED';
    const made = cancelled ? undefined : instanceOf(event, zones, notes);
    if (String(property.getParameter('range') ?? '').toUpperCase() === 'THISANDFUTURE') {
      options.budget.left -= instances.size;
      if (options.budget.left < 0) {
        notes.push('is changed too often to follow: later changes were passed over.');
        return;
      }
      const shift = made ? made.wall - at : 0;
      for (const [wall] of [...instances].filter(([w]) => w > at)) {
        instances.set(wall, made ? { ...made, wall: wall + shift } : undefined);
      }
    }
    instances.set(at, made);
  }
}

/** A value on the wall on which the series repeats, so that an instance can be found by it. */
function onWallOf(time: ICAL.Time, zone: EventZone, base: Instance | undefined, options: Bounds): Wall {
  const wall = wallOf(time);
  if (!base) return wall;
  // A whole day named in a timed series means the one on that day, at the series' own time.
  if (time.isDate && !base.whole) return wall + (base.wall - dayOfWall(base.wall) * MS_A_DAY);
  if (zone.kind !== 'utc') return wall;
  return toEventWall(wall, base.zone, options.zone);
}

const tzidOf = (property: ICAL.Property): string | undefined => {
  const tzid = property.getParameter('tzid') as string | string[] | undefined;
  return Array.isArray(tzid) ? tzid[0] : tzid;
};

function instanceOf(event: ICAL.Component, zones: ReadonlyMap<string, ICAL.Timezone>, notes: string[]): Instance {
  const property = event.getFirstProperty('dtstart');
  const start = property?.getFirstValue() as ICAL.Time | null | undefined;
  if (!property || !start || !isReal(property)) throw new RangeError('dtstart');
  const tzid = tzidOf(property);
  let zone = zoneOf(start, tzid, zones);
  if (!zone) {
    notes.push(`is in a time zone nobody knows here (“${tzid ?? ''}”): its times were taken as your own.`);
    zone = { kind: 'floating' };
  }
  const wall = wallOf(start);
  let length = start.isDate ? MS_A_DAY : 0;
  let exact = !start.isDate;
  const endProperty = event.getFirstProperty('dtend');
  const end = endProperty?.getFirstValue() as ICAL.Time | null | undefined;
  const duration: unknown = event.getFirstPropertyValue('duration');
  if (endProperty && end && isReal(endProperty)) {
    const endZone = zoneOf(end, tzidOf(endProperty), zones) ?? zone;
    // Start and end may be written in two zones, as a journey's are; the time gone by is what repeats (3.8.5.3).
    const over = start.isDate
      ? wallOf(end) - wall
      : toHousehold(wallOf(end), endZone, 'UTC') - toHousehold(wall, zone, 'UTC');
    if (over < 0) notes.push('ends before it starts: only its start was taken.');
    length = over > 0 ? over : length;
  } else if (duration instanceof ICAL.Duration) {
    const over = duration.toSeconds() * 1000;
    length = over > 0 ? over : length;
    // Days and weeks are counted on the wall, hours and minutes as they go by (3.3.6).
    exact &&= duration.weeks === 0 && duration.days === 0;
  }
  return { wall, length, exact, title: titleOf(event), zone, whole: start.isDate };
}

/**
 * Whether the n-th value of a property is a day and a time that exist, as it is written: once read, the thirteenth month
 * has become the January after it.
 */
function isReal(property: ICAL.Property, n = 0): boolean {
  const written: unknown = (property.toJSON() as unknown[])[3 + n];
  const start: unknown = Array.isArray(written) ? written[0] : written;
  const m = typeof start === 'string' ? /^(\d{4}-\d{2}-\d{2})(?:T(\d{2}):(\d{2}):(\d{2})Z?)?$/.exec(start) : null;
  if (!m || !isIsoDate(m[1])) return false;
  return m[2] === undefined || (Number(m[2]) <= 23 && Number(m[3]) <= 59 && Number(m[4]) <= 60);
}

/** The walls of all instances of a series: its start, its rules' and its added dates, without the excluded ones. */
function allRepeats(
  event: ICAL.Component,
  base: Instance,
  zones: ReadonlyMap<string, ICAL.Timezone>,
  options: Bounds,
  first: Wall,
  last: Wall,
): Repeats {
  const walls = new Set<Wall>();
  if (base.wall >= first && base.wall <= last) walls.add(base.wall);
  let cutOff = false;
  const follow = (name: 'rrule' | 'exrule', take: (wall: Wall) => void) => {
    for (const property of event.getAllProperties(name)) {
      const rule = property.getFirstValue() as ICAL.Recur | null;
      if (!rule) continue;
      const found = repeats(rule, base.wall, untilOf(rule, base, options), { first, last, budget: options.budget });
      found.walls.forEach(take);
      cutOff ||= found.cutOff;
    }
  };
  follow('rrule', (w) => walls.add(w));
  for (const at of dates(event, 'rdate', base, zones, options)) if (at >= first && at <= last) walls.add(at);
  follow('exrule', (w) => walls.delete(w));
  for (const at of dates(event, 'exdate', base, zones, options)) walls.delete(at);
  return { walls: [...walls].sort((a, b) => a - b), cutOff };
}

function untilOf(rule: ICAL.Recur, base: Instance, options: Bounds): Wall | undefined {
  const until = rule.until as ICAL.Time | null;
  if (!until) return undefined;
  const wall = wallOf(until);
  // A date takes the whole of that day in.
  if (until.isDate) return wall + MS_A_DAY - 1;
  return until.zone === ICAL.Timezone.utcTimezone ? toEventWall(wall, base.zone, options.zone) : wall;
}

function dates(
  event: ICAL.Component,
  name: 'rdate' | 'exdate',
  base: Instance,
  zones: ReadonlyMap<string, ICAL.Timezone>,
  options: Bounds,
): Wall[] {
  return event.getAllProperties(name).flatMap((property) =>
    (property.getValues() as unknown[]).flatMap((value, n) => {
      const time = value instanceof ICAL.Period ? value.start : value;
      if (!(time instanceof ICAL.Time) || !isReal(property, n)) return [];
      const zone = zoneOf(time, tzidOf(property), zones) ?? base.zone;
      return [onWallOf(time, zone, base, options)];
    }),
  );
}

function eventOf(uid: string, instance: Instance, household: string): OutsideEvent {
  const { wall, length, exact, title, whole, zone } = instance;
  if (whole) {
    const days = Math.max(1, Math.round(length / MS_A_DAY));
    const from = dayOfWall(wall);
    return { uid, title, from: fromDay(from), to: fromDay(from + days - 1) };
  }
  const start = toHousehold(wall, zone, household);
  const over = exact ? afterWhile(wall, length, zone, household) : toHousehold(wall + length, zone, household);
  const end = Math.max(start, over);
  const atMidnight = end > start && end % MS_A_DAY === 0;
  return {
    uid,
    title,
    from: fromDay(dayOfWall(start)),
    to: fromDay(atMidnight ? dayOfWall(end) - 1 : dayOfWall(end)),
    start: clockOfWall(start),
    end: atMidnight ? '24:00' : clockOfWall(end),
  };
}
