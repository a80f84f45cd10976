import ICAL from 'ical.js';
import { blocksOf, type Day, dayKind, dayLabel, fromDay, toDay } from '../calendar';
import { contentsOf, type FlatStep, flatten, pageWords, stepName } from '../course';
import { byId, type Household, type Id, type SchoolYear, takerIdsOn, titleOf } from '../household';
import { atSitting, marksByEnrolment, sittingMinutes, standingsOf } from '../log';
import { isToAskFor, shortages } from '../materials';
import type { Plan } from '../stagger';
import { paceOn } from '../pace';

export interface WriteOptions {
  from: Day;
  to: Day;
  /** What goes in. */
  sittings: boolean;
  closed: boolean;
  orders: boolean;
  /** Only the work of these children; empty: everybody's. */
  childIds: readonly Id[];
  /** What an earlier file held: what has moved is moved wherever it stands now, and what has gone is taken out. */
  sent?: readonly SentEntry[];
  /** The moment of writing, in milliseconds since 1970-01-01T00:00Z. */
  stamp: number;
}

/** An entry of an earlier file, as a reader may hold it still. */
export type SentEntry = Pick<Entry, 'uid' | 'title' | 'from' | 'to'>;

/** One entry of the calendar that is written: always whole days, since days are planned and not hours. */
export interface Entry {
  uid: string;
  title: string;
  from: Day;
  to: Day;
  text?: string;
  /** No longer to be done: whoever has it is told to take it out. */
  cancelled?: boolean;
}

/**
 * Writes an iCalendar file (RFC 5545) of the sittings planned and done, the closed days, the dates by which things must be ordered and
 * those on which they go back to a library. An entry's UID names what it is about (this course's sitting of a date, this closed range), and
 * its SEQUENCE rises with the minute of writing: read in anew, it changes what it named before and doubles nothing. All that an earlier
 * file held and this household has no more is written as cancelled.
 */
export function writeCalendar(
  state: Household,
  year: SchoolYear,
  plan: Plan | undefined,
  options: WriteOptions,
): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//Olden Primer//school calendar//EN');
  calendar.addPropertyWithValue('calscale', 'GREGORIAN');
  calendar.addPropertyWithValue('method', 'PUBLISH');
  calendar.addPropertyWithValue('x-wr-calname', state.settings.name);
  for (const entry of entriesOf(state, year, plan, options)) calendar.addSubcomponent(eventOf(entry, options.stamp));
  return `${calendar.toString()}\r\n`;
}

/** The entries that a calendar file would hold, so that a page can say how many before it is written. */
export function entriesOf(state: Household, year: SchoolYear, plan: Plan | undefined, options: WriteOptions): Entry[] {
  const entries = [
    ...(options.sittings ? sittingEntries(state, plan, options) : []),
    ...(options.closed ? closedEntries(state, year, options) : []),
    ...(options.orders && plan ? orderEntries(state, plan) : []),
    ...(options.orders ? loanEntries(state) : []),
  ];
  const sent = new Set(options.sent?.map((s) => s.uid));
  const now = new Set(entries.map((e) => e.uid));
  // A year after its day nobody holds it any more.
  const kept = (options.sent ?? []).filter((s) => !now.has(s.uid) && s.to >= options.from - 366);
  const gone = kept.map((s): Entry => ({ ...s, cancelled: true }));
  return [...entries.filter((e) => sent.has(e.uid) || (e.from <= options.to && e.to >= options.from)), ...gone].sort(
    (a, b) => a.from - b.from || (a.uid < b.uid ? -1 : 1),
  );
}

/** What a reader may hold once a file is read in: to be kept until the next is written. What was cancelled is told once more. */
export const sentOf = (entries: readonly Entry[]): SentEntry[] =>
  entries.map(({ uid, title, from, to }) => ({ uid, title, from, to }));

const uid = (...parts: string[]) => `${parts.map((p) => encodeURIComponent(p)).join('.')}@olden-primer`;

/** One entry for each sitting: what an enrolment has on a date, planned or done. */
function sittingEntries(state: Household, plan: Plan | undefined, { childIds }: WriteOptions): Entry[] {
  const about = (who: readonly Id[]) => childIds.length === 0 || who.some((id) => childIds.includes(id));
  return state.enrolments.flatMap((enrolment) => {
    const course = contentsOf(state, enrolment);
    if (!course) return [];
    const standings = standingsOf(state.marks, enrolment.id);
    const own = marksByEnrolment(state.marks).get(enrolment.id) ?? [];
    const whoSat = atSitting(state, own, enrolment);
    const track = plan?.tracks.find((t) => t.enrolmentId === enrolment.id);
    const planned = new Map(track?.stepIds.map((id, i) => [id, track.days[i]!]));
    const sittings = new Map<Day, { steps: FlatStep[]; done: number; minutes: number; who: Set<Id> }>();
    for (const step of flatten(course)) {
      const standing = standings.get(step.id);
      const settled = standing !== undefined && standing.state !== 'open';
      // What was skipped or left out nobody sat for.
      if (settled && standing.state !== 'done') continue;
      const day = settled ? toDay(standing.last.date) : planned.get(step.id);
      if (day === undefined || day < 0) continue;
      const sitting = sittings.get(day) ?? { steps: [], done: 0, minutes: 0, who: new Set() };
      sittings.set(day, sitting);
      sitting.steps.push(step);
      if (settled) sitting.done++;
      // Done, what it took and who was there; to come, what is left of it and who will be with the household.
      const last = settled ? standing.last : undefined;
      sitting.minutes += last
        ? sittingMinutes(own, last, last.was?.minutes ?? step.minutes)
        : (standing?.minutesLeft ?? step.minutes);
      for (const id of last ? whoSat(last) : takerIdsOn(state, paceOn(enrolment, day), day)) sitting.who.add(id);
    }
    return [...sittings].flatMap(([day, { steps, done, minutes, who }]): Entry[] => {
      if (!about([...who])) return [];
      const names = state.children.flatMap((c) => (who.has(c.id) ? c.name : [])).join(', ');
      const pages = [...new Set(steps.flatMap((s) => s.lesson.pages ?? []))];
      return [
        {
          uid: uid('sitting', enrolment.id, fromDay(day)),
          title: `${names}: ${titleOf(state, course.id)}, ${stepsWords(steps)}`,
          from: day,
          to: day,
          text: [
            `${minutes} minutes`,
            pages.length > 0 && `manual ${pageWords(pages.join(', '))}`,
            done > 0 && (done === steps.length ? 'done' : `${done} of ${steps.length} done`),
          ]
            .filter(Boolean)
            .join(', '),
        },
      ];
    });
  });
}

