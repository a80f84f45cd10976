import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { makePlan, makeProblem } from '../stagger';
import { aCourse, aHousehold, anEnrolment, aTeacher, aYear } from '../tests/make';
import {
  clockOf,
  fromDay,
  readHours,
  teacherHours,
  teacherMinutesOn,
  toDay,
  usualMinutes,
  weekdayOf,
  weeklyMinutes,
  writeHours,
} from './index';

describe('hours as a person writes them', () => {
  it.each([
    ['9-12', [['09:00', '12:00']]],
    [
      '9:00–12:30, 14 to 15:30',
      [
        ['09:00', '12:30'],
        ['14:00', '15:30'],
      ],
    ],
    [
      '14.15 - 15h45; 8 until 9',
      [
        ['08:00', '09:00'],
        ['14:15', '15:45'],
      ],
    ],
    ['  ', []],
  ])('reads “%s”', (text, expected) => {
    expect(readHours(text)?.map((h) => [h.from, h.to])).toEqual(expected);
  });

  it.each(['12-9', '9', 'morning', '25-26', '9-12, 11-13', '9:70-12', '9-9'])('refuses “%s”', (text) => {
    expect(readHours(text)).toBeUndefined();
  });

  it('reads back what it writes', () => {
    const stretches = fc
      .uniqueArray(fc.integer({ min: 0, max: 1439 }), { minLength: 2, maxLength: 8 })
      .map((list) => [...list].sort((a, b) => a - b))
      .map((list) => list.slice(1).flatMap((to, i) => (i % 2 === 0 ? [{ from: list[i]!, to }] : [])));
    fc.assert(
      fc.property(stretches, (hours) => {
        expect(readHours(writeHours(hours))).toEqual(hours.map((h) => ({ from: clockOf(h.from), to: clockOf(h.to) })));
      }),
    );
  });
});

describe('a teacher with other hours from a date on', () => {
  const minutes = [120, 0, 0, 0, 0, 0, 0];
  const year = aYear({ start: '2026-09-07', end: '2027-06-18' });

  it('has them from that very day, and no day before it changes, whatever is entered and in whatever order', () => {
    const day = fc.integer({ min: toDay(year.start), max: toDay(year.end) });
    fc.assert(
      fc.property(fc.uniqueArray(day, { maxLength: 4 }), day, fc.integer({ min: 0, max: 600 }), (others, from, m) => {
        const entry = (d: number, n: number) => ({ from: fromDay(d), minutes: minutes.map((x) => x + n) });
        const before = aTeacher('T', { later: others.filter((d) => d !== from).map((d, i) => entry(d, i + 1)) });
        const after = aTeacher('T', { later: [entry(from, m), ...before.later!] });
        for (let d = toDay(year.start); d < from; d += 3)
          expect(weeklyMinutes(after, d)).toEqual(weeklyMinutes(before, d));
        expect(weeklyMinutes(after, from)).toEqual(entry(from, m).minutes);
      }),
      { numRuns: 50 },
    );
  });

  it('is planned by them: where they leave nothing, no new lesson is theirs from then on', () => {
    const later = [{ from: '2026-10-05', minutes: [0, 0, 0, 0, 240, 0, 0] }];
    const state = aHousehold({
      years: [year],
      teachers: [aTeacher('T', { later })],
      courses: [aCourse('c', { lessons: 30, perLesson: [{ kind: 'introduce', count: 1 }] })],
      enrolments: [anEnrolment('e', 'c')],
    });
    const [teacher] = state.teachers;
    expect(teacherMinutesOn(state, year, teacher!, toDay('2026-10-02'))).toBe(240);
    expect(teacherMinutesOn(state, year, teacher!, toDay('2026-10-05'))).toBe(0);
    const plan = makePlan(makeProblem(state, year, toDay(year.start)), { sweeps: 4, seed: 1 });
    const after = plan.tracks[0]!.days.filter((d) => d >= toDay('2026-10-05'));
    expect(after.length).toBeGreaterThan(5);
    expect(new Set(after.map(weekdayOf))).toEqual(new Set([5]));
  });
});

describe('a teacher with hours by the clock', () => {
  const monday = toDay('2026-09-07');
  const hours = [
    { weekday: 1 as const, from: '14:00', to: '15:00' },
    { weekday: 1 as const, from: '09:00', to: '10:00' },
    { weekday: 1 as const, from: '09:30', to: '10:00' },
  ];

  it('teaches no more minutes than they hold, overlapping ones once; on a weekday without any as before', () => {
    const t = aTeacher('T', { hours });
    expect(usualMinutes(aYear(), t, monday)).toBe(120);
    expect(usualMinutes(aYear(), t, monday + 1)).toBe(240);
    expect(usualMinutes(aYear(), aTeacher('T', { hours, minutes: [90, 0, 0, 0, 0, 0, 0] }), monday)).toBe(90);
    expect(teacherHours(t, 1)!.map((h) => h.from)).toEqual([540, 570, 840]);
    expect(teacherHours(t, 2)).toBeUndefined();
  });
});
