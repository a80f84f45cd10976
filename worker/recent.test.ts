import fc from 'fast-check';
import { expect, test } from 'vitest';
import { Recent } from './recent';

test('of all that was kept the last so many keys are known, each with its newest value', () => {
  const deeds = fc.array(fc.tuple(fc.constantFrom(...'abcdefgh'), fc.nat(9)));
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 5 }), deeds, (most, list) => {
      const recent = new Recent<number>(most);
      for (const [key, value] of list) recent.keep(key, value);
      const newest = new Map(list);
      const lately = [...new Set(list.map(([key]) => key).toReversed())].slice(0, most);
      for (const key of 'abcdefgh') expect(recent.get(key)).toBe(lately.includes(key) ? newest.get(key) : undefined);
    }),
  );
});
