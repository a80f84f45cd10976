import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { AwayBlock, Enrolment, Feed, Household, OutsideCalendar } from '../household';
import { makeTrack, openDates, planTrack, reserveOf } from '../pace';
import { makeProblem } from '../stagger';
import { weekPage } from '../week';
import { aChild, aCourse, aHousehold, anEnrolment, aTeacher, aYear, yearArbitrary } from '../tests/make';
import {
  awayDays,
  awayFault,
  childMinutesOn,
  childOut,
  fromDay,
  outsideOf,
  partShare,
  programmeWeek,
  schoolDays,
  teacherMinutesOn,
  toDay,
  weekdayOf,
  yearWithOutside,
} from './index';

const block = (change: Partial<AwayBlock> = {}): AwayBlock => ({
  id: 'b',
  label: 'nature class',
  childIds: ['A'],
  teacherIds: [],
  from: '2026-09-10',
  to: '2027-05-27',
  weekdays: [4],
  everyWeeks: 1,
  travel: 0,
  breaks: [],
  takesDay: [],
  counts: false,
  ...change,
});
const THURSDAY = toDay('2026-09-17');

describe('away blocks', () => {
  it('fall on their weekdays, every so many weeks, but not in their breaks: counted again day by day', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 4 }),
        fc.subarray([1, 2, 3, 4, 5, 6, 7] as const),
        fc.integer({ min: 0, max: 200 }),
        (everyWeeks, weekdays, length) => {
          const first = toDay('2026-09-10');
          const b = block({
            weekdays: [...weekdays],
            everyWeeks,
            to: fromDay(first + length),
            breaks: [{ id: 'x', from: '2026-10-26', to: '2026-10-30', label: '' }],
          });
          const monday = toDay('2026-09-07');
          const expected = Array.from({ length: length + 1 }, (_, i) => first + i).filter(
            (d) =>
              (weekdays.length === 0 || weekdays.includes(weekdayOf(d))) &&
              Math.floor((d - monday) / 7) % everyWeeks === 0 &&
              !(fromDay(d) >= '2026-10-26' && fromDay(d) <= '2026-10-30'),
          );
          expect(awayDays(b)).toEqual(expected);
        },
      ),
    );
  });

  it('a programme’s week number counts its own meetings and never slips with our closed days', () => {
    const b = block({ firstWeek: 1, breaks: [{ id: 'x', from: '2026-10-26', to: '2026-10-30', label: '' }] });
    const week = (iso: string) => programmeWeek(b, toDay(iso));
    expect(week('2026-09-07')).toBe(1);
    expect(week('2026-10-22')).toBe(7);
    expect(week('2026-10-29')).toBeUndefined();
    expect(week('2026-11-05')).toBe(8);
    const state = aHousehold({ aways: [b] });
    const closed = aYear({ closed: [{ id: 'c', from: '2026-09-14', to: '2026-10-16', label: 'flood' }] });
    for (const year of [aYear(), closed])
      expect(weekPage(state, year, undefined, toDay('2026-11-02')).programmes).toEqual([
        { label: 'nature class', week: 8 },
      ]);
  });

  it('a morning out costs an older child most of the day, while a small child still fits everything in', () => {
    const children = [aChild('A', { minutesPerDay: 300 }), aChild('B', { minutesPerDay: 60 })];
    const b = block({ childIds: ['A', 'B'], start: '09:00', end: '12:00', travel: 15 });
    const state = aHousehold({ children, aways: [b] });
    // School from 8:30 to 15:30 is 420 minutes; 8:45 to 12:15 takes 210 of them.
    expect(children.map((c) => childMinutesOn(state, aYear(), c, THURSDAY))).toEqual([210, 60]);
    expect(childOut(state, 'A', THURSDAY)).toBeUndefined();
    const takes = aHousehold({ children, aways: [{ ...b, takesDay: ['A'] }] });
    expect(children.map((c) => childMinutesOn(takes, aYear(), c, THURSDAY))).toEqual([0, 60]);
    expect(childOut(takes, 'A', THURSDAY)?.label).toBe('nature class');
  });

  it('overlapping times count once, evenings cost nothing, and a day wholly taken is no school day', () => {
    const at = (start: string, end: string, id: string) => block({ id, start, end });
    const c = aChild('A', { minutesPerDay: 420 });
    const minutes = (...aways: AwayBlock[]) => childMinutesOn(aHousehold({ aways }), aYear(), c, THURSDAY);
    expect(minutes(at('09:00', '11:00', '1'), at('10:00', '12:00', '2'))).toBe(240);
    expect(minutes(at('17:00', '19:00', '1'))).toBe(420);
    expect(childOut(aHousehold({ aways: [at('07:00', '16:00', '1')] }), 'A', THURSDAY)).toMatchObject({ why: 'away' });
  });

  it('take a teacher’s hours and new lessons away', () => {
    const t = aTeacher('T');
    const whole = aHousehold({ aways: [block({ childIds: [], teacherIds: ['T'] })] });
    expect(teacherMinutesOn(whole, aYear(), t, THURSDAY)).toBe(0);
    const problem = makeProblem(whole, aYear(), toDay('2026-09-07'));
    expect(problem.allowance[0]![THURSDAY - problem.from]).toBe(0);
    expect(problem.allowance[0]![THURSDAY + 1 - problem.from]).toBe(1);
    const part = aHousehold({ aways: [block({ childIds: [], teacherIds: ['T'], start: '08:30', end: '13:30' })] });
    expect(teacherMinutesOn(part, aYear(), t, THURSDAY)).toBe(120);
  });

  it('are refused in words when they make no sense', () => {
    const fault = (change: Partial<AwayBlock>) => awayFault(block(change));
    expect(fault({})).toBeUndefined();
    expect(fault({ label: ' ' })).toContain('Say what it is');
    expect(fault({ childIds: [] })).toContain('whom');
    expect(fault({ start: '10:00' })).toContain('both times');
    expect(fault({ start: '10:00', end: '09:00' })).toContain('before it begins');
    expect(fault({ to: '2026-09-09' })).toContain('before the first');
    expect(fault({ from: '2026-09-11', to: '2026-09-12' })).toContain('never falls');
  });
});

