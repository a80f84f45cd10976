import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import Ajv2020 from 'ajv/dist/2020';
import { describe, expect, it } from 'vitest';
import { schoolDays, toDay } from '../calendar';
import { MOVEMENT_KINDS } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { aCourse, aHousehold, anEnrolment } from '../tests/make';
import { backupSchema, readBackup, VERSION, writeBackup } from './index';

const read = (path: string) => readFileSync(fileURLToPath(new URL(path, import.meta.url)), 'utf8');
/** Independent of our own checks: ajv, JSON Schema draft 2020-12. */
const validate = new Ajv2020({ strict: true, allErrors: true }).compile(backupSchema());

describe('the published schema', () => {
  it('is the one in docs/ (npm run schema writes it anew)', () => {
    expect(JSON.parse(read('../../docs/backup.schema.json'))).toEqual(backupSchema());
  });

  it('accepts the sample and any backup we write, by an independent validator', () => {
    for (const text of [
      read('../../demo/household.json'),
      writeBackup({
        asOf: '2026-09-08',
        household: aHousehold({
          courses: [aCourse('c', {}, { proof: { practise: 1, review: 1, assess: 1 }, weighByPages: true })],
          enrolments: [anEnrolment('e', 'c', { rule: { kind: 'weekly', n: 3, unit: 'lessons' } })],
          proofs: [{ id: 'p', enrolmentId: 'e', date: '2026-09-08', kept: ['L1-2'] }],
          jottings: [{ id: 'j', kind: 'buy', text: 'glue', date: '2026-09-08' }],
        }),
      }),
    ]) {
      validate(JSON.parse(text));
      expect(validate.errors).toBeNull();
    }
  });

  it('and our own reader refuse the same files', () => {
    const good = JSON.parse(read('../../demo/household.json')) as Record<string, Record<string, unknown>[]>;
    const spoil: ((file: typeof good) => void)[] = [
      (f) => delete f['marks'],
      (f) => (f['marks']![0]!['kind'] = 'perhaps'),
      (f) => delete f['children']![0]!['born'],
      (f) => (f['courses']![0]!['extra'] = 1),
      (f) => (f['enrolments']![0]!['rule'] = { kind: 'weekly', n: 0, unit: 'steps' }),
      (f) => (f['enrolments']![0]!['rule'] = { kind: 'someday' }),
      (f) => (f['teachers']![0]!['minutes'] = [1]),
      (f) => (f['jottings'] = [{ id: 'j', kind: 'buy' }]),
    ];
    for (const change of spoil) {
      const file = structuredClone(good);
      change(file);
      expect(validate(file)).toBe(false);
      expect('fault' in readBackup(JSON.stringify(file))).toBe(true);
    }
  });
});

