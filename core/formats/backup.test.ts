import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import type { Household } from '../household';
import { aCourse, aHousehold, aMark, anEnrolment, householdArbitrary } from '../tests/make';
import { readBackup, shiftBackup, VERSION, writeBackup } from './index';

const household = (): Household =>
  aHousehold({
    courses: [aCourse('c')],
    enrolments: [anEnrolment('e', 'c', { minutesPerSitting: 40, target: '2027-05-01' })],
    marks: [aMark('e', 'L1-1', 'done', '2026-09-07', { minutes: 12, score: { got: 8.5, of: 10 }, note: '“neat”\n' })],
    materials: [{ id: 'm', name: 'cubes', place: '', consumable: false, unit: '', cautions: ['small parts'] }],
    movements: [{ id: 'v', materialId: 'm', date: '2026-09-01', seq: 1, kind: 'count', quantity: 4 }],
    needs: [{ id: 'n', materialId: 'm', courseId: 'c', lessonId: 'L1', quantity: 2, per: 'child' }],
  });
const write = (h: Household) => writeBackup({ asOf: '2026-09-08', household: h });
const faultOf = (text: string) => {
  const reading = readBackup(text);
  return 'fault' in reading ? reading.fault : undefined;
};

describe('a backup', () => {
  it('comes back as it went, and writes the same bytes again, whatever the order of rows and fields', () => {
    fc.assert(
      fc.property(householdArbitrary, ({ state }) => {
        const text = write(state);
        const reading = readBackup(text);
        if ('fault' in reading) throw new Error(reading.fault);
        expect(writeBackup(reading.backup)).toBe(text);
        const turned = {
          ...state,
          marks: [...state.marks].reverse().map((m) => Object.fromEntries(Object.entries(m).reverse())),
          courses: [...state.courses].reverse(),
        };
        expect(write(turned as unknown as Household)).toBe(text);
      }),
    );
    const reading = readBackup(write(household()));
    expect('backup' in reading && reading.backup.household).toMatchObject({
      marks: [{ score: { got: 8.5, of: 10 }, note: '“neat”\n' }],
    });
  });

  it('refuses what is damaged, foreign, newer or from nowhere, each in its own sentence', () => {
    const good = write(household());
    expect(faultOf(good)).toBeUndefined();
    expect(faultOf(good.slice(0, good.length / 2))).toContain('damaged');
    expect(faultOf('')).toContain('damaged');
    for (const foreign of ['{}', '[]', 'null', '"x"', '{"format":"other","version":1}'])
      expect(faultOf(foreign)).toContain('not a backup of Olden Primer');
    expect(faultOf(good.replace(`"version": ${VERSION}`, '"version": 7'))).toContain('newer Olden Primer (version 7');
    expect(faultOf(good.replace(`"version": ${VERSION}`, '"version": "2"'))).toContain('version');
    expect(faultOf(good.replace('"2026-09-08"', '"2026-02-30"'))).toContain('asOf');
    expect(faultOf(good.replace('"children"', '"kids"'))).toContain('“kids”');
    expect(faultOf('x'.repeat(200_000_001))).toContain('far larger');
  });

  it('names table, row and field of a fault', () => {
    const h = household();
    const with_ = (change: Partial<Record<keyof Household, unknown>>) =>
      faultOf(write({ ...h, ...change } as Household));
    const [mark] = h.marks;
    expect(with_({ marks: [{ ...mark, date: '2026-13-01' }] })).toBe(
      'marks, row 1, field “date” is not a calendar day like 2026-09-01 (it is "2026-13-01").',
    );
    expect(with_({ marks: [{ ...mark, kind: 'perhaps' }] })).toContain(
      'marks, row 1, field “kind” should be one of done, known',
    );
    expect(with_({ marks: [{ ...mark, enrolmentId: 'gone' }] })).toContain(
      'marks, row 1, field “enrolmentId” names “gone”',
    );
    expect(with_({ marks: [mark, mark] })).toContain('marks, row 2 has the same id');
    expect(with_({ enrolments: [{ ...h.enrolments[0], rule: { kind: 'weekly', n: 0, unit: 'steps' } }] })).toContain(
      'field “rule”, field “n” should be a whole number from 1 to 100',
    );
    expect(with_({ teachers: [{ ...h.teachers[0], minutes: [1, 2] }] })).toContain('should hold from 7 to 7 entries');
    expect(with_({ years: [{ ...h.years[0], end: '2020-01-01' }] })).toBe(
      'years, row 1: The last day comes before the first.',
    );
    const absence = { id: 'a', childIds: ['A'], from: '2026-09-09', to: '2026-09-08', why: 'sick', label: '' };
    expect(with_({ absences: [absence] })).toBe('absences, row 1 ends before it starts.');
    expect(with_({ absences: [{ ...absence, childIds: ['Z'], to: '2026-09-09' }] })).toContain('“childIds” names “Z”');
    const stretch = { id: 'w', kind: 'nap', label: 'nap', from: '13:00', to: '14:00', childIds: [h.children[0]!.id] };
    const stretches = (change: object) => with_({ settings: { ...h.settings, windows: [{ ...stretch, ...change }] } });
    expect(stretches({ childIds: ['nobody'] })).toBe(
      'settings, field “windows”, entry 1 names “nobody”, which is not among the children.',
    );
    expect(stretches({ to: '12:00' })).toBe('settings, field “windows”, entry 1 ends before it starts.');
    expect(with_({ settings: { ...h.settings, dayFrom: '8.30' } })).toBe(
      'settings, field “dayFrom” is not a time of day like 09:30 (it is "8.30").',
    );
    expect(faultOf(write(h).replace('"place":""', '"place":"","colour":"red"'))).toContain(
      '“colour” that this version does not know',
    );
    expect(faultOf(write(h).replace('"name":"cubes",', ''))).toBe('materials, row 1 lacks the field “name”.');
  });

  it('never throws, whatever is fed to it', () => {
    const good = write(household());
    fc.assert(
      fc.property(fc.nat({ max: good.length }), fc.string({ maxLength: 6 }), (at, text) => {
        const reading = readBackup(good.slice(0, at) + text + good.slice(at + text.length));
        expect('fault' in reading ? reading.fault : reading.backup).toBeTruthy();
      }),
      { numRuns: 500 },
    );
    fc.assert(
      fc.property(fc.json(), (json) => {
        expect(faultOf(json)).toBeTruthy();
      }),
    );
  });
});

describe('moving a backup in time', () => {
  it('moves every date by the same days and nothing else', () => {
    const before = { asOf: '2026-09-08', household: household() };
    const moved = shiftBackup(before, 364);
    expect(toDay(moved.household.marks[0]!.date) - toDay(before.household.marks[0]!.date)).toBe(364);
    expect(moved.household.years[0]!.start).toBe('2027-09-06');
    expect(shiftBackup(moved, -364)).toEqual(before);
  });
});
