import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import type { Household, Material } from '../household';
import { stock } from '../materials';
import { afterDeed } from '../tests/apply';
import { aHousehold } from '../tests/make';
import { editThings, freeName, INVENTORY_COLUMNS, takeOutThings, type ThingEdit, thingRows } from './index';

const TODAY = toDay('2026-09-07');
let n = 0;
const newId = () => `new ${++n}`;
const jar: Material = {
  ...{ id: 'jar', name: 'jar', place: 'loft', consumable: false, unit: '', cautions: ['heat'], price: 250 },
  ...{ parts: [{ id: 'lid', name: 'lid', count: 1 }], substitutes: ['mud'] },
};
const mud: Material = { id: 'mud', name: 'mud', place: '', consumable: true, unit: 'cup', cautions: [] };
const home = (): Household =>
  aHousehold({
    materials: [jar, mud],
    movements: [{ id: 'v', materialId: 'jar', date: '2026-09-01', seq: 1, kind: 'count', quantity: 4 }],
  });
const written = (h: Household, ...edits: ThingEdit[]) => {
  const made = editThings(h, edits, TODAY, newId);
  if ('faults' in made) throw new Error(made.faults[0]!.sentence);
  return afterDeed(h, made.puts);
};

describe('the sheet of things', () => {
  it('writes cells, takes away what is emptied, and keeps what the sheet does not show', () => {
    const h = written(
      home(),
      { of: 'jar', column: 'place', text: 'cellar / box' },
      { of: 'jar', column: 'price', text: '' },
    );
    const { price: _p, ...kept } = jar;
    expect(h.materials[0]).toEqual({ ...kept, place: 'cellar / box' });
    expect(written(h, { of: 'jar', column: 'cautions', text: '' }).materials[0]!.cautions).toEqual([]);
    expect(thingRows(h)[0]!.cells).toMatchObject({ thing: 'jar', there: '4', place: 'cellar / box', price: '' });
  });

  it('another number is a count of the day; the same, or none, says nothing', () => {
    const count = (text: string) => written(home(), { of: 'jar', column: 'there', text });
    expect(stock(count('7')).get('jar')).toBe(7);
    expect(count('4').movements).toHaveLength(1);
    expect(count('').movements).toHaveLength(1);
    expect(stock(written(home(), { of: 'mud', column: 'there', text: '2' })).get('mud')).toBe(2);
  });

  it('of what went below nothing no number stands there, its other cells can be written, and 0 is a count', () => {
    const out = { id: 'o', materialId: 'jar', date: '2026-09-02', seq: 2, kind: 'out' as const, quantity: 6 };
    const h = { ...home(), movements: [...home().movements, out] };
    expect(thingRows(h)[0]!.cells.there).toBe('');
    expect(written(h, { of: 'jar', column: 'place', text: 'cellar' }).materials[0]!.place).toBe('cellar');
    expect(stock(written(h, { of: 'jar', column: 'there', text: '0' })).get('jar')).toBe(0);
  });

  it('rows beyond the last are new things; one name twice, or what cannot be read, stores nothing', () => {
    const h = written(
      home(),
      { of: 0, column: 'thing', text: 'reed' },
      { of: 0, column: 'there', text: '12' },
      { of: 1, column: 'thing', text: 'slate' },
    );
    expect(h.materials.map((m) => m.name)).toEqual(['jar', 'mud', 'reed', 'slate']);
    expect(stock(h).get(h.materials[2]!.id)).toBe(12);
    const faults = (...edits: ThingEdit[]) => editThings(home(), edits, TODAY, newId);
    expect(faults({ of: 'mud', column: 'thing', text: 'Jar' })).toEqual({
      faults: [{ of: 'mud', sentence: 'There is a thing called “Jar” already.' }],
    });
    expect(
      faults({ of: 'mud', column: 'there', text: 'some' }, { of: 'jar', column: 'place', text: 'x' }),
    ).toMatchObject({
      faults: [{ of: 'mud' }],
    });
    expect(freeName(h)).toBe('new thing');
    expect(freeName({ materials: [{ ...jar, name: 'New thing' }] })).toBe('new thing 2');
  });

  it('takes a row out: what was entered stays and leaves the house, what nobody entered goes', () => {
    const h = afterDeed(home(), takeOutThings(home(), ['jar', 'mud'], TODAY));
    expect(h.materials).toEqual([{ ...jar, substitutes: [], retired: '2026-09-07' }]);
    expect(thingRows(h)).toEqual([]);
    expect(takeOutThings(h, ['jar'], TODAY)).toEqual([]);
  });

  it('written back as it stands nothing changes, whatever the things', () => {
    const thing = fc.record({
      name: fc.stringMatching(/^[a-z]{3,9}$/),
      consumable: fc.boolean(),
      price: fc.option(fc.nat(9999), { nil: undefined }),
      pack: fc.option(fc.integer({ min: 1, max: 99 }), { nil: undefined }),
    });
    fc.assert(
      fc.property(fc.uniqueArray(thing, { selector: (t) => t.name, maxLength: 6 }), (things) => {
        const materials = things.map(({ name, consumable, price, pack }, i): Material => ({
          ...{ id: `m${i}`, name, place: '', consumable, unit: '', cautions: [] },
          ...(price === undefined ? {} : { price }),
          ...(pack === undefined ? {} : { pack }),
        }));
        const h = aHousehold({ materials });
        const edits = thingRows(h).flatMap((r) =>
          INVENTORY_COLUMNS.map((column): ThingEdit => ({ of: r.key, column, text: r.cells[column] })),
        );
        expect(written(h, ...edits).materials).toEqual(materials);
      }),
    );
  });
});