describe('absences', () => {
  const sick = (change: object = {}) => ({
    id: 's',
    childIds: ['A'],
    from: '2026-09-14',
    to: '2026-09-18',
    why: 'sick' as const,
    label: '',
    ...change,
  });
  const base = (change: Partial<Household> = {}) =>
    aHousehold({
      children: [aChild('A'), aChild('B')],
      courses: [aCourse('c', { lessons: 20 })],
      enrolments: [anEnrolment('own', 'c'), anEnrolment('both', 'c', { childIds: ['A', 'B'] })],
      ...change,
    });

  it('close a child’s own courses and leave those taken with others open', () => {
    const state = base({ absences: [sick()] });
    const [own, both] = state.enrolments as [Enrolment, Enrolment];
    const gone = openDates(state, own, aYear()).length;
    expect(schoolDays(aYear()).length - gone).toBe(5);
    expect(openDates(state, both, aYear())).toHaveLength(schoolDays(aYear()).length);
    const all = base({ absences: [sick({ childIds: ['A', 'B'] })] });
    expect(openDates(all, both, aYear())).toHaveLength(gone);
  });

  it('each lost day of a child costs its own course one day in hand, on any calendar', () => {
    fc.assert(
      fc.property(yearArbitrary, fc.nat(40), fc.nat(8), (year, at, length) => {
        const from = toDay(year.start) + at;
        // A day on which nobody teaches may cost nothing; here somebody does on every one.
        const teachers = [aTeacher('T', { minutes: Array<number>(7).fill(240) })];
        const state = aHousehold({ years: [year], teachers, courses: [aCourse('c', { lessons: 2 })] });
        const e = anEnrolment('e', 'c', { weekdays: year.weekdays });
        const reserve = (s: Household) =>
          reserveOf(makeTrack({ ...s, enrolments: [e] }, year, e, toDay(year.start)), year).daysInHand;
        const ill = { ...state, absences: [sick({ from: fromDay(from), to: fromDay(from + length) })] };
        const lost = schoolDays(year).filter((d) => d >= from && d <= from + length).length;
        const before = reserve(state);
        const after = reserve(ill);
        if (before === undefined || after === undefined) return;
        if (before >= lost) expect(after).toBe(before - lost);
        else expect(after).toBeLessThanOrEqual(0);
      }),
      { numRuns: 150 },
    );
  });
});