describe('older files', () => {
  it('a version-1 file is read for ever, and what came later is filled in', () => {
    const text = read('./fixtures/version-1.json');
    expect(JSON.parse(text)).toMatchObject({ version: 1 });
    const reading = readBackup(text);
    if ('fault' in reading) throw new Error(reading.fault);
    const { household } = reading.backup;
    expect(household.settings).toMatchObject({ scope: 'mastered', mastery: 'hold' });
    expect([household.proofs, household.jottings]).toEqual([[], []]);
    expect(household.marks).toHaveLength(40);
    const again = writeBackup(reading.backup);
    expect(JSON.parse(again)).toMatchObject({ version: VERSION });
    validate(JSON.parse(again));
    expect(validate.errors).toBeNull();
  });

  it('a version-2 file gets light weekdays with a share each and a requirement in place of its target', () => {
    const text = read('./fixtures/version-2.json');
    const old = JSON.parse(text) as { version: number; years: Record<string, unknown>[] };
    expect(old.years[0]).toMatchObject({ lightDays: [5], lightShare: 50, targetDays: 172 });
    const reading = readBackup(text);
    if ('fault' in reading) throw new Error(reading.fault);
    const { household } = reading.backup;
    const year = household.years[0]!;
    expect(year).toMatchObject({ light: [{ weekday: 5, share: 50 }], special: [], own: [] });
    expect(year.requirement).toEqual({ days: 172, meets: 'both' });
    expect(schoolDays(year)).toHaveLength(176);
    expect(household.settings).toMatchObject({ dayFrom: '08:30', dayTo: '15:30' });
    expect([household.absences, household.aways, household.calendars, household.feeds]).toEqual([[], [], [], []]);
    validate(JSON.parse(writeBackup(reading.backup)));
    expect(validate.errors).toBeNull();
  });

  it('a version-3 file stays as it is, and has no ticks that wait for an OK', () => {
    const text = read('./fixtures/version-3.json');
    const reading = readBackup(text);
    if ('fault' in reading) throw new Error(reading.fault);
    const { household } = reading.backup;
    expect(household.ticks).toEqual([]);
    const { version: was, ...old } = JSON.parse(text) as Record<string, unknown>;
    const { version: is, ticks, ...now } = JSON.parse(writeBackup(reading.backup)) as Record<string, unknown>;
    expect([was, is, ticks]).toEqual([3, VERSION, []]);
    expect(now).toEqual(old);
    validate(JSON.parse(writeBackup(reading.backup)));
    expect(validate.errors).toBeNull();
  });

  it('a version-4 file comes back byte for byte while that is the newest version, and its plan is what it was', () => {
    const text = read('./fixtures/version-4.json');
    const reading = readBackup(text);
    if ('fault' in reading) throw new Error(reading.fault);
    const { household, asOf } = reading.backup;
    expect(household.ticks.map((t) => t.id)).toEqual(['t1', 't2']);
    expect(household.settings.restart).toMatchObject({ from: '10:30', asleep: [{ childId: 'pip' }] });
    const again = writeBackup(reading.backup);
    expect({ ...(JSON.parse(again) as object), version: 4 }).toEqual(JSON.parse(text));
    validate(JSON.parse(again));
    expect(validate.errors).toBeNull();
    const year = household.years[0]!;
    const plan = makePlan(makeProblem(household, year, toDay(asOf)), { sweeps: 1, seed: 1 });
    expect(plan.tracks.map((t) => t.enrolmentId)).toEqual(['arith-wren', 'science']);
  });

  it('a version-5 file of two merged devices comes back byte for byte, with when its rows were written', () => {
    const text = read('./fixtures/version-5.json');
    const reading = readBackup(text);
    if ('fault' in reading) throw new Error(reading.fault);
    expect(writeBackup(reading.backup)).toBe(text);
    const { household, lineage, traces } = reading.backup;
    expect(Object.keys(lineage!.seen).sort()).toEqual(['laptop', 'phone']);
    expect(traces!.map((t) => t.table)).toEqual(expect.arrayContaining(['children', 'courses', 'marks', 'years']));
    expect(household.years[0]!.earlier).toHaveLength(1);
    validate(JSON.parse(text));
    expect(validate.errors).toBeNull();
    // Without its history it is the same household, as before; a history that is damaged is told by its row.
    const file = JSON.parse(text) as { lineage?: object; traces?: { at: string }[] };
    const plain = readBackup(JSON.stringify({ ...file, lineage: undefined, traces: undefined }));
    expect('backup' in plain && plain.backup).toEqual({ asOf: reading.backup.asOf, household });
    const spoiled = structuredClone(file);
    spoiled.traces![1]!.at = 'yesterday';
    expect(readBackup(JSON.stringify(spoiled))).toMatchObject({
      fault: expect.stringContaining('traces, row 2, field “at”'),
    });
    expect(readBackup(JSON.stringify({ ...file, lineage: undefined }))).toMatchObject({
      fault: expect.stringContaining('no “lineage”'),
    });
  });

  it('a version-5 file with an inventory comes back byte for byte: all kinds of entries, an order, kits, needs by rule', () => {
    const text = read('./fixtures/version-5-inventory.json');
    const reading = readBackup(text);
    if ('fault' in reading) throw new Error(reading.fault);
    expect([writeBackup(reading.backup), reading.notes]).toEqual([text, []]);
    validate(JSON.parse(text));
    expect(validate.errors).toBeNull();
    const { movements, orders, needs, materials, prepared, teachers } = reading.backup.household;
    expect([prepared.length, teachers[0]!.prepares?.[2]]).toEqual([1, 30]);
    expect(movements.map((m) => m.kind)).toEqual(MOVEMENT_KINDS);
    expect([orders[0]!.shop, needs[1]!.rule, materials[1]!.parts?.length]).toEqual([
      'the potter',
      { for: 'lessons', every: 3, fromLessonId: expect.any(String) },
      2,
    ]);
  });
});
