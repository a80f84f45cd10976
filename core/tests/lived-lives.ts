import { toDay, weekdayOf, type Day } from '../calendar';
import type { Child, Kind, SchoolYear } from '../household';
import { aChild, aYear } from './make';

/** Where and when a household lives. Its account book counts its school days by `held`, never by the program's calendar. */
export interface Life {
  year: SchoolYear;
  /** The year behind it, in which what is left is gone on with. */
  next?: SchoolYear;
  /** Years before this one, over by the time it begins. */
  earlier: SchoolYear[];
  required: number;
  /**
   * `lesson`: what each lesson has, a step of `minutes` where nothing is said; `per`: steps that a sitting holds, 1 where nothing is said;
   * `week`: steps, or lessons, that a week holds, any number where nothing is said; `turns`: those that share the days of the year, whoever is next.
   */
  enrolments: {
    id: string;
    kids: string[];
    steps: number;
    minutes: number;
    per?: number;
    lesson?: Kind[];
    week?: number;
    unit?: 'lessons';
    /** So many minutes a sitting, however far it gets. */
    sitting?: number;
    /** By when it is to be through, and from when on it is taken; the first and the last day of the year where nothing is said. */
    by?: string;
    on?: string;
    /** Most minutes of a sitting; of a sheet two fit into the place of one. */
    most?: number;
    easy?: boolean;
    /** As printed: so many lessons over so many days a week. */
    printed?: { days: number; lessons: number };
    turns?: true;
  }[];
  children: Child[];
  /** Whether school is held on a day of the year, before anything is closed. */
  held: (day: Day) => boolean;
  /** Nothing is moved by hand or published: what of it finds no day beside a week’s number is the planner’s own weighing. */
  unmoved?: true;
}

/** A northern autumn on Mondays to Fridays; nobody comes or goes. */
export const AUTUMN: Life = {
  year: aYear({
    start: '2026-09-07',
    end: '2026-11-27',
    requirement: { days: 50, meets: 'both', fromAge: 5 },
  }),
  earlier: [],
  required: 50,
  enrolments: [
    { id: 'sums', kids: ['A'], steps: 40, minutes: 15 },
    { id: 'letters', kids: ['B'], steps: 30, minutes: 20 },
    { id: 'tales', kids: ['A', 'B'], steps: 22, minutes: 20 },
  ],
  children: [
    aChild('A', { born: '2015-02-01' }),
    aChild('B', { born: '2019-02-01' }),
    aChild('C', { born: '2024-02-01' }),
  ],
  held: (day) => weekdayOf(day) <= 5,
};

/**
 * A southern year from February on, the second one of the household: three weeks on and one off, Mondays to Thursdays, over
 * the end of daylight saving. B joins in its sixth week, A leaves three weeks before its end.
 */
const SOUTH_START = toDay('2027-02-01');
export const SOUTH: Life = {
  year: aYear({
    id: 'south',
    name: '2027',
    start: '2027-02-01',
    end: '2027-06-11',
    weekdays: [1, 2, 3, 4],
    rhythm: { kind: 'weeks', from: '2027-02-01', on: 3, off: 1, changes: [] },
    requirement: { days: 40, meets: 'both', fromAge: 5 },
  }),
  earlier: [aYear({ id: 'before', name: '2026', start: '2026-02-02', end: '2026-11-27', weekdays: [1, 2, 3, 4] })],
  required: 40,
  enrolments: [
    { id: 'sums', kids: ['A'], steps: 40, minutes: 15 },
    { id: 'letters', kids: ['B'], steps: 24, minutes: 20 },
    { id: 'tales', kids: ['A', 'B'], steps: 30, minutes: 20 },
  ],
  children: [
    aChild('A', { born: '2015-02-01', until: '2027-05-21' }),
    aChild('B', { born: '2019-02-01', from: '2027-03-08' }),
    aChild('C', { born: '2024-02-01' }),
  ],
  held: (day) => weekdayOf(day) <= 4 && Math.floor((day - SOUTH_START) / 7) % 4 < 3,
};
/** An autumn in which a course takes two steps a sitting, another so many a week, and what is read is both. */
export const PACED: Life = {
  ...AUTUMN,
  required: 45,
  year: aYear({ start: '2026-09-02', end: '2026-11-26', requirement: { days: 45, meets: 'both', fromAge: 5 } }),
  enrolments: [
    { id: 'sums', kids: ['A'], steps: 40, minutes: 15, per: 2 },
    { id: 'letters', kids: ['B'], steps: 30, minutes: 20, week: 3 },
    { id: 'tales', kids: ['A', 'B'], steps: 40, minutes: 20, per: 2, week: 4 },
  ],
  unmoved: true,
};
/** An autumn of books whose lessons have several steps: two days a lesson, tests behind, and so many lessons a week. */
export const LESSONS: Life = {
  ...PACED,
  enrolments: [
    { id: 'sums', kids: ['A'], steps: 36, minutes: 15, lesson: ['introduce', 'practise'] },
    { id: 'letters', kids: ['B'], steps: 45, minutes: 20, lesson: ['introduce', 'practise', 'assess'], per: 2 },
    {
      ...{ id: 'tales', kids: ['A', 'B'], steps: 40, minutes: 20, lesson: ['introduce', 'practise'] },
      ...{ per: 2, week: 2, unit: 'lessons' },
    },
  ],
};
/** An autumn of books as they are printed, and of half an hour a day. */
export const PRINTED: Life = {
  ...PACED,
  enrolments: [
    { id: 'sums', kids: ['A'], steps: 80, minutes: 15, sitting: 30 },
    { id: 'letters', kids: ['B'], steps: 100, minutes: 20, printed: { days: 4, lessons: 10 } },
    {
      ...{ id: 'tales', kids: ['A', 'B'], steps: 60, minutes: 20, lesson: ['introduce', 'practise'] },
      printed: { days: 3, lessons: 3 },
    },
  ],
};
/** An autumn of courses that are to be through before its end, or begin behind its first day, with easy sheets and short sittings. */
export const TARGETS: Life = {
  ...PACED,
  enrolments: [
    { id: 'sums', kids: ['A'], steps: 40, minutes: 15, easy: true, by: '2026-10-23' },
    { id: 'letters', kids: ['B'], steps: 30, minutes: 20, on: '2026-09-18' },
    {
      ...{ id: 'tales', kids: ['A', 'B'], steps: 50, minutes: 20, lesson: ['introduce', 'practise'] },
      ...{ per: 2, most: 30, by: '2026-11-13' },
    },
  ],
};
/** An autumn in which two courses of different children take turns. */
export const TURNS: Life = {
  ...AUTUMN,
  enrolments: [
    { id: 'sums', kids: ['A'], steps: 28, minutes: 15, turns: true },
    { id: 'letters', kids: ['B'], steps: 30, minutes: 20 },
    { id: 'tales', kids: ['A', 'B'], steps: 22, minutes: 20, turns: true },
  ],
  unmoved: true,
};
/** Two short years with a summer of two weeks between them: what the first leaves is gone on with in the second. */
export const SUMMER: Life = {
  ...AUTUMN,
  year: aYear({ start: '2026-05-26', end: '2026-06-12', requirement: { days: 30, meets: 'both', fromAge: 5 } }),
  next: aYear({
    ...{ id: 'next', name: '2026 to 2027', start: '2026-06-29', end: '2026-08-28', weekdays: [1, 2, 3, 4] },
    requirement: { days: 30, meets: 'both', fromAge: 5 },
  }),
  required: 30,
  held: (day) => weekdayOf(day) <= (day < toDay('2026-06-29') ? 5 : 4),
};
