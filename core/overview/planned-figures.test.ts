import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import type { Enrolment, Household, PaceRule } from '../household';
import { paceFigures } from '../pace';
import { makePlan, makeProblem } from '../stagger';
import { aCourse, aHousehold, anEnrolment, aYear, householdArbitrary } from '../tests/make';
import { courseOtherwise, movedEnds, otherwiseWords, plannedFigures } from './index';

const year = aYear({ start: '2026-09-07', end: '2026-12-18' });
const today = toDay('2026-09-07');
const planOf = (h: Household) => makePlan(makeProblem(h, year, today), { sweeps: 2, seed: 1 });
const h = aHousehold({
  years: [year],
  courses: [
    aCourse('history', { lessons: 12, lessonsPerUnit: 4, perLesson: [{ kind: 'introduce', count: 1 }] }),
    aCourse('aloud', { lessons: 12, lessonsPerUnit: 4, perLesson: [{ kind: 'practise', count: 1 }] }),
  ],
  enrolments: [anEnrolment('history', 'history', { weekdays: [3] }), anEnrolment('aloud', 'aloud')],
  links: [{ id: 'k', enrolmentIds: ['history', 'aloud'], by: 'units' }],
});

describe('what a pace comes to by the plan', () => {
  it('what is kept together with a course of one day a week ends with it, however many a week its own pace would take', () => {
    const rule: PaceRule = { kind: 'weekly', n: 3, unit: 'steps' };
    const draft: Enrolment = { ...h.enrolments[1]!, rule };
    const then = { ...h, enrolments: [h.enrolments[0]!, draft] };
    const f = plannedFigures(then, year, draft, today, planOf(then));
    expect(fromDay(f.alone!)).toBe('2026-10-02');
    expect(f.lastDay!).toBeGreaterThan(toDay('2026-11-20'));
    // Twelve steps over twelve weeks or more, not three in each of four.
    expect(f.stepsAWeek!).toBeLessThanOrEqual(1);
    expect(f.daysInHand).toBe(paceFigures(then, year, draft, today).daysInHand);
    const apart = { ...then, links: [] };
    expect(plannedFigures(apart, year, draft, today, planOf(apart)).alone).toBeUndefined();
  });

  it('other courses that would end otherwise are named, what moves farthest first', () => {
    // Every course of its own weekdays: what is kept together with the quick one is drawn forward.
    const [history, aloud] = [anEnrolment('history', 'history'), h.enrolments[1]!];
    const before = planOf({ ...h, enrolments: [history, aloud] });
    const quick: Enrolment = { ...aloud, rule: { kind: 'weekly', n: 3, unit: 'steps' } };
    const after = planOf({ ...h, enrolments: [history, quick] });
    const end = (plan: typeof after) => Math.max(...plan.tracks.find((t) => t.enrolmentId === 'history')!.days);
    expect(end(before) - end(after)).toBeGreaterThan(40);
    const moved = { enrolmentId: 'history', before: end(before), after: end(after) };
    expect(movedEnds(before, after, 'aloud')).toEqual([moved]);
    expect(movedEnds(before, after, 'history').map((m) => m.enrolmentId)).toEqual(['aloud']);
    expect(movedEnds(before, before, 'aloud')).toEqual([]);
    const now = { state: { ...h, enrolments: [history, aloud] }, plan: before };
    const then = { state: { ...h, enrolments: [history, quick] }, plan: after };
    const [first] = otherwiseWords(now, then, 'aloud');
    expect(first).toMatch(/^Other courses would end otherwise: history \d+ Dec → \d+ Oct$/);
    expect(otherwiseWords(now, then)[0]).toMatch(/^Courses would end otherwise: .*; .*$/);
    expect(otherwiseWords(now, now)).toEqual([]);
    expect(courseOtherwise(now, then, year, 'history')).toMatch(/^would finish \d+ Dec → would finish \d+ Oct$/);
    expect(courseOtherwise(now, now, year, 'history')).toMatch(/^would finish \d+ Dec, as now$/);
    // Paused from October on: what is left then has no day; what was not there before is named.
    const paused: Enrolment = { ...history, lives: [{ from: '2026-10-05', life: 'paused' }] };
    const less = { state: { ...h, enrolments: [paused] }, plan: planOf({ ...h, enrolments: [paused] }) };
    expect(courseOtherwise(now, less, year, 'history')).toMatch(/→ planned up to \d+ \w+, \d+ steps? left for later$/);
    expect(courseOtherwise(now, less, year, 'aloud')).toMatch(/→ nothing planned$/);
    expect(otherwiseWords(less, now, 'history')[0]).toMatch(/^aloud would be planned up to \d+ Dec$/);
    expect(courseOtherwise(less, less, year, 'aloud')).toBeUndefined();
    // A term of five weeks has no room for twelve steps at two a week.
    const short = aYear({ start: '2026-09-07', end: '2026-10-09', weekdays: [1, 2] });
    const cut = { ...h, years: [short], enrolments: [history, aloud], links: [] };
    const late = { state: cut, plan: makePlan(makeProblem(cut, short, today), { sweeps: 2, seed: 1 }) };
    const words = otherwiseWords(now, late).find((w) => w.startsWith('Steps that find no day'));
    expect(words).toMatch(/^Steps that find no day in the year: 0 → \d+ \(\d+ more of \w+, \d+ more of \w+\)$/);
    expect(otherwiseWords(now, late, 'aloud').join()).toMatch(/\(\d+ more of history\)/);
  });

  it('its last day is that of the last step of the plan, wherever the plan holds all that is left', () => {
    fc.assert(
      fc.property(householdArbitrary, ({ state, year: of, today: day }) => {
        const plan = makePlan(makeProblem(state, of, day), { sweeps: 2, seed: 1 });
        for (const e of state.enrolments) {
          const track = plan.tracks.find((t) => t.enrolmentId === e.id);
          const f = plannedFigures(state, of, e, day, plan);
          const alone = paceFigures(state, of, e, day);
          if (track && track.days.length > 0 && f.waiting === 0 && track.days.every((d) => d >= 0))
            expect(f.lastDay).toBe(Math.max(...track.days));
          else expect(f.lastDay).toBe(alone.lastDay);
          expect(plannedFigures(state, of, e, day, undefined)).toEqual({ ...alone, alone: undefined });
        }
      }),
      { numRuns: 60 },
    );
  });
});
