import fc from 'fast-check';
import { jStat } from 'jstat';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import { nodsTo, waitingTicks } from '../day';
import { addCards, answerRound, endDrill, saveDeck, takeAnswerBack } from '../deeds';
import type { Card, Fact, Household, MemoryItem, Milestone } from '../household';
import { gateFault, gatesOpenByDecks, masteryOfGate } from '../pace';
import { makePlan, makeProblem, seeded } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment, aTeacher, aYear } from '../tests/make';
import {
  askedFrom,
  deckBeside,
  drawn,
  drilled,
  drillFor,
  factsIn,
  type GridKind,
  gridOf,
  GRIDS,
  isAnswer,
  memoryOn,
  milestonesOn,
  missedBefore,
  missedIn,
  practises,
  questionsOf,
  roundWords,
  scoreOf,
  screenMinutes,
  sourcesFor,
  usualSource,
} from './index';

const TODAY = toDay('2026-09-14');
let n = 0;
const newId = () => `p${++n}`;

describe('the facts of a grid', () => {
  const asks = (kind: GridKind) => factsIn(gridOf(kind)).map((f) => `${f.ask} = ${f.answer}`);
  /** Every fact, counted out one by one. */
  const counted: Record<GridKind, string[]> = { '+': [], '−': [], '×': [], '÷': [], skip: [], double: [], letters: [] };
  for (let a = 0; a <= 20; a++)
    for (let b = 0; b <= 20; b++) {
      if (a + b <= 20) counted['+'].push(`${a} + ${b} = ${a + b}`);
      if (a - b >= 0) counted['−'].push(`${a} − ${b} = ${a - b}`);
      if (a <= 12 && b <= 12) counted['×'].push(`${a} × ${b} = ${a * b}`);
      if (a <= 12 && b >= 1 && b <= 12) counted['÷'].push(`${a * b} ÷ ${b} = ${a}`);
    }
  for (let by = 2; by <= 12; by++)
    for (let k = 1; k + 3 <= 12; k++)
      counted.skip.push(`${by * k}, ${by * (k + 1)}, ${by * (k + 2)}, … = ${by * (k + 3)}`);
  for (let k = 1; k <= 20; k++) counted.double.push(`double ${k} = ${2 * k}`, `half of ${2 * k} = ${k}`);
  for (let c = 65; c <= 90; c++) counted.letters.push(`${String.fromCharCode(c)} = ${String.fromCharCode(c + 32)}`);

  it.each(GRIDS)('%s: each that there is, and no other', (kind) => {
    expect(asks(kind).sort()).toEqual([...new Set(counted[kind])].sort());
  });

  it('an answer is taken as it is meant: spaces, capitals, a leading nought; never an empty one', () => {
    const fact = { ask: '7 × 8', answer: '56' };
    expect(['56', ' 56 ', '056', '56.0', '65', '', 'b'].map((g) => isAnswer(fact, g))).toEqual([
      ...[true, true, true, true, false, false, false],
    ]);
    expect(isAnswer({ ask: 'A', answer: 'a' }, 'A')).toBe(true);
  });
});

describe('the questions of a drill', () => {
  const facts = (k: number): Fact[] => Array.from({ length: k }, (_, i) => ({ ask: `f${i}`, answer: String(i) }));

  it('ask every fact before any twice, none directly after itself, as many as wanted', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 40 }),
        fc.nat(),
        fc.nat(9),
        (k, m, seed, wrong) => {
          const again = new Set(facts(wrong).map((f) => f.ask));
          const list = drawn(facts(k), m, seeded(seed), again);
          expect(list).toHaveLength(m);
          expect(new Set(list.slice(0, k)).size).toBe(Math.min(k, m));
          if (k > 1) for (let i = 1; i < m; i++) expect(list[i]).not.toBe(list[i - 1]);
          // What was wrong the last time is among a short round, as far as it goes.
          const back = facts(k).filter((f) => again.has(f.ask)).length;
          if (m < k) expect(list.filter((q) => again.has(q.ask)).length).toBeGreaterThanOrEqual(Math.min(m, back));
        },
      ),
    );
  });

  it('are a fair draw where they are fewer than the facts', () => {
    const random = seeded(11);
    const times = new Map<string, number>();
    for (let i = 0; i < 3000; i++)
      for (const q of drawn(facts(12), 4, random)) times.set(q.ask, (times.get(q.ask) ?? 0) + 1);
    // Chi-squared by the statistics library; within one draw facts are without repeats, which only makes it smaller.
    const chi = facts(12).reduce((sum, f) => sum + ((times.get(f.ask) ?? 0) - 1000) ** 2 / 1000, 0);
    expect(1 - jStat.chisquare.cdf(chi, 11)).toBeGreaterThan(0.001);
  });
});

