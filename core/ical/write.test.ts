import ical, { type VEvent } from 'node-ical';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import type { Household } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear, householdArbitrary } from '../tests/make';
import { entriesOf, readCalendar, sentOf, writeCalendar, type WriteOptions } from './index';

const TODAY = toDay('2026-09-09');
const year = aYear({
  closed: [
    { id: 'flood', from: '2026-09-21', to: '2026-09-25', label: 'flood, high water; all week' },
    { id: 'day', from: '2026-10-02', to: '2026-10-02', label: '' },
  ],
});
const household = (): Household =>
  aHousehold({
    years: [year],
    children: [aChild('A', { name: 'Ännchen, the elder' }), aChild('B')],
    courses: [aCourse('c', { lessons: 12 }, { title: 'Sums; “and more”' })],
    enrolments: [anEnrolment('e', 'c'), anEnrolment('f', 'c', { childIds: ['B'] })],
    marks: [aMark('e', 'L1-1', 'done', '2026-09-08'), aMark('e', 'L2-1', 'known', '2026-09-08')],
    absences: [{ id: 'x', childIds: ['B'], from: '2026-09-30', to: '2026-10-01', why: 'closed', label: 'visit' }],
    materials: [
      { id: 'm', name: 'glue', place: '', consumable: true, unit: 'pot', cautions: [], leadDays: 3 },
      { id: 'p', name: 'paper', place: '', consumable: true, unit: '', cautions: [] },
    ],
    movements: ['m', 'p'].map((id, i) => ({
      ...{ id: `v${id}`, materialId: id, date: '2026-09-01', seq: i, kind: 'count' as const, quantity: 0 },
    })),
    needs: [
      { id: 'n', materialId: 'm', courseId: 'c', lessonId: 'L4', stepId: 'L4-1', quantity: 2, per: 'child' },
      { id: 'q', materialId: 'p', courseId: 'c', lessonId: 'L5', stepId: 'L5-1', quantity: 1, per: 'child' },
    ],
  });
const OPTIONS: WriteOptions = {
  from: TODAY - 7,
  to: TODAY + 60,
  sittings: true,
  closed: true,
  orders: true,
  childIds: [],
  stamp: Date.UTC(2026, 8, 9, 7, 30),
};
const planOf = (h: Household, today = TODAY) => makePlan(makeProblem(h, h.years[0]!, today), { sweeps: 2, seed: 1 });
const write = (h: Household, change: Partial<WriteOptions> = {}) =>
  writeCalendar(h, h.years[0]!, planOf(h), { ...OPTIONS, ...change });

/** A whole-day date as the other library gives it: midnight on the machine's own wall. */
const local = (d: Date) =>
  `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`;
const events = (text: string) =>
  Object.values(ical.sync.parseICS(text)).filter((c): c is VEvent => c?.type === 'VEVENT');

