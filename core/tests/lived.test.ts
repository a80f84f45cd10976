import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { begin, Book, commands, compare } from './lived';

/** Ten lives in the tests, two hundred in `npm run bench` (LIVES). */
const LIVES = Number(process.env['LIVES'] ?? 10);
const DEEDS = Number(process.env['DEEDS'] ?? 300);

describe('a household that is lived in', () => {
  it('says what its account book says, after every deed of every day', { timeout: 600_000 }, () => {
    fc.assert(
      fc.property(fc.commands(commands, { maxCommands: DEEDS, size: 'max' }), (deeds) => {
        fc.modelRun(() => ({ model: new Book(), real: begin() }), deeds);
      }),
      { numRuns: LIVES, ...(process.env['SEED'] ? { seed: Number(process.env['SEED']) } : {}) },
    );
  });

  it('begins alike on both sides', () => {
    for (const [what, [mine, theirs]] of Object.entries(compare(new Book(), begin())))
      expect([what, theirs]).toEqual([what, mine]);
  });
});
