import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import {
  correctMark,
  enterDetails,
  known,
  markStep,
  markSteps,
  proofFailed,
  proofWithdrawn,
  removeMark,
} from '../deeds';
import type { Household, MarkKind, Put } from '../household';
import { entryText } from '../log';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment } from '../tests/make';
import { workOf } from '../attendance';
import { missedBefore, nodsTo } from './index';

const [MONDAY, TUESDAY] = [toDay('2026-09-07'), toDay('2026-09-08')];
let n = 0;
const newId = () => `x${++n}`;
const STEPS = ['L1-1', 'L1-2', 'L2-1', 'L2-2'];
/** A and B read together; A is ill on Monday. */
const start = (): Household =>
  aHousehold({
    children: [aChild('A'), aChild('B')],
    courses: [aCourse('c', { lessons: 4 })],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A', 'B'] })],
    absences: [{ id: 's', childIds: ['A'], from: '2026-09-07', to: '2026-09-07', why: 'sick', label: '' }],
  });
const on = (stepId: string, day = MONDAY) => ({ enrolmentId: 'e', stepId, day });
const after = (h: Household, puts: readonly Put[]) => afterDeed(h, puts);
/** What A is said to have missed, by step and date. */
const missed = (h: Household) =>
  h.marks.filter((m) => m.kind === 'missed').map((m) => `${m.childId} ${m.stepId} ${m.date}`);
const onMonday = (...ids: string[]) => ids.map((id) => `A ${id} 2026-09-07`);

describe('who is out while the others learn', () => {
  const tick = (h: Household): Household => ({
    ...h,
    ticks: [{ id: 't', childId: 'B', date: '2026-09-07', of: { kind: 'step', enrolmentId: 'e', stepId: 'L1-1' } }],
  });
  it.each<[string, (h: Household) => Household]>([
    ['one press', (h) => after(h, markStep(h, on('L1-1'), 'done', newId))],
    ['all that was open at once', (h) => after(h, markSteps(h, [on('L1-1')], 'done', newId))],
    ['minutes typed', (h) => after(h, enterDetails(h, on('L1-1'), entryText(undefined, '2026-09-07'), newId))],
    ['an OK to a tick', (h) => after(h, nodsTo(tick(h), tick(h).ticks, newId).made)],
  ])('has missed it, however it is marked: by %s', (_, mark) => {
    const h = mark(start());
    expect(missed(h)).toEqual(onMonday('L1-1'));
    expect([...workOf(h, 'A').keys(), ...workOf(h, 'B').keys()]).toEqual([MONDAY]);
    expect(missedBefore(h, TUESDAY).map((m) => m.child.id)).toEqual(['A']);
    // Said again it is said once.
    expect(missed(mark(h))).toEqual(onMonday('L1-1'));
  });

  it('has missed each of several steps, told one behind the other', () => {
    const h = after(
      start(),
      markSteps(
        start(),
        STEPS.map((s) => on(s)),
        'done',
        newId,
      ),
    );
    expect(missed(h)).toEqual(onMonday(...STEPS));
    const told = h.marks.map((m) => m.seq);
    expect(new Set(told).size).toBe(told.length);
  });

  it('has missed nothing where nothing was done', () => {
    const h = after(start(), markStep(start(), on('L1-1'), 'not today', newId));
    expect(missed(h)).toEqual([]);
  });

  it('has missed it on the date it was done, when that is mended', () => {
    let h = after(start(), markStep(start(), on('L1-1'), 'done', newId));
    const main = () => h.marks.find((m) => m.childId === undefined)!;
    const mend = (kind: MarkKind, date: string) => {
      const text = { ...entryText(main(), main().date), date };
      h = after(h, correctMark(h, main().id, kind, text, '2026-09-30', newId));
    };
    mend('done', '2026-09-08');
    expect(missed(h)).toEqual([]);
    mend('done', '2026-09-07');
    expect(missed(h)).toEqual(onMonday('L1-1'));
    mend('not today', '2026-09-07');
    expect(missed(h)).toEqual([]);
    // What the parent said of a child who was there goes with the mark.
    h = after(start(), markStep(start(), on('L1-1', TUESDAY), 'done', newId));
    h = after(h, markStep(h, on('L1-1', TUESDAY), 'missed', newId, 'B'));
    mend('done', '2026-09-09');
    expect(missed(h)).toEqual(['B L1-1 2026-09-09']);
    h = after(h, removeMark(h, main().id));
    expect(h.marks).toEqual([]);
  });

  it('is never said to have missed what carries no mark of the others (property)', () => {
    const deed = fc.record({
      what: fc.constantFrom(
        'done',
        'partly',
        'not today',
        'left out',
        'known',
        'many',
        'stretch',
        'fails',
        'back',
        'mend',
      ),
      i: fc.nat(3),
      later: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(deed, { maxLength: 12 }), (deeds) => {
        let h = start();
        for (const { what, i, later } of deeds) {
          const at = on(STEPS[i]!, later ? TUESDAY : MONDAY);
          const proof = h.proofs.findLast((p) => p.failed === undefined);
          const main = h.marks.filter((m) => m.childId === undefined)[i];
          const puts = (): readonly Put[] => {
            if (what === 'many') return markSteps(h, [at, on(STEPS[(i + 1) % 4]!, at.day)], 'done', newId);
            if (what === 'stretch') return known(h, at, STEPS[3]!, later, newId);
            if (what === 'fails') return proof ? proofFailed(h, proof.id, at.day, newId) : [];
            if (what === 'back') return proof ? proofWithdrawn(h, proof.id) : [];
            if (what !== 'mend') return markStep(h, at, what as MarkKind, newId);
            const text = { ...entryText(main, ''), date: fromDay(at.day) };
            const there = h.marks.some((m) => m.stepId === main?.stepId && m.date === text.date);
            return main && !there ? correctMark(h, main.id, main.kind, text, '2026-09-30', newId) : [];
          };
          h = after(h, puts());
          const done = h.marks.filter((m) => m.childId === undefined && !['not today', 'left out'].includes(m.kind));
          for (const m of missed(h)) expect(done.map((d) => `A ${d.stepId} ${d.date}`)).toContain(m);
        }
      }),
      { numRuns: 300 },
    );
  });
});