describe('days to catch up on', () => {
  const year = aYear({
    start: '2026-09-07',
    end: '2026-09-18',
    special: [{ id: 's', date: '2026-09-12', kind: 'catch-up', share: 100, label: '' }],
  });
  const state = (lessons: number) =>
    aHousehold({ years: [year], courses: [aCourse('c', { lessons })], enrolments: [anEnrolment('e', 'c')] });
  const today = toDay('2026-09-07');
  it('are in hand from the start, and planned only for what would not end in time', () => {
    const easy = state(4);
    expect(reserveOf(makeTrack(easy, year, easy.enrolments[0]!, today), year).daysInHand).toBe(3);
    expect(planTrack(easy, year, easy.enrolments[0]!, today).dates).not.toContain(toDay('2026-09-12'));
    const tight = state(6);
    expect(planTrack(tight, year, tight.enrolments[0]!, today).dates).toContain(toDay('2026-09-12'));
    expect(reserveOf(makeTrack(tight, year, tight.enrolments[0]!, today), year).daysInHand).toBe(-1);
  });
  it('and extra days of a weekday without school are open to every course', () => {
    const extra = { ...year, special: [{ ...year.special[0]!, kind: 'extra' as const }] };
    const e = anEnrolment('e', 'c', { weekdays: [1, 2] });
    expect(openDates(aHousehold(), e, extra)).toContain(toDay('2026-09-12'));
    expect(teacherMinutesOn(aHousehold(), extra, aTeacher(), toDay('2026-09-12'))).toBe(240);
  });
});

describe('outside calendars', () => {
  const calendar: OutsideCalendar = {
    id: 'k',
    name: 'class',
    zone: 'UTC',
    decisions: [
      { uid: 'closes', does: 'closes', childIds: [], teacherIds: [], travel: 0 },
      { uid: 'blocks', does: 'blocks', childIds: ['A'], teacherIds: [], travel: 30 },
      { uid: 'ignored', does: 'ignored', childIds: [], teacherIds: [], travel: 0 },
    ],
  };
  const feed: Feed = {
    id: 'k',
    text: '',
    fetched: '2026-09-01',
    from: '2026-08-01',
    to: '2027-12-31',
    events: [
      { uid: 'closes', title: 'hall closed', from: '2026-10-05', to: '2026-10-06' },
      { uid: 'blocks', title: 'trip', from: '2026-10-07', to: '2026-10-09', start: '12:00', end: '10:00' },
      { uid: 'ignored', title: 'meeting', from: '2026-10-12', to: '2026-10-12' },
      { uid: 'undecided', title: 'perhaps', from: '2026-10-13', to: '2026-10-13' },
    ],
  };
  const state = aHousehold({ calendars: [calendar], feeds: [feed] });
  it('close and block only as decided; undecided events have no effect', () => {
    const year = yearWithOutside(state, aYear());
    const lost = schoolDays(aYear()).filter((d) => !schoolDays(year).includes(d));
    expect(lost.map(fromDay)).toEqual(['2026-10-05', '2026-10-06']);
    // Resolved once or twice, it is the same year.
    expect(yearWithOutside(state, year)).toBe(year);
    expect(yearWithOutside(aHousehold(), aYear({ id: 'z' })).closed).toEqual([]);
    const c = aChild('A', { minutesPerDay: 420 });
    const minutes = (iso: string) => childMinutesOn(state, year, c, toDay(iso));
    // From half past eleven on the first day (the way counted in), all of the second, up to half past ten on the last.
    expect(['2026-10-07', '2026-10-08', '2026-10-09', '2026-10-12'].map(minutes)).toEqual([180, 0, 300, 420]);
  });
});

