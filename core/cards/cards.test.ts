import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { jStat } from 'jstat';
import { fsrs } from 'ts-fsrs';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import { addCards, answerCard, changeCard, endRound, reverseCards, saveDeck, takeAnswerBack } from '../deeds';
import { type Household, SAYINGS } from '../household';
import { seeded } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment } from '../tests/make';
import {
  cardSheets,
  cardSize,
  cardStandings,
  countDeck,
  deckView,
  deckWords,
  factsOf,
  memoryOf,
  minutesOf,
  minuteWords,
  PAPERS,
  readCards,
  readCardsCsv,
  recallAfter,
  runsOf,
  runWords,
  sittingOf,
  sittingWords,
  stackOf,
  writeCardsCsv,
} from './index';

const TODAY = toDay('2026-09-07');
const DECK = { id: 'd', name: 'Sounds', daily: 2 };
/** A deck of five letters, of no course. */
const base = (change: Partial<Household> = {}): Household => {
  const h = aHousehold({ children: [aChild('A'), aChild('B')], ...change });
  const made = afterDeed(h, saveDeck(DECK));
  return afterDeed(made, addCards(made, 'd', readCards('a = apple\nb\tbarge\nc ; canal\nd – dam\ne\na = again')));
};
const idOf = (h: Household, front: string) => h.cards.find((c) => c.front === front)!.id;
const say = (
  h: Household,
  front: string,
  said: (typeof SAYINGS)[number],
  day: number,
  kind: 'review' | 'minute' = 'review',
) => afterDeed(h, answerCard(h, { id: `${kind} ${day}`, deckId: 'd', childId: 'A', kind, day }, idOf(h, front), said));
const of = (h: Household, front: string, day: number) =>
  cardStandings(h, DECK, 'A', day).find((s) => s.card.front === front)!;

describe('the memory model', () => {
  // Published by its makers for the sixth version: again, then five times good, after 0, 1, 3, 8 and 21 days (figures from memory).
  it('is the one that was published', () => {
    const published = fsrs({ enable_fuzz: false });
    let state: { stability: number; difficulty: number } | null = null;
    for (const [i, gap] of [0, 0, 1, 3, 8, 21].entries()) state = published.next_state(state, gap, i === 0 ? 1 : 3);
    expect(state!.stability).toBeCloseTo(53.62691, 4);
    expect(state!.difficulty).toBeCloseTo(6.3574867, 5);
  });

  it('counts the first answer of a day, and knows nine in ten after as many days as it says', () => {
    const days = [0, 0, 1, 4, 12, 33];
    const found = memoryOf(days.map((day, i) => ({ day, said: i === 1 ? 'wrong' : 'right' })))!;
    const without = memoryOf(days.filter((_, i) => i !== 1).map((day) => ({ day, said: 'right' })))!;
    expect([found.memory, found.day]).toEqual([without.memory, 33]);
    expect(recallAfter(found.memory, found.memory.stability)).toBeCloseTo(0.9, 6);
    expect(recallAfter(found.memory, 0)).toBe(1);
  });
});

describe('cards as they are typed and made', () => {
  it('are read from lines of any of the usual shapes, each front once', () => {
    expect(base().cards.map((c) => [c.front, c.back])).toEqual([
      ['a', 'apple'],
      ['b', 'barge'],
      ['c', 'canal'],
      ['d', 'dam'],
      ['e', ''],
    ]);
    const h = base();
    expect(addCards(h, 'd', [{ front: 'A', back: 'x' }])).toEqual([]);
  });

  it('facts are those of the grid, counted one by one; nothing is divided by nought', () => {
    fc.assert(
      fc.property(fc.nat(6), fc.nat(6), fc.nat(6), fc.nat(6), (a, b, c, d) => {
        for (const [op, apply] of [
          ['+', (x: number, y: number) => x + y],
          ['−', (x: number, y: number) => x - y],
          ['×', (x: number, y: number) => x * y],
          ['÷', (x: number, y: number) => x / y],
        ] as const) {
          const facts = factsOf(op, [a, a + b], [c, c + d]);
          const zero = op === '÷' && c === 0 ? b + 1 : 0;
          expect(facts).toHaveLength((b + 1) * (d + 1) - zero);
          for (const f of facts) {
            const [x, , y] = f.front.split(' ');
            expect(apply(Number(x), Number(y))).toBe(Number(f.back));
            expect(Number(f.back)).toBeGreaterThanOrEqual(0);
          }
        }
      }),
    );
  });

  it('come in a stack each before any twice, none after itself, and as often in each place as in any other', () => {
    const cards = ['a', 'b', 'c', 'd'];
    const random = seeded(5);
    const first = new Map<string, number>();
    for (let i = 0; i < 4000; i++) {
      const stack = stackOf(cards, random);
      const drawn = Array.from({ length: 12 }, () => stack.next().value as string);
      for (let t = 0; t < 12; t += 4) expect(new Set(drawn.slice(t, t + 4)).size).toBe(4);
      for (let t = 1; t < 12; t++) expect(drawn[t]).not.toBe(drawn[t - 1]);
      first.set(drawn[0]!, (first.get(drawn[0]!) ?? 0) + 1);
    }
    // Chi-squared of the first place, by the statistics library: what is rarer than one in a thousand would be no chance.
    const chi = cards.reduce((sum, c) => sum + ((first.get(c) ?? 0) - 1000) ** 2 / 1000, 0);
    expect(1 - jStat.chisquare.cdf(chi, 3)).toBeGreaterThan(0.001);
    expect(
      Array.from(
        { length: 3 },
        (
          (s) => () =>
            s.next().value
        )(stackOf(['x'], random)),
      ),
    ).toEqual(['x', 'x', 'x']);
  });
});