describe('the calendar file', () => {
  it('names who was there, with what it took, and who will be: who missed it, or has left, has no entry of it', () => {
    const [a, b] = household().children;
    const h: Household = {
      ...household(),
      children: [a!, { ...b!, until: '2026-09-14' }],
      enrolments: [anEnrolment('e', 'c', { childIds: ['A', 'B'], rule: { kind: 'weekly', n: 5, unit: 'steps' } })],
      marks: [
        aMark('e', 'L1-1', 'done', '2026-09-07', { minutes: 7 }),
        aMark('e', 'L1-2', 'done', '2026-09-08'),
        aMark('e', 'L1-2', 'missed', '2026-09-08', { childId: 'B' }),
        aMark('e', 'L2-1', 'partly', '2026-09-09', { minutesLeft: 3 }),
      ],
    };
    const told = (childIds: string[]) =>
      entriesOf(h, year, planOf(h, TODAY + 1), { ...OPTIONS, closed: false, orders: false, childIds })
        .filter((e) => e.uid.startsWith('sitting'))
        .map((e) => [fromDay(e.from), e.title.split(':')[0], e.text] as const);
    const all = told([]);
    expect(all.slice(0, 3)).toEqual([
      ['2026-09-07', 'Ännchen, the elder, B', '7 minutes, done'],
      ['2026-09-08', 'Ännchen, the elder', '15 minutes, done'],
      ['2026-09-10', 'Ännchen, the elder, B', '3 minutes'],
    ]);
    expect(all.filter(([day]) => day > '2026-09-14').every(([, who]) => who === 'Ännchen, the elder')).toBe(true);
    expect(told(['B']).map(([day]) => day)).toEqual(
      all.map(([day]) => day).filter((day) => day !== '2026-09-08' && day <= '2026-09-14'),
    );
  });

  it('is read by an independent library (node-ical) as the same entries, event by event', () => {
    const h = household();
    const entries = entriesOf(h, year, planOf(h), OPTIONS);
    const theirs = events(write(h));
    expect(theirs).toHaveLength(entries.length);
    for (const e of entries) {
      const found = theirs.find((t) => t.uid === e.uid)!;
      expect(found.summary).toBe(e.title);
      expect([local(found.start), local(new Date(found.end.getTime() - 1))]).toEqual([fromDay(e.from), fromDay(e.to)]);
      expect(found.datetype).toBe('date');
      expect(found.status).toBe(e.cancelled ? 'CANCELLED' : 'CONFIRMED');
    }
  });

  it('holds plan and record, closed days and order-by dates, for those asked for', () => {
    const titles = (change: Partial<WriteOptions>) => events(write(household(), change)).map((e) => e.summary);
    const closed = titles({ sittings: false, orders: false });
    expect(closed.sort()).toEqual([
      'No school for B: visit',
      'No school: closed',
      'No school: flood, high water; all week',
    ]);
    const orders = events(write(household(), { sittings: false, closed: false, to: TODAY + 250 }));
    // Needed by the first sitting of the fourth lesson, ready a week before; three days from ordering to having, else a week.
    const plan = planOf(household());
    const day = (step: string) =>
      Math.min(...plan.tracks.map((t) => t.days[t.stepIds.indexOf(step)]!).filter((d) => d >= 0));
    expect(orders.map((o) => [o.summary, local(o.start)])).toEqual(
      [
        ['Order by today: 4 pot glue', fromDay(day('L4-1') - 7 - 3)],
        ['Order by today: 2 × paper', fromDay(day('L5-1') - 7 - 7)],
      ].sort((a, b) => (a[1]! < b[1]! ? -1 : 1)),
    );
    const own = titles({ closed: false, orders: false, childIds: ['B'] });
    expect(own.length).toBeGreaterThan(0);
    expect(own.every((t) => t.startsWith('B: '))).toBe(true);
  });

  it('holds what has to go back to a library on the day it is due, until it is back', () => {
    const hold = { id: 'h', title: 'Reeds', placed: '2026-09-01', fetched: '2026-09-03', due: '2026-09-24' };
    const loans = (holds: Household['holds']) =>
      entriesOf({ ...household(), holds }, year, undefined, {
        ...OPTIONS,
      })
        .filter((e) => e.uid.startsWith('loan'))
        .map((e) => [e.title, fromDay(e.from)]);
    expect(loans([hold])).toEqual([['Back to the library: Reeds', '2026-09-24']]);
    expect(loans([{ ...hold, back: '2026-09-20' }])).toEqual([]);
  });

  it('has stable UIDs: written anew after a change it moves what moved and doubles nothing', () => {
    const before = household();
    const after = {
      ...before,
      years: [
        { ...year, closed: [...year.closed, { id: 'new', from: '2026-09-14', to: '2026-09-16', label: 'snow' }] },
      ],
      marks: [...before.marks, aMark('e', 'L1-2', 'left out', '2026-09-09')],
    };
    const kept = new Map(events(write(before)).map((e) => [e.uid, e]));
    const sent = sentOf(entriesOf(before, year, planOf(before), OPTIONS));
    for (const e of events(write(after, { stamp: OPTIONS.stamp + 3_600_000, sent }))) {
      // A calendar program takes the one with the higher SEQUENCE (RFC 5545, 3.8.7.4).
      const old = kept.get(e.uid);
      if (old) expect(Number(e.sequence)).toBeGreaterThan(Number(old.sequence));
      kept.set(e.uid, e);
    }
    const steps = [...kept.values()].filter((e) => e.summary.includes('Ännchen') && e.status !== 'CANCELLED');
    expect(new Set(steps.map((e) => e.summary)).size).toBe(steps.length);
    expect(steps.some((e) => e.summary.includes('Lesson 1, practise'))).toBe(false);
    // Nothing stands on a day that has been closed since.
    expect(steps.some((e) => ['2026-09-14', '2026-09-15', '2026-09-16'].includes(local(e.start)))).toBe(false);
  });

  it('keeps to the letter of RFC 5545: line ends, folded lines of 75 octets, required properties', () => {
    const text = write(household());
    expect(text.endsWith('END:VCALENDAR\r\n')).toBe(true);
    expect(text.replace(/\r\n/g, '')).not.toMatch(/[\r\n]/);
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line, 'utf8')).toBeLessThanOrEqual(75);
    const parts = text.split('BEGIN:VEVENT').slice(1);
    for (const e of parts)
      for (const name of ['UID:', 'DTSTAMP:', 'DTSTART;VALUE=DATE:', 'DTEND;VALUE=DATE:']) expect(e).toContain(name);
    expect(text).toContain('DTSTAMP:20260909T073000Z');
    expect(text).toMatch(/VERSION:2.0\r\n/);
    expect(text).toMatch(/PRODID:/);
  });

  it('is the same file for the same moment, and reads back as written, on any household', () => {
    fc.assert(
      fc.property(householdArbitrary, ({ state, year: y, today }) => {
        const options = { ...OPTIONS, from: today - 5, to: today + 40 };
        const plan = planOf(state, today);
        const text = writeCalendar(state, y, plan, options);
        expect(writeCalendar(state, y, plan, options)).toBe(text);
        const back = readCalendar(text, { zone: 'UTC', from: options.from, to: options.to });
        if ('fault' in back) throw new Error(back.fault);
        const standing = entriesOf(state, y, plan, options).filter((e) => !e.cancelled);
        expect(back.events.map((e) => `${e.uid} ${e.from} ${e.to}`).sort()).toEqual(
          standing.map((e) => `${e.uid} ${fromDay(e.from)} ${fromDay(e.to)}`).sort(),
        );
      }),
      { numRuns: 40 },
    );
  });

  it('names breaks between terms and blocks by what they follow', () => {
    const rhythm = { kind: 'weeks' as const, from: '2026-09-07', on: 3, off: 1, changes: [] };
    const y = aYear({ rhythm, closed: [] });
    const only = { ...OPTIONS, sittings: false, orders: false, from: toDay(y.start), to: toDay('2026-11-08') };
    const list = entriesOf(aHousehold({ years: [y] }), y, undefined, only);
    expect(list.map((e) => [e.title, fromDay(e.from), fromDay(e.to)])).toEqual([
      ['No school: week off', '2026-09-28', '2026-10-04'],
      ['No school: week off', '2026-10-26', '2026-11-01'],
    ]);
    const longer = aYear({ rhythm: { ...rhythm, changes: [{ block: 1, on: 4 }] }, closed: [] });
    const moved = entriesOf(aHousehold({ years: [longer] }), longer, undefined, only);
    expect(moved[0]!.uid).toBe(list[0]!.uid);
    expect(fromDay(moved[0]!.from)).toBe('2026-10-05');
  });

  it('a later file leaves nothing stale in the program that took the first, wherever things went', () => {
    const before = household();
    const first = entriesOf(before, year, planOf(before), OPTIONS);
    // A lesson less, a closed range gone, an order no longer needed, and what was left moves out of the range that is asked for.
    const [course] = before.courses;
    const units = course!.units.map((u) => ({ ...u, lessons: u.lessons.slice(0, 9) }));
    const after: Household = {
      ...before,
      courses: [{ ...course!, units }],
      years: [{ ...year, closed: year.closed.slice(1) }],
      needs: [],
    };
    const options = { ...OPTIONS, from: TODAY, to: TODAY + 2, sent: sentOf(first) };
    const second = entriesOf(after, after.years[0]!, planOf(after), options);
    // The reader: entries by UID, the later file over the earlier, what is cancelled taken out.
    const held = new Map(first.filter((e) => !e.cancelled).map((e) => [e.uid, e.from]));
    for (const e of second)
      if (e.cancelled) held.delete(e.uid);
      else held.set(e.uid, e.from);
    const truth = entriesOf(after, after.years[0]!, planOf(after), { ...OPTIONS, from: TODAY - 400, to: TODAY + 400 });
    const standing = new Map(truth.filter((e) => !e.cancelled).map((e) => [e.uid, e.from]));
    for (const [uid, from] of held) expect([uid, standing.get(uid)]).toEqual([uid, from]);
    expect(second.filter((e) => e.cancelled).length).toBeGreaterThanOrEqual(2);
  });
});
