import fc from 'fast-check';
import { parse } from 'csv-parse/sync';
import { describe, expect, it } from 'vitest';
import { aCourse } from '../tests/make';
import {
  addRow,
  COURSE_COLUMNS,
  deleteRows,
  editCells,
  fillDown,
  gridRows,
  pasteBlock,
  readBlock,
  readCourseCsv,
  writeBlock,
  writeCourseCsv,
} from './index';

const course = aCourse('c', {
  lessons: 4,
  lessonsPerUnit: 2,
  perLesson: [
    { kind: 'introduce', count: 1 },
    { kind: 'practise', count: 2 },
  ],
});
const ok = (r: ReturnType<typeof editCells>) => {
  if ('faults' in r) throw new Error(r.faults[0]!.sentence);
  return r.course;
};
const ids = () => {
  let n = 0;
  return () => `new-${++n}`;
};

describe('the contents sheet', () => {
  it('has a row a step; a cell of a lesson or a unit changes it for all its rows', () => {
    expect(gridRows(course)).toHaveLength(12);
    const next = ok(
      editCells(course, [
        { row: 1, column: 'title', text: 'Springs' },
        { row: 4, column: 'unit', text: 'The river' },
        { row: 2, column: 'minutes', text: '25' },
        { row: 2, column: 'weekday', text: 'fri' },
        { row: 3, column: 'prepare', text: '10' },
      ]),
    );
    const rows = gridRows(next);
    expect(rows.slice(0, 3).map((r) => r.cells.title)).toEqual(['Springs', 'Springs', 'Springs']);
    expect(rows.slice(0, 6).every((r) => r.cells.unit === 'The river')).toBe(true);
    expect(rows[2]!.cells).toMatchObject({ minutes: '25', weekday: 'Friday' });
    expect(next.units[0]!.lessons[1]!.prepare).toBe(10);
    // The course that was given is as it was.
    expect(gridRows(course)[0]!.cells.title).toBe('Lesson 1');
  });

  it('writes all cells or none, and names each that cannot be read', () => {
    const faults = editCells(course, [
      { row: 0, column: 'label', text: 'fine' },
      { row: 3, column: 'minutes', text: 'soon' },
      { row: 5, column: 'step', text: 'dance' },
    ]);
    expect(faults).toMatchObject({
      faults: [
        { row: 4, column: 'minutes' },
        { row: 6, column: 'step' },
      ],
    });
  });

  it('an empty cell goes back to what the course has by itself', () => {
    const filled = ok(
      editCells(course, [
        { row: 0, column: 'minutes', text: '9' },
        { row: 0, column: 'optional', text: 'yes' },
      ]),
    );
    const emptied = ok(
      editCells(filled, [
        { row: 0, column: 'minutes', text: '' },
        { row: 0, column: 'optional', text: 'no' },
      ]),
    );
    expect(emptied.units[0]!.lessons[0]!.steps[0]).toEqual(course.units[0]!.lessons[0]!.steps[0]);
  });

  it('fills down, takes rows out with what is left empty, and keeps every other id', () => {
    const filled = ok(fillDown(ok(editCells(course, [{ row: 2, column: 'minutes', text: '7' }])), 2, 6, ['minutes']));
    expect(gridRows(filled).map((r) => r.cells.minutes)).toEqual(['', '', '7', '7', '7', '7', '7', '', '', '', '', '']);
    const cut = deleteRows(course, 3, 8);
    expect(cut.units.map((u) => u.lessons.map((l) => l.id))).toEqual([['L1'], ['L4']]);
    expect(gridRows(cut).map((r) => r.stepId)).toEqual(
      gridRows(course)
        .filter((_, i) => i < 3 || i > 8)
        .map((r) => r.stepId),
    );
    expect(deleteRows(course, 0, 11).units).toEqual([]);
  });

  it('takes a block of a spreadsheet, the part beyond the end as new lessons and units', () => {
    const block = readBlock('Ice\t90\tread\nIce\t90\tmake\nFog\t\ttest\n');
    const next = ok(pasteBlock(course, { row: 11, column: 1 }, block, ids()));
    const rows = gridRows(next).slice(11);
    expect(rows.map((r) => [r.cells.title, r.cells.pages, r.cells.step])).toEqual([
      ['Ice', '90', 'read'],
      ['Ice', '90', 'make'],
      ['Fog', '', 'test'],
    ]);
    expect(rows[0]!.lessonId).toBe('L4');
    expect(rows[1]!.lessonId).toBe('L4');
    const units = ok(
      pasteBlock(
        course,
        { row: 12, column: 0 },
        [
          ['The sea', 'Ebb'],
          ['', 'Flow'],
        ],
        ids(),
      ),
    ).units;
    expect(units.at(-1)).toMatchObject({ title: 'The sea', lessons: [{ title: 'Ebb' }, { title: 'Flow' }] });
    expect(pasteBlock(course, { row: 0, column: 5 }, [['never']], ids())).toHaveProperty('faults');
  });

  it('adds a row behind another, of its kind; to an empty sheet a first lesson', () => {
    const next = addRow(course, 1, ['x', 'y', 'z']);
    expect(
      gridRows(next)
        .slice(1, 3)
        .map((r) => [r.stepId, r.lessonId, r.cells.step]),
    ).toEqual([
      ['L1-2', 'L1', 'practise'],
      ['x', 'L1', 'practise'],
    ]);
    const first = addRow({ ...course, units: [] }, 0, ['x', 'y', 'z']);
    expect(gridRows(first).map((r) => r.cells.title)).toEqual(['New lesson']);
  });

  it('an empty course grows from its first pasted row', () => {
    const empty = { ...course, units: [] };
    const next = ok(
      pasteBlock(
        empty,
        { row: 0, column: 0 },
        [
          ['U', 'One', '', 'read'],
          ['U', 'Two', '', 'test'],
        ],
        ids(),
      ),
    );
    expect(gridRows(next).map((r) => r.cells.title)).toEqual(['One', 'Two']);
  });

  it('any cells come back from the clipboard as they went, as a second reader of tab-separated values has them', () => {
    const cell = fc.string({ maxLength: 12 }).map((t) => t.replace(/\r/g, ''));
    const block = fc
      .integer({ min: 1, max: 4 })
      .chain((w) => fc.array(fc.array(cell, { minLength: w, maxLength: w }), { minLength: 1, maxLength: 5 }));
    fc.assert(
      fc.property(
        block.filter((b) => b.at(-1)!.some((c) => c !== '')),
        (rows) => {
          const text = writeBlock(rows);
          expect(readBlock(text)).toEqual(rows);
          // csv-parse, an independent reader, with tabs for commas (RFC 4180 quoting).
          expect(
            parse(text, { delimiter: '\t', relax_column_count: true, skip_empty_lines: false, record_delimiter: '\n' }),
          ).toEqual(rows);
        },
      ),
    );
  });

  it('a sheet with every column filled goes through CSV and back', () => {
    const all = ok(
      pasteBlock(
        course,
        { row: 0, column: 0 },
        [['U', 'T', '3–4', 'test', 'own', '12', 'near', 'yes', '5', 'blue', 'Friday', 'Sums']],
        ids(),
      ),
    );
    const back = readCourseCsv(writeCourseCsv(all));
    expect(back.faults).toEqual([]);
    expect(gridRows(back).map((r) => COURSE_COLUMNS.map((c) => r.cells[c]))).toEqual(
      gridRows(all).map((r) => COURSE_COLUMNS.map((c) => r.cells[c])),
    );
  });
});
