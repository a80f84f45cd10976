import { describe, expect, it } from 'vitest';
import type { Course } from '../household';
import { aCourse } from '../tests/make';
import { editionFlag, editionsWords, oddParts, readTogether, togetherText } from './index';

const parts: NonNullable<Course['parts']> = [
  { id: 'm', kind: 'manual', title: 'Manual', edition: '2nd' },
  { id: 'w', kind: 'workbook', title: 'Workbook', edition: '3rd' },
  { id: 'a', kind: 'other', title: 'Workbook answers', edition: '3rd' },
];
const read = (text: string) => {
  const sets = readTogether(text, parts);
  if ('sentence' in sets) throw new Error(sets.sentence);
  return sets;
};
const course = (table: string, change: Partial<Course> = {}): Course => ({
  ...aCourse('c'),
  parts,
  ...(table ? { together: read(table) } : {}),
  ...change,
});
const TABLE = 'Manual 2nd + Workbook 2nd + Workbook answers 2nd\nManual 3rd + Workbook 3rd + Workbook answers 3rd';

describe('editions that go together', () => {
  it('are a table the parent types, read back as it was written; what is no part is said by its line', () => {
    expect(togetherText(course(TABLE))).toBe(TABLE);
    expect(read(' manual  2nd +workbook answers 3rd\n\n')).toEqual([
      [
        { partId: 'm', edition: '2nd' },
        { partId: 'a', edition: '3rd' },
      ],
    ]);
    expect(readTogether('Manual 2nd + Cards 1st', parts)).toMatchObject({
      sentence: expect.stringContaining('Line 1: “Cards 1st”') as string,
    });
    expect(readTogether('Manual 2nd', parts)).toMatchObject({
      sentence: expect.stringContaining('two parts') as string,
    });
    expect(togetherText({ ...course(TABLE), parts: parts.slice(0, 2) })).toContain('Manual 2nd + Workbook 2nd\n');
  });

  it('name the part that is odd by the set that fits best; without a table only that editions differ', () => {
    expect(oddParts(course(TABLE)).map((o) => [o.part.id, o.wants])).toEqual([['m', '3rd']]);
    expect(editionsWords(course(TABLE))).toBe('Manual is the 2nd; with the others goes the 3rd.');
    // A publisher may print two editions that agree.
    expect(editionsWords(course('Manual 2nd + Workbook 3rd + Workbook answers 3rd'))).toBe('');
    expect(editionsWords(course(''))).toContain('Two editions');
    expect(
      oddParts(course(TABLE, { parts: parts.map((p) => (p.id === 'm' ? { ...p, notWanted: true } : p)) })),
    ).toEqual([]);
  });

  it('flag the steps that refer to the odd part, and no others', () => {
    const c = course(TABLE);
    const flag = 'Manual of another edition: the page may differ';
    expect(editionFlag(c, 'practise', '12–14')).toBe(flag);
    expect(editionFlag(c, 'read the manual', undefined)).toBe(flag);
    expect(editionFlag(c, 'workbook page 3', undefined)).toBe('');
    expect(editionFlag(c, 'manually, by hand', undefined)).toBe('');
    expect(editionFlag(course(''), 'practise', '12–14')).toBe('');
  });
});