/** A course of three lessons whose third is drill, a deck of two cards that a gate of it counts. */
const base = (): Household => {
  const h = aHousehold({
    years: [aYear()],
    teachers: [aTeacher('T')],
    children: [aChild('A'), aChild('B')],
    courses: [
      aCourse('c', {
        lessons: 3,
        perLesson: [
          { kind: 'introduce', count: 1 },
          { kind: 'drill', count: 1 },
        ],
      }),
    ],
    enrolments: [
      anEnrolment('e', 'c', {
        childIds: ['A'],
        gates: [{ id: 'g', lessonId: 'L2', until: { kind: 'mastery', list: 'Sounds', known: 0, of: 1, deckId: 'd' } }],
      }),
    ],
    drills: [
      { id: 'two', name: 'twos', n: 3, facts: factsIn(gridOf('double')).slice(0, 4), courseId: 'c', lessonId: 'L2' },
      { id: 'all', name: 'any', n: 3, facts: [], deckId: 'd', courseId: 'c' },
    ],
  });
  const made = afterDeed(h, saveDeck({ id: 'd', name: 'Sounds', daily: 5 }));
  return afterDeed(
    made,
    addCards(made, 'd', [
      { front: 'a', back: 'x' },
      { front: 'b', back: 'y' },
    ]),
  );
};
const planned = (h: Household, today = TODAY) =>
  makePlan(makeProblem(h, h.years[0]!, today), { sweeps: 1, seed: 1 }).tracks[0]!.stepIds.length;

describe('a drill held for a step', () => {
  const held = (ticks: boolean) => {
    let h = base();
    const round = {
      id: 'r',
      drillId: 'two',
      childId: 'A',
      kind: 'drill' as const,
      day: TODAY,
      enrolmentId: 'e',
      stepId: 'L1-2',
    };
    const say = (ask: string, said: 'right' | 'wrong', at: number, gave?: string) =>
      (h = afterDeed(h, answerRound(h, round, { ask, said, ...(gave ? { gave } : {}) }, at)));
    say('double 1', 'right', 0);
    say('double 2', 'wrong', 1, '5');
    // Pressed twice it is one answer.
    say('double 2', 'wrong', 1, '5');
    say('double 2', 'right', 2);
    h = afterDeed(h, endDrill(h, 'r', 95, newId, ticks));
    // The end is told once.
    expect(endDrill(h, 'r', 99, newId, ticks)).toEqual([]);
    return h;
  };
  it('is its mark, with score and minutes; what was wrong comes first the next day', () => {
    const h = held(false);
    expect(h.marks).toMatchObject([{ stepId: 'L1-2', kind: 'done', score: { got: 2, of: 3 }, minutes: 2 }]);
    const [round] = h.rounds;
    expect([scoreOf(round!), roundWords(round!), missedIn(round!, h)]).toEqual([
      ...[{ got: 2, of: 3 }, '2 of 3 right in 1 min 35 s', 'double 2 (5)'],
    ]);
    expect([...missedBefore(h, 'two', 'A', TODAY + 1)]).toEqual(['double 2']);
    expect([missedBefore(h, 'two', 'A', TODAY).size, missedBefore(h, 'two', 'B', TODAY + 1).size]).toEqual([0, 0]);
    expect(screenMinutes(h, 'A', TODAY)).toBe(2);
  });

  it('by a child alone waits for the nod, which brings the score along', () => {
    const h = held(true);
    expect([h.marks, waitingTicks(h).length]).toEqual([[], 1]);
    const { made } = nodsTo(h, h.ticks, newId);
    expect(made).toMatchObject([
      { table: 'marks', put: { stepId: 'L1-2', kind: 'done', score: { got: 2, of: 3 }, minutes: 2 } },
    ]);
    expect(drilled(h, { enrolmentId: 'e', stepId: 'L2-2', date: fromDay(TODAY) })).toBeUndefined();
  });

  it('is chosen by the lesson: its own, the nearest before it, else the course’s', () => {
    const h = base();
    const step = (lessonIndex: number) => ({ lessonIndex }) as never;
    expect([0, 1, 2].map((i) => drillFor(h, h.enrolments[0]!, step(i))?.id)).toEqual(['all', 'two', 'two']);
    expect(questionsOf(h, h.drills[1]!).map((q) => [q.ask, q.answer])).toEqual([
      ['a', 'x'],
      ['b', 'y'],
    ]);
  });
});

