import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { fetchHold, holdReady, placeHold, renewHold, returnHold } from '../deeds';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment } from '../tests/make';
import type { Hold } from '../household';
import {
  holdFit,
  holdFitWords,
  holdsToPlace,
  holdWords,
  inTimeWords,
  openHolds,
  placeBy,
  placeByWords,
  toAskWords,
  topicLessons,
} from './index';

const TODAY = toDay('2026-09-07');
let n = 0;
const newId = () => `h${++n}`;

describe('what is asked for at the library', () => {
  it('is asked for once, fetched, renewed, brought back; each day says where it stands', () => {
    let now = aHousehold({});
    const wish = { title: 'Stories of the heron', item: 'heron-3' };
    for (let i = 0; i < 2; i++) now = afterDeed(now, placeHold(now, wish, TODAY, newId));
    const said = (day: number) => openHolds(now, day).map((h) => `${h.stage}: ${holdWords('day month', h.hold, day)}`);
    expect(said(TODAY)).toEqual(['waited for: asked for on Mon 7 Sept']);
    const { id } = now.holds[0]!;
    now = afterDeed(now, holdReady(now, id, TODAY + 3));
    expect(said(TODAY)).toEqual(['waited for: ready on Thu 10 Sept']);
    expect(said(TODAY + 3)).toEqual(['to fetch: ready to be fetched since Thu 10 Sept']);
    now = afterDeed(now, fetchHold(now, id, TODAY + 4, TODAY + 25));
    expect(said(TODAY + 4)).toEqual(['at home: due back on Fri 2 Oct']);
    expect(said(TODAY + 26)).toEqual(['overdue: was due back on Fri 2 Oct']);
    for (let i = 0; i < 2; i++) now = afterDeed(now, renewHold(now, id, TODAY + 46));
    expect(said(TODAY + 26)).toEqual(['at home: due back on Fri 23 Oct, renewed 1 time']);
    now = afterDeed(now, returnHold(now, id, TODAY + 30));
    expect(said(TODAY + 30)).toEqual([]);
    expect(holdWords('day month', now.holds[0]!, TODAY + 30)).toBe('back since Wed 7 Oct');
    // Back, it can be asked for anew; a title without a number is known by its words.
    expect(placeHold(now, wish, TODAY, newId)).toHaveLength(1);
    expect(placeHold(now, { title: '  ' }, TODAY, newId)).toEqual([]);
  });

  it('is placed before the lesson by as long as the library takes, of lessons that are read or made something in', () => {
    const h = aHousehold({
      children: [aChild('A')],
      courses: [
        aCourse('sums', { lessons: 3, perLesson: [{ kind: 'practise', count: 1 }] }),
        aCourse('ponds', { lessons: 60, perLesson: [{ kind: 'read', count: 1 }] }),
      ],
      enrolments: ['sums', 'ponds'].map((c) =>
        anEnrolment(c, c, { childIds: ['A'], rule: { kind: 'weekly', n: 5, unit: 'steps' } }),
      ),
      marks: [aMark('ponds', 'L1-1', 'done', '2026-09-07')],
    });
    const plan = makePlan(makeProblem(h, h.years[0]!, TODAY), { sweeps: 1, seed: 1 });
    const lessons = topicLessons(h, plan);
    expect(lessons[0]).toMatchObject({ day: TODAY + 1, step: { lesson: { title: 'Lesson 2' } } });
    // Six weeks of five days, today's done.
    expect(lessons).toHaveLength(30);
    expect(placeBy(TODAY + 20, 6)).toBe(TODAY + 13);
    expect(placeByWords('day month', TODAY + 20, TODAY)).toContain('should be placed by Wed 16 Sept');
    expect(placeByWords('day month', TODAY + 3, TODAY)).toContain('have been placed by Sun 30 Aug');
    expect(inTimeWords('day month', TODAY + 1, TODAY + 2, TODAY)).toBe('');
    expect(inTimeWords('day month', TODAY + 2, TODAY + 2, TODAY)).toBe('not before the lesson on Wed 9 Sept');
  });

  it('is held against the days on which the plan has its lesson: too late, back too soon, there for it, over', () => {
    // A lesson a week of two steps, on Monday and Tuesday: lesson 3 on 21 and 22 September.
    const h = aHousehold({
      children: [aChild('A')],
      courses: [aCourse('ponds', { lessons: 6, perLesson: [{ kind: 'read', count: 2 }] })],
      enrolments: [
        anEnrolment('ponds', 'ponds', {
          childIds: ['A'],
          weekdays: [1, 2],
          rule: { kind: 'weekly', n: 2, unit: 'steps' },
        }),
      ],
    });
    const plan = makePlan(makeProblem(h, h.years[0]!, TODAY), { sweeps: 1, seed: 1 });
    const asked = { id: 'h', title: 'Herons', courseId: 'ponds', lessonId: 'L3', placed: '2026-09-07' };
    const at = (wish: Partial<Hold>, state = h) =>
      holdFitWords('day month', holdFit(state, plan, { ...asked, ...wish }), TODAY);
    // Ten days from the hold, as libraries go: 17 September.
    expect(at({})).toBe('for the lesson on Mon 21 Sept');
    expect(at({ ready: '2026-09-20' })).toBe('for the lesson on Mon 21 Sept');
    expect(at({ ready: '2026-09-21' })).toBe('not before the lesson on Mon 21 Sept');
    expect(at({ fetched: '2026-09-01', due: '2026-09-20' })).toBe(
      'to go back before the lesson on Mon 21 Sept: renew it, or read it before',
    );
    expect(at({ fetched: '2026-09-01', due: '2026-09-21' })).toBe(
      'to go back before the lesson is over on Tue 22 Sept: renew it, or read it before',
    );
    expect(at({ fetched: '2026-09-01', due: '2026-09-22' })).toBe('for the lesson on Mon 21 Sept');
    // One that has been asked for so long ago is not there yet all the same.
    expect(at({ lessonId: 'L1', placed: '2026-08-01' })).toBe('as libraries go, not before the lesson on Mon 7 Sept');
    // Over, or known: nobody needs it any more. What was asked for no lesson is held against none.
    const read = ['L3-1', 'L3-2'].map((id) => aMark('ponds', id, 'known', '2026-09-07'));
    expect(at({}, { ...h, marks: read })).toBe('its lesson is over');
    expect(at({}, { ...h, marks: read.slice(1) })).toBe('for the lesson on Mon 21 Sept');
    const dropped = { ...h, enrolments: h.enrolments.map((e) => ({ ...e, life: 'dropped' as const })) };
    expect(at({}, dropped)).toBe('its lesson is over');
    const paused = { ...h, enrolments: h.enrolments.map((e) => ({ ...e, life: 'paused' as const })) };
    const nothing = makePlan(makeProblem(paused, h.years[0]!, TODAY), { sweeps: 1, seed: 1 });
    expect(holdFitWords('day month', holdFit(paused, nothing, asked), TODAY)).toBe('its lesson has no day yet');
    expect(at({ lessonId: 'gone' })).toBe('');
    const { lessonId: _, ...none } = asked;
    expect(holdFit(h, plan, none)).toBeUndefined();
  });

  it('is told before it is asked for that its three weeks would be over before the lesson', () => {
    expect(inTimeWords('day month', TODAY + 1, TODAY + 22, TODAY)).toBe('');
    expect(inTimeWords('day month', TODAY + 1, TODAY + 23, TODAY)).toBe(
      'to go back before the lesson on Wed 30 Sept, unless it is fetched later or renewed',
    );
  });

  it('is to be placed this week for lessons of a course that was asked for before, each once, unless it was', () => {
    // A lesson a day, from Monday 7 September; the second child is a week behind in the same book.
    const h = aHousehold({
      children: [aChild('A'), aChild('B')],
      courses: [
        aCourse('ponds', { lessons: 30, perLesson: [{ kind: 'read', count: 1 }] }),
        aCourse('sums', { lessons: 30, perLesson: [{ kind: 'practise', count: 1 }] }),
      ],
      enrolments: ['A', 'B'].flatMap((c) =>
        ['ponds', 'sums'].map((of) =>
          anEnrolment(`${of} ${c}`, of, { childIds: [c], rule: { kind: 'weekly', n: 5, unit: 'steps' } }),
        ),
      ),
      marks: [1, 2, 3].map((i) => aMark('ponds A', `L${i}-1`, 'done', '2026-09-04')),
    });
    const plan = makePlan(makeProblem(h, h.years[0]!, TODAY), { sweeps: 1, seed: 1 });
    const asked = (lessonId: string, change: Partial<Hold> = {}): Hold => ({
      ...{ id: lessonId, title: 'Herons', courseId: 'ponds', lessonId, placed: '2026-09-01' },
      ...change,
    });
    const at = (holds: Hold[], until: number) =>
      holdsToPlace({ ...h, holds }, plan, until).map((l) => [l.step.lesson.title, l.day - TODAY]);
    // By Sunday 13 September for all up to Thursday 24th, eleven days later.
    expect(at([], TODAY + 6)).toEqual([]);
    const all = at([asked('L30')], TODAY + 6);
    // Today's, A's fourth and B's first, are too late.
    expect(all.slice(0, 2)).toEqual([
      ['Lesson 5', 1],
      ['Lesson 2', 1],
    ]);
    expect(all.every(([, day]) => (day as number) >= 1 && (day as number) <= 17)).toBe(true);
    expect(new Set(all.map(([title]) => title)).size).toBe(all.length);
    const words = (day: number) => {
      const [l] = holdsToPlace({ ...h, holds: [asked('L30')] }, plan, TODAY + day).filter((x) => x.day - TODAY === day);
      return toAskWords(h, l!, TODAY);
    };
    expect(words(1)).toBe('ponds, Lesson 5, on Tue 8 Sept: too late for a hold, what stands on the shelf may do');
    expect(words(14)).toBe('ponds, Lesson 14, on Mon 21 Sept, by Thu 10 Sept');
    // What was asked for once is not asked for again, brought back or not.
    const less = at([asked('L5'), asked('L6', { back: '2026-09-02' })], TODAY + 6).map(([title]) => title);
    expect([less.includes('Lesson 5'), less.includes('Lesson 6'), less.includes('Lesson 7')]).toEqual([
      ...[false, false, true],
    ]);
  });
});
