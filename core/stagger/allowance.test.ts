import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { MOST_NEW } from '../household';
import { newcomer } from '../tests/instances';
import { aChild, aCourse, aHousehold, anEnrolment, aTeacher, aYear } from '../tests/make';
import { fewStandOut, heldWords, makePlan, makeProblem, proposeAllowance, standingOut } from './index';

describe('the allowance of new lessons', () => {
  const { household, year, today } = newcomer();

  it('is proposed the moment the shelf is entered: two a day for 424 new lessons on 200 days', () => {
    const proposal = proposeAllowance(household, year, today)!;
    expect(proposal).toMatchObject({ now: 1, allowed: 2, fullest: { lessons: 424, days: 200 } });
    // Every lesson of this shelf has something to practise behind it.
    expect(proposal.uncounted).toEqual([]);
  });

  it('leaves only some days that stand out, and those are told by how full they are', () => {
    const settings = { ...household.settings, wishes: { newLessons: 2 } };
    const wished = { ...household, settings };
    expect(proposeAllowance(wished, year, today)).toBeUndefined();
    const plan = makePlan(makeProblem(wished, year, today), { sweeps: 60, seed: 1 });
    const told = standingOut(plan);
    expect(told).toEqual([{ teacherId: 'T', lessons: 3, days: expect.any(Array) as number[] }]);
    // Counting alone forces 24 days of three.
    expect(told[0]!.days).toHaveLength(plan.clashes.length);
    expect(told[0]!.days.length).toBeGreaterThanOrEqual(24);
    expect(told[0]!.days.length).toBeLessThanOrEqual(30);
    expect(fewStandOut(year, plan, toDay(year.end))).toBe(true);
    const tight = makePlan(makeProblem(household, year, today), { sweeps: 4, seed: 1 });
    expect(fewStandOut(year, tight, toDay(year.end))).toBe(false);
  });

  it('comes after the courses whose lessons need not count: read, numbered by days, or one sitting each', () => {
    const tales = aCourse('tales', {
      lessons: 150,
      perLesson: [
        { kind: 'read', count: 1 },
        { kind: 'introduce', count: 1 },
      ],
    });
    const days = aCourse('days', {
      lessons: 150,
      word: 'Day',
      perLesson: [
        { kind: 'introduce', count: 1 },
        { kind: 'make', count: 1 },
      ],
    });
    const talks = aCourse('talks', { lessons: 150, perLesson: [{ kind: 'introduce', count: 1 }] });
    const sums = aCourse('sums', {
      lessons: 60,
      perLesson: [
        { kind: 'introduce', count: 1 },
        { kind: 'practise', count: 2 },
      ],
    });
    const h = aHousehold({
      years: [aYear()],
      children: [aChild('A'), aChild('B')],
      courses: [tales, days, talks, sums],
      enrolments: ['tales', 'days', 'talks', 'sums'].map((id) => anEnrolment(id, id, { perSitting: 2 })),
    });
    const proposal = proposeAllowance(h, h.years[0]!, toDay('2026-09-07'))!;
    expect(proposal.uncounted.map((u) => [u.course.id, u.why])).toEqual([
      ['tales', 'reading'],
      ['days', 'numbered days'],
      ['talks', 'one sitting a lesson'],
    ]);
    // Without them one a day holds what is left.
    expect(proposal.allowed).toBe(1);
  });

  it('is proposed no more once no day of the year is left, nor where none that could be chosen would hold it', () => {
    const last = toDay(year.end);
    // The days after the last, of a year that ends in a break, and of one that is over.
    expect([last + 1, last + 9].map((day) => proposeAllowance(household, year, day))).toEqual([undefined, undefined]);
    for (const left of [0, 1, 2, 10]) {
      const proposal = proposeAllowance(household, year, last - left);
      if (proposal) expect(proposal.allowed === proposal.now || proposal.allowed <= MOST_NEW).toBe(true);
    }
    // Seven courses with a new lesson on every day.
    const ids = ['a', 'b', 'c', 'd', 'e', 'f', 'g'];
    const full = aHousehold({
      children: [aChild('A')],
      courses: ids.map((id) =>
        aCourse(id, {
          lessons: 200,
          perLesson: [
            { kind: 'introduce', count: 1 },
            { kind: 'practise', count: 1 },
          ],
        }),
      ),
      enrolments: ids.map((id) => anEnrolment(id, id, { perSitting: 2 })),
    });
    expect(proposeAllowance(full, full.years[0]!, toDay('2026-09-07'))).toMatchObject({ now: 1, allowed: 1 });
  });

  it('counts of what there is only the lessons that find a day: what a course has no days for burdens none', () => {
    const long = (lessons: number) => {
      const h = aHousehold({
        courses: [aCourse('long', { lessons }), aCourse('c')],
        enrolments: [anEnrolment('e', 'long', { weekdays: [1], perSitting: 1 }), anEnrolment('f', 'c')],
      });
      return proposeAllowance(h, h.years[0]!, toDay('2026-09-07'));
    };
    expect(long(20)).toBeUndefined();
    expect(long(900)).toBeUndefined();
  });

  it('is nothing to be said of a household that fits, has nobody, or wishes none a day', () => {
    const small = aHousehold({ courses: [aCourse('c')], enrolments: [anEnrolment('e', 'c')] });
    expect(proposeAllowance(small, small.years[0]!, toDay('2026-09-07'))).toBeUndefined();
    expect(proposeAllowance(aHousehold(), aYear(), toDay('2026-09-07'))).toBeUndefined();
    const none = { ...household, settings: { ...household.settings, wishes: { newLessons: 0 } } };
    expect(proposeAllowance(none, year, today)).toBeUndefined();
  });

  it('is held but for days that are told by teacher and by how full they are, each date under its own', () => {
    const teachers = [aTeacher('T', { name: 'Tilda' }), aTeacher('U', { name: 'Ulf' })];
    const h = aHousehold({ teachers, settings: { ...aHousehold().settings, dateStyle: 'year-month-day' } });
    const clash = (teacherId: string, day: string, ...enrolmentIds: string[]) => ({
      ...{ teacherId, enrolmentIds, day: toDay(day), above: enrolmentIds.length - 1 },
    });
    const clashes = [
      clash('T', '2026-09-07', 'a', 'b', 'c'),
      clash('T', '2026-09-08', 'a', 'b', 'c'),
      ...['2026-09-09', '2026-09-10', '2026-09-11', '2026-09-14'].map((d) => clash('T', d, 'a', 'b')),
      clash('U', '2026-09-15', 'd', 'e'),
    ];
    expect(heldWords(h, { clashes }, toDay('2026-09-07'))).toBe(
      'Tilda begins 3 new lessons on 2026-09-07 and 2026-09-08; 2 on 2026-09-09, 2026-09-10, 2026-09-11 and 1 other day; ' +
        'Ulf begins 2 new lessons on 2026-09-15; on every other day at most 1.',
    );
  });
});