/** Steps by their lessons: “Lesson 4, introduce, practise 1; Lesson 5, introduce”. */
function stepsWords(steps: readonly FlatStep[]): string {
  const lessons = new Map<Id, string[]>();
  for (const s of steps) lessons.set(s.lesson.id, [...(lessons.get(s.lesson.id) ?? [s.lesson.title]), stepName(s)]);
  return [...lessons.values()].map((words) => words.join(', ')).join('; ');
}

function closedEntries(state: Household, year: SchoolYear, { childIds }: WriteOptions): Entry[] {
  const named = year.closed.map((c) => ({
    uid: uid('closed', c.id),
    title: `No school: ${c.label || 'closed'}`,
    from: toDay(c.from),
    to: toDay(c.to),
  }));
  const concerned = (ids: readonly Id[]) => childIds.length === 0 || ids.some((id) => childIds.includes(id));
  const own = state.absences
    .filter((a) => a.why !== 'sick' && concerned(a.childIds))
    .map((a) => ({
      uid: uid('absence', a.id),
      title: `No school for ${a.childIds.map((id) => byId(state.children, id)?.name ?? '').join(', ')}: ${a.label || 'closed'}`,
      from: toDay(a.from),
      to: toDay(a.to),
    }));
  return [...named, ...own, ...breaksOf(year)];
}

/** The stretches between terms or blocks, named by the block they follow, so that a moved break keeps its UID. */
function breaksOf(year: SchoolYear): Entry[] {
  if (!year.rhythm) return [];
  const [first, last] = [toDay(year.start), toDay(year.end)];
  const blocks = blocksOf(year.rhythm, last).filter((b) => b.to >= first && b.from <= last);
  const ends = [first - 1, ...blocks.map((b) => b.to)];
  const starts = [...blocks.map((b) => b.from), last + 1];
  return ends.flatMap((end, i): Entry[] => {
    const [from, to] = [end + 1, starts[i]! - 1];
    if (to < from) return [];
    const closed = Array.from({ length: to - from + 1 }, (_, d) => from + d).find((d) => dayKind(year, d) === 'closed');
    if (closed === undefined) return [];
    return [
      { uid: uid('break', year.id, String(i)), title: `No school: ${dayLabel(year, closed) || 'break'}`, from, to },
    ];
  });
}

function orderEntries(state: Household, plan: Plan): Entry[] {
  return shortages(state, plan).map((s) => ({
    uid: uid('order', s.material.id),
    title: `${isToAskFor(s) ? 'Ask for' : 'Order by today'}: ${s.short}${s.material.unit ? ` ${s.material.unit}` : ' ×'} ${s.material.name}`,
    from: s.orderBy,
    to: s.orderBy,
    text: `needed on ${fromDay(s.day)}`,
  }));
}

/** What has to go back to a library, on the day it is due. */
function loanEntries(state: Household): Entry[] {
  return state.holds.flatMap((h): Entry[] => {
    if (!h.fetched || !h.due || h.back) return [];
    return [{ uid: uid('loan', h.id), title: `Back to the library: ${h.title}`, from: toDay(h.due), to: toDay(h.due) }];
  });
}

function eventOf(entry: Entry, stamp: number): ICAL.Component {
  const event = new ICAL.Component('vevent');
  const moment = ICAL.Time.fromJSDate(new Date(stamp), true);
  event.addPropertyWithValue('uid', entry.uid);
  event.addPropertyWithValue('dtstamp', moment);
  event.addPropertyWithValue('last-modified', moment);
  event.addPropertyWithValue('sequence', Math.floor(stamp / 60_000));
  event.addPropertyWithValue('dtstart', ICAL.Time.fromDateString(fromDay(entry.from)));
  // The end of a whole-day event is the day after its last (RFC 5545, 3.6.1).
  event.addPropertyWithValue('dtend', ICAL.Time.fromDateString(fromDay(entry.to + 1)));
  event.addPropertyWithValue('summary', entry.title);
  if (entry.text) event.addPropertyWithValue('description', entry.text);
  event.addPropertyWithValue('transp', 'TRANSPARENT');
  event.addPropertyWithValue('status', entry.cancelled ? 'CANCELLED' : 'CONFIRMED');
  return event;
}
