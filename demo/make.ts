import { fromDay, schoolDays, toDay, type Weekday, weekStart } from '../core/calendar';
import { flatten } from '../core/course';
import type { Backup } from '../core/formats';
import {
  defaultSettings,
  emptyHousehold,
  type Enrolment,
  type Household,
  type Jotting,
  type Mark,
  type PublishedWeek,
  type SchoolYear,
} from '../core/household';
import { dayPage, type DayRow } from '../core/day';
import { evenPerSitting, openDates } from '../core/pace';
import { makePlan, makeProblem, seeded } from '../core/stagger';
import { publishWeek, weekPage } from '../core/week';
import { COURSES } from './courses';
import { stockOfTheCottage } from './materials';

/**
 * The sample household: the keepers of a canal lock and their four children, in the ninth teaching week of a year.
 * Everybody and every book in it is invented. The record is made by letting the planner plan each past day and
 * marking it as a real family might, with a drawn but repeatable share of trouble.
 */

const YEAR: SchoolYear = {
  id: 'year-1',
  name: 'This school year',
  start: '2026-09-07',
  end: '2027-06-11',
  weekdays: [1, 2, 3, 4, 5],
  lightDays: [5],
  lightShare: 50,
  targetDays: 172,
  closed: [
    { id: 'c1', from: '2026-10-12', to: '2026-10-16', label: 'lock drained for repairs' },
    { id: 'c2', from: '2026-12-21', to: '2027-01-01', label: 'winter break' },
    { id: 'c3', from: '2027-02-22', to: '2027-02-24', label: 'gauging days' },
    { id: 'c4', from: '2027-04-05', to: '2027-04-09', label: 'spring break' },
    { id: 'c5', from: '2027-05-14', to: '2027-05-14', label: 'boat fair' },
  ],
};
/** The last day of the record; the sample opens somewhere in this week. */
const AS_OF = '2026-11-13';

type Plot = [
  id: string,
  course: string,
  children: string[],
  teacher: string,
  weekdays: Weekday[],
  rule: Enrolment['rule'],
  change?: Partial<Enrolment>,
];
const ALL: Weekday[] = [1, 2, 3, 4, 5];
const FOUR: Weekday[] = [1, 2, 3, 4];
const EVEN: Enrolment['rule'] = { kind: 'even' };

const PLOTS: Plot[] = [
  ['history', 'history', ['oda', 'jory', 'wren'], 'maren', [1, 3, 4], EVEN],
  ['science', 'science', ['jory', 'wren'], 'tobias', [2, 5], EVEN],
  ['baskets', 'baskets', ['pip'], 'maren', FOUR, { kind: 'weekly', n: 3, unit: 'steps' }],
  ['letters', 'letters', ['wren'], 'maren', ALL, EVEN],
  ['arith-wren', 'arith-b', ['wren'], 'maren', ALL, EVEN],
  ['hand-wren', 'hand', ['wren'], 'maren', FOUR, EVEN],
  ['arith-jory', 'arith-e', ['jory'], 'maren', ALL, EVEN],
  ['reader', 'reader', ['jory'], 'maren', FOUR, { kind: 'weekly', n: 4, unit: 'steps' }],
  [
    'grammar-jory',
    'grammar',
    ['jory'],
    'maren',
    [1, 2, 3, 4],
    { kind: 'weekly', n: 2, unit: 'lessons' },
    { perSitting: 1 },
  ],
  ['grammar-oda', 'grammar', ['oda'], 'tobias', [2, 4, 5], EVEN, { fromStepId: 'L21-1' }],
  ['algebra', 'algebra', ['oda'], 'tobias', ALL, EVEN],
  ['latin', 'latin', ['oda'], 'tobias', [1, 3, 4, 5], EVEN],
];

/** The household before its first school day. */
function atTheStart(): Household {
  const teacher = { maren: [210, 210, 180, 210, 150, 0, 0], tobias: [60, 120, 60, 60, 120, 0, 0] };
  const enrolments = PLOTS.map(([id, courseId, childIds, teacherId, weekdays, rule, change]): Enrolment => {
    const made: Enrolment = {
      id,
      courseId,
      childIds,
      teacherId,
      weekdays,
      rule,
      perSitting: 1,
      life: 'running',
      takesOptional: true,
      ...change,
    };
    const all = flatten(COURSES.find((c) => c.id === courseId)!);
    const from = change?.fromStepId ? all.findIndex((s) => s.id === change.fromStepId) : 0;
    if (rule.kind === 'even') made.perSitting = evenPerSitting(all.length - from, openDates(made, YEAR).length);
    return made;
  });
  return {
    ...emptyHousehold({ ...defaultSettings(1, 'day month'), name: 'Withy Lock' }),
    children: [
      { id: 'pip', name: 'Pip', born: '2024-06-18', colour: 'weld', ornament: 'moon', minutesPerDay: 20 },
      { id: 'wren', name: 'Wren', born: '2020-04-02', colour: 'plum', ornament: 'leaf', minutesPerDay: 150 },
      { id: 'jory', name: 'Jory', born: '2017-01-23', colour: 'woad', ornament: 'fish', minutesPerDay: 210 },
      { id: 'oda', name: 'Oda', born: '2014-03-09', colour: 'moss', ornament: 'wheel', minutesPerDay: 270 },
    ],
    teachers: [
      { id: 'maren', name: 'Maren', minutes: teacher.maren },
      { id: 'tobias', name: 'Tobias', minutes: teacher.tobias },
    ],
    years: [YEAR],
    courses: COURSES,
    enrolments,
    ...stockOfTheCottage('2026-09-01'),
  };
}