describe('where a card stands', () => {
  it('mastered on three days since the last miss, slow counting but on the last; a miss in review sends it back', () => {
    let h = say(base(), 'a', 'right', TODAY);
    h = say(h, 'a', 'right', TODAY);
    expect(of(h, 'a', TODAY)).toMatchObject({ state: 'to review', rightDays: 1 });
    h = say(h, 'a', 'slow', TODAY + 2);
    h = say(h, 'a', 'slow', TODAY + 4);
    expect(of(h, 'a', TODAY + 4)).toMatchObject({ state: 'to review', rightDays: 2 });
    h = say(h, 'a', 'right', TODAY + 6);
    expect(of(h, 'a', TODAY + 6).state).toBe('mastered');
    const back = say(h, 'a', 'wrong', TODAY + 8);
    expect(of(back, 'a', TODAY + 8)).toMatchObject({ state: 'to review', rightDays: 0 });
    // Against the clock a miss only brings it up the next day.
    const missed = say(h, 'a', 'wrong', TODAY + 8, 'minute');
    expect(of(missed, 'a', TODAY + 8)).toMatchObject({ state: 'mastered', missed: TODAY + 8 });
    expect(sittingOf(missed, DECK, 'A', TODAY + 9).cards[0]).toMatchObject({ why: 'missed lately' });
    expect(of(say(missed, 'a', 'right', TODAY + 9), 'a', TODAY + 9).missed).toBeUndefined();
  });

  it('of a course’s deck a card is met once its lesson was begun, known or left out', () => {
    const h = base({
      courses: [aCourse('c', { lessons: 4, perLesson: [{ kind: 'introduce', count: 1 }] })],
      enrolments: [anEnrolment('e', 'c', { childIds: ['A'] })],
      marks: [aMark('e', 'L1-1', 'done', '2026-09-01'), aMark('e', 'L2-1', 'known', '2026-09-01')],
    });
    const deck = { ...DECK, courseId: 'c', daily: 9 };
    const cards = h.cards.map((c, i) => ({ ...c, lessonId: `L${Math.min(4, i + 1)}` }));
    const now = { ...h, decks: [deck], cards };
    expect(cardStandings(now, deck, 'A', TODAY).map((s) => s.state)).toEqual([
      ...['to review', 'to review', 'not met', 'not met', 'not met'],
    ]);
    expect(sittingOf(now, deck, 'A', TODAY).cards.map((c) => c.card.front)).toEqual(['a', 'b']);
    expect(deckWords(countDeck(cardStandings(now, deck, 'A', TODAY)))).toBe(
      '0 of 5 mastered, 2 to review, 3 not met yet',
    );
    // Who missed the lesson meets its cards once it has caught up.
    const missed = [...now.marks, aMark('e', 'L1-1', 'missed', '2026-09-01', { childId: 'A' })];
    const caught = [...missed, aMark('e', 'L1-1', 'done', '2026-09-03', { childId: 'A' })];
    const first = (marks: typeof missed) => cardStandings({ ...now, marks }, deck, 'A', TODAY)[0]!.state;
    expect([first(missed), first(caught)]).toEqual(['not met', 'to review']);
  });

  it('folds the same in any order of arrival, and an answer taken back was never said', () => {
    const answer = fc.record({
      front: fc.constantFrom('a', 'b', 'c'),
      said: fc.constantFrom(...SAYINGS),
      day: fc.nat(9),
      kind: fc.constantFrom('review' as const, 'minute' as const),
    });
    fc.assert(
      fc.property(fc.array(answer, { maxLength: 25 }), answer, (list, last) => {
        let h = base();
        for (const a of list) h = say(h, a.front, a.said, TODAY + a.day, a.kind);
        const plain = (x: Household) => cardStandings(x, DECK, 'A', TODAY + 10).map(({ card: _c, ...s }) => s);
        expect(plain({ ...h, rounds: [...h.rounds].reverse() })).toEqual(plain(h));
        const more = say(h, last.front, last.said, TODAY + last.day, last.kind);
        const round = `${last.kind} ${TODAY + last.day}`;
        expect(plain(afterDeed(more, takeAnswerBack(more, round)))).toEqual(plain(h));
        // Another child's answers say nothing of this one.
        expect(cardStandings(h, DECK, 'B', TODAY + 10).every((s) => s.last === undefined)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

describe('what is asked at a sitting', () => {
  it('is the likeliest forgotten first, then what is new, no more than the deck’s number; the rest is said to wait', () => {
    let h = base();
    expect(sittingOf(h, DECK, 'A', TODAY)).toEqual({ waiting: 3, cards: expect.anything() });
    expect(sittingWords(sittingOf(h, DECK, 'A', TODAY))).toBe('2 cards today, 3 more wait');
    h = say(say(h, 'a', 'right', TODAY), 'b', 'wrong', TODAY);
    // Asked today they are not asked again today.
    expect(sittingOf(h, DECK, 'A', TODAY).cards.map((c) => c.card.front)).toEqual(['c', 'd']);
    expect(sittingOf(h, DECK, 'A', TODAY + 4).cards.map((c) => c.card.front)).toEqual(['b', 'a']);
    const later = sittingOf(h, DECK, 'A', TODAY + 8);
    expect([later.whole, later.cards.length, sittingWords(later)]).toEqual([
      ...['break', 2, '2 cards today, so that the whole deck is asked after the break, 3 more wait'],
    ]);
    expect(later.cards[0]!.why).toMatch(/^8 days since, still known in \d of 10 cases$/);
  });

  it('says of a break only what was known before it: a card first shown long after it is no part of that deck', () => {
    let h = say(say(base(), 'a', 'right', TODAY), 'b', 'right', TODAY);
    h = say(say(h, 'a', 'right', TODAY + 8), 'b', 'right', TODAY + 8);
    const first = say(h, 'c', 'right', TODAY + 12, 'minute');
    expect(sittingOf(first, DECK, 'A', TODAY + 13).whole).toBeUndefined();
    // Shown in a minute today and not yet reviewed, it is told so.
    const why = sittingOf(first, { ...DECK, daily: 5 }, 'A', TODAY + 12).cards.find((c) => c.card.front === 'c')!.why;
    expect(why).toBe('shown today');
  });

  it('leaves no card out for ever: asked day by day, each comes up, and learned well the deck is mastered', () => {
    let h = base();
    const asked = new Set<string>();
    for (let d = 0; d < 120; d++)
      for (const { card } of sittingOf(h, DECK, 'A', TODAY + d).cards) {
        asked.add(card.front);
        h = say(h, card.front, 'right', TODAY + d);
      }
    expect([...asked].sort()).toEqual(['a', 'b', 'c', 'd', 'e']);
    const at = (child: string) => deckWords(deckView(h, DECK, child, TODAY + 120).count);
    expect([at('A'), at('B')]).toEqual(['5 of 5 mastered', '0 of 5 mastered, 5 not met yet']);
  });

  it('a minute is one row; the best is the child’s own', () => {
    let h = base();
    for (const [day, said] of [
      [TODAY, 'right'],
      [TODAY, 'right'],
      [TODAY, 'wrong'],
      [TODAY + 1, 'right'],
    ] as const)
      h = say(h, 'a', said, day, 'minute');
    h = afterDeed(h, endRound(h, `minute ${TODAY}`, 60));
    const list = minutesOf(h, 'd', 'A');
    expect(list.map((m) => [fromDay(m.day), m.right, m.wrong])).toEqual([
      ['2026-09-07', 2, 1],
      ['2026-09-08', 1, 0],
    ]);
    expect([minuteWords(list), minuteWords(list.slice(0, 1)), minuteWords([])]).toEqual([
      ...['last 1 right, best 2', 'last 2 right, 1 wrong, best 2', ''],
    ]);
  });
});

describe('cards on paper and as a table', () => {
  it('lie back to back when the sheet is turned about its long edge, inside the paper, each once (ISO 216 A4, Letter)', () => {
    const letters = Array.from({ length: 20 }, (_, i) => `c${i} = b${i}`).join('\n');
    const blank = base({ decks: [], cards: [] });
    const h = afterDeed({ ...blank, cards: [] }, addCards({ ...blank, cards: [] }, 'd', readCards(letters)));
    // Millimetres, as the standards have them.
    expect(PAPERS).toEqual({ A4: { width: 210, height: 297 }, Letter: { width: 215.9, height: 279.4 } });
    for (const paper of ['A4', 'Letter'] as const)
      for (const size of ['small', 'large'] as const) {
        const { width, height } = cardSize(paper, size);
        const sheets = cardSheets(h, DECK, paper, size);
        expect(sheets.flatMap((s) => s.front.map((c) => c.text))).toEqual(h.cards.map((c) => c.front));
        for (const { front, back } of sheets) {
          expect(back).toHaveLength(front.length);
          front.forEach((f, i) => {
            const b = back[i]!;
            expect(b.text).toBe(f.text.replace('c', 'b'));
            expect([b.x + width, b.y]).toEqual([expect.closeTo(PAPERS[paper].width - f.x, 6), f.y]);
            expect(f.x >= 5 && f.y >= 5 && f.x + width <= PAPERS[paper].width - 5).toBe(true);
            expect(f.y + height).toBeLessThanOrEqual(PAPERS[paper].height - 5);
            // No two overlap.
            for (const o of front.slice(0, i))
              expect(Math.abs(o.x - f.x) >= width - 1e-6 || Math.abs(o.y - f.y) >= height - 1e-6).toBe(true);
          });
        }
      }
  });

  it('are written as a second library reads them (RFC 4180), and read back the same', () => {
    const side = fc
      .string({ minLength: 1, maxLength: 20 })
      .map((s) => s.replace(/\0/g, '').trim())
      .filter(Boolean);
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.tuple(side, side), { maxLength: 8, selector: ([f]) => f.toLowerCase() }),
        (pairs) => {
          const lines = pairs.map(([front, back]) => ({ front, back }));
          const empty = { ...base(), cards: [] };
          const h = afterDeed(empty, addCards(empty, 'd', lines));
          const csv = writeCardsCsv(h, DECK);
          expect(parse(csv, { record_delimiter: '\r\n' })).toHaveLength(h.cards.length + 1);
          const { cards, faults } = readCardsCsv(h, DECK, csv);
          expect(faults).toEqual([]);
          expect(cards).toEqual(lines);
        },
      ),
      { numRuns: 60 },
    );
    const wrong = readCardsCsv(base(), DECK, 'front;back;kind;lesson\na;b;;\nA;c;;\n;x;;\nq;r;song;\nq;r;;L9\n');
    expect(wrong.faults.map((f) => f.row)).toEqual([3, 4, 5, 6]);
    expect(wrong.cards).toEqual([{ front: 'a', back: 'b' }]);
  });

  it('turned, each asks its back, once; changed, the turned one follows', () => {
    const h = base();
    const turned = afterDeed(h, reverseCards(h, 'd'));
    expect(turned.cards.filter((c) => c.reverseOf).map((c) => [c.front, c.back])).toContainEqual(['apple', 'a']);
    expect(reverseCards(turned, 'd')).toEqual([]);
    const changed = afterDeed(turned, changeCard(turned, idOf(h, 'a'), { back: 'anchor' }));
    const other = changed.cards.find((c) => c.reverseOf === idOf(h, 'a'))!;
    expect(other).toMatchObject({ front: 'anchor', back: 'a' });
    // Either way, and to another lesson as well.
    const taken = { ...changed, courses: [aCourse('c', { lessons: 2 })] };
    const own = { ...taken, cards: taken.cards.map((c) => ({ ...c, courseId: 'c' })) };
    const after = afterDeed(own, changeCard(own, other.id, { front: 'ant', lessonId: 'L2' }));
    const both = after.cards.filter((c) => c.id === other.id || c.id === idOf(h, 'a'));
    expect(both.map((c) => [c.front, c.back, c.lessonId])).toEqual([
      ['a', 'ant', 'L2'],
      ['ant', 'a', 'L2'],
    ]);
  });

  it('a list is sure after three good runs in a row, each all right and quick', () => {
    let h = base();
    const run = (day: number, seconds: number, wrong: number) => {
      const id = `run ${day}`;
      h.cards.forEach((c, i) => {
        const round = { id, deckId: 'd', childId: 'A', kind: 'run' as const, day };
        h = afterDeed(h, answerCard(h, round, c.id, i < wrong ? 'wrong' : 'right'));
      });
      h = afterDeed(h, endRound(h, id, seconds));
      return runWords(runsOf(h, DECK, 'A'));
    };
    expect(run(TODAY, 9, 0)).toBe('last read in 9 s, 1 of 3 good runs');
    expect(run(TODAY + 1, 9, 1)).toBe('last read in 9 s, 1 wrong, 0 of 3 good runs');
    expect(run(TODAY + 2, 11, 0)).toContain('0 of 3');
    for (const d of [3, 4]) run(TODAY + d, 10, 0);
    expect(run(TODAY + 5, 10, 0)).toBe('last read in 10 s: quick and sure');
  });
});
