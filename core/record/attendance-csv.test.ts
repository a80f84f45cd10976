import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { attendanceRow } from '../attendance';
import { toDay } from '../calendar';
import { ATTENDANCE_KINDS, type Household } from '../household';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { ATTENDANCE_COLUMNS, newAttendance, readAttendanceCsv, writeAttendanceCsv } from './index';

const START = toDay('2026-09-07');
const TODAY = START + 40;
const base = (change: Partial<Household> = {}): Household =>
  aHousehold({
    years: [aYear()],
    children: [aChild('A', { name: 'Oda' }), aChild('B', { name: 'Wren' })],
    courses: [aCourse('c')],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A'] })],
    marks: [aMark('e', 'L1-1', 'done', '2026-09-08')],
    ...change,
  });
const said = fc
  .uniqueArray(
    fc.record({
      child: fc.constantFrom('A', 'B'),
      day: fc.integer({ min: 0, max: 40 }),
      status: fc.constantFrom(...ATTENDANCE_KINDS),
      minutes: fc.option(fc.integer({ min: 0, max: 1440 }), { nil: undefined }),
    }),
    { selector: (r) => `${r.child} ${r.day}`, maxLength: 20 },
  )
  .map((list) => list.map((r) => attendanceRow(r.child, START + r.day, r.status, r.minutes)));

describe('the register as a table', () => {
  it('goes out and comes back: into the same household without its register the same, byte for byte; taken twice nothing more', () => {
    fc.assert(
      fc.property(said, (attendance) => {
        const h = base({ attendance });
        const text = writeAttendanceCsv(h, TODAY);
        const bare = base();
        const { rows, faults } = readAttendanceCsv(bare, text, TODAY);
        expect(faults).toEqual([]);
        const back = afterDeed(bare, newAttendance(bare, rows));
        expect(writeAttendanceCsv(back, TODAY)).toBe(text);
        expect(newAttendance(back, rows)).toEqual([]);
      }),
    );
  });

  it('is read by a second library as it was meant (RFC 4180), and has a day of work without anybody saying so', () => {
    const text = writeAttendanceCsv(base(), TODAY);
    const rows = parse(text, { columns: true }) as Record<string, string>[];
    expect(Object.keys(rows[0]!)).toEqual([...ATTENDANCE_COLUMNS]);
    expect(rows.find((r) => r['child'] === 'Oda' && r['date'] === '2026-09-08')).toMatchObject({
      ...{ status: 'taught', said: 'no', 'child id': 'A' },
    });
    // What follows from the marks is not said by being read.
    expect(readAttendanceCsv(base(), text, TODAY).rows).toEqual([]);
  });

  it('names a fault by its row and takes the others; two of one name are not guessed at', () => {
    const file = [
      'date;child;status;minutes',
      '2026-09-09;Oda;sick;',
      '2026-09-31;Oda;sick;',
      '2027-09-09;Oda;sick;',
      '2026-09-09;Nobody;sick;',
      '2026-09-10;oda;ill;',
      '2026-09-10;Oda;taught;9999',
      '2026-09-11;Wren;taught;200',
    ].join('\n');
    const { rows, faults } = readAttendanceCsv(base(), file, TODAY);
    expect(rows.map((r) => [r.childId, r.date, r.status, r.minutes])).toEqual([
      ['A', '2026-09-09', 'sick', undefined],
      ['B', '2026-09-11', 'taught', 200],
    ]);
    expect(faults.map((f) => f.row)).toEqual([3, 4, 5, 6, 7]);
    const twins = base({ children: [aChild('A', { name: 'Oda' }), aChild('B', { name: 'oda' })] });
    expect(readAttendanceCsv(twins, 'date,child,status\n2026-09-09,Oda,sick', TODAY).faults[0]!.sentence).toBe(
      'More than one child is called “Oda”.',
    );
    expect(readAttendanceCsv(base(), 'day,who\n1,2', TODAY).faults[0]!.sentence).toContain('no column “date”');
  });
});
