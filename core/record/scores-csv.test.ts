import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Household } from '../household';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment } from '../tests/make';
import { readScoresCsv, SCORE_COLUMNS, writeScoresCsv } from './index';

const score = fc
  .integer({ min: 1, max: 60 })
  .chain((of) => fc.record({ got: fc.integer({ min: 0, max: of }), of: fc.constant(of) }));
const base = (scores: readonly ({ got: number; of: number } | undefined)[]): Household =>
  aHousehold({
    children: [aChild('A', { name: 'Wren, the elder' }), aChild('B')],
    courses: [aCourse('c', { lessons: 10 }, { title: 'Sums "and" Signs' })],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A'] }), anEnrolment('f', 'c', { childIds: ['B'] })],
    marks: scores.map((s, i) =>
      aMark(i % 2 ? 'f' : 'e', `L${1 + (i >> 1)}-1`, 'done', '2026-09-07', {
        id: `m${i}`,
        seq: i,
        ...(s ? { score: s } : {}),
      }),
    ),
  });
const without = (h: Household): Household => ({ ...h, marks: h.marks.map(({ score: _, ...m }) => m) });
const bare = (h: Household): string => {
  const rows: string[][] = parse(writeScoresCsv(h));
  return stringify(
    rows.map((r) => r.map((c, i) => (i === SCORE_COLUMNS.indexOf('id') ? '' : c))),
    { record_delimiter: '\r\n' },
  );
};

/** RFC 4180, beside a second library both ways. */
describe('scores as a table', () => {
  it('go out and come back the same, by their ids or by names alone', () => {
    fc.assert(
      fc.property(fc.array(fc.option(score, { nil: undefined }), { maxLength: 16 }), (scores) => {
        const h = base(scores);
        const file = writeScoresCsv(h);
        const rows: string[][] = parse(file);
        expect(rows[0]).toEqual([...SCORE_COLUMNS]);
        expect(rows).toHaveLength(1 + scores.filter(Boolean).length);
        for (const text of [file, bare(h)]) {
          const { puts, faults } = readScoresCsv(without(h), text);
          expect(faults).toEqual([]);
          expect(writeScoresCsv(afterDeed(without(h), puts))).toBe(file);
          expect(readScoresCsv(h, text)).toEqual({ puts: [], faults: [] });
        }
      }),
    );
  });

  it('name a row with a fault where it stands, and take the rest', () => {
    const h = base([undefined, undefined]);
    const head = 'date,children,course,step,score';
    const row = (date: string, children: string, step: string, s: string) =>
      `${date},${children},"Sums ""and"" Signs","${step}",${s}`;
    const { puts, faults } = readScoresCsv(
      h,
      [
        head,
        row('2026-09-07', '"Wren, the elder"', 'Lesson 1, introduce', '8/10'),
        row('2026-09-07', '', 'Lesson 1, introduce', '8/10'),
        row('2026-09-08', 'B', 'Lesson 1, introduce', '8/10'),
        row('2026-09-07', 'B', 'Lesson 1, introduce', '12/10'),
        row('2026-09-07', 'B', 'Lesson 1, introduce', ''),
      ].join('\n'),
    );
    expect(puts).toMatchObject([{ table: 'marks', put: { id: 'm0', score: { got: 8, of: 10 } } }]);
    expect(faults.map((f) => f.row)).toEqual([3, 4, 5, 6]);
    expect(faults[0]!.sentence).toContain('several marks');
    expect(faults[1]!.sentence).toContain('mark it first');
    expect(readScoresCsv(h, 'a,b').faults).toHaveLength(1);
  });
});
