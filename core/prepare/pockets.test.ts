import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import { makeReady, markStep, putPocketsBack } from '../deeds';
import type { Household, MakingTask, MarkKind } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment } from '../tests/make';
import { pocketsAhead, pocketsOf, pocketWords } from './index';

const MONDAY = toDay('2026-09-07');
const CUT: MakingTask = { kind: 'cut', minutes: 10, for: 'lesson' };
/** Six lessons of two steps, for each of which cards are cut; two children, each at a pace of their own. */
const home = (tasks: MakingTask[] = [CUT]): Household =>
  aHousehold({
    children: [aChild('A'), aChild('B')],
    courses: [{ ...aCourse('c', { lessons: 6, perLesson: [{ kind: 'practise', count: 2 }] }), tasks }],
    enrolments: ['A', 'B'].map((id) =>
      anEnrolment(id, 'c', { childIds: [id], rule: { kind: 'weekly', n: 5, unit: 'steps' } }),
    ),
  });
let n = 0;
const newId = () => `x${++n}`;
const made = (h: Household, lessonId: string, task = 'cut', date = '2026-09-05') =>
  afterDeed(h, makeReady(h, { id: newId(), courseId: 'c', lessonId, task, date } as never, true));
const marked = (h: Household, child: string, stepId: string, day: number, kind: MarkKind = 'done') =>
  afterDeed(h, markStep(h, { enrolmentId: child, stepId, day }, kind, newId));
const where = (h: Household, day = MONDAY) => pocketsOf(h, day).map((p) => `${p.lessonId} ${p.is}`);
const back = (h: Household, lessonId: string, day: number) => putPocketsBack(h, [{ courseId: 'c', lessonId }], day);

describe('the pocket of a lesson', () => {
  it('is prepared, in use while a child is at the lesson, to put back behind it, put back, and in use by the next child', () => {
    let h = made(home(), 'L1');
    expect(where(h)).toEqual(['L1 prepared']);
    h = marked(h, 'A', 'L1-1', MONDAY);
    expect(where(h)).toEqual(['L1 in use']);
    h = marked(h, 'A', 'L1-2', MONDAY + 1);
    expect(where(h, MONDAY + 1)).toEqual(['L1 to put back']);
    const puts = back(h, 'L1', MONDAY + 1);
    h = afterDeed(h, puts);
    expect(where(h, MONDAY + 1)).toEqual(['L1 put back']);
    // Pressed twice nothing more happens.
    expect(back(h, 'L1', MONDAY + 1)).toEqual([]);
    h = marked(h, 'B', 'L1-1', MONDAY + 30);
    expect(where(h, MONDAY + 30)).toEqual(['L1 in use']);
    h = afterDeed(marked(h, 'B', 'L1-2', MONDAY + 31), back(h, 'L1', MONDAY + 31));
    expect(where(h, MONDAY + 31)).toEqual(['L1 put back']);
  });

  it('is there once small pieces were made for the lesson itself, not for copies, or the whole level', () => {
    const h = home([CUT, { kind: 'copy', minutes: 5, for: 'lesson' }, { kind: 'laminate', minutes: 20, for: 'level' }]);
    expect(pocketsOf(h, MONDAY)).toEqual([]);
    expect(where(made(made(h, 'L1', 'copy'), 'L1', 'laminate'))).toEqual([]);
    expect(where(made(made(h, 'L2'), 'L4'))).toEqual(['L2 prepared', 'L4 prepared']);
    // Whoever leaves the course is through with it.
    const begun = marked(made(h, 'L1'), 'A', 'L1-1', MONDAY);
    const dropped = {
      ...begun,
      enrolments: begun.enrolments.map((e) =>
        e.id === 'A'
          ? { ...e, lives: [{ life: 'dropped' as const, from: '2026-09-08' }], life: 'dropped' as const }
          : e,
      ),
    };
    expect([where(begun), where(dropped, MONDAY + 2)]).toEqual([['L1 in use'], ['L1 to put back']]);
  });

  it('made anew after it was put back, it is prepared again; its states are counted in words', () => {
    let h = made(made(home(), 'L1'), 'L2');
    h = afterDeed(h, back(h, 'L1', MONDAY));
    expect(pocketWords(pocketsOf(h, MONDAY))).toBe('2 pockets: 1 prepared, 1 put back');
    const row = h.prepared.find((p) => p.lessonId === 'L1')!;
    const anew = { ...h, prepared: [{ ...row, date: fromDay(MONDAY + 5) }] };
    expect(where(anew, MONDAY + 5)).toEqual(['L1 prepared']);
    expect(pocketWords([])).toBe('');
  });

  it('is to be got out for the week in which its lesson begins by the plan', () => {
    const h = made(made(home(), 'L1'), 'L4');
    const plan = makePlan(makeProblem(h, h.years[0]!, MONDAY), { sweeps: 1, seed: 1 });
    const week = (from: number) => pocketsAhead(h, plan, from, from + 6).map((p) => [p.lessonId, p.day]);
    expect(week(MONDAY)).toEqual([['L1', MONDAY]]);
    // Five steps a week, two a lesson: the fourth lesson begins with the seventh step, on the Tuesday.
    expect(week(MONDAY + 7)).toEqual([['L4', MONDAY + 8]]);
  });
});
