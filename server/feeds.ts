import ICAL from 'ical.js';
import { fromDay, toDay } from '../core/calendar';

/**
 * A stand-in for the calendar of an outside class, since no request leaves the machine. It lives: weeks go by, breaks
 * and outings come into view, and a session is moved at two weeks' notice, as with any class.
 */
export const FEEDS = [
  {
    path: '/api/feeds/weir-house.ics',
    name: 'Weir House day class',
    about: 'A simulated outside class that ships with the app: Thursdays from 13:30 to 15:00, with breaks of its own.',
  },
] as const;

/** The Monday on which the first cycle of the class began. */
const EPOCH = toDay('2020-01-06');
/** Eleven weeks with class, then one without. */
const CYCLE = 12;
/** How far back and ahead cycles are published, in days. */
const REACH = 200;
/** A session is moved, and an outing told, so many days before. */
const NOTICE = 14;

const time = (day: number, clock: string) => ICAL.Time.fromDateTimeString(`${fromDay(day)}T${clock}:00`);

function event(uid: string, title: string, fill: (e: ICAL.Component) => void, stamp: ICAL.Time): ICAL.Component {
  const made = new ICAL.Component('vevent');
  made.addPropertyWithValue('uid', uid);
  made.addPropertyWithValue('dtstamp', stamp);
  made.addPropertyWithValue('summary', title);
  fill(made);
  return made;
}

/** The class's calendar as it is published on a day (days since 1970-01-01). */
export function weirHouse(today: number): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//Weir House//day class//EN');
  calendar.addPropertyWithValue('x-wr-calname', FEEDS[0].name);
  const stamp = time(today, '06:00');
  stamp.zone = ICAL.Timezone.utcTimezone;
  const whole = (from: number, to: number) => (e: ICAL.Component) => {
    e.addPropertyWithValue('dtstart', ICAL.Time.fromDateString(fromDay(from)));
    e.addPropertyWithValue('dtend', ICAL.Time.fromDateString(fromDay(to + 1)));
  };
  const first = Math.floor((today - REACH - EPOCH) / (CYCLE * 7));
  const last = Math.floor((today + REACH - EPOCH) / (CYCLE * 7));
  for (let cycle = first; cycle <= last; cycle++) {
    const monday = EPOCH + cycle * CYCLE * 7;
    const uid = (what: string) => `${what}-${cycle}@weir-house.example`;
    const thursday = monday + 3;
    const sessions = event(
      uid('class'),
      'Day class',
      (e) => {
        e.addPropertyWithValue('dtstart', time(thursday, '13:30'));
        e.addPropertyWithValue('dtend', time(thursday, '15:00'));
        e.addPropertyWithValue('rrule', ICAL.Recur.fromString(`FREQ=WEEKLY;COUNT=${CYCLE - 1}`));
      },
      stamp,
    );
    calendar.addSubcomponent(sessions);
    calendar.addSubcomponent(event(uid('break'), 'Weir House closed', whole(monday + 77, monday + 81), stamp));
    calendar.addSubcomponent(event(uid('charter'), 'Charter day, no class', whole(monday + 32, monday + 32), stamp));
    const moved = thursday + 21;
    if (today >= moved - NOTICE) {
      calendar.addSubcomponent(
        event(
          uid('class'),
          'Day class (moved to Friday)',
          (e) => {
            e.addPropertyWithValue('recurrence-id', time(moved, '13:30'));
            e.addPropertyWithValue('dtstart', time(moved + 1, '13:30'));
            e.addPropertyWithValue('dtend', time(moved + 1, '15:00'));
          },
          stamp,
        ),
      );
    }
    const outing = monday + 50;
    if (today >= outing - NOTICE) {
      calendar.addSubcomponent(
        event(
          uid('outing'),
          'Outing to the pumping station',
          (e) => {
            e.addPropertyWithValue('dtstart', time(outing, '10:00'));
            e.addPropertyWithValue('dtend', time(outing, '14:00'));
          },
          stamp,
        ),
      );
    }
  }
  return `${calendar.toString()}\r\n`;
}
