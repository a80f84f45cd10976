import { describe, expect, it } from 'vitest';
import { fromDay, toDay, weekdayOf } from '../calendar';
import type { Card, Enrolment, Household, Round } from '../household';
import { shortages } from '../materials';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import {
  childForecasts,
  childWords,
  deckForecast,
  forecasts,
  forecastWords,
  gateForecasts,
  gateWords,
  levelRecords,
  nextOrderWords,
  orderForecasts,
  toForetell,
} from './index';

const START = toDay('2026-09-07');
const year = aYear({ end: '2027-06-11' });
const cards = (n: number): Card[] =>
  Array.from({ length: n }, (_, i) => ({ id: `c${i}`, deckId: 'd', front: `f${i}`, back: `b${i}`, n: i }));
/** Every school day one card is new, and each is right on three days running: one becomes mastered a day. */
function rounds(days: number, child = 'A'): Round[] {
  const list: Round[] = [];
  for (let d = START, i = 0; i < days; d++) {
    if (weekdayOf(d) > 5) continue;
    const answers = [i, i - 1, i - 2].filter((k) => k >= 0).map((k) => ({ cardId: `c${k}`, said: 'right' as const }));
    list.push({ id: `${child} ${d}`, deckId: 'd', childId: child, date: fromDay(d), seq: 1, kind: 'review', answers });
    i++;
  }
  return list;
}
const dayAfter = (days: number) => START + 7 * Math.floor((days - 1) / 5) + ((days - 1) % 5) + 1;
const gate = {
  id: 'g',
  lessonId: 'L3',
  until: { kind: 'mastery', list: 'sounds', known: 0, of: 0, deckId: 'd' },
} as const;
const WHOLE = { id: 'g', until: gate.until } as const;
const household = (change: Partial<Household> = {}, enrolment: Partial<Enrolment> = {}): Household =>
  aHousehold({
    years: [year],
    children: [aChild('A'), aChild('B')],
    courses: [aCourse('readers'), aCourse('sounds', { lessons: 30, perLesson: [{ kind: 'practise', count: 1 }] })],
    enrolments: [
      anEnrolment('r', 'readers', { gates: [gate], ...enrolment }),
      anEnrolment('s', 'sounds', { target: '2027-06-11' }),
    ],
    decks: [{ id: 'd', name: 'Sounds', daily: 5 }],
    cards: cards(30),
    ...change,
  });
const gatesOf = (h: Household, today: number) => {
  const plan = makePlan(makeProblem(h, year, today), { sweeps: 2, seed: 1 });
  return gateForecasts(h, plan, forecasts(h, year, plan));
};

