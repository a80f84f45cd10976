/** A source of numbers in [0, 1). */
export type Random = () => number;

/**
 * A small seeded generator (mulberry32, public domain): the same seed always gives the same numbers, which keeps
 * plans repeatable.
 * @example
 * seeded(1)() === seeded(1)() // => true
 * seeded(1)() === seeded(2)() // => false
 */
export function seeded(seed: number): Random {
  let a = seed | 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/**
 * A seed that is always the same for the same name: what is added beside it changes nothing of it.
 * @example
 * seedOf('') // => 7
 * seedOf('a') // => 314
 */
export const seedOf = (name: string): number =>
  [...name].reduce((n, c) => (Math.imul(n, 31) + c.charCodeAt(0)) >>> 0, 7);
