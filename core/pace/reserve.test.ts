import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { schoolDays, toDay } from '../calendar';
import { deleteLesson } from '../course';
import type { Household } from '../household';
import { countAgain } from '../tests/again';
import { afterDeed } from '../tests/apply';
import {
  aChild,
  aCourse,
  aHousehold,
  aMark,
  anEnrolment,
  aTeacher,
  aYear,
  householdArbitrary,
  shapedArbitrary,
} from '../tests/make';
import { earliestFit, evenPerSitting, makeTrack, reserveOf, sittingsPerWeek, weeklyPerSitting } from './index';

describe('days in hand', () => {
  it('are none on days on which nobody teaches what is next: such a day is lost already', () => {
    const h = aHousehold({
      years: [aYear({ start: '2026-09-07', end: '2026-10-02' })],
      // At home on Thursdays and Fridays: eight of twenty days, for five lessons.
      teachers: [aTeacher('T', { minutes: [0, 0, 0, 240, 240, 0, 0] })],
      courses: [aCourse('c', { lessons: 5, perLesson: [{ kind: 'introduce', count: 1 }] })],
      enrolments: [anEnrolment('e', 'c')],
    });
    const on = (day: string) =>
      reserveOf(makeTrack(h, h.years[0]!, h.enrolments[0]!, toDay(day)), h.years[0]!).daysInHand;
    // Three of the eight, on each day before the first of them; then one is spent on each that passes.
    expect(['2026-09-07', '2026-09-09', '2026-09-10', '2026-09-11', '2026-09-14', '2026-09-24'].map(on)).toEqual([
      3, 3, 3, 2, 1, -1,
    ]);
  });

  it('equal a brute-force count on any small household', () => {
    fc.assert(
      fc.property(fc.oneof(householdArbitrary, shapedArbitrary), ({ state, year, today }) => {
        for (const e of state.enrolments) {
          const track = makeTrack(state, year, e, today);
          if (track.steps.length > 9) continue;
          expect(reserveOf(track, year).daysInHand).toBe(countAgain(track, toDay(year.end), today));
        }
      }),
      { numRuns: 240 },
    );
  });

  const year = aYear({ start: '2026-09-07', end: '2026-09-18' });
  const of = (change: Partial<Household>, today = '2026-09-07') => {
    const state = aHousehold({
      years: [year],
      courses: [aCourse('c', { lessons: 4 })],
      enrolments: [anEnrolment('e', 'c')],
      ...change,
    });
    return reserveOf(makeTrack(state, year, state.enrolments[0]!, toDay(today)), year);
  };

  it('are the sittings left over: eight sheets on ten school days leave two', () => {
    expect(of({})).toEqual({
      daysInHand: 2,
      projected: toDay('2026-09-16'),
      afterYear: false,
      remaining: 8,
      forLater: 0,
    });
  });

  it('say until when anybody takes it, where no day after that is any of theirs', () => {
    const leaving = (until: string) => of({ children: [aChild('A', { until })] });
    expect(leaving('2026-09-15')).toMatchObject({ daysInHand: -1, hereUntil: toDay('2026-09-15') });
    expect(leaving('2026-09-16')).toMatchObject({ daysInHand: 0, projected: toDay('2026-09-16') });
    for (const until of ['2026-09-16', '2026-12-24']) expect(leaving(until)).not.toHaveProperty('hereUntil');
    const two = { children: [aChild('A', { until: '2026-09-10' }), aChild('B')] };
    expect(of({ ...two, enrolments: [anEnrolment('e', 'c', { childIds: ['A', 'B'] })] })).not.toHaveProperty(
      'hereUntil',
    );
  });

  it('stay when today is done, fall by one when today passes, rise by one with each known sheet', () => {
    expect(of({ marks: [aMark('e', 'L1-1', 'done', '2026-09-07')] }).daysInHand).toBe(2);
    expect(of({ marks: [aMark('e', 'L1-1', 'not today', '2026-09-07')] }).daysInHand).toBe(1);
    expect(of({}, '2026-09-08').daysInHand).toBe(1);
    expect(of({ marks: [aMark('e', 'L1-2', 'known', '2026-09-07')] }).daysInHand).toBe(3);
    expect(of({ marks: [aMark('e', 'L1-1', 'again', '2026-09-07')] }).daysInHand).toBe(1);
  });

  it('do not flicker while a sitting of two steps is half done', () => {
    for (const lessons of [4, 5]) {
      const two = { courses: [aCourse('c', { lessons })], enrolments: [anEnrolment('e', 'c', { perSitting: 2 })] };
      const first = [aMark('e', 'L1-1', 'done', '2026-09-07')];
      const whole = of(two).daysInHand;
      expect(of({ ...two, marks: first }).daysInHand).toBe(whole);
      expect(of({ ...two, marks: [...first, aMark('e', 'L1-2', 'done', '2026-09-07')] }).daysInHand).toBe(whole);
    }
  });

  it('do not rise for a sitting of half an hour once a step of it is done, however long it took', () => {
    const sheets = aCourse('c', { lessons: 7, perLesson: [{ kind: 'introduce', count: 1 }] });
    const half = { courses: [sheets], enrolments: [anEnrolment('e', 'c', { perSitting: 2, minutesPerSitting: 30 })] };
    expect(of(half).daysInHand).toBe(3);
    for (const minutes of [{}, { minutes: 4 }, { minutes: 55 }])
      expect(of({ ...half, marks: [aMark('e', 'L1-1', 'done', '2026-09-07', minutes)] }).daysInHand).toBe(3);
    // What is left of the half hour holds what is left of a step.
    const rest = [aMark('e', 'L1-1', 'partly', '2026-09-04', { minutesLeft: 10 })];
    expect(of({ ...half, marks: rest }).projected).toBe(toDay('2026-09-14'));
    const done = [...rest, aMark('e', 'L1-1', 'done', '2026-09-07', { seq: 1 })];
    expect(of({ ...half, marks: done }).projected).toBe(toDay('2026-09-14'));
  });

  it('are negative by the sittings that are missing, and the projected day lies behind the year', () => {
    const long = of({ courses: [aCourse('c', { lessons: 6 })] });
    expect(long).toMatchObject({ daysInHand: -2, projected: toDay('2026-09-22'), afterYear: true });
  });

  it('ignore other enrolments, and are not given where nothing is left or no weekday is set', () => {
    const crowd = Array.from({ length: 6 }, (_, i) => anEnrolment(`x${i}`, 'c'));
    expect(of({ enrolments: [anEnrolment('e', 'c'), ...crowd] }).daysInHand).toBe(2);
    expect(of({ enrolments: [anEnrolment('e', 'c', { weekdays: [] })] }).daysInHand).toBeUndefined();
    const all = aCourse('c', { lessons: 1 });
    const marks = ['L1-1', 'L1-2'].map((s) => aMark('e', s, 'done', '2026-09-07'));
    expect(of({ courses: [all], marks })).toMatchObject({ daysInHand: undefined, remaining: 0 });
  });
});

