import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay, usualTeacher } from '../calendar';
import { contentsWords, expandPattern, flatten } from '../course';
import { coursesInOrder } from '../household';
import { lessonsNeeding } from '../materials';
import { finishOf, finishWords, misfits, overview } from '../overview';
import { reserveOf } from '../pace';
import { goodnessWords, makePlan, makeProblem } from '../stagger';
import { makeTrack } from '../pace';
import { aChild, aCourse, aHousehold, anEnrolment, aPattern, aTeacher, aYear } from '../tests/make';
import {
  clockHours,
  count,
  dayAndDate,
  fieldDate,
  fullDate,
  inHand,
  listing,
  longDate,
  missingHours,
  readClock,
  readDate,
  fitting,
  shortNames,
  shortDate,
  titleAmong,
  weekdayWords,
  wholeHours,
} from './index';

describe('words with figures', () => {
  it('know one from many, and name everybody', () => {
    expect([count(1, 'day'), count(2, 'day'), count(0, 'day'), count(1, 'loaf', 'loaves')]).toEqual([
      '1 day',
      '2 days',
      '0 days',
      '1 loaf',
    ]);
    expect([listing([]), listing(['a']), listing(['a', 'b']), listing(['a', 'b', 'c'])]).toEqual([
      '',
      'a',
      'a and b',
      'a, b and c',
    ]);
    expect([inHand(0), inHand(1), inHand(-2)]).toEqual(['no day in hand', '1 day in hand', '2 days short']);
  });

  it('are short where a box is: told apart among each other, by as few words as it takes', () => {
    expect(
      shortNames([
        'Sluice Arithmetic, Level B',
        'The Copybook Row',
        'Rivers and Their Towns, first volume',
        'Rivers and Their Towns, second volume',
        'Letters at the Lockside',
        'The',
      ]),
    ).toEqual(['Sluice', 'Copybook', 'Rivers first', 'Rivers second', 'Letters', 'The']);
    // What begins like a longer one keeps all it has.
    expect(shortNames(['Latin', 'Latin Primer'])).toEqual(['Latin', 'Latin Primer']);
    const title = fc
      .array(fc.constantFrom('The', 'Sluice', 'River', 'of', 'Level', 'B', 'Book'), { minLength: 1, maxLength: 5 })
      .map((w) => w.join(' '));
    fc.assert(
      fc.property(fc.uniqueArray(title, { minLength: 1, maxLength: 8 }), (titles) => {
        const short = shortNames(titles);
        short.forEach((s, i) => {
          for (const word of s.split(' ')) expect(titles[i]).toContain(word);
          expect(short.indexOf(s)).toBe(i);
        });
      }),
    );
    expect([fitting(['Sluice 6, test', 'Sluice 6', 'Sluice'], 8), fitting(['Sluice', 'Slu'], 2)]).toEqual([
      'Sluice 6',
      'Slu',
    ]);
  });

  it('count whole hours one way: what was held never more, what is missing never less', () => {
    // In a column they stand to the minute, so that it adds up.
    expect([0, 65, 600].map(clockHours)).toEqual(['0:00', '1:05', '10:00']);
    expect([wholeHours(119), wholeHours(120), missingHours(1), missingHours(120)]).toEqual([1, 2, 1, 2]);
  });

  it('read a date as it is shown, in each style, any day of two centuries', () => {
    const near = toDay('2026-11-26');
    fc.assert(
      fc.property(
        fc.constantFrom('day month', 'month day', 'year-month-day' as const),
        fc.integer({ min: toDay('1950-01-01'), max: toDay('2150-12-31') }),
        (style, day) => {
          expect(readDate(style, fieldDate(style, day), near)).toBe(fromDay(day));
          expect(readDate(style, fromDay(day), near)).toBe(fromDay(day));
        },
      ),
    );
    // Named in full, the year stands once and where the style has it.
    const named = (['day month', 'month day', 'year-month-day'] as const).map((style) => fullDate(style, near));
    expect(named).toEqual(['Thursday 26 November 2026', 'Thursday, November 26, 2026', 'Thursday 2026-11-26']);
    // The same day within half a year needs no year.
    fc.assert(
      fc.property(
        fc.constantFrom('day month', 'month day' as const),
        fc.integer({ min: -180, max: 180 }),
        (style, d) => {
          expect(readDate(style, shortDate(style, near + d), near)).toBe(fromDay(near + d));
          expect(readDate(style, dayAndDate(style, near + d), near)).toBe(fromDay(near + d));
        },
      ),
    );
  });

  it('read dates as people write them, and none that does not exist', () => {
    const near = toDay('2026-11-26');
    const read = (text: string, style: 'day month' | 'month day' = 'day month') => readDate(style, text, near);
    expect(['3/4', '3.4.27', '03-04-2027', '3 April', '3rd of'].map((t) => read(t))).toEqual([
      '2027-04-03',
      '2027-04-03',
      '2027-04-03',
      '2027-04-03',
      undefined,
    ]);
    expect(['3/4', 'March 4th', 'Sept 1 26', 'Thursday, Nov 26'].map((t) => read(t, 'month day'))).toEqual([
      '2027-03-04',
      '2027-03-04',
      '2026-09-01',
      '2026-11-26',
    ]);
    expect(read('29 Feb 2028')).toBe('2028-02-29');
    expect(read('14/3/14')).toBe('2014-03-14');
    for (const bad of ['29 Feb 2027', '31 April', '13', '', 'soon', '32/1', '1/13', '1 2 3 4', '2026-2-30', '5 Mayday'])
      expect(read(bad)).toBeUndefined();
  });

  it('read a time of day', () => {
    expect(
      ['9', '9:30', '09.30', '0930', '1:15 pm', '12 am', '12:05pm', '24:00', '9:60', '13pm', ''].map(readClock),
    ).toEqual(['09:00', '09:30', '09:30', '09:30', '13:15', '00:00', '12:05', ...Array<undefined>(4).fill(undefined)]);
  });

  it('name the year of a date that could be taken for another, and of no other', () => {
    const near = toDay('2026-11-26');
    const next = toDay('2027-10-20');
    const told = (iso: string) => shortDate('day month', toDay(iso), near);
    expect(['2026-11-26', '2027-01-20', '2027-09-22', '2027-09-23', '2026-01-02', '2025-12-31'].map(told)).toEqual([
      ...['26 Nov', '20 Jan', '22 Sept', '23 Sept 2027', '2 Jan', '31 Dec 2025'],
    ]);
    expect(shortDate('day month', '2026-12-01', toDay('2027-01-20'))).toBe('1 Dec');
    expect(dayAndDate('month day', next, near)).toBe('Wed Oct 20, 2027');
    expect(longDate('day month', next, near)).toBe('Wednesday 20 October 2027');
    expect(longDate('day month', next)).toBe('Wednesday 20 October');
  });

  it('tell no two days to come alike, nor two days gone by', () => {
    fc.assert(
      fc.property(fc.integer({ min: toDay('2024-01-01'), max: toDay('2034-12-31') }), (near) => {
        for (const way of [1, -1]) {
          const all = Array.from({ length: 1100 }, (_, i) => shortDate('day month', near + way * (i + 1), near));
          expect(new Set(all).size).toBe(all.length);
        }
      }),
      { numRuns: 20 },
    );
  });
});

