import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aHousehold, aMark } from '../tests/make';
import type { Household } from './types';
import { patched, patchOf, piecesOf, spliceOf } from './index';

const rows = Array.from({ length: 12 }, (_, i) => aMark('e', `L${i}-1`, 'done', '2026-09-07', { id: `m${i}` }));

describe('what has changed in a household', () => {
  it('makes of the one known the one meant, the very same rows, whole or in pieces', () => {
    const list = fc.array(fc.constantFrom(...rows), { maxLength: 12 });
    fc.assert(
      fc.property(list, list, fc.integer({ min: 1, max: 5 }), fc.boolean(), (was, is, most, named) => {
        const before = aHousehold({ marks: was });
        const after: Household = {
          ...before,
          marks: is,
          ...(named ? { settings: { ...before.settings, name: 'Weir' } } : {}),
        };
        const patch = patchOf(before, after);
        for (const pieces of [[patch], piecesOf(structuredClone(patch), most)]) {
          let made = before;
          for (const p of pieces) {
            made = patched(made, p);
            for (const { come } of Object.values(p.tables))
              if (pieces.length > 1) expect(come.length).toBeLessThanOrEqual(most);
          }
          expect(made).toEqual(after);
        }
        expect(patched(before, patch).marks.every((m, i) => m === is[i])).toBe(true);
        expect(patchOf(after, after)).toEqual({ tables: {} });
      }),
    );
  });

  it('of one mark among many is that mark alone, wherever it stands', () => {
    const added = [...rows, aMark('e', 'x', 'done', '2026-09-08')];
    expect(spliceOf(rows, added)).toMatchObject({ from: 12, gone: 0, come: [{ stepId: 'x' }] });
    expect(spliceOf(added, rows)).toEqual({ from: 12, gone: 1, come: [] });
    expect(spliceOf(rows, rows.with(5, { ...rows[5]!, kind: 'partly' }))).toMatchObject({
      from: 5,
      gone: 1,
      come: [{ kind: 'partly' }],
    });
  });

  it('tells everything to whoever knows nothing, and only the tables asked for', () => {
    const h = aHousehold({ marks: rows });
    const patch = patchOf(undefined, h, ['children', 'marks']);
    expect(Object.keys(patch.tables).sort()).toEqual(['children', 'marks']);
    expect(patch.tables.marks!.come).toHaveLength(12);
    expect(patch.settings).toBe(h.settings);
  });
});