describe('what a sitting must take', () => {
  it('even: remaining ÷ sittings, rounded up', () => {
    expect(evenPerSitting(140, 144)).toBe(1);
    expect(evenPerSitting(180, 144)).toBe(2);
    expect(evenPerSitting(10, 0)).toBe(10);
  });
  it('n a week: n ÷ sittings a week, rounded up; lessons by the longest', () => {
    expect(weeklyPerSitting(3, 'steps', 2, 9)).toBe(2);
    expect(weeklyPerSitting(1, 'lessons', 4, 6)).toBe(2);
    expect(sittingsPerWeek({ weekdays: [1, 3, 6] }, aYear())).toBe(2);
  });
});

describe('common practice: 36 weeks of four days', () => {
  // Common practice: a five-day programme run four days a week in 36 weeks has 144 sittings; it holds 140 lessons,
  // and 180 days fall behind for certain.
  const year36 = aYear({ start: '2026-09-07', end: '2027-05-14', weekdays: [1, 2, 3, 4] });
  const reserve = (lessons: number) => {
    const state = aHousehold({
      years: [year36],
      courses: [aCourse('c', { lessons, perLesson: [{ kind: 'introduce', count: 1 }] })],
      enrolments: [anEnrolment('e', 'c', { weekdays: [1, 2, 3, 4] })],
    });
    return reserveOf(makeTrack(state, year36, state.enrolments[0]!, toDay('2026-09-07')), year36);
  };
  it('are 144 sittings: 140 lessons fit with four days in hand, 180 are 36 days short', () => {
    expect(schoolDays(year36)).toHaveLength(144);
    expect(reserve(140).daysInHand).toBe(4);
    expect(reserve(144).daysInHand).toBe(0);
    expect(reserve(180)).toMatchObject({ daysInHand: -36, afterYear: true });
  });
});

