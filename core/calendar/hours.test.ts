import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aTeacher, aYear } from '../tests/make';
import { clockOf, readHours, teacherHours, toDay, usualMinutes, writeHours } from './index';

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
