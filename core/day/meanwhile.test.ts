import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { aChild, aHousehold } from '../tests/make';
import { meanwhileText, ownMeanwhile, readMeanwhile } from './index';

const TEXT = 'puzzle, 3–8: the wooden puzzle\ndrawing\ncopy page, 6+';
const list = () => {
  const read = readMeanwhile(`${TEXT}\n\n`);
  if ('sentence' in read) throw new Error(read.sentence);
  return read;
};

describe('what a child does while it waits', () => {
  it('is typed a line each, with ages and things, and reads back as it was written', () => {
    expect(list()).toEqual([
      { text: 'puzzle', from: 3, to: 8, things: 'the wooden puzzle' },
      { text: 'drawing' },
      { text: 'copy page', from: 6 },
    ]);
    expect(meanwhileText(list())).toBe(TEXT);
    expect(readMeanwhile('puzzle, 8–3')).toEqual({
      sentence: 'Line 1: the ages run backwards; write the younger first, like 3–8.',
    });
    expect(readMeanwhile('a\n: puzzle')).toMatchObject({ sentence: expect.stringContaining('Line 2') as string });
    expect(readMeanwhile('\n')).toEqual([]);
  });

  it('is for those of its ages on the day, and begins with another each day', () => {
    const h = aHousehold();
    const state = { settings: { ...h.settings, meanwhile: list() } };
    const day = toDay('2026-09-07');
    const of = (born: string, on = day) => ownMeanwhile(state, aChild('A', { born }), on);
    expect([...of('2012-01-01')].sort()).toEqual(['copy page', 'drawing']);
    expect([...of('2022-01-01')].sort()).toEqual(['drawing', 'puzzle (the wooden puzzle)']);
    // Eight to the day before the ninth birthday.
    expect(of('2017-09-08')).toContain('puzzle (the wooden puzzle)');
    expect(of('2017-09-07')).not.toContain('puzzle (the wooden puzzle)');
    const firsts = [0, 1, 2].map((n) => of('2019-01-01', day + n)[0]);
    expect(new Set(firsts).size).toBe(3);
    expect(ownMeanwhile(h, aChild('A'), day)).toEqual([]);
  });
});