describe('the earliest fit', () => {
  it('never puts a test on the date of what it tests, and lets a long step sit alone', () => {
    const state = aHousehold({
      courses: [
        aCourse('c', {
          lessons: 1,
          perLesson: [
            { kind: 'introduce', count: 1 },
            { kind: 'assess', count: 1 },
          ],
        }),
      ],
      enrolments: [anEnrolment('e', 'c', { perSitting: 5, minutesPerSitting: 10 })],
    });
    const year = state.years[0]!;
    const fit = earliestFit(makeTrack(state, year, state.enrolments[0]!, toDay('2026-09-07')), toDay(year.end));
    expect(fit?.days).toEqual([toDay('2026-09-07'), toDay('2026-09-08')]);
    const done = { ...state, marks: [aMark('e', 'L1-1', 'done', '2026-09-07')] };
    const rest = earliestFit(makeTrack(done, year, done.enrolments[0]!, toDay('2026-09-07')), toDay(year.end));
    expect(rest?.days).toEqual([toDay('2026-09-08')]);
  });

  it('counts a lesson of a weekly cap once, in the week it is begun', () => {
    const state = aHousehold({
      courses: [
        aCourse('c', {
          lessons: 3,
          perLesson: [
            { kind: 'introduce', count: 1 },
            { kind: 'practise', count: 6 },
          ],
        }),
      ],
      enrolments: [anEnrolment('e', 'c', { perSitting: 2, rule: { kind: 'weekly', n: 1, unit: 'lessons' } })],
    });
    const year = state.years[0]!;
    const fit = earliestFit(makeTrack(state, year, state.enrolments[0]!, toDay('2026-09-07')), toDay(year.end))!;
    expect([0, 7, 14].map((i) => fit.days[i])).toEqual(['2026-09-07', '2026-09-14', '2026-09-21'].map(toDay));
  });

  it('counts no lesson twice that waits half done behind one put back; one that is taught all over again is begun anew', () => {
    const lessons = (...marks: [string, 'done' | 'again', string][]) => {
      const state = aHousehold({
        courses: [
          aCourse('c', {
            lessons: 3,
            perLesson: [
              { kind: 'introduce', count: 1 },
              { kind: 'practise', count: 1 },
            ],
          }),
        ],
        enrolments: [anEnrolment('e', 'c', { rule: { kind: 'weekly', n: 1, unit: 'lessons' } })],
        marks: marks.map(([id, kind, date], seq) => aMark('e', id, kind, date, { seq })),
      });
      const [year] = state.years;
      const fit = earliestFit(makeTrack(state, year!, state.enrolments[0]!, toDay('2026-09-21')), toDay(year!.end))!;
      return fit.days.map((d) => d - toDay('2026-09-21'));
    };
    const first = [
      ['L1-1', 'done', '2026-09-07'],
      ['L1-2', 'done', '2026-09-08'],
    ] as [string, 'done', string][];
    const second = ['L2-1', 'done', '2026-09-14'] as [string, 'done', string];
    // The practice of the first comes back, that of the second is free as well, and the third is this week’s.
    expect(lessons(...first, second, ['L1-2', 'again', '2026-09-15'])).toEqual([0, 1, 2, 3]);
    // All of the first comes back: it is this week’s, and the third has to wait.
    const back = ['L1-1', 'L1-2'].map((id) => [id, 'again', '2026-09-15'] as [string, 'again', string]);
    expect(lessons(...first, second, ...back)).toEqual([0, 1, 2, 7, 8]);
    // Its first step is done again this week: the third waits as before.
    expect(lessons(...first, second, ...back, ['L1-1', 'done', '2026-09-21'])).toEqual([1, 2, 7, 8]);
  });

  it('counts a printed day once, also where one of its lessons goes out of the book once it is done', () => {
    // Five lessons over two days a week; Monday's three are done, and the second of them goes.
    const whole = aCourse(
      'c',
      { lessons: 7, perLesson: [{ kind: 'practise', count: 1 }] },
      { rhythms: [{ id: 'two', name: 'two', days: 2, lessons: 5 }] },
    );
    const marks = ['L1-1', 'L2-1', 'L3-1'].map((id, seq) => aMark('e', id, 'done', '2026-09-07', { seq }));
    const before = aHousehold({ courses: [whole], enrolments: [anEnrolment('e', 'c', { rule: { kind: 'printed' } })] });
    const state = afterDeed(
      before,
      marks.map((put) => ({ table: 'marks', put })),
    );
    const after = afterDeed(state, [{ table: 'courses', put: deleteLesson(whole, 'L2') }]);
    const [year] = after.years;
    const fit = earliestFit(makeTrack(after, year!, after.enrolments[0]!, toDay('2026-09-08')), toDay(year!.end))!;
    // The fourth belongs to Monday's day now; the fifth and the sixth are this week's second; the last is next week's.
    expect(fit.days.map((d) => d - toDay('2026-09-08'))).toEqual([0, 1, 1, 6]);
  });
});
