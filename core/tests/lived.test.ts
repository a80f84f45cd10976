import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { begin, compare } from './lived';
import { commands } from './lived-deeds';
import { Book } from './lived-book';
import { AUTUMN, LESSONS, PACED, PRINTED, SOUTH, SUMMER, TARGETS, TURNS } from './lived-lives';

/** A life of each in the tests, a hundred of each in `npm run bench` (LIVES). */
const LIVES = Number(process.env['LIVES'] ?? 1);
const DEEDS = Number(process.env['DEEDS'] ?? 300);

describe.each([
  ['an autumn in the north', AUTUMN],
  ['a southern year in weeks on and off, one joining and one leaving', SOUTH],
  ['an autumn of two a sitting and so many a week', PACED],
  ['an autumn of lessons of several steps, some so many a week', LESSONS],
  ['an autumn of books as they are printed, and of half an hour a day', PRINTED],
  ['an autumn of courses that are to be through earlier, with easy sheets and short sittings', TARGETS],
  ['an autumn of two courses in turns', TURNS],
  ['a spring and the summer behind it, two years', SUMMER],
])('a household that is lived in: %s', (_, life) => {
  it('says what its account book says, after every deed of every day', { timeout: 600_000 }, () => {
    fc.assert(
      fc.property(fc.commands(commands, { maxCommands: DEEDS, size: 'max' }), (deeds) => {
        fc.modelRun(() => ({ model: new Book(life), real: begin(life) }), deeds);
      }),
      {
        numRuns: LIVES,
        interruptAfterTimeLimit: 500_000,
        // To look for the deed that goes wrong without making it short first, which takes minutes.
        endOnFailure: process.env['SHORT'] === 'no',
      },
    );
  });

  it('begins alike on both sides', () => {
    for (const [what, [mine, theirs]] of Object.entries(compare(new Book(life), begin(life))))
      expect([what, theirs]).toEqual([what, mine]);
  });
});
