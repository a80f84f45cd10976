import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, schoolDays, toDay, weekStart } from '../calendar';
import type { Household } from '../household';
import { aChild, aHousehold, aMark, aYear } from '../tests/make';
import { silenceOf, silenceWords } from './index';

const MONDAY = toDay('2026-09-07');
const year = aYear({ end: '2027-06-11' });
const TODAY = MONDAY + 7 * 20 + 2;
/** A mark on the Tuesday of each of these weeks, counted from the first. */
const marked = (weeks: readonly number[], change: Partial<Household> = {}) =>
  aHousehold({
    ...{ years: [year] },
    marks: weeks.map((w) => aMark('e', 's', 'partly', fromDay(MONDAY + 7 * w + 1))),
    ...change,
  });
const upTo = (n: number) => Array.from({ length: n }, (_, i) => i);

describe('weeks on end without a mark', () => {
  it('are told with their dates, and what they mean', () => {
    const h = marked(upTo(12));
    const silence = silenceOf(h, year, TODAY)!;
    expect(silence).toEqual({ from: MONDAY + 7 * 12, to: MONDAY + 7 * 19 + 4, weeks: 8 });
    expect(silenceWords(h, silence, TODAY)).toMatch(
      /^From .*30 Nov.* to .*22 Jan.* nothing was marked: 8 weeks with school/,
    );
  });

  it('are no more than weeks without school, one week by itself, or weeks of which there is a list', () => {
    expect(silenceOf(marked(upTo(20)), year, TODAY)).toBeUndefined();
    expect(silenceOf(marked(upTo(20).filter((w) => w !== 9)), year, TODAY)).toBeUndefined();
    expect(silenceOf(aHousehold({ years: [year] }), year, TODAY)).toBeUndefined();
    const [from, to] = [fromDay(MONDAY + 7 * 12), fromDay(MONDAY + 7 * 20 - 1)];
    const shut = aYear({ end: year.end, closed: [{ id: 'x', from, to, label: 'long break' }] });
    expect(silenceOf(marked(upTo(12), { years: [shut] }), shut, TODAY)).toBeUndefined();
    // Said afterwards of everybody that there was no school: by then they are lost no more.
    const said = (childIds: readonly string[]) =>
      schoolDays(year)
        .filter((d) => d >= MONDAY + 7 * 12 && d < TODAY)
        .flatMap((d) =>
          childIds.map((childId) => ({ id: `${childId} ${d}`, childId, date: fromDay(d), status: 'closed' as const })),
        );
    const two = { children: [aChild('A'), aChild('B')] };
    expect(silenceOf(marked(upTo(12), { ...two, attendance: said(['A', 'B']) }), year, TODAY)).toBeUndefined();
    expect(silenceOf(marked(upTo(12), { ...two, attendance: said(['A']) }), year, TODAY)!.weeks).toBe(8);
    const dayLists = upTo(20).map((w) => ({ id: `${w}`, date: fromDay(MONDAY + 7 * w), placements: [] }));
    expect(silenceOf(marked([0], { dayLists }), year, TODAY)).toBeUndefined();
    // A week that only has begun is none yet.
    expect(silenceOf(marked(upTo(19)), year, TODAY)).toBeUndefined();
  });

  it('are the longest there are, whatever was marked: counted again day by day', () => {
    const weeks = fc.uniqueArray(fc.integer({ min: 0, max: 19 }), { minLength: 1, maxLength: 20 });
    fc.assert(
      fc.property(weeks, (given) => {
        const told = silenceOf(marked(given), year, TODAY);
        let longest = 0;
        for (let w = Math.min(...given), run = 0; w < 20; w++)
          longest = Math.max(longest, (run = given.includes(w) ? 0 : run + 1));
        expect(told?.weeks ?? Math.min(1, longest)).toBe(longest);
        const silent = schoolDays(year).filter((d) => told && d >= told.from && d <= told.to);
        expect(new Set(silent.map((d) => weekStart(d, 1))).size).toBe(told?.weeks ?? 0);
      }),
      { numRuns: 200 },
    );
  });
});
