import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { partsText, readAmount, readParts, readPrice, readTags } from './index';

describe('a thing as it is typed', () => {
  it('its parts are lines, with how many, and a mark on what it is of no use without', () => {
    let n = 0;
    const read = (text: string, before = [] as ReturnType<typeof readParts>) =>
      readParts(text, before, () => `p${++n}`);
    const parts = read('6 dice\n\n the pen !\n2 x boards\n12');
    expect(parts.map((p) => [p.count, p.name, p.stops ?? false])).toEqual([
      [6, 'dice', false],
      [1, 'the pen', true],
      [2, 'boards', false],
      [1, '12', false],
    ]);
    // What was counted of a part stays with its name.
    const counted = [{ ...parts[0]!, have: 4, checked: '2026-09-01' }];
    expect(read('8 dice', counted)).toEqual([{ ...counted[0], count: 8 }]);
    expect(read(partsText(parts), parts)).toEqual(parts);
  });

  it('any parts come back from their own lines', () => {
    const part = fc.record({
      name: fc.stringMatching(/^[a-z]{1,8}( [a-z]{1,8})?$/),
      count: fc.integer({ min: 1, max: 99 }),
      stops: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.uniqueArray(part, { selector: (p) => p.name, maxLength: 6 }), (list) => {
        const parts = list.map((p, i) => ({
          id: `p${i}`,
          name: p.name,
          count: p.count,
          ...(p.stops ? { stops: true } : {}),
        }));
        expect(readParts(partsText(parts), parts, () => 'new')).toEqual(parts);
      }),
    );
  });

  it('how many is a number of 0 or more, with either mark, and no more than any household has', () => {
    expect(['2', ' 2,5 ', '0', '-1', 'two', '', '1e9', '1000001'].map(readAmount)).toEqual([
      ...[2, 2.5, 0],
      ...[undefined, undefined, undefined, undefined, undefined],
    ]);
  });

  it('its words are told apart by commas, its price read with either mark', () => {
    expect(readTags('counting, age 6 ; counting,, autumn')).toEqual(['counting', 'age 6', 'autumn']);
    expect(['3.50', '3,5', '12', '-1', '1.234', 'two', ''].map(readPrice)).toEqual([
      350,
      350,
      1200,
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
  });
});