describe('who is asked what', () => {
  it('whoever takes the course, and everybody what is of none; in a game the sheet’s own drill first', () => {
    const h = { ...base(), enrolments: base().enrolments.map(({ gates: _g, ...e }) => e) };
    expect(['A', 'B'].map((id) => practises(h, 'c', id))).toEqual([true, false]);
    expect(sourcesFor(h, 'A').map((s) => s.id)).toEqual(['two', 'all', 'd']);
    // Jory takes nothing of the course: the deck of no course is all there is.
    expect(sourcesFor(h, 'B').map((s) => s.id)).toEqual(['d']);
    const sheet = { enrolmentId: 'e', stepId: 'L1-2' };
    expect(usualSource(h, 'A', sheet)?.id).toBe('all');
    expect(usualSource(h, 'A', undefined)?.id).toBe('two');
    expect(usualSource({ ...h, drills: [], decks: [] }, 'A', sheet)).toBeUndefined();
    const source = sourcesFor(h, 'B')[0]!;
    expect(askedFrom(h, source).map((q) => q.answer)).toEqual(['x', 'y']);
    // Beside its lesson a deck stands until it was reviewed that day; a minute of it is no review.
    const ofCourse = { ...h, decks: [{ ...h.decks[0]!, courseId: 'c' }] };
    const round = (kind: 'review' | 'minute') =>
      afterDeed(
        ofCourse,
        answerRound(
          ofCourse,
          { id: 'x', deckId: 'd', childId: 'A', kind, day: TODAY },
          { cardId: h.cards[0]!.id, said: 'right' },
        ),
      );
    const date = fromDay(TODAY);
    expect([ofCourse, round('minute'), round('review')].map((x) => deckBeside(x, 'c', 'A', date)?.id)).toEqual([
      ...['d', 'd', undefined],
    ]);
  });
});

describe('a gate that counts its deck', () => {
  const say = (h: Household, card: number, day: number, said: 'right' | 'wrong' = 'right') => {
    const round = { id: `r${day}`, deckId: 'd', childId: 'A', kind: 'review' as const, day };
    return afterDeed(h, answerRound(h, round, { cardId: h.cards[card]!.id, said }));
  };
  it('opens exactly when all its cards are mastered, closes with an answer taken back, and stays open else', () => {
    let h = base();
    const shut = planned(h);
    for (const day of [TODAY, TODAY + 1]) for (const card of [0, 1]) h = say(h, card, day);
    h = say(h, 0, TODAY + 2);
    expect([gatesOpenByDecks(h, TODAY), planned(h)]).toEqual(['', shut]);
    h = say(h, 1, TODAY + 2);
    expect(h.enrolments[0]!.gates![0]!.until).toMatchObject({ opened: fromDay(TODAY + 2) });
    expect(planned(h)).toBeGreaterThan(shut);
    const back = afterDeed(h, takeAnswerBack(h, `r${TODAY + 2}`));
    expect([back.enrolments, planned(back)]).toEqual([base().enrolments, shut]);
    // A card that is forgotten later, or comes in later, closes nothing.
    const later = say(h, 0, TODAY + 9, 'wrong');
    const more = afterDeed(later, addCards(later, 'd', [{ front: 'z', back: '' }]));
    expect(planned(more)).toBe(planned(h));
    // A sibling takes it too and answers nothing: it waits for both, until the sibling has left, or as long as it has not come.
    const both = { ...h, enrolments: base().enrolments.map((e) => ({ ...e, childIds: ['A', 'B'] })) };
    const sibling = (change: object) => ({ ...both, children: [...h.children, { ...aChild('B'), ...change }] });
    const stays = [{}, { until: fromDay(TODAY - 1) }, { from: fromDay(TODAY + 400) }].map(sibling);
    expect(stays.map((s) => gatesOpenByDecks(s, TODAY))).toEqual(['', 'g', 'g']);
    expect(stays.map((s) => planned(s) > shut)).toEqual([false, true, true]);
    // Two devices may have half of the answers each: open by what both hold, whoever wrote it.
    const merged = { ...h, enrolments: base().enrolments };
    expect([gatesOpenByDecks(merged, TODAY), planned(merged)]).toEqual(['g', planned(h)]);
  });
});

