import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { markStep, putPromptAway } from '../deeds';
import type { Household, Mark } from '../household';
import { lowScores, scoresOf } from '../log';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { promptsOn } from './index';

const TODAY = toDay('2026-09-21');
let n = 0;
const newId = () => `p${++n}`;
const course = (change = {}) => ({
  ...aCourse('c', { lessons: 2, perLesson: [{ kind: 'assess', count: 1 }] }),
  title: 'Sums',
  again: 70,
  ...change,
});
const score = (stepId: string, date: string, got: number, seq: number): Mark => ({
  ...aMark('e', stepId, 'done', date, { score: { got, of: 20 } }),
  seq,
});
const home = (change: Partial<Household> = {}): Household =>
  aHousehold({
    years: [aYear({ closed: [{ id: 'w', from: '2026-09-12', to: '2026-09-20', label: 'a week away' }] })],
    children: [aChild('A')],
    courses: [course()],
    enrolments: [anEnrolment('e', 'c')],
    ...change,
  });
const all = (h: Household, day = TODAY) => promptsOn(h, h.years[0], day).map((p) => p.key.split(' ')[0]);
/** Samples have a test of their own. */
const keys = (h: Household, day = TODAY) => all(h, day).filter((k) => k !== 'sample');

describe('scores', () => {
  it('are per cent in order; low ones lie below the line of their course, and are answered by doing it again', () => {
    const marks = [score('L1-1', '2026-09-10', 13, 1), score('L2-1', '2026-09-11', 14, 2)];
    const h = home({ marks });
    expect(scoresOf(h, h.enrolments[0]!).map((s) => [s.percent, s.low])).toEqual([
      [65, true],
      [70, false],
    ]);
    expect(lowScores(h, h.enrolments[0]!)).toHaveLength(1);
    const again = afterDeed(h, markStep(h, { enrolmentId: 'e', stepId: 'L1-1', day: TODAY }, 'again', newId));
    expect(lowScores(again, again.enrolments[0]!)).toEqual([]);
    const { again: _line, ...without } = course();
    expect(scoresOf(home({ marks, courses: [without] }), h.enrolments[0]!).some((s) => s.low)).toBe(false);
  });
});

describe('a word at the right moment', () => {
  it('after a week and more without school, for a week, and not on a day without school', () => {
    const h = home({ marks: [score('L1-1', '2026-09-08', 19, 1)] });
    const of = (date: string, state = h) => keys(state, toDay(date));
    expect(of('2026-09-18')).toEqual([]);
    expect(of('2026-09-21')).toEqual(['break']);
    expect(of('2026-09-25')).toEqual(['break']);
    expect(of('2026-09-28')).toEqual([]);
    expect(promptsOn(h, h.years[0], TODAY)[0]!.words).toContain('9 days without school');
    // Where nothing was done before it, nothing may not have lasted.
    expect(of('2026-09-21', home())).toEqual([]);
  });

  it('after the summer, in the first week of the year', () => {
    const before = { ...home().years[0]!, id: 'before', start: '2025-09-08', end: '2026-06-12', closed: [] };
    const marks = [score('L1-1', '2026-05-04', 19, 1)];
    const h = home({ years: [before, ...home().years], marks });
    const first = toDay(h.years[1]!.start);
    const said = (of: Household, day: number) => promptsOn(of, of.years.at(-1), day).map((p) => p.words);
    expect(said(h, first)[0]).toContain(`${first - toDay('2026-06-12') - 1} days without school`);
    expect(said(h, first + 7).join()).not.toContain('without school');
    expect(said(home({ marks }), first).join()).not.toContain('without school');
  });

  it('at a level’s end, when a score is low, and while an exchange is possible still', () => {
    const marks = [score('L1-1', '2026-09-22', 19, 1), score('L2-1', '2026-09-23', 9, 2)];
    const h = home({ marks, courses: [course({ bought: { exchangeUntil: '2026-10-05' } })] });
    expect(keys(h, toDay('2026-09-29'))).toEqual(['score', 'end', 'exchange']);
    // Two weeks later all of it is history.
    expect(keys(h, toDay('2026-10-12'))).toEqual([]);
  });

  it('asks for samples three times a year, a week each: early, in the middle, late', () => {
    const h = home();
    const [start, end] = [toDay(h.years[0]!.start), toDay(h.years[0]!.end)];
    const asked = Array.from({ length: end - start + 1 }, (_, i) => start + i).filter((d) =>
      all(h, d).includes('sample'),
    );
    expect(asked).toHaveLength(21);
    expect([asked[0], asked.at(-1)]).toEqual([start + 21, end - 28 + 6]);
    expect(asked).toContain(Math.floor((start + end) / 2));
    expect(promptsOn(h, undefined, start + 21)).toEqual([]);
    // Said once for the year: kept, or not.
    const said = (portfolio: boolean) =>
      promptsOn(h, { ...h.years[0]!, portfolio }, start + 21).filter((p) => p.key.startsWith('sample'));
    expect(said(false)).toEqual([]);
    expect(said(true)[0]!.words).toBe('Samples of work for the portfolio: one of each course now, early in the year.');
  });

  it('put away it is not said again, on two devices once; what is new is said', () => {
    const h = home({ marks: [score('L1-1', '2026-09-08', 19, 1)] });
    const [said] = promptsOn(h, h.years[0], TODAY);
    const away = afterDeed(h, putPromptAway(h, said!.key, TODAY, newId));
    expect(keys(away)).toEqual([]);
    expect(putPromptAway(away, said!.key, TODAY, newId)).toEqual([]);
    const low = { ...away, marks: [score('L1-1', '2026-09-21', 3, 1)] };
    expect(keys(low)).toEqual(['score']);
  });
});
