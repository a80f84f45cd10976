import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { fetchHold, holdReady, placeHold, renewHold, returnHold } from '../deeds';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment } from '../tests/make';
import { holdWords, inTimeWords, openHolds, placeBy, placeByWords, topicLessons } from './index';

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
});