describe('a course that waits at a gate nobody can date', () => {
  it('is foretold as far as it gets, at the pace that leaves dates for the rest; of being in time nothing is said', () => {
    const h = household(
      { courses: [aCourse('readers', { lessons: 40 }), aCourse('sounds')] },
      { target: '2027-06-11' },
    );
    const plan = makePlan(makeProblem(h, year, START + 28), { sweeps: 2, seed: 1 });
    const f = forecasts(h, year, plan).find((x) => x.enrolmentId === 'r')!;
    expect([f.steps, f.waits, f.target, f.chance]).toEqual([4, 76, undefined, undefined]);
    // Two lessons of forty, spread over the year, take a twentieth of it; a lost week later it is not June.
    const planned = plan.tracks.find((t) => t.enrolmentId === 'r')!.days.at(-1)!;
    expect(f.last.late).toBeLessThan(planned + 28);
    expect(forecastWords('day month', f, START + 28)).toMatch(
      /, as far as “Lesson 2, .*”: the 76 steps behind it wait until ready$/,
    );
    // The child's year is told without it, and says so.
    const told = childForecasts(h, forecasts(h, year, plan), plan);
    expect(told).toMatchObject([{ courses: 1, waits: ['r'] }]);
    expect(childWords(h, 'day month', told[0]!, START + 28)).toMatch(/; without readers, which waits at a gate$/);
    const shut = { ...h, enrolments: h.enrolments.map((e) => (e.id === 'r' ? { ...e, gates: [WHOLE] } : e)) };
    const none = makePlan(makeProblem(shut, year, START + 28), { sweeps: 2, seed: 1 });
    expect(childForecasts(shut, forecasts(shut, year, none), none)).toMatchObject([{ courses: 1, waits: ['r'] }]);
    // What waits for all of it is not dated by how far it gets.
    const behind = {
      ...h.enrolments[1]!,
      gates: [{ id: 'w', until: { kind: 'course', enrolmentId: 'r', days: 0 } }],
    } as const;
    expect(
      gatesOf({ ...h, enrolments: [h.enrolments[0]!, { ...behind, gates: [...behind.gates] }] }, START + 28),
    ).toContainEqual({
      enrolmentId: 's',
      gateId: 'w',
      for: { enrolmentId: 'r' },
    });
    // Once it is open, all of it is foretold.
    const until = { kind: 'mastery' as const, list: 'sounds', known: 5, of: 5 };
    const e = { ...h.enrolments[0]!, gates: [{ ...gate, until }] };
    const all = forecasts(
      { ...h, enrolments: [e, h.enrolments[1]!] },
      year,
      makePlan(makeProblem({ ...h, enrolments: [e, h.enrolments[1]!] }, year, START + 28), { sweeps: 2, seed: 1 }),
    );
    expect([all[0]!.steps, all[0]!.waits, all[0]!.chance !== undefined]).toEqual([80, undefined, true]);
  });
});

describe('a gate that counts a deck', () => {
  it('opens its gate with the last of its children, and a gate that is open is not told', () => {
    const both = household({ rounds: [...rounds(20), ...rounds(10, 'B')] }, { childIds: ['A', 'B'] });
    const today = dayAfter(20);
    const [g] = gatesOf(both, today);
    const plan = makePlan(makeProblem(both, year, today), { sweeps: 2, seed: 1 });
    expect(g!.opens).toEqual(deckForecast(both, 'd', 'B', plan).opens);
    expect(gateWords(both, g!, today)).toMatch(/^readers, Lesson 3 waits for Sounds \(22 cards to go\): most likely /);
    const none = gatesOf(household({ rounds: rounds(20) }, { childIds: ['A', 'B'] }), today);
    expect(none[0]!.opens).toBeUndefined();
    expect(gateWords(both, none[0]!, today)).toContain('nobody can tell yet when');
    expect(gatesOf(household({ rounds: rounds(10), cards: cards(8) }), dayAfter(10))).toEqual([]);
  });
});

