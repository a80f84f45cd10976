/** Calendars kept elsewhere. */
import type { Clock, IsoDate } from '../../calendar/day';
import type { Id } from './base';

/** A calendar kept elsewhere, and what its events mean for the school. */
export interface OutsideCalendar {
  id: Id;
  name: string;
  /** Where it is fetched from, on this machine's server; without it, it came from a file. */
  feed?: string;
  /** The IANA time zone in which its times are read. */
  zone: string;
  decisions: Decision[];
}
export const DECISIONS = ['closes', 'day off', 'blocks', 'no class', 'ignored'] as const;
/**
 * What an event means here. `closes`: nobody has school; `day off`: its children have none; `blocks`: its hours are taken
 * from its people; `no class`: the class does not meet on its days, so that nothing of it is taken; `ignored`: nothing.
 */
export interface Decision {
  /** UID of the event, all its repeats included. */
  uid: string;
  does: (typeof DECISIONS)[number];
  /** Whom it takes away (blocks) or gives a day off, and the minutes on the way, before and after. */
  childIds: Id[];
  teacherIds: Id[];
  travel: number;
  /** Which away block does not meet then, where it is one entered by hand; without it the calendar's own events. */
  awayId?: Id;
}
/** The last good copy of an outside calendar, with its events as days and times. Its id is the calendar's. */
export interface Feed {
  id: Id;
  text: string;
  /** The day it was read, and the days between which repeats were followed. */
  fetched: IsoDate;
  from: IsoDate;
  to: IsoDate;
  events: OutsideEvent[];
  /** The events as the parent last saw them, up to a day, while a later copy that moved some has not been looked at. */
  seen?: { to: IsoDate; events: OutsideEvent[] };
}
export interface OutsideEvent {
  uid: string;
  title: string;
  from: IsoDate;
  to: IsoDate;
  /** On the first and the last day; without them, whole days. */
  start?: Clock;
  end?: Clock;
}