/** What came up in between and was written down. */
const JOTTINGS: Jotting[] = [
  { id: 'jot-1', kind: 'errand', text: 'oil the hinges of the school cupboard', date: '2026-11-05' },
  { id: 'jot-2', kind: 'buy', text: 'outline maps of the river, a pad of fifty', date: '2026-11-06' },
  { id: 'jot-3', kind: 'buy', text: 'a second magnifying glass', date: '2026-11-09' },
  { id: 'jot-4', kind: 'note', text: 'Jory explained the tides to the boatman, unasked', date: '2026-11-06' },
  { id: 'jot-5', kind: 'reminder', text: 'library books about reeds', date: '2026-11-03', week: '2026-11-09' },
  { id: 'jot-6', kind: 'reminder', text: 'dentist, all four', date: '2026-11-03', week: '2026-11-23' },
];

const NOTES = [
  'asked for one more',
  'mixed up 6 and 9',
  'did it on the lock beam in the sun',
  'tired, stopped early',
  'explained it to Pip afterwards',
  'needs the cubes next time',
];

/** Makes the sample: simulates every school day up to and with the last of its record. */
export function makeSample(): Backup {
  let household = atTheStart();
  const random = seeded(1834);
  let seq = 100;
  const mark = (row: DayRow, date: string, kind: Mark['kind'], more: Partial<Mark> = {}) => {
    seq++;
    const made: Mark = {
      id: `mark-${String(seq).padStart(4, '0')}`,
      enrolmentId: row.enrolment.id,
      stepId: row.step.id,
      date,
      seq,
      kind,
      ...more,
    };
    household = { ...household, marks: [...household.marks, made] };
  };
  const sick = new Map([
    ['2026-09-30', 'wren'],
    ['2026-10-01', 'wren'],
    ['2026-10-28', 'jory'],
  ]);
  const untouched = ['2026-10-23'];
  /** The weeks as they were printed on their first school day; the one under way is still to be published. */
  const published: PublishedWeek[] = [];
  for (const day of schoolDays(YEAR).filter((d) => d <= toDay(AS_OF))) {
    const date = fromDay(day);
    if (untouched.includes(date)) continue;
    const plan = makePlan(makeProblem(household, YEAR, day), { sweeps: 4, seed: 1 });
    const start = weekStart(day, 1);
    if (!published.some((p) => p.weekStart === fromDay(start)) && start < weekStart(toDay(AS_OF), 1))
      published.push(publishWeek(weekPage(household, YEAR, plan, start)));
    for (const row of dayPage(household, plan, day).groups.flatMap((g) => g.sittings.flatMap((s) => s.rows))) {
      const ill = sick.get(date);
      const { childIds } = row.enrolment;
      if (ill && childIds.length === 1 && childIds[0] === ill) {
        mark(row, date, 'not today');
        continue;
      }
      const [kind, more] = outcome(row, random());
      mark(row, date, kind, random() < 0.06 ? { ...more, note: NOTES[Math.floor(random() * NOTES.length)]! } : more);
      if (ill && childIds.includes(ill)) mark(row, date, 'missed', { childId: ill });
    }
    if (date === '2026-10-20')
      markKnown(household, 'arith-jory', ['L7-4', 'L7-5', 'L8-3', 'L8-4'], (row) => mark(row, date, 'known'));
  }
  return { asOf: AS_OF, household: { ...household, published, jottings: JOTTINGS } };

  function outcome(row: DayRow, draw: number): [Mark['kind'], Partial<Mark>] {
    const minutes = Math.max(4, Math.round(row.minutes * (0.7 + random() * 0.7)));
    const { kind, optional } = row.step;
    if (optional && draw < 0.6) return ['left out', {}];
    if (draw < 0.025) return ['again', { minutes }];
    if (draw < 0.05) return ['not today', {}];
    if (draw < 0.065 && row.minutes > 10)
      return ['partly', { minutes: Math.round(minutes / 2), minutesLeft: Math.round(row.minutes / 2) }];
    if (kind === 'practise' && draw < 0.11) return ['known', {}];
    if (kind === 'assess') return ['done', { minutes, score: { got: 13 + Math.floor(random() * 8), of: 20 } }];
    return ['done', random() < 0.5 ? { minutes } : {}];
  }
}

/** Marks some steps known that still stand open. */
function markKnown(household: Household, enrolmentId: string, stepIds: string[], mark: (row: DayRow) => void): void {
  const enrolment = household.enrolments.find((e) => e.id === enrolmentId)!;
  const settled = new Set(household.marks.filter((m) => m.enrolmentId === enrolmentId).map((m) => m.stepId));
  const flat = flatten(household.courses.find((c) => c.id === enrolment.courseId)!);
  for (const step of flat) {
    if (!stepIds.includes(step.id) || settled.has(step.id)) continue;
    mark({ key: '', enrolment, step, missed: [], fresh: false, minutes: step.minutes, readBefore: false });
  }
}