describe('what an event of an outside calendar may mean', () => {
  const event = (uid: string, from: string, hours?: [string, string]) => ({
    uid,
    title: uid,
    from,
    to: from,
    ...(hours ? { start: hours[0], end: hours[1] } : {}),
  });
  const decide = (uid: string, does: OutsideCalendar['decisions'][number]['does'], more = {}) => ({
    uid,
    does,
    childIds: ['A'],
    teacherIds: [],
    travel: 0,
    ...more,
  });
  const state = (decisions: OutsideCalendar['decisions'], aways: AwayBlock[] = []) =>
    aHousehold({
      children: [aChild('A'), aChild('B')],
      aways,
      calendars: [{ id: 'k', name: 'class', zone: 'UTC', decisions }],
      feeds: [
        {
          id: 'k',
          text: '',
          fetched: '2026-09-01',
          from: '2026-08-01',
          to: '2027-12-31',
          events: [event('lesson', '2026-09-17', ['09:00', '11:00']), event('hall', '2026-09-17')],
        },
      ],
    });
  const labels = (h: Household, id = 'A') =>
    [...(outsideOf(h).children.get(id)?.get(THURSDAY) ?? [])].map((a) => a.label);

  it('a day off costs its own children the day, and nobody else, and closes nothing', () => {
    const h = state([decide('hall', 'day off')]);
    expect(childOut(h, 'A', THURSDAY)).toMatchObject({ why: 'closed', label: 'hall' });
    expect(childOut(h, 'B', THURSDAY)).toBeUndefined();
    expect(yearWithOutside(h, aYear())).toEqual(aYear());
  });

  it('a class that does not meet takes nothing: its own hours, or those of the away block that it names', () => {
    expect(labels(state([decide('lesson', 'blocks')]))).toEqual(['lesson']);
    expect(labels(state([decide('lesson', 'blocks'), decide('hall', 'no class')]))).toEqual([]);
    const other = [decide('lesson', 'blocks'), decide('hall', 'no class', { awayId: 'b' })];
    expect(labels(state(other, [block(), block({ id: 'c', label: 'other' })]))).toEqual(['other', 'lesson']);
    // A week later both blocks meet again.
    const later = outsideOf(state(other, [block()])).children.get('A')!;
    expect(later.get(THURSDAY + 7)!.map((a) => a.label)).toEqual(['nature class']);
  });

  it('stands on the week with whom it takes and when, once for all of them', () => {
    const h = state(
      [decide('lesson', 'blocks', { childIds: ['A', 'B'], travel: 30 })],
      [block({ childIds: ['B'], teacherIds: ['T'] })],
    );
    const page = weekPage({ ...h, teachers: [aTeacher('T')] }, aYear(), undefined, toDay('2026-09-14'));
    // Who is sick is not also at the class.
    const sick = { id: 's', childIds: ['B'], from: '2026-09-17', to: '2026-09-17', why: 'sick' as const, label: '' };
    const ill = weekPage({ ...h, absences: [sick] }, aYear(), undefined, toDay('2026-09-14')).days[3]!.away;
    expect(ill.map((a) => [a.why, a.label, a.childIds])).toEqual([
      ['sick', '', ['B']],
      ['away', 'nature class', []],
      ['away', 'lesson', ['A']],
    ]);
    expect(page.days.map((d) => d.away.length)).toEqual([0, 0, 0, 2, 0]);
    expect(page.days[3]!.away).toEqual([
      { label: 'nature class', why: 'away', childIds: ['B'], teacherIds: ['T'] },
      { label: 'lesson', why: 'away', hours: { from: 510, to: 690 }, childIds: ['A'], teacherIds: [] },
    ]);
  });
});

it('who is away is worked out once for the same rows, whatever was asked for in between', () => {
  const state = aHousehold({ aways: [block()] });
  const tried = { ...state, aways: [block({ label: 'tried' })] };
  const first = outsideOf(state);
  expect(outsideOf(tried)).not.toBe(first);
  const marked: Household = { ...state, marks: [] };
  expect(outsideOf(marked)).toBe(first);
});

it('a part-day holds its share of the school’s hours', () => {
  const hours = { from: '08:30', to: '15:30' };
  expect(partShare({ from: '08:30', to: '12:00' }, hours)).toBe(50);
  expect(partShare({ from: '07:00', to: '16:00' }, hours)).toBe(100);
  expect(partShare({ from: '16:00', to: '17:00' }, hours)).toBe(0);
});
