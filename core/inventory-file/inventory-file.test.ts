import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { CAUTIONS, type Household, type Material } from '../household';
import { placePath, stock } from '../materials';
import { afterDeed } from '../tests/apply';
import { aHousehold } from '../tests/make';
import { INVENTORY_COLUMNS, readInventory, takeInventory, writeInventory } from './index';

const TODAY = toDay('2026-09-07');
let n = 0;
const take = (h: Household, text: string) =>
  afterDeed(
    h,
    takeInventory(h, readInventory(text).rows, TODAY, () => `i${++n}`),
  );

describe('an inventory as a table', () => {
  it('is taken in from a spreadsheet’s cells, with or without a head', () => {
    const plain = take(aHousehold({}), 'abacus\t1\tdresser\nglue\t\tshelf\n');
    expect(plain.materials.map((m) => [m.name, m.place])).toEqual([
      ['abacus', 'dresser'],
      ['glue', 'shelf'],
    ]);
    // What has no number is not counted, and never missing.
    expect(plain.movements).toHaveLength(1);
    const text = 'Place,Thing,used up,There,cautions,price\r\nshed,"clay, white",yes,4,"heat, allergens","3,50"\r\n';
    const [clay] = take(aHousehold({}), text).materials;
    expect(clay).toMatchObject({ name: 'clay, white', consumable: true, price: 350, cautions: ['heat', 'allergens'] });
  });

  it('says of each row what is wrong with it, and takes the others', () => {
    const text = [
      'thing,there,isbn,used up,cautions',
      'a,two,,,',
      ',1,,,',
      'b,1,9780306406158,,',
      'c,1,,maybe,',
      'd,1,,,fire',
      'e,1,,no,',
    ].join('\n');
    const { rows, faults } = readInventory(text);
    expect(rows.map((r) => r.name)).toEqual(['e']);
    expect(faults.map((f) => [f.row, f.sentence.slice(0, 24)])).toEqual([
      [2, '“two” under “there” is n'],
      [3, 'The thing has no name.'],
      [4, 'One digit of this ISBN i'],
      [5, '“maybe” under “used up” '],
      [6, 'The caution “fire” is no'],
    ]);
    expect(readInventory('thing,colour\na,red').faults[0]!.sentence).toContain('“colour” is not known');
    expect(readInventory('x'.repeat(2_000_001)).faults).toHaveLength(1);
  });

  it('taken in twice changes nothing the second time; a thing is known again by its ISBN or name', () => {
    const text = 'thing,there,isbn\nRiver Reader,2,978-0-306-40615-7\nchalk,9,';
    const once = take(aHousehold({}), text);
    const twice = take(once, text);
    expect([twice.materials, twice.movements]).toEqual([once.materials, once.movements]);
    const more = take(once, 'thing,there,isbn\nThe reader,3,9780306406157\nCHALK,9,');
    expect(more.materials.map((m) => m.name)).toEqual(['River Reader', 'chalk']);
    expect([...stock(more).values()]).toEqual([3, 9]);
  });

  it('goes out and in again as it was, and a second library reads and writes it alike (RFC 4180)', () => {
    const word = fc.stringMatching(/^[a-z=+\-@'",; é]{1,12}$/).filter((s) => s.trim() === s && s.trim() !== '');
    const tag = fc.stringMatching(/^[a-z ]{1,8}$/).filter((s) => s.trim() === s && s !== '');
    const thing = fc.record(
      {
        name: word.filter((s) => s.toLowerCase() !== 'thing'),
        place: word.map(placePath).filter((p) => p !== ''),
        consumable: fc.boolean(),
        unit: fc.constantFrom('', 'sheet'),
        cautions: fc.subarray([...CAUTIONS]),
        pack: fc.integer({ min: 1, max: 99 }),
        price: fc.integer({ min: 0, max: 99_999 }),
        leadDays: fc.integer({ min: 0, max: 365 }),
        edition: word,
        width: fc.integer({ min: 0, max: 99 }),
        tags: fc.uniqueArray(tag, { minLength: 1, maxLength: 3 }),
      },
      { requiredKeys: ['name', 'place', 'consumable', 'unit', 'cautions'] },
    );
    fc.assert(
      fc.property(
        fc.uniqueArray(thing, { selector: (t) => t.name.toLowerCase(), maxLength: 6 }),
        fc.nat(40),
        (list, have) => {
          const materials = list.map((t, i) => ({ ...t, id: `m${i}` }) as Material);
          const movements = materials.map((m, i) => ({
            ...{ id: `v${i}`, materialId: m.id, date: '2026-09-01', seq: i, kind: 'count' as const, quantity: have },
          }));
          const h = aHousehold({ materials, movements });
          const text = writeInventory(h);
          const theirs: string[][] = parse(text, { relax_column_count: false });
          expect(theirs[0]).toEqual([...INVENTORY_COLUMNS]);
          const back = take(aHousehold({}), stringify(theirs));
          const plain = (list: readonly Material[]) =>
            list.map(({ id: _, ...m }) => m).sort((a, b) => a.name.localeCompare(b.name));
          expect(plain(back.materials)).toEqual(plain(materials));
          expect([...stock(back).values()]).toEqual(materials.map(() => have));
        },
      ),
      { numRuns: 60 },
    );
  });
});
