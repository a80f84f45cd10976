import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { buyParts, countParts, moveThing } from '../deeds';
import type { Household, KitPart, Material } from '../household';
import { tick, toBuy } from '../jot';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment } from '../tests/make';
import { boxOf, incompleteWords, netThings, stoppedBy, stoppedKits, stoppedWords, waysWords } from './index';

const TODAY = toDay('2026-09-07');
const PEN: KitPart = { id: 'pen', name: 'pen', count: 1, have: 0, stops: true };
const LETTERS: KitPart = { id: 'letters', name: 'letters', count: 26, have: 24 };
const thing = (id: string, change: Partial<Material> = {}): Material => ({
  ...{ id, name: id, place: '', consumable: false, unit: '', cautions: [] },
  ...change,
});
/** A board with its pen for each lesson of the second week on, and slates that serve in its place. */
const home = (parts: KitPart[], slates: number, change: Partial<Household> = {}): Household =>
  aHousehold({
    children: [aChild('A'), aChild('B')],
    courses: [aCourse('c', { lessons: 12, perLesson: [{ kind: 'introduce', count: 1 }] })],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A', 'B'], rule: { kind: 'weekly', n: 5, unit: 'steps' } })],
    materials: [thing('board', { parts, substitutes: ['slate'] }), thing('slate')],
    movements: (['board', 'slate'] as const).map((materialId, i) => ({
      ...{ id: materialId, materialId, date: '2026-09-01', seq: i, kind: 'count' },
      quantity: materialId === 'board' ? 2 : slates,
    })),
    needs: [
      {
        ...{ id: 'n', materialId: 'board', courseId: 'c', quantity: 1, per: 'child', atOnce: true },
        rule: { for: 'lessons', fromLessonId: 'L6' },
      },
    ],
    ...change,
  });
const planOf = (h: Household) => makePlan(makeProblem(h, h.years[0]!, TODAY), { sweeps: 1, seed: 1 });
const stopped = (h: Household) => stoppedKits(h, netThings(h, planOf(h)));
let n = 0;
const newId = () => `x${++n}`;

describe('a kit of no use without a part', () => {
  it('is named with the first day it is wanted on, and what serves instead: a substitute only where there are enough', () => {
    const [kit, ...more] = stopped(home([PEN], 2));
    expect(more).toEqual([]);
    // The sixth of five lessons a week.
    expect(kit).toMatchObject({ parts: [PEN], day: TODAY + 7, first: { step: { lesson: { id: 'L6' } } } });
    expect(waysWords(kit!.ways)).toBe('use slate instead (2 there), or borrow it');
    expect(stoppedWords(kit!.material.name, kit!.parts, kit!.ways)).toBe(
      'board is of no use without pen: use slate instead (2 there), or borrow it',
    );
    // Both children need theirs at once: one slate is too few.
    expect(waysWords(stopped(home([PEN], 1))[0]!.ways)).toBe('borrow it');
  });

  it('says so in the box of its week, and moves no lesson', () => {
    const [whole, lacks] = [home([{ ...PEN, have: 1 }], 2), home([PEN], 2)];
    expect(planOf(lacks).tracks).toEqual(planOf(whole).tracks);
    const box = (h: Household) => boxOf(h, planOf(h), TODAY + 7, TODAY + 13);
    expect(box(whole)[0]).toMatchObject({ missing: [] });
    expect(box(whole)[0]!.around).toBeUndefined();
    expect(box(lacks)[0]).toMatchObject({
      missing: [PEN],
      short: 0,
      around: [{ kind: 'instead' }, { kind: 'borrow' }],
    });
    expect(boxOf(lacks, planOf(lacks), TODAY, TODAY + 6)).toEqual([]);
  });

  it('is no more said once the part is there; nor of what may be missing, was never checked, or is not needed', () => {
    const h = home([PEN], 2);
    expect(stopped(afterDeed(h, countParts(h, 'board', new Map([['pen', 1]]), TODAY)))).toEqual([]);
    const { have: _unchecked, ...pen } = PEN;
    expect([stopped(home([LETTERS], 2)), stopped(home([pen], 2)), stopped(home([PEN], 2, { needs: [] }))]).toEqual([
      [],
      [],
      [],
    ]);
  });

  it('what stops it is told before what is missing besides', () => {
    expect(incompleteWords([LETTERS, PEN])).toBe(
      'Of no use without pen. Not complete besides: 2 of 26 letters missing.',
    );
    expect(incompleteWords([])).toBe('');
  });

  it('the part is jotted down to buy once, however often it is pressed, and again after it was bought', () => {
    const h = home([LETTERS, PEN], 2);
    const once = afterDeed(h, buyParts(h, 'board', TODAY, newId));
    expect(toBuy(once, TODAY).map((j) => j.text)).toEqual(['pen, for board']);
    expect(buyParts(once, 'board', TODAY, newId)).toEqual([]);
    const bought = afterDeed(once, [{ table: 'jottings', put: tick(once.jottings[0]!, TODAY) }]);
    expect(buyParts(bought, 'board', TODAY, newId)).toHaveLength(1);
    const lent = afterDeed(h, moveThing(h, { materialId: 'board', kind: 'lent', quantity: 1, day: TODAY }, newId));
    expect(stoppedBy(lent.materials[0]!)).toEqual([PEN]);
    // However much of it is missing, it is a jotting that can be kept.
    const many = home(
      Array.from({ length: 60 }, (_, i) => ({ ...PEN, id: `p${i}`, name: `a part with a long name, ${i}` })),
      2,
    );
    const long = afterDeed(many, buyParts(many, 'board', TODAY, newId));
    expect([long.jottings[0]!.text.length, buyParts(long, 'board', TODAY, newId)]).toEqual([500, []]);
    const whole = home([{ ...PEN, have: 1 }], 2);
    expect(buyParts(whole, 'board', TODAY, newId)).toEqual([]);
  });
});
