import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import { Noted, Told } from './noted';

const KEYS = ['a', 'b', 'c', 'd'] as const;
type Parts = Record<(typeof KEYS)[number], number>;
const zero: Parts = { a: 0, b: 0, c: 0, d: 0 };

describe('a value as one reader sees it', () => {
  it('stays the same object until a part changes that was read', () => {
    const noted = new Noted(zero);
    const first = noted.of(zero);
    expect(first.a).toBe(0);
    const other = noted.of({ ...zero, b: 1 });
    expect(other).toBe(first);
    expect(other.b).toBe(1);
    const later = noted.of({ ...zero, b: 2 });
    expect(later).not.toBe(first);
    expect([first.b, later.b]).toEqual([1, 2]);
  });

  it('gives all its parts when it is spread, listed or sent', () => {
    const shown = new Noted({ ...zero, c: 7 }).of({ ...zero, c: 7 });
    expect(Object.keys(shown)).toEqual([...KEYS]);
    expect({ ...shown }).toEqual({ ...zero, c: 7 });
    expect(structuredClone(shown)).toEqual({ ...zero, c: 7 });
    expect(JSON.stringify(shown)).toBe(JSON.stringify({ ...zero, c: 7 }));
  });

  it('never shows a part as it was once that has been read, and is no new object for what was not', () => {
    const key = fc.constantFrom(...KEYS);
    const step = fc.oneof(fc.record({ read: key }), fc.record({ change: key }));
    fc.assert(
      fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
        let now = zero;
        const noted = new Noted(now);
        const everRead = new Set<string>();
        let shown = noted.of(now);
        for (const s of steps) {
          if ('read' in s) {
            everRead.add(s.read);
            expect(shown[s.read]).toBe(now[s.read]);
          } else {
            now = { ...now, [s.change]: now[s.change] + 1 };
            const next = noted.of(now);
            expect(next === shown).toBe(!everRead.has(s.change));
            shown = next;
          }
        }
        expect({ ...shown }).toEqual(now);
      }),
    );
  });
});

describe('a value that is told of', () => {
  it('tells who listens of what has changed, and of nothing else', () => {
    const told = new Told(zero);
    const heard = vi.fn();
    const leave = told.subscribe(heard);
    const before = told.get();
    told.tell({ a: 0, b: 0 });
    expect(heard).not.toHaveBeenCalled();
    expect(told.get()).toBe(before);
    told.tell({ a: 3 });
    expect(heard).toHaveBeenCalledTimes(1);
    expect(told.get()).toEqual({ ...zero, a: 3 });
    leave();
    told.tell({ a: 4 });
    expect(heard).toHaveBeenCalledTimes(1);
  });
});
