import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { aHousehold } from '../tests/make';
import { errandsOf, jottingRow, notesOf, readJotting, tick, toBuy } from './index';

const WEDNESDAY = toDay('2026-11-11');
const MONDAY = toDay('2026-11-09');

describe('a jotted line', () => {
  it.each([
    ['buy glue sticks', 'buy', 'glue sticks', undefined],
    ['Order the next volume, in three weeks', 'buy', 'the next volume', 3],
    ['note: asked for one more', 'note', 'asked for one more', undefined],
    ['remind me to ring the dentist next week', 'reminder', 'ring the dentist', 1],
    ['remember the library books in 2 weeks', 'reminder', 'the library books', 2],
    ['copy the maps', 'errand', 'copy the maps', undefined],
    ['copy the maps this week', 'errand', 'copy the maps', 0],
    ['buyer’s guide to the library', 'errand', 'buyer’s guide to the library', undefined],
    ['ring them in many weeks', 'errand', 'ring them in many weeks', undefined],
    ['buy', 'buy', 'buy', undefined],
  ])('%s', (line, kind, text, weeks) => {
    expect(readJotting(line)).toEqual({ kind, text, weeks });
  });

  it('never throws and never loses a line', () => {
    fc.assert(
      fc.property(fc.string(), (line) => {
        const { text } = readJotting(line);
        expect(text === '').toBe(line.trim() === '');
      }),
    );
  });
});

describe('jottings land where they belong', () => {
  const row = (line: string, id: string) => jottingRow(readJotting(line), WEDNESDAY, 1, id);
  const state = aHousehold({
    jottings: [
      row('buy glue', 'a'),
      row('copy the maps', 'b'),
      row('remind me of the dentist', 'c'),
      row('remind me of the fair next week', 'd'),
      row('note: slept badly', 'e'),
      { ...row('oil the hinges this week', 'f'), week: '2026-11-02' },
    ],
  });
  const ids = (list: { id: string }[]) => list.map((j) => j.id);

  it('errands and reminders in their week, carried when it has passed', () => {
    expect(ids(errandsOf(state, MONDAY, WEDNESDAY))).toEqual(['b', 'c', 'f']);
    expect(ids(errandsOf(state, MONDAY + 7, WEDNESDAY))).toEqual(['d']);
    expect(ids(errandsOf(state, MONDAY + 7, WEDNESDAY + 7))).toEqual(['b', 'c', 'd', 'f']);
    expect(ids(errandsOf(state, MONDAY - 7, WEDNESDAY))).toEqual(['f']);
    expect(ids(toBuy(state, WEDNESDAY))).toEqual(['a']);
    expect(ids(notesOf(state, WEDNESDAY))).toEqual(['e']);
  });

  it('a week is found by any of its days, whatever day the household’s week starts on', () => {
    const sunday = MONDAY - 1;
    expect(ids(errandsOf(state, sunday, WEDNESDAY))).toEqual(ids(errandsOf(state, MONDAY, WEDNESDAY)));
    expect(ids(errandsOf(state, sunday + 7, WEDNESDAY))).toEqual(['d']);
  });

  it('a ticked one stays in the week it was ticked in, and the tick comes off', () => {
    const [glue, maps] = state.jottings;
    const ticked = { ...state, jottings: [tick(glue!, WEDNESDAY), tick(maps!, WEDNESDAY), ...state.jottings.slice(2)] };
    expect(ids(errandsOf(ticked, MONDAY, WEDNESDAY))).toContain('b');
    expect(ids(errandsOf(ticked, MONDAY + 7, WEDNESDAY + 7))).not.toContain('b');
    expect(ids(toBuy(ticked, WEDNESDAY))).toEqual(['a']);
    expect(toBuy(ticked, WEDNESDAY + 1)).toEqual([]);
    expect(tick(tick(glue!, WEDNESDAY), WEDNESDAY)).toEqual(glue);
  });
});
