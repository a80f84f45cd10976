import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import { byId, type Household, type Mark } from '../household';
import { standingsOf } from '../log';
import { remainingSteps } from '../pace';
import { makePlan, makeProblem } from '../stagger';
import { aCourse, aHousehold, aMark, anEnrolment, aYear, householdArbitrary } from '../tests/make';
import {
  againMarks,
  againSteps,
  failProof,
  masteryOf,
  type Mending,
  planProof,
  proofEffect,
  proofRows,
  type ProofRows,
  proofsOf,
  withdrawProof,
} from './index';

const TODAY = '2026-09-08';
const SHEETS = [
  { kind: 'introduce' as const, count: 2 },
  { kind: 'practise' as const, count: 2 },
  { kind: 'review' as const, count: 1 },
  { kind: 'assess' as const, count: 1 },
];
const household = (change: Partial<Household> = {}): Household =>
  aHousehold({
    courses: [aCourse('c', { lessons: 12, perLesson: SHEETS })],
    enrolments: [anEnrolment('e', 'c')],
    ...change,
  });
let n = 0;
const newId = () => `id${++n}`;
const carriedOut = (h: Household, rows: ProofRows): Household => {
  const changed = new Set(rows.marks.map((m) => m.id));
  return {
    ...h,
    marks: [...h.marks.filter((m) => !changed.has(m.id)), ...rows.marks],
    proofs: rows.proof ? [...h.proofs, rows.proof] : h.proofs,
  };
};
const mended = (h: Household, m: Mending): Household => ({
  ...h,
  marks: [
    ...h.marks.filter((x) => !m.remove.markIds.includes(x.id) && !m.put.marks.some((y) => y.id === x.id)),
    ...m.put.marks,
  ],
  proofs: [
    ...h.proofs.filter((p) => p.id !== m.remove.proofId && p.id !== m.put.proof?.id),
    ...(m.put.proof ? [m.put.proof] : []),
  ],
});
const e = (h: Household) => h.enrolments[0]!;
const open = (h: Household) => remainingSteps(h, e(h)).map((s) => s.id);

