import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay, weekdayOf } from '../calendar';
import { levelsAfter, levelsBefore, mayComeBefore } from '../course';
import { settle, type Course, type Household, type Mark } from '../household';
import { promptsOn } from '../prompts';
import { verdictsFor, yearEnd } from '../record';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aYear } from '../tests/make';
import { forecasts, groundWords, levelRecords, levelsBearing, priorOf, takenBefore } from './index';

const START = toDay('2026-09-07');
const year = aYear({ end: '2027-06-11' });
const PATTERN = { lessons: 40, perLesson: [{ kind: 'practise' as const, count: 1 }] };
const level = (id: string, follows?: string): Course =>
  aCourse(id, PATTERN, { title: `Sums ${id}`, ...(follows ? { follows } : {}) });
/** One lesson every other school day, so many of them. */
function every2nd(enrolmentId: string, lessons: number): Mark[] {
  const days = Array.from({ length: 300 }, (_, i) => START + i).filter((d) => weekdayOf(d) <= 5);
  return Array.from({ length: lessons }, (_, i) => aMark(enrolmentId, `L${i + 1}-1`, 'done', fromDay(days[2 * i]!)));
}
const household = (change: Partial<Household> = {}): Household =>
  aHousehold({
    years: [year],
    children: [aChild('A', { born: '2016-03-04' }), aChild('B', { born: '2018-03-04' })],
    courses: [level('D'), level('E', 'D'), level('F', 'E')],
    enrolments: [anEnrolment('d', 'D', { childIds: ['A'] }), anEnrolment('e', 'E', { childIds: ['A'] })],
    marks: every2nd('d', 20),
    ...change,
  });
const TODAY = START + 70;
const planOf = (h: Household) => makePlan(makeProblem(h, year, TODAY), { sweeps: 1, seed: 1 });

describe('a series of levels', () => {
  it('is walked both ways, and ends where a circle comes back', () => {
    const h = household();
    expect(levelsBefore(h, 'F').map((c) => c.id)).toEqual(['E', 'D']);
    expect(levelsAfter(h, 'D').map((c) => c.id)).toEqual(['E']);
    expect(mayComeBefore(h, 'D').map((c) => c.id)).toEqual([]);
    expect(mayComeBefore(h, 'F').map((c) => c.id)).toEqual(['D', 'E']);
    expect(mayComeBefore(h, undefined)).toHaveLength(3);
    const links = fc.array(fc.option(fc.nat(5), { nil: undefined }), { minLength: 6, maxLength: 6 });
    fc.assert(
      fc.property(links, (list) => {
        const courses = list.map((to, i) => level(`c${i}`, to === undefined ? undefined : `c${to}`));
        for (const c of courses) {
          const before = levelsBefore({ courses }, c.id).map((b) => b.id);
          expect(new Set(before).size).toBe(before.length);
          expect(before).not.toContain(c.id);
        }
      }),
    );
  });

  it('gives a level that has no record the weeks of the same child in the level before it', () => {
    const h = household();
    const e = h.enrolments[1]!;
    expect(priorOf(h, e, planOf(h)).from).toBe('d');
    const f = forecasts(h, year, planOf(h)).find((x) => x.enrolmentId === 'e')!;
    expect(groundWords(h, f)).toBe('nothing recorded yet: from how A took Sums D alone');
    // Twice as slow as the plan would have it: the middle of the forecast lies behind the last day of the plan.
    const unlinked = household({ courses: [level('D'), level('E'), level('F')] });
    const alone = forecasts(unlinked, year, planOf(unlinked)).find((x) => x.enrolmentId === 'e')!;
    expect(priorOf(unlinked, e, planOf(unlinked)).from).toBeUndefined();
    expect(f.last.middle).toBeGreaterThanOrEqual(alone.last.middle);
  });

  it('takes a sibling in the same course before the level before it, and there the child’s own record before another’s', () => {
    const marks = [...every2nd('d', 20), ...every2nd('b', 20)];
    const same = household({
      enrolments: [...household().enrolments, anEnrolment('b', 'E', { childIds: ['B'] })],
      marks,
    });
    expect(priorOf(same, same.enrolments[1]!, planOf(same)).from).toBe('b');
    const other = household({
      enrolments: [anEnrolment('b', 'D', { childIds: ['B'] }), ...household().enrolments],
      marks: [...every2nd('b', 25), ...every2nd('d', 20)],
    });
    expect(
      priorOf(
        other,
        other.enrolments.find((e) => e.id === 'e')!,
        planOf(other),
      ).from,
    ).toBe('d');
  });

  it('is a proposal for who begins: how long a lesson took, and what that comes to here', () => {
    const told = takenBefore(household(), 'F', TODAY);
    expect(told.map((t) => t.words)).toEqual([
      'A took Sums D: 20 of 40 lessons in 20 sittings, 1 a lesson; the 40 lessons here come to about 40 sittings at that.',
    ]);
    expect(takenBefore(household({ marks: every2nd('d', 2) }), 'F', TODAY)).toEqual([]);
  });

  it('says at the end of a level, and of the year, what comes behind it; and what was said of a level before', () => {
    const verdict = { childId: 'A', worth: 'again' as const, text: 'clear', date: '2026-10-06' };
    const through = household({
      enrolments: [anEnrolment('d', 'D', { childIds: ['A'], verdicts: [verdict] })],
      marks: every2nd('d', 40),
    });
    const last = toDay(through.marks.at(-1)!.date);
    expect(promptsOn(through, year, last).map((p) => p.words)).toContainEqual(
      expect.stringContaining('on the shelf is Sums E'),
    );
    expect(yearEnd(through, year, toDay('2027-06-14')).next).toContainEqual(
      expect.objectContaining({ child: through.children[0], course: through.courses[1], from: '2027-09-06' }),
    );
    expect(verdictsFor(through, 'E').map((v) => v.verdict.text)).toEqual(['clear']);
  });

  it('bears on who is at any level of it; what nobody has to do with any more is looked up when one wants to', () => {
    const other = aCourse('O', PATTERN, { title: 'Other' });
    const h = household({
      courses: [...household().courses, other],
      enrolments: [...household().enrolments, anEnrolment('o', 'O', { childIds: ['A'], life: 'finished' })],
      marks: [...every2nd('d', 40), ...every2nd('o', 40)],
    });
    const last = toDay('2027-05-03');
    const records = levelRecords(h, last);
    expect(records.map((r) => r.enrolmentId).sort()).toEqual(['d', 'o']);
    // The first level is through, and bears on who is at the second.
    expect(levelsBearing(h, records, last).map((r) => r.enrolmentId)).toEqual(['d']);
    const none = { ...h, enrolments: h.enrolments.filter((e) => e.id !== 'e') };
    expect(levelsBearing(none, records, last)).toEqual([]);
  });

  it('of who leaves is asked in time to that day', () => {
    const until = '2026-12-18';
    const h = household({ children: [aChild('A', { born: '2016-03-04', until })] });
    const told = forecasts(h, year, planOf(h)).filter((f) => f.target !== undefined);
    expect(told.length).toBeGreaterThan(0);
    for (const f of told) expect(fromDay(f.target!)).toBe(until);
  });

  it('lets the level before it go', () => {
    const h = household({ enrolments: [], marks: [] });
    const settled = settle(h, [{ table: 'courses', remove: 'D' }]);
    expect('changes' in settled && settled.changes).toContainEqual({
      table: 'courses',
      put: expect.not.objectContaining({ follows: 'D' }),
    });
  });
});
