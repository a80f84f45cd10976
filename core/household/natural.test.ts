import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fnv64, idOf, naturalId } from './natural';

describe('ids worked out from what a row is of', () => {
  // The authors' own test vectors of FNV-1a, 64 bits (isthe.com/chongo/tech/comp/fnv, test_fnv.c), from memory.
  it.each([
    ['', 'cbf29ce484222325'],
    ['a', 'af63dc4c8601ec8c'],
    ['foobar', '85944171f73967e8'],
  ])('hash “%s” as the published vectors do', (text, hash) => {
    expect(fnv64(text)).toBe(hash);
  });

  it('agree with the same hash by whole numbers, byte by byte', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        let h = 0xcbf29ce484222325n;
        for (let i = 0; i < text.length; i++)
          for (const byte of text.charCodeAt(i) > 255
            ? [text.charCodeAt(i) & 255, text.charCodeAt(i) >> 8]
            : [text.charCodeAt(i)])
            h = ((h ^ BigInt(byte)) * 0x100000001b3n) & 0xffffffffffffffffn;
        expect(fnv64(text)).toBe(h.toString(16).padStart(16, '0'));
      }),
    );
  });

  it('are the same for the same step and date, another for a second row of them, and never too long for a file', () => {
    const mark = { id: 'x', enrolmentId: 'e', stepId: 's', date: '2026-09-07', kind: 'done', seq: 3 };
    const id = naturalId('marks', mark, () => false);
    expect(naturalId('marks', { ...mark, id: 'y', kind: 'partly', seq: 9 }, () => false)).toBe(id);
    expect(naturalId('marks', { ...mark, childId: 'A' }, () => false)).not.toBe(id);
    expect(naturalId('marks', mark, (taken) => taken === id)).not.toBe(id);
    expect(naturalId('children', { id: 'own' }, () => true)).toBe('own');
    expect(idOf('e', 's')).toBe('e s');
    expect(idOf('e'.repeat(99), 's'.repeat(99)).length).toBeLessThanOrEqual(100);
  });
});