describe('what waits for another course', () => {
  const h = household(
    {},
    { gates: [{ id: 'g', until: { kind: 'course', enrolmentId: 's', lessonId: 'L20', days: 2 } }] },
  );

  it('goes on so many days after that lesson is likely done, and not once it is', () => {
    const plan = makePlan(makeProblem(h, year, START), { sweeps: 2, seed: 1 });
    const told = forecasts(h, year, plan);
    const way = told.find((f) => f.enrolmentId === 's')!;
    const [g] = gateForecasts(h, plan, told);
    expect(g!.opens!.middle).toBe(way.at['L20-1']!.middle + 3);
    expect(way.at['L20-1']!.middle).toBeLessThan(way.last.middle);
    expect(gateWords(h, g!, START)).toMatch(/^readers waits for sounds, Lesson 20: most likely /);
    expect(toForetell(h, 'readers')).toEqual(new Set(['readers', 'sounds']));
    const marks = Array.from({ length: 20 }, (_, i) => aMark('s', `L${i + 1}-1`, 'done', '2026-09-07'));
    expect(gatesOf({ ...h, marks }, START + 1)).toEqual([]);
  });

  it('the next thing to order is ordered as long before its likely day as the plan orders it, by the early one', () => {
    const with_: Household = {
      ...h,
      materials: [
        { id: 'paper', name: 'squared paper', unit: 'sheet', consumable: true, leadDays: 9, place: '', cautions: [] },
      ],
      movements: [{ id: 'v', materialId: 'paper', date: '2026-09-01', seq: 1, kind: 'in', quantity: 12 }],
      needs: [
        {
          ...{ id: 'n', materialId: 'paper', courseId: 'sounds', quantity: 1, per: 'shared' },
          rule: { for: 'lessons' },
        },
      ],
    };
    const plan = makePlan(makeProblem(with_, year, START), { sweeps: 2, seed: 1 });
    const missing = shortages(with_, plan);
    expect(missing).toHaveLength(1);
    const told = forecasts(with_, year, plan, { orders: missing });
    const [order] = orderForecasts(told, missing);
    const step = missing[0]!.first.step.id;
    expect(order).toMatchObject({ enrolmentId: 's', materialId: 'paper' });
    expect(order!.needed).toEqual(told.find((f) => f.enrolmentId === 's')!.at[step]);
    expect(order!.needed.early - order!.orderBy).toBe(missing[0]!.day - missing[0]!.orderBy);
    expect(nextOrderWords(with_, order!, START)).toMatch(
      /^next to order: squared paper, needed most likely .*9 cases of 10$/,
    );
  });
});

describe('how long each level took', () => {
  const sums = aCourse('sums', { lessons: 6, perLesson: [{ kind: 'practise', count: 2 }] });
  const at = (i: number) => fromDay(START + i);
  const of = (marks: Household['marks']) =>
    levelRecords(
      aHousehold({ courses: [sums], enrolments: [anEnrolment('a', 'sums'), anEnrolment('b', 'sums')], marks }),
      START + 60,
    );

  it('counts the sittings of lessons that are done, a day with two lessons half for each, and what is only known not at all', () => {
    const marks = [1, 2, 3, 4].flatMap((l) => [
      aMark('a', `L${l}-1`, 'done', at(2 * l)),
      aMark('a', `L${l}-2`, 'done', at(l === 3 ? 8 : 2 * l + 1)),
    ]);
    // Lesson 3: its second step on the first day of lesson 4. Lesson 5 is only known, lesson 6 only begun.
    const known = ['L5-1', 'L5-2'].map((id) => aMark('a', id, 'known', at(10)));
    const [a, ...others] = of([...marks, ...known, aMark('a', 'L6-1', 'done', at(11))]);
    expect(others).toEqual([]);
    expect(a).toMatchObject({ enrolmentId: 'a', lessons: 4, of: 6, done: false, first: START + 2, last: START + 11 });
    // Lessons 1 and 2 took two days each, 3 and 4 a day and a half each.
    expect(a!.aLesson).toBe(1.75);
    expect(a!.sittings).toBe(8);
    // What one child caught up with by itself later on is no sitting of the course.
    const caught = [3, 4].map((l) => aMark('a', `L${l}-1`, 'done', at(30 + l), { childId: 'A' }));
    expect(of([...marks, ...known, aMark('a', 'L6-1', 'done', at(11)), ...caught])[0]).toEqual(a);
  });

  it('stands child beside child, the one who began first first, and says nothing of who has hardly begun', () => {
    const day = (e: string, from: number, n: number) =>
      Array.from({ length: n }, (_, i) => [1, 2].map((s) => aMark(e, `L${i + 1}-${s}`, 'done', at(from + i)))).flat();
    expect(of([...day('b', 0, 6), ...day('a', 3, 6)]).map((r) => [r.enrolmentId, r.aLesson, r.done])).toEqual([
      ['b', 1, true],
      ['a', 1, true],
    ]);
    expect(of(day('a', 0, 2))).toEqual([]);
  });
});
