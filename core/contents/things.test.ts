import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readBackup, writeBackup } from '../formats';
import type { Household, Need } from '../household';
import { afterDeed } from '../tests/apply';
import { aCourse, aHousehold } from '../tests/make';
import { editCells, gridRows, pasteBlock, readThings, sheetPuts, thingsText, withThings } from './index';

const course = aCourse('c', { lessons: 3, perLesson: [{ kind: 'introduce', count: 2 }] });
const jar = { id: 'jar', name: 'glass jar', place: 'loft', consumable: false, unit: '', cautions: [] };
const need = (change: Partial<Need> = {}): Need => ({
  ...{ id: 'n', materialId: 'jar', courseId: 'c', lessonId: 'L1', quantity: 2, per: 'shared' },
  ...change,
});
const home = (needs: Need[] = [need()]): Household => aHousehold({ courses: [course], materials: [jar], needs });
let n = 0;
const newId = () => `new ${++n}`;
/** The household once a cell of the sheet is written. */
const written = (h: Household, row: number, text: string): Household => {
  const made = editCells(withThings(h, h.courses[0]!), [{ row, column: 'things', text }]);
  if ('faults' in made) throw new Error(made.faults[0]!.sentence);
  return afterDeed(h, sheetPuts(h, made.course));
};
const cells = (h: Household) => gridRows(withThings(h, h.courses[0]!)).map((r) => r.cells.things);

describe('things on the contents sheet', () => {
  it('stand with each row of their lesson, and are needs once they are written; a new name is a thing that nobody counted', () => {
    expect(cells(home())).toEqual(['2 × glass jar', '2 × glass jar', '', '', '', '']);
    const h = written(home(), 3, 'Glass jar; 0.5 mud each');
    expect(cells(h).slice(2)).toEqual(['glass jar; 0.5 × mud each', 'glass jar; 0.5 × mud each', '', '']);
    expect(h.materials.map((m) => m.name)).toEqual(['glass jar', 'mud']);
    expect(h.movements).toEqual([]);
    expect(h.courses[0]).toEqual(course);
    expect('fault' in readBackup(writeBackup({ asOf: '2026-09-07', household: h }))).toBe(false);
  });

  it('keep the row of a need that is only changed, and take away what is written no more; rules and steps stay', () => {
    const rule = need({ id: 'rule', rule: { for: 'course' } });
    const { lessonId: _l, ...whole } = rule;
    const step = need({ id: 'step', stepId: 'L1-1' });
    const h = written(home([need({ atOnce: true }), whole, step]), 0, '3 x glass jar each');
    expect(h.needs.find((x) => x.id === 'n')).toEqual(need({ quantity: 3, per: 'child', atOnce: true }));
    expect(
      written(h, 0, '')
        .needs.map((x) => x.id)
        .sort(),
    ).toEqual(['rule', 'step']);
    expect(written(h, 1, '').materials).toEqual([jar]);
  });

  it('says what it cannot read, by row, and pastes as any other column', () => {
    const sheet = withThings(home(), course);
    expect(editCells(sheet, [{ row: 4, column: 'things', text: '0 jars' }])).toEqual({
      faults: [{ row: 5, column: 'things', sentence: '“0 jars” should ask for a number above 0, at most 100000.' }],
    });
    expect(readThings('mud; 2 mud')).toEqual({ sentence: '“mud” stands twice; write how many there are of it once.' });
    const made = pasteBlock(sheet, { row: 2, column: 0 }, [['reed']], newId, ['things']);
    if ('faults' in made) throw new Error('not read');
    const puts = sheetPuts(home(), made.course);
    expect(puts.flatMap((p) => (p.table === 'needs' && 'put' in p ? [p.put.lessonId] : []))).toEqual(['L2']);
  });

  it('reads what it writes, whatever the things', () => {
    const name = fc.stringMatching(/^[a-zäß][a-zäß ,-]{0,20}[a-zäß]$/).filter((s) => !/ each$/.test(s));
    const thing = fc.record({ name, quantity: fc.integer({ min: 1, max: 99_999 }), each: fc.boolean() });
    fc.assert(
      fc.property(fc.uniqueArray(thing, { selector: (t) => t.name, maxLength: 5 }), (things) => {
        expect(readThings(thingsText(things))).toEqual(things);
      }),
    );
  });
});