describe('weekdays', () => {
  it('are a run, a list or every day', () => {
    expect(weekdayWords([5, 1, 2, 3, 4])).toBe('Mon to Fri');
    expect(weekdayWords([1, 4])).toBe('Mon and Thu');
    expect(weekdayWords([1, 2])).toBe('Mon and Tue');
    expect(weekdayWords([1, 2, 3, 4, 5, 6, 7])).toBe('every day');
    expect(weekdayWords([])).toBe('on no weekday');
  });
});

describe('sentences about a course', () => {
  const today = toDay('2026-09-07');
  const of = (lessons: number, change: object = {}) => {
    const state = aHousehold({
      years: [aYear({ start: '2026-09-07', end: '2026-09-18' })],
      children: [aChild('A')],
      courses: [aCourse('c', { lessons, perLesson: [{ kind: 'practise', count: 1 }] })],
      enrolments: [anEnrolment('e', 'c', change)],
    });
    const year = state.years[0]!;
    const plan = makePlan(makeProblem(state, year, today), { sweeps: 4, seed: 1 });
    const reserve = reserveOf(makeTrack(state, year, state.enrolments[0]!, today), year);
    return { state, year, plan, reserve, finish: finishOf(plan, 'e', reserve) };
  };

  it('would finish is the day of the last step in the plan, not the earliest fit', () => {
    const { plan, reserve, finish } = of(4, { rule: { kind: 'weekly', n: 2, unit: 'steps' } });
    const last = Math.max(...plan.tracks[0]!.days);
    expect(finish).toEqual({ kind: 'planned', day: last });
    expect(reserve.projected).toBeLessThanOrEqual(last);
    expect(finishWords('day month', finish, today)).toMatch(/^would finish \d+ Sept$/);
  });

  it('what finds no day is told with the earliest it could end, named so', () => {
    const { finish } = of(12);
    expect(finish).toMatchObject({ kind: 'beyond', unplaced: 2 });
    expect(finishWords('day month', finish, today)).toBe('2 steps find no day in the year, not before 22 Sept');
  });

  it('a course that is paused, dropped or swapped is not told as not fitting', () => {
    for (const life of ['paused', 'dropped', 'waiting', 'finished'] as const) {
      const { state, year, plan } = of(12, { life });
      expect(misfits(state, year, overview(state, year, plan, today), today)).toEqual([]);
    }
    const { state, year, plan } = of(12);
    expect(misfits(state, year, overview(state, year, plan, today), today)).toHaveLength(1);
  });

  it('contents are told the same everywhere: tests by themselves', () => {
    const units = expandPattern(aPattern({ lessons: 4, testEvery: 2, perLesson: [{ kind: 'practise', count: 2 }] }));
    expect(contentsWords(units)).toBe('4 lessons, 2 tests, 10 steps');
    expect(flatten({ ...aCourse('x'), units })).toHaveLength(10);
  });

  it('a plan that may be better says by what, and one that cannot says so', () => {
    const base = { clashes: 0, avoidable: 0, gap: 0.6, open: 12, proved: false };
    expect(goodnessWords(base, 400)).toBe(
      'No teacher begins more new lessons on a day than are allowed. All in all another plan might be better by as much as 12 steps standing a sitting nearer to the pace (400 steps are planned), and by no more.',
    );
    const one = goodnessWords({ ...base, clashes: 1, proved: true, open: 0 }, 1);
    expect(one).toContain('1 new lesson stands on a day');
    expect(one).toContain('that is proved');
    expect(goodnessWords({ ...base, clashes: 7, avoidable: 2 }, 9)).toContain('more than 2 of these 7');
  });

  it('a course is taught by who has the hours, unless somebody else is chosen', () => {
    const evenings = aTeacher('dad', { minutes: [60, 0, 60, 0, 0, 0, 0] });
    const days = aTeacher('mum', { minutes: [240, 240, 240, 240, 0, 0, 0] });
    expect(usualTeacher({ teachers: [evenings, days] }, [1, 2, 3, 4, 5], toDay('2026-11-11'))?.id).toBe('mum');
    const tuesdays = { ...days, minutes: [0, 240, 0, 0, 0, 0, 0] };
    expect(usualTeacher({ teachers: [evenings, tuesdays] }, [1, 3], toDay('2026-11-11'))?.id).toBe('dad');
    expect(usualTeacher({ teachers: [] }, undefined, toDay('2026-11-11'))).toBeUndefined();
    // Who has given up the hours by then is not chosen for them.
    const leaving = { ...days, later: [{ from: '2027-01-04', minutes: [0, 0, 0, 0, 0, 0, 0] }] };
    const on = (date: string) => usualTeacher({ teachers: [evenings, leaving] }, undefined, toDay(date))?.id;
    expect([on('2027-01-03'), on('2027-01-04')]).toEqual(['mum', 'dad']);
  });

  it('a lesson that needs a thing for three steps is one lesson', () => {
    const need = (lessonId: string, stepId?: string) => ({
      ...{ id: `${lessonId} ${stepId}`, materialId: 'm', courseId: 'c', lessonId, quantity: 1, per: 'child' as const },
      ...(stepId ? { stepId } : {}),
    });
    const needs = [need('L1', 'a'), need('L1', 'b'), need('L1'), need('L2')];
    const courses = [aCourse('c', { lessons: 3 })];
    expect(lessonsNeeding({ needs, courses }).get('m')).toBe(2);
    const every = {
      id: 'n',
      materialId: 'm',
      courseId: 'c',
      quantity: 1,
      per: 'child' as const,
      rule: { for: 'lessons' as const },
    };
    expect(lessonsNeeding({ needs: [every], courses }).get('m')).toBe(3);
  });

  it('a list of courses follows the order that is said, and can be narrowed', () => {
    const state = aHousehold({
      children: [aChild('A', { name: 'Ann', born: '2012-01-01' }), aChild('B', { name: 'Ben', born: '2019-01-01' })],
      courses: [
        { ...aCourse('z'), title: 'Zinc' },
        { ...aCourse('b'), title: 'Brass' },
        { ...aCourse('n'), title: 'Nobody’s' },
      ],
      enrolments: [anEnrolment('old', 'b', { childIds: ['A'] }), anEnrolment('young', 'z', { childIds: ['B'] })],
    });
    const of = (by: 'day' | 'child' | 'title', find?: string) => coursesInOrder(state, by, find).map((c) => c.id);
    expect([of('title'), of('child'), of('day')]).toEqual([
      ['b', 'n', 'z'],
      ['z', 'b', 'n'],
      ['z', 'b', 'n'],
    ]);
    state.settings.order = ['old', 'young'];
    expect([of('day'), of('child'), of('title', ' ben '), of('day', 'nothing')]).toEqual([
      ['b', 'z', 'n'],
      ['z', 'b', 'n'],
      ['z'],
      [],
    ]);
  });
});

describe('the title of a course in a line that names no child', () => {
  it('says whose it is where somebody else takes the same book, and nothing more where nobody does', () => {
    const own = anEnrolment('a', 'sums', { childIds: ['A'] });
    const state = (...also: ReturnType<typeof anEnrolment>[]) =>
      aHousehold({
        children: [aChild('A', { name: 'Ada' }), aChild('B', { name: 'Ben' })],
        courses: [aCourse('sums', {}, { title: 'Sums' }), aCourse('tales', {}, { title: 'Tales' })],
        enrolments: [own, ...also],
      });
    const said = (...also: ReturnType<typeof anEnrolment>[]) => titleAmong(state(...also), own);
    expect(said()).toBe('Sums');
    expect(said(anEnrolment('b', 'tales', { childIds: ['B'] }))).toBe('Sums');
    const sibling = anEnrolment('b', 'sums', { childIds: ['B'] });
    expect(said(sibling)).toBe('Sums (Ada)');
    expect(titleAmong(state(sibling), sibling)).toBe('Sums (Ben)');
    // Who is done with it is no other any more.
    expect(said({ ...sibling, life: 'finished' })).toBe('Sums');
  });
});