describe('a gate that counts a deck of its own course', () => {
  // Cards that come with lessons: one with the first, one with the second, which waits.
  const course = (lessonId?: string): Household => {
    const h = base();
    const [one, two] = h.cards as [Card, Card];
    const { lessonId: _, ...gate } = h.enrolments[0]!.gates![0]!;
    return {
      ...h,
      decks: [{ ...h.decks[0]!, courseId: 'c' }],
      cards: [
        { ...one, lessonId: 'L1' },
        { ...two, lessonId: 'L2' },
      ],
      enrolments: [{ ...h.enrolments[0]!, gates: [lessonId === undefined ? gate : { ...gate, lessonId }] }],
    };
  };
  const gateOf = (h: Household) => h.enrolments[0]!.gates![0]!;
  it('does not wait for the cards of lessons that wait for it: nobody could ever meet them', () => {
    let h = course('L2');
    const shut = planned(h);
    expect(masteryOfGate(h, h.enrolments[0]!, gateOf(h), ['A'])).toEqual({ list: 'Sounds', known: 0, of: 1 });
    for (const day of [TODAY, TODAY + 1, TODAY + 2]) {
      expect(gatesOpenByDecks(h, TODAY)).toBe('');
      const round = { id: `r${day}`, deckId: 'd', childId: 'A', kind: 'review' as const, day };
      h = afterDeed(h, answerRound(h, round, { cardId: h.cards[0]!.id, said: 'right' }));
    }
    expect(gateOf(h).until).toMatchObject({ opened: fromDay(TODAY + 2) });
    expect(planned(h)).toBeGreaterThan(shut);
    // The lesson behind it, at its gate, would have waited for both.
    const later = course('L3');
    expect(masteryOfGate(later, later.enrolments[0]!, gateOf(later), ['A']).of).toBe(2);
  });
  it('is refused where all its cards come with what would wait', () => {
    const whole = course();
    expect(gateFault(whole, whole.enrolments[0]!)).toMatch(/^All cards of “Sounds” belong to lessons that would wait/);
    for (const h of [course('L2'), base()]) expect(gateFault(h, h.enrolments[0]!)).toBeUndefined();
    // Another course's deck is met by itself.
    const other = { ...whole, decks: [{ ...whole.decks[0]!, courseId: 'x' }] };
    expect(gateFault(other, other.enrolments[0]!)).toBeUndefined();
  });
});

describe('memory work', () => {
  const item = (id: string, week: string): MemoryItem => ({ id, strand: 'verse', text: id, week, childIds: ['A'] });
  it('has the week’s own item, and all weeks so far in fair rotation', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 60 }), (weeks, days) => {
        const memory = Array.from({ length: weeks }, (_, i) => item(`i${i}`, fromDay(TODAY - 7 * (i + 1))));
        const h = aHousehold({ memory: [...memory, item('new', fromDay(TODAY)), item('later', fromDay(TODAY + 700))] });
        const said = new Map<string, number>();
        let now = h;
        // Another week than that of the new item begins behind the first seven days.
        for (let d = 0; d < Math.min(days, 5); d++) {
          const { fresh, review, all } = memoryOn(now, TODAY + d);
          expect([fresh.map((m) => m.id), all]).toEqual([['new'], weeks + 1]);
          expect(new Set(review.map((m) => m.id)).size).toBe(Math.min(3, weeks));
          for (const m of [...fresh, ...review]) {
            if (m.id !== 'new') said.set(m.id, (said.get(m.id) ?? 0) + 1);
            now = { ...now, recitals: [...now.recitals, { id: newId(), itemId: m.id, date: fromDay(TODAY + d) }] };
          }
          // What was said today is as it was this morning.
          expect(memoryOn(now, TODAY + d).review).toEqual(review);
        }
        const counts = memory.map((m) => said.get(m.id) ?? 0);
        expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(1);
      }),
      { numRuns: 40 },
    );
  });
});

describe('a milestone', () => {
  const stone = (change: Partial<Milestone> = {}): Milestone => ({
    ...{ id: 'm', childId: 'A', words: 'a ride on the ferry', days: 3, span: 'week', from: '2026-09-01' },
    ...change,
  });
  it('counts days of practice, once each, and a day missed takes nothing away', () => {
    let h = { ...base(), milestones: [stone(), stone({ id: 'n', span: 'ever', days: 4, words: 'a knife' })] };
    const practise = (day: number, id: string) =>
      (h = {
        ...h,
        rounds: [
          ...h.rounds,
          { id, childId: 'A', kind: 'drill', date: fromDay(day), seq: ++n, answers: [{ ask: 'x', said: 'right' }] },
        ],
      });
    practise(TODAY, 'a');
    practise(TODAY, 'b');
    practise(TODAY + 2, 'c');
    const at = (day: number) => milestonesOn(h, 'A', day).map((m) => m.words);
    expect(at(TODAY + 3)).toEqual(['a ride on the ferry: 2 of 3 days this week', 'a knife: 2 of 4 days so far']);
    practise(TODAY + 4, 'd');
    expect(at(TODAY + 6)[0]).toBe('a ride on the ferry: reached');
    // A week later it begins anew, and the other stands where it stood.
    expect(at(TODAY + 9)).toEqual(['a ride on the ferry: 0 of 3 days this week', 'a knife: 3 of 4 days so far']);
    expect(milestonesOn(h, 'B', TODAY)).toEqual([]);
  });
});