describe('prove and move on', () => {
  it('keeps one practice, then one review, then the test, each in a sitting of its own (common practice)', () => {
    const h = household();
    const plan = planProof(h, e(h), 'L1-1', 'L1-6');
    expect(plan.kept.map((s) => s.id)).toEqual(['L1-4', 'L1-5', 'L1-6']);
    expect(plan.fall.map((s) => s.id)).toEqual(['L1-1', 'L1-2', 'L1-3']);
    const crowded = household({ enrolments: [anEnrolment('e', 'c', { perSitting: 6 })] });
    const proved = carriedOut(crowded, proofRows(crowded, e(crowded), plan, TODAY, newId));
    const placed = makePlan(makeProblem(proved, proved.years[0]!, toDay(TODAY)), { sweeps: 2, seed: 1 }).tracks[0]!;
    const [practise, review, test, next] = placed.days as [number, number, number, number];
    expect(placed.stepIds.slice(0, 4)).toEqual(['L1-4', 'L1-5', 'L1-6', 'L2-1']);
    expect(practise < review && review < test && test <= next).toBe(true);
  });

  it('keeps the furthest of a stretch over several lessons, and asks for no more than the course’s rule', () => {
    const h = household();
    expect(planProof(h, e(h), 'L1-1', 'L3-6').kept.map((s) => s.id)).toEqual(['L3-4', 'L3-5', 'L3-6']);
    const bare = household({
      courses: [aCourse('c', { perLesson: SHEETS }, { proof: { practise: 0, review: 0, assess: 1 } })],
    });
    expect(planProof(bare, e(bare), 'L1-1', 'L2-6').kept.map((s) => s.id)).toEqual(['L2-6']);
    const none = household({
      courses: [aCourse('c', { perLesson: SHEETS }, { proof: { practise: 0, review: 0, assess: 0 } })],
    });
    expect(planProof(none, e(none), 'L1-1', 'L2-6').kept).toEqual([]);
    const readings = household({ courses: [aCourse('c', { perLesson: [{ kind: 'read', count: 3 }] })] });
    expect(planProof(readings, e(readings), 'L1-1', 'L1-3').kept.map((s) => s.id)).toEqual(['L1-3']);
  });

  it('says what it earns as days in hand, the same figure as everywhere', () => {
    const h = household();
    const rows = proofRows(h, e(h), planProof(h, e(h), 'L1-1', 'L2-6'), TODAY, newId);
    const { before, after } = proofEffect(h, h.years[0]!, e(h), toDay(TODAY), rows);
    // Nine of twelve steps fall away at one step a sitting.
    expect(after.daysInHand! - before.daysInHand!).toBe(9);
    expect(after.remaining).toBe(before.remaining - 9);
  });

  it('comes back when the proof fails, without a sitting spent; a mark of the same date simply goes', () => {
    const h = household();
    const proved = carriedOut(h, proofRows(h, e(h), planProof(h, e(h), 'L1-1', 'L1-6'), TODAY, newId));
    const [standing] = proofsOf(proved, e(proved));
    expect(standing).toMatchObject({ fell: 3, proven: false });
    const later = mended(proved, failProof(proved, standing!.proof, '2026-09-10', newId));
    expect(open(later)).toEqual(open(h));
    expect(standingsOf(later.marks, 'e').get('L1-1')!.sat).toEqual([]);
    expect(proofsOf(later, e(later))).toEqual([]);
    const same = mended(proved, failProof(proved, standing!.proof, TODAY, newId));
    expect(same.marks).toEqual([]);
  });

  it('is proven once every kept step is settled', () => {
    const h = household();
    const proved = carriedOut(h, proofRows(h, e(h), planProof(h, e(h), 'L1-1', 'L1-6'), TODAY, newId));
    const marks = ['L1-4', 'L1-5', 'L1-6'].map((s, i) => aMark('e', s, 'done', fromDay(toDay(TODAY) + i)));
    expect(proofsOf({ ...proved, marks: [...proved.marks, ...marks] }, e(proved))[0]!.proven).toBe(true);
  });

  it('taken back leaves no trace, whatever stretch of whatever household it was about', () => {
    fc.assert(
      fc.property(householdArbitrary, fc.nat(40), fc.nat(40), ({ state, year, today }, a, b) => {
        for (const enrolment of state.enrolments) {
          const steps = remainingSteps(state, enrolment);
          if (steps.length === 0) continue;
          const from = steps[a % steps.length]!.id;
          const to = steps[b % steps.length]!.id;
          const plan = planProof(state, enrolment, from, to);
          const rows = proofRows(state, enrolment, plan, fromDay(today), newId);
          const fresh = rows.marks.every((m) => !state.marks.some((x) => x.id === m.id));
          const next = carriedOut(state, rows);
          expect(new Set([...plan.kept, ...plan.fall]).size).toBe(plan.kept.length + plan.fall.length);
          const left = remainingSteps(next, enrolment).map((s) => s.id);
          for (const s of plan.fall) expect(left).not.toContain(s.id);
          for (const s of plan.kept) expect(left).toContain(s.id);
          const effect = proofEffect(state, year, enrolment, today, rows);
          expect(effect.after.remaining).toBe(effect.before.remaining - plan.fall.length);
          if (rows.proof && fresh) {
            const back = mended(next, withdrawProof(next, rows.proof));
            expect(back).toEqual(state);
          }
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('again', () => {
  const done = (ids: string[], date: string): Mark[] => ids.map((id) => aMark('e', id, 'done', date));
  const taught = () =>
    household({
      marks: [...done(['L1-1', 'L1-2', 'L1-3', 'L1-4', 'L1-5', 'L1-6'], '2026-09-07'), ...done(['L2-1'], '2026-09-08')],
    });
  const after = (h: Household, marks: Mark[]) => open({ ...h, marks: [...h.marks, ...marks] });

  it('puts back a step, its lesson, or all since a date', () => {
    const h = taught();
    const scope = (s: Parameters<typeof againSteps>[3]) => againSteps(h, e(h), 'L1-3', s);
    expect(scope({ kind: 'step' })).toEqual(['L1-3']);
    expect(scope({ kind: 'lesson' })).toEqual(['L1-1', 'L1-2', 'L1-3', 'L1-4', 'L1-5', 'L1-6']);
    expect(scope({ kind: 'since', date: '2026-09-08' })).toEqual(['L1-3', 'L2-1']);
    expect(againSteps(h, e(h), 'nowhere', { kind: 'lesson' })).toEqual([]);
  });

  it('holds the next lesson for those who master first', () => {
    const h = taught();
    const marks = againMarks(h, e(h), 'L1-3', { kind: 'step' }, '2026-09-09', 'hold', newId);
    expect(after(h, marks).slice(0, 3)).toEqual(['L1-3', 'L2-2', 'L2-3']);
  });

  it('comes back behind the next lesson for those who move on', () => {
    const h = taught();
    const marks = againMarks(h, e(h), 'L1-3', { kind: 'step' }, '2026-09-09', 'move on', newId);
    expect(after(h, marks).slice(0, 7)).toEqual(['L2-2', 'L2-3', 'L2-4', 'L2-5', 'L2-6', 'L1-3', 'L3-1']);
    const lastOfBook = household({ courses: [aCourse('c', { lessons: 1, perLesson: SHEETS })] });
    const end = againMarks(lastOfBook, e(lastOfBook), 'L1-1', { kind: 'step' }, TODAY, 'move on', newId);
    expect(after(lastOfBook, end).at(-1)).toBe('L1-1');
  });

  it('follows the course before the household', () => {
    const h = household({ settings: { ...household().settings, mastery: 'move on' } });
    expect(masteryOf(h, byId(h.courses, 'c')!)).toBe('move on');
    expect(masteryOf(h, { ...byId(h.courses, 'c')!, mastery: 'hold' })).toBe('hold');
  });
});

describe('lessons weighed by manual pages', () => {
  it('get more of the year the more pages they have', () => {
    const course = aCourse('c', {
      lessons: 2,
      perLesson: [
        { kind: 'introduce', count: 1 },
        { kind: 'practise', count: 1 },
      ],
    });
    const [one, two] = course.units[0]!.lessons;
    const weighed = {
      ...course,
      weighByPages: true,
      units: [
        {
          ...course.units[0]!,
          lessons: [
            { ...one!, pages: '1–18' },
            { ...two!, pages: '19–20' },
          ],
        },
      ],
    };
    const year = aYear({ start: '2026-09-07', end: '2026-10-02' });
    const daysOf = (c: typeof course) => {
      const h = household({ courses: [c], years: [year] });
      return makePlan(makeProblem(h, year, toDay('2026-09-07')), { sweeps: 2, seed: 1 }).tracks[0]!.days;
    };
    const [even, byPages] = [daysOf(course), daysOf(weighed)];
    expect(byPages[1]! - byPages[0]!).toBeGreaterThan(even[1]! - even[0]!);
    expect(byPages[2]!).toBeGreaterThan(even[2]!);
  });
});
