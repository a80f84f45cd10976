import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Day, fromDay, toDay } from '../calendar';
import { makeReady, prepareLine, preparePart } from '../deeds';
import { type Course, type Household, keyOf, type Prepared } from '../household';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, anEnrolment, aTeacher } from '../tests/make';
import {
  minutesDoneOn,
  partOn,
  partRow,
  partWords,
  preparation,
  preparationMinutes,
  preparedRow,
  prepWords,
} from './index';

/** Three weeks before the first lesson. */
const TODAY = toDay('2026-09-07');
const FIRST = '2026-09-28';
const sitting = { kind: 'practise', count: 1 } as const;

function household(lessons: readonly number[], prepares: readonly number[], change: Partial<Course> = {}): Household {
  const made = aCourse('c', { lessons: lessons.length, perLesson: [sitting] });
  const units = made.units.map((u) => ({ ...u, lessons: u.lessons.map((l, i) => ({ ...l, prepare: lessons[i]! })) }));
  const h = aHousehold({
    teachers: [aTeacher('T', { name: 'Maren', prepares: [...prepares] })],
    children: [aChild('A'), aChild('B')],
    courses: [{ ...made, units, ahead: 'lesson', ...change }],
    enrolments: [anEnrolment('e', 'c', { childIds: ['A'], rule: { kind: 'weekly', n: 5, unit: 'steps' } })],
  });
  return { ...h, years: h.years.map((y) => ({ ...y, start: FIRST })) };
}
const on = (h: Household, day: Day) =>
  preparation(h, h.years[0], makePlan(makeProblem(h, h.years[0]!, day), { sweeps: 1, seed: 1 }));

/** Does on a day what is laid out on it and no more; the minutes it took. */
function obeyed(h: Household, day: Day): { after: Household; minutes: number } {
  let after = h;
  const lines = on(h, day);
  for (const line of lines) {
    const part = partOn(line, day);
    if (part !== undefined) after = afterDeed(after, preparePart(after, line, day, part));
    else if (line.on.some((p) => p.day === day))
      after = afterDeed(
        after,
        prepareLine(after, line, day, () => `r${line.lessonId}`),
      );
  }
  return { after, minutes: preparationMinutes(lines, day) };
}

