import { jStat } from 'jstat';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import type { Enrolment, Household, Mark } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { stopForecast, stopForecasts, stopWords } from './index';

const TODAY = toDay('2026-09-07');
const household = (change: Partial<Enrolment>, marks: Mark[] = []): Household =>
  aHousehold({
    years: [aYear({ end: '2027-06-25' })],
    children: [aChild('A', { name: 'Ann' })],
    courses: [aCourse('c', { lessons: 60, perLesson: [{ kind: 'practise', count: 1 }] }, { title: 'Knots' })],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A'], weekdays: [1], ...change })],
    marks,
  });
const of = (h: Household, today = TODAY, runs = 20_000) => {
  const year = h.years[0]!;
  return stopForecast(h, year, makePlan(makeProblem(h, year, today), { sweeps: 1, seed: 1 }), h.enrolments[0]!, {
    runs,
  });
};

describe('how far a course gets that stops on a day to come', () => {
  // One step a sitting and one sitting a week: beta-binomial, held against jStat’s functions. Eight sittings of the plan, one week in twelve lost.
  it.each([
    ['2026-10-12', 5],
    ['2026-12-14', 14],
    ['2027-03-01', 25],
  ])('is beta-binomial with nothing recorded, until %s', (from, dates) => {
    const [a, b] = [(8 * 11) / 12, 8 / 12];
    const upTo = (k: number) =>
      Array.from({ length: k + 1 }, (_, n) =>
        Math.exp(jStat.combinationln(dates, n) + jStat.betaln(n + a, dates - n + b) - jStat.betaln(a, b)),
      ).reduce((sum, p) => sum + p, 0);
    const found = of(household({ lives: [{ from, life: 'paused' }] }))!;
    expect(found).toMatchObject({ from: toDay(from), life: 'paused', steps: 60 });
    for (const [reached, share] of [
      [found.least, 0.1],
      [found.middle, 0.5],
    ] as const) {
      const near = 3 * Math.sqrt((share * (1 - share)) / 20_000);
      expect(upTo(reached.steps)).toBeGreaterThan(share - near);
      expect(upTo(reached.steps - 1)).toBeLessThan(share + near);
      expect(reached.words).toBe(`“Lesson ${reached.steps}”, practise`);
    }
  });

  it('spread evenly gets as far as the plan does, and is not hurried for the stop', () => {
    const even = { rule: { kind: 'even' as const }, weekdays: [1, 2, 3, 4, 5] as Enrolment['weekdays'] };
    const h = household({ ...even, lives: [{ from: '2026-12-14', life: 'paused' }] });
    const plan = makePlan(makeProblem(h, h.years[0]!, TODAY), { sweeps: 1, seed: 1 });
    const found = of(h, TODAY, 2000)!;
    expect(found.steps).toBe(60);
    // One week in twelve lost: a step or two fewer than planned.
    expect(Math.abs(found.middle.steps - plan.tracks[0]!.days.length)).toBeLessThanOrEqual(3);
  });

  it('in turns with others counts its own steps alone, by its share of the slots', () => {
    const loops = [{ id: 'l', name: 'l', weekdays: [1 as const], turns: 'next' as const, order: ['e', 'f'] }];
    const rule = { kind: 'loop' as const, loopId: 'l' };
    const h = household({ rule, lives: [{ from: '2026-12-14', life: 'paused' }] });
    const found = of({ ...h, loops, enrolments: [...h.enrolments, anEnrolment('f', 'c', { childIds: ['A'], rule })] })!;
    // Fourteen slots, every other one its own, one week in twelve lost.
    expect(found.steps).toBe(60);
    expect(found.middle.steps).toBeGreaterThanOrEqual(5);
    expect(found.middle.steps).toBeLessThanOrEqual(7);
    expect(found.least.steps).toBeLessThan(found.middle.steps);
  });

  it('rests on what was done so far: who missed every other week gets half as far', () => {
    const lives = [{ from: '2027-03-01', life: 'dropped' as const }];
    const done = (every: number) =>
      Array.from({ length: 12 }, (_, i) => i)
        .filter((i) => i % every === 0)
        .map((i, n) => aMark('e', `L${n + 1}-1`, 'done', fromDay(TODAY + 7 * i)));
    const today = TODAY + 7 * 12;
    const steady = of(household({ lives }, done(1)), today)!;
    const ragged = of(household({ lives }, done(2)), today)!;
    expect(steady.middle.steps).toBeGreaterThanOrEqual(12);
    expect(ragged.middle.steps).toBeLessThanOrEqual(9);
    expect(ragged.least.steps).toBeLessThan(ragged.middle.steps);
  });

  it('is told in words, its end and its beginning too', () => {
    const words = (h: Household) => stopWords(h.settings.dateStyle, of(h, TODAY, 500)!, TODAY);
    const paused = household({ lives: [{ from: '2026-12-14', life: 'paused' }] });
    expect(words(paused)).toMatch(
      /^paused from 14 Dec on; by then most likely as far as “Lesson (1[234])”, practise: \1 of the 60 steps to come; one chance in ten no further than “Lesson (\d+)”, practise: \2 of the 60 steps to come$/,
    );
    const weekly = { kind: 'weekly', n: 1, unit: 'steps' } as const;
    const short = {
      ...household({ rule: weekly, lives: [{ from: '2026-12-14', life: 'paused' }] }),
      courses: [aCourse('c', { lessons: 3, perLesson: [{ kind: 'practise', count: 1 }] }, { title: 'Knots' })],
    };
    expect(words(short)).toBe('paused from 14 Dec on; by then most likely as far as its end');
  });

  it('is nothing of a course that goes on, that comes back, or that has no date left', () => {
    expect(of(household({}))).toBeUndefined();
    const back = [
      { from: '2026-12-14', life: 'paused' as const },
      { from: '2027-01-11', life: 'running' as const },
    ];
    expect(of(household({ lives: back }))).toBeUndefined();
    const soon = household({ lives: [{ from: '2026-09-11', life: 'paused' }] });
    expect(of(soon, toDay('2026-09-08'))).toBeUndefined();
    const year = soon.years[0]!;
    const plan = makePlan(makeProblem(soon, year, TODAY), { sweeps: 1, seed: 1 });
    expect(stopForecasts(soon, year, plan).map((f) => f.enrolmentId)).toEqual(['e']);
    expect(stopForecasts(soon, year, plan, new Set(['another']))).toEqual([]);
  });
});
