import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { toDay } from '../calendar';
import { type AnyRow, type Household, namingsOf, REFERENCES } from '../household';
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
    expect(faultOf('x'.repeat(64_000_001))).toContain('far larger');
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

describe('names of what is not there', () => {
  const read = (path: string) => readFileSync(fileURLToPath(new URL(path, import.meta.url)), 'utf8');
  const texts = [
    './fixtures/version-4.json',
    './fixtures/version-5.json',
    './fixtures/version-5-inventory.json',
    './fixtures/version-5-places.json',
    './fixtures/version-5-sit-down.json',
    './fixtures/version-5-cards.json',
    './fixtures/version-5-ways.json',
    './fixtures/version-5-practice.json',
    './fixtures/version-5-record.json',
    './fixtures/version-5-hours.json',
    './fixtures/version-5-sold.json',
    './fixtures/version-5-shared.json',
    './fixtures/version-5-held.json',
    './fixtures/version-5-paces.json',
    './fixtures/version-5-lives.json',
    './fixtures/version-5-used.json',
    './fixtures/version-5-taught.json',
    './fixtures/version-5-begun.json',
    '../../demo/household.json',
  ].map(read);

  it('are never taken in without a word: each is refused, or mended and told, by every reference of the table', () => {
    const seen = new Set<string>();
    for (const text of texts) {
      const clean = readBackup(text);
      if ('fault' in clean) throw new Error(clean.fault);
      expect(clean.notes).toEqual([]);
      for (const reference of REFERENCES) {
        const { table, path } = reference;
        const file = JSON.parse(text) as Record<string, unknown>;
        const rows = (table === 'settings' ? [file['settings']] : (file[table] ?? [])) as AnyRow[];
        const row = rows.find((r) => namingsOf(reference, r).length > 0);
        if (!row) continue;
        // The first place that holds such a name gets one of nothing.
        let spoiled = 0;
        const walk = (o: Record<string, unknown>, [seg, ...rest]: string[]): void => {
          const key = seg!.replace('[]', '');
          const value = o[key];
          if (value === undefined || spoiled) return;
          if (rest.length > 0)
            for (const x of Array.isArray(value) ? value : [value]) walk(x as Record<string, unknown>, rest);
          else if (Array.isArray(value)) {
            if (value.length > 0) spoiled = (value as unknown[]).splice(0, 1, 'nowhere').length;
          } else {
            o[key] = 'nowhere';
            spoiled = 1;
          }
        };
        walk(row, path.split('.'));
        const reading = readBackup(JSON.stringify(file));
        seen.add(`${table} ${path}`);
        if ('fault' in reading) {
          expect(reference.gone === 'holds' || path.endsWith('courseId'), `${table} ${path}: ${reading.fault}`).toBe(
            true,
          );
          expect(reading.fault).toContain('nowhere');
        } else {
          expect(reading.notes.join(' '), `${table} ${path}`).toContain(table);
          // What is mended once is whole.
          const again = readBackup(writeBackup(reading.backup));
          expect('notes' in again && again.notes.filter((n) => !n.includes('of the record'))).toEqual([]);
        }
      }
    }
    expect(seen.size).toBeGreaterThan(45);
  });

  it('and two lessons, closed ranges or gates of one id are refused, wherever they lie', () => {
    const twice = (change: (file: { courses: { units: { lessons: { id: string }[] }[] }[] }) => void) => {
      const file = JSON.parse(texts[0]!) as Parameters<typeof change>[0];
      change(file);
      return faultOf(JSON.stringify(file));
    };
    expect(
      twice((f) => f.courses[0]!.units.at(-1)!.lessons.push({ ...f.courses[0]!.units[0]!.lessons[0]! })),
    ).toContain('courses, row 1 has two');
  });
});

describe('spans of time', () => {
  it.each([
    ['a year ending a century late', (h: Household) => (h.years[0]!.end = '2126-06-11'), 'at most 400 days'],
    ['a year from 1000', (h: Household) => (h.years[0]!.start = '1000-09-07'), 'from 1900 to 2199'],
    [
      'an absence of two centuries',
      (h: Household) =>
        h.absences.push({ id: 'a', childIds: ['A'], from: '1950-01-01', to: '2150-01-01', why: 'sick', label: '' }),
      'longer than ten years',
    ],
    [
      'five hundred copies of a year',
      (h: Household) => (h.years = Array.from({ length: 500 }, (_, i) => ({ ...h.years[0]!, id: `y${i}` }))),
      'at most 60',
    ],
    ['two years over the same days', (h: Household) => h.years.push({ ...h.years[0]!, id: 'two' }), 'run into'],
  ])('%s is refused in a sentence', (_, change, words) => {
    const h = structuredClone(household());
    change(h);
    expect(faultOf(write(h))).toContain(words);
  });

  it('brackets without end are refused before they are parsed', () => {
    expect(faultOf(`{"format":"olden-primer","version":${'['.repeat(1_000_000)}`)).toContain('deeper ones');
    expect(faultOf('"[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[["')).toContain('not a backup');
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