describe('work that is longer than the time of a day', () => {
  it('is ready on the day that was told at first, by somebody who does each day what is laid out on it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 5, max: 70 }), { minLength: 1, maxLength: 4 }),
        fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 7, maxLength: 7 }),
        (lessons, prepares) => {
          let h = household(lessons, prepares);
          const told = new Map(on(h, TODAY).map((l) => [l.lessonId, l.ready]));
          for (let day = TODAY; day < toDay(FIRST); day++) {
            const { after, minutes } = obeyed(h, day);
            h = after;
            // What was done is done: nothing more is asked for of that day, and no more than its teacher keeps was.
            expect(preparationMinutes(on(h, day), day)).toBe(0);
            expect(minutes).toBeLessThanOrEqual(prepares[(day - TODAY) % 7]!);
          }
          const made = h.prepared.filter((p) => p.part === undefined);
          for (const p of made) expect(p.date).toBe(fromDay(told.get(p.lessonId)!));
          const promised = [...told].filter(([, day]) => day !== undefined && day < toDay(FIRST));
          expect(made.map((p) => p.lessonId).sort()).toEqual(promised.map(([id]) => id).sort());
        },
      ),
      { numRuns: 12 },
    );
  });

  it('says how much of it is done, and asks for the rest', () => {
    const h = household([50], [20, 0, 20, 0, 20, 0, 0]);
    const [line] = on(h, TODAY);
    expect(partOn(line!, TODAY)).toBe(20);
    expect(partWords(line!, 20)).toBe('c, Lesson 1: 20 of 50 min done');
    let after = afterDeed(h, preparePart(h, line!, TODAY, 20));
    // Pressed once more before the list has followed, it is not twice as much.
    expect(preparePart(after, line!, TODAY, 20)).toEqual([]);
    expect(on(after, TODAY).map((l) => prepWords('day month', l, TODAY))).toEqual([
      '20 min of it done, Wed 9 Sept, 20 min and Fri 11 Sept, 10 min; due Sun 27 Sept',
    ]);
    // An hour more in the evening is of the same day; the rest takes a minute at least until it is called done.
    after = afterDeed(after, preparePart(after, on(after, TODAY)[0]!, TODAY, 60));
    expect(after.prepared).toMatchObject([{ part: '2026-09-07', minutes: 80 }]);
    expect(on(after, TODAY).map((l) => l.minutes)).toEqual([1]);
    const done = afterDeed(
      after,
      prepareLine(after, on(after, TODAY)[0]!, TODAY + 2, () => 'x'),
    );
    expect(on(done, TODAY + 2)).toEqual([]);
    // Not made after all, what was done of it stays done.
    const again = afterDeed(done, makeReady(done, preparedRow(line!, TODAY + 2), false));
    expect(on(again, TODAY + 2).map((l) => l.begun)).toEqual([80]);
  });

  it('is begun anew for a child who comes later: what was done before it was made says nothing of that', () => {
    const tasks = [{ kind: 'cut', minutes: 30, for: 'lesson', each: true }] as const;
    let h = household([0], [20, 20, 20, 20, 20, 20, 20], { tasks: [...tasks] });
    h = obeyed(obeyed(h, TODAY).after, TODAY + 1).after;
    expect(h.prepared.map((p) => [p.part, p.minutes, p.pieces])).toEqual([
      ['2026-09-07', 20, undefined],
      [undefined, undefined, 1],
    ]);
    const second = anEnrolment('f', 'c', { childIds: ['B'], rule: { kind: 'weekly', n: 5, unit: 'steps' } });
    const both = { ...h, enrolments: [...h.enrolments, second] };
    expect(on(both, TODAY + 2).map((l) => [l.pieces, l.minutes, l.begun])).toEqual([[1, 30, undefined]]);
  });

  it('is learned from by what it took altogether, and reading counts in the minutes of a day as well', () => {
    const h = household([30, 30, 30, 30], [60, 60, 60, 60, 60, 60, 60]);
    const row = (lesson: number, minutes: number) =>
      preparedRow({ courseId: 'c', lessonId: `L${lesson}`, teacher: aTeacher('T') }, TODAY, minutes);
    const parts = [1, 2, 3].map((n) => ({ ...row(n, 5), id: `p${n}`, part: '2026-09-01', date: '2026-09-01' }));
    const learned = { ...h, prepared: [...parts, ...[1, 2, 3].map((n) => row(n, 60))] };
    expect(on(learned, TODAY).map((l) => l.minutes)).toEqual([60]);
    // What is ticked without a word took what it was laid out with: the hour of the day is over.
    const later = { ...learned, prepared: learned.prepared.map((p) => ({ ...p, date: '2026-09-01' })) };
    const ticked = obeyed(later, TODAY).after;
    expect([ticked.prepared.length, minutesDoneOn(ticked, 'T', TODAY)]).toEqual([later.prepared.length + 1, 60]);
    // Of what another teacher began, only the rest is this one’s.
    const [four] = on(later, TODAY);
    const begun = afterDeed(later, preparePart(later, { ...four!, teacher: aTeacher('U') }, TODAY - 1, 45));
    expect(minutesDoneOn(obeyed(begun, TODAY).after, 'T', TODAY)).toBe(15);
    const read = household([0, 0, 0], [20, 20, 20, 20, 20, 20, 20], { readAhead: true });
    const pages = read.courses.map((c) => ({
      ...c,
      units: c.units.map((u) => ({ ...u, lessons: u.lessons.map((l) => ({ ...l, pages: '1–6' })) })),
    }));
    const week = TODAY + 14;
    const first = { ...read, courses: pages };
    const { after } = obeyed(first, week);
    expect([after.readAheads.length, after.prepared.map((p) => [p.task, p.minutes])]).toEqual([1, [['read ahead', 8]]]);
    expect(preparationMinutes(on(after, week), week)).toBe(0);
    expect(on(after, week + 1).map((l) => l.minutes)).toEqual([4, 12]);
  });

  it('is made ready, where another device made it ready meanwhile; the same part on both is one row', () => {
    const h = household([50], [20, 0, 20, 0, 20, 0, 0]);
    const [line] = on(h, TODAY);
    const part = partRow(h, line!, TODAY, 20);
    const made = preparedRow(line!, TODAY);
    const key = (row: Prepared) => keyOf('prepared', { ...row });
    expect([key(part) === key(made), part.id === made.id]).toEqual([false, false]);
    expect([key(partRow(h, line!, TODAY, 30)), partRow(h, line!, TODAY, 30).id]).toEqual([key(part), part.id]);
    expect(key(partRow(h, line!, TODAY + 1, 20))).not.toBe(key(part));
    expect(on({ ...h, prepared: [part, made] }, TODAY)).toEqual([]);
  });
});
