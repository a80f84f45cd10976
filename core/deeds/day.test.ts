import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import { carriedEarly, childListWords, childWeek, dayPage, waitingTicks } from '../day';
import type { Household } from '../household';
import { progressOf } from '../pace';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment, aYear, shapedArbitrary } from '../tests/make';
import { markStep, resumeDay, sendBack, stopDay, tickOff } from './index';

const EFFORT = { sweeps: 6, seed: 1 };
const DAILY = { kind: 'weekly', n: 5, unit: 'steps' } as const;
let n = 0;
const newId = () => `n${++n}`;

describe('a day that is ended', () => {
  it('keeps what is still to be done, carries the rest, and takes nothing else; it goes on again where that is said', () => {
    fc.assert(
      fc.property(shapedArbitrary, fc.constantFrom(0, 20, 60), ({ state, year, today }, minutes) => {
        const planOf = (s: Household) => makePlan(makeProblem(s, year, today), EFFORT);
        const page = dayPage(state, planOf(state), today);
        const rows = page.groups.flatMap((g) => g.sittings.flatMap((s) => s.rows)).filter((r) => !r.mark);
        const carried = carriedEarly(state, page, minutes);
        const on = (r: (typeof rows)[number]) => ({ enrolmentId: r.enrolment.id, stepId: r.step.id, day: today });
        const kept = rows.filter((r) => !carried.includes(r));
        const stopped = afterDeed(state, stopDay(state, carried.map(on), kept.map(on), today, newId));
        const after = planOf(stopped);
        const keys = after.tracks.flatMap((t) =>
          t.stepIds.filter((_, i) => t.days[i] === today).map((id) => `${t.enrolmentId} ${id}`),
        );
        expect(keys.filter((k) => !kept.some((r) => r.key === k))).toEqual([]);
        expect(dayPage(stopped, after, today).children.filter((c) => c.carried > 0 && c.finished)).toEqual([]);
        const open = afterDeed(stopped, resumeDay(stopped));
        expect(open.settings.stopped).toBeUndefined();
        // The day after, it is past and holds nobody.
        const tomorrow = (s: Household) => makePlan(makeProblem(s, year, today + 1), EFFORT).cost.total;
        expect(tomorrow(stopped)).toBe(tomorrow(open));
      }),
      { numRuns: 40 },
    );
  });

  it('lets no other course’s new lesson take the place of one that was carried', () => {
    const state = aHousehold({
      years: [aYear()],
      children: [aChild('A'), aChild('B')],
      courses: [aCourse('c', { lessons: 3, perLesson: [{ kind: 'introduce', count: 1 }] })],
      enrolments: ['A', 'B'].map((id) => anEnrolment(id, 'c', { childIds: [id], rule: DAILY })),
    });
    const today = toDay(state.years[0]!.start);
    const held = (s: Household) =>
      makePlan(makeProblem(s, s.years[0]!, today), EFFORT).tracks.filter((t) => t.days.includes(today)).length;
    expect(held(state)).toBe(1);
    const plan = makePlan(makeProblem(state, state.years[0]!, today), EFFORT);
    const { enrolmentId, stepIds } = plan.tracks.find((t) => t.days.includes(today))!;
    const stopped = afterDeed(
      state,
      stopDay(state, [{ enrolmentId, stepId: stepIds[0]!, day: today }], [], today, newId),
    );
    expect(held(stopped)).toBe(0);
  });
});

describe('what a child ticks', () => {
  const state = aHousehold({
    years: [aYear()],
    children: [aChild('A'), aChild('B')],
    courses: [aCourse('c', { lessons: 3 })],
    enrolments: [anEnrolment('both', 'c', { childIds: ['A', 'B'], rule: DAILY })],
  });
  const [year] = state.years;
  const monday = toDay(year!.start);
  const of = { kind: 'step' as const, enrolmentId: 'both', stepId: 'L1-1' };
  const tick = (s: Household, day: number) =>
    afterDeed(s, tickOff(s, { childId: 'A', date: fromDay(day), of }, false, newId));
  const listed = (s: Household, day: number) => {
    const plan = makePlan(makeProblem(s, year!, day), EFFORT);
    return childWeek(s, year!, plan, s.children[0]!, day).find((d) => d.day === day)!.items;
  };

  it('still waits on a later day, once however often it is pressed, and says whom else it marks', () => {
    const ticked = tick(tick(state, monday), monday + 1);
    expect(ticked.ticks).toHaveLength(1);
    const [item] = listed(ticked, monday + 1);
    expect([item!.of, item!.ticked?.date]).toEqual([of, fromDay(monday)]);
    const [waiting] = waitingTicks(ticked);
    expect(waiting!.others.map((c) => c.id)).toEqual(['B']);
    expect(childListWords([item!])).toBe('All of it is ticked; 1 tick waits for an OK.');
  });

  it('is settled by the teacher’s own mark, on whatever day: there is no second done', () => {
    const ticked = tick(state, monday);
    const marked = afterDeed(
      ticked,
      markStep(ticked, { enrolmentId: 'both', stepId: 'L1-1', day: monday + 1 }, 'done', newId),
    );
    expect([marked.ticks, waitingTicks(marked)]).toEqual([[], []]);
    // Merged in from elsewhere, the tick has nothing left to say.
    const late = { ...marked, ticks: ticked.ticks };
    expect(waitingTicks(late)).toEqual([]);
    expect(progressOf(late, late.enrolments[0]!).done).toBe(1);
    expect(late.marks.filter((m) => m.kind === 'done')).toHaveLength(1);
  });

  it('sent back is to do again, with the word why, until it is ticked anew', () => {
    const ticked = tick(state, monday);
    const back = afterDeed(ticked, sendBack(ticked, ticked.ticks[0]!.id, ' show me the last row '));
    expect(waitingTicks(back)).toEqual([]);
    const [item] = listed(back, monday);
    expect([item!.ticked?.back, childListWords([item!])]).toEqual(['show me the last row', '1 thing still to do.']);
    const anew = tick(back, monday + 1);
    expect(anew.ticks.map((t) => [t.date, t.back])).toEqual([[fromDay(monday + 1), undefined]]);
    expect(waitingTicks(anew)).toHaveLength(1);
  });

  it('a list is called done only where all of it is', () => {
    const item = (mark?: 'done' | 'partly' | 'not today' | 'missed') => ({ of, ...(mark ? { mark } : {}) });
    const words = (...marks: Parameters<typeof item>[0][]) => childListWords(marks.map((m) => item(m)));
    expect(words('done', 'done')).toBe('All of it is done.');
    expect(words('done', 'not today', 'partly')).toBe('The rest is carried: 2 things for another day.');
    expect(words('not today')).toBe('It is carried to another day.');
    expect(words('done', undefined)).toBe('1 thing still to do.');
    expect(words('missed')).toBe('');
  });
});
