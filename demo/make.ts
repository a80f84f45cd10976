import { fromDay, schoolDays, toDay, type Weekday, weekStart } from '../core/calendar';
import { flatten } from '../core/course';
import type { Backup } from '../core/formats';
import {
  type Absence,
  type AwayBlock,
  defaultSettings,
  emptyHousehold,
  type Enrolment,
  type Household,
  type Jotting,
  type Mark,
  type PublishedWeek,
  type SchoolYear,
} from '../core/household';
import { absentFrom, dayPage, type DayRow, ritualMark, ritualsOn } from '../core/day';
import { evenPerSitting, openDates } from '../core/pace';
import { makePlan, makeProblem, seeded } from '../core/stagger';
import { publishWeek, weekPage } from '../core/week';
import { COURSES } from './courses';
import { cardBox } from './cards';
import { practiceAtTheLock } from './practice';
import { stockOfTheCottage } from './materials';

/**
 * The sample household: the keepers of a canal lock and their four children, in the ninth teaching week of a year.
 * Everybody and every book in it is invented. The record is made by letting the planner plan each past day and
 * marking it as a real family might, with a drawn but repeatable share of trouble.
 */

const YEAR: SchoolYear = {
  id: 'year-1',
  name: 'School year 2026–27',
  start: '2026-09-07',
  end: '2027-06-11',
  weekdays: [1, 2, 3, 4, 5],
  light: [{ weekday: 5, share: 50 }],
  special: [
    {
      id: 's1',
      date: '2026-12-18',
      kind: 'part',
      share: 50,
      from: '08:30',
      to: '12:00',
      label: 'carols at the chapel',
    },
    { id: 's2', date: '2026-12-05', kind: 'catch-up', share: 100, label: '' },
    { id: 's3', date: '2027-03-06', kind: 'catch-up', share: 100, label: '' },
  ],
  requirement: { days: 170, meets: 'both' },
  own: [
    { childId: 'oda', requirement: { days: 170, hours: 200, meets: 'both' } },
    { childId: 'pip', requirement: { meets: 'both' } },
  ],
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
  [
    'letters',
    'letters',
    ['wren'],
    'maren',
    ALL,
    EVEN,
    {
      gates: [
        {
          id: 'gate-sounds',
          lessonId: 'L7',
          until: { kind: 'mastery', list: 'letter sounds', known: 21, of: 26 },
          fillId: 'between-wren',
        },
      ],
    },
  ],
  ['between-wren', 'between', ['wren'], 'maren', ALL, { kind: 'minutes', minutes: 10 }],
  [
    'arith-wren',
    'arith-b',
    ['wren'],
    'maren',
    ALL,
    EVEN,
    { stretches: [{ fromLessonId: 'L13', toLessonId: 'L15', times: 2 }] },
  ],
  [
    'hand-wren',
    'hand',
    ['wren'],
    'maren',
    FOUR,
    EVEN,
    {
      units: ['B1', 'B2', 'B4', 'B3', 'B5', 'B6'].map((unitId) => ({ courseId: 'hand', unitId })),
      portable: ['practise'],
    },
  ],
  ['arith-jory', 'arith-e', ['jory'], 'maren', ALL, EVEN],
  ['reader', 'reader', ['jory'], 'maren', FOUR, { kind: 'printed', rhythmId: 'four' }],
  [
    'grammar-jory',
    'grammar',
    ['jory'],
    'maren',
    [1, 2, 3, 4],
    { kind: 'weekly', n: 2, unit: 'lessons' },
    { perSitting: 1, presences: [{ kind: 'introduce', presence: 'near', from: '2027-01-11' }] },
  ],
  [
    'grammar-oda',
    'grammar',
    ['oda'],
    'tobias',
    [2, 4, 5],
    EVEN,
    {
      fromStepId: 'L21-1',
      gates: [
        {
          id: 'gate-latin',
          lessonId: 'L45',
          until: { kind: 'course', enrolmentId: 'latin', lessonId: 'L5', days: 0 },
        },
      ],
    },
  ],
  ['algebra', 'algebra', ['oda'], 'tobias', ALL, EVEN, { splitOver: 35 }],
  ['latin', 'latin', ['oda'], 'tobias', [1, 3, 4, 5], EVEN, { easy: ['drill'], at: '10:30', portable: ['drill'] }],
  ['aloud', 'aloud', ['oda', 'jory', 'wren'], 'maren', [2, 5], EVEN],
  ['songs', 'songs', ['jory', 'wren'], 'maren', [2, 4], { kind: 'loop', loopId: 'afternoons' }, { life: 'tried' }],
  ['pictures', 'pictures', ['jory', 'wren'], 'maren', [2, 4], { kind: 'loop', loopId: 'afternoons' }],
  [
    'spelling-jory',
    'daybook',
    ['jory'],
    'maren',
    FOUR,
    { kind: 'minutes', minutes: 10 },
    {
      units: [{ courseId: 'daybook', unitId: 'U1' }],
      helper: { childId: 'oda', kinds: ['practise'] },
    },
  ],
  [
    'rivers-jory',
    'rivers-1',
    ['jory'],
    'maren',
    [3, 5],
    { kind: 'weekly', n: 2, unit: 'steps' },
    { variant: 'traced' },
  ],
  [
    'rivers-jory-2',
    'rivers-2',
    ['jory'],
    'maren',
    [3, 5],
    { kind: 'weekly', n: 2, unit: 'steps' },
    {
      variant: 'freehand',
      gates: [{ id: 'gate-volume', until: { kind: 'course', enrolmentId: 'rivers-jory', days: 14 } }],
    },
  ],
  [
    'rivers-oda',
    'rivers-1',
    ['oda'],
    'tobias',
    [5],
    EVEN,
    {
      variant: 'freehand',
      life: 'dropped',
      verdicts: [{ childId: 'oda', worth: 'not again', text: 'too young for her by now', date: '2026-09-18' }],
    },
  ],
  ['knots', 'knots', ['oda'], 'tobias', ALL, { kind: 'when' }],
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
    if (rule.kind === 'even')
      made.perSitting = evenPerSitting(
        all.length - from,
        openDates(emptyHousehold(defaultSettings(1, 'day month')), made, YEAR).length,
      );
    return made;
  });
  return {
    ...emptyHousehold({
      ...defaultSettings(1, 'day month'),
      name: 'Withy Lock',
      windows: [
        {
          id: 'dinner',
          kind: 'meal',
          label: 'Dinner',
          from: '12:00',
          to: '12:45',
          childIds: ['pip', 'wren', 'jory', 'oda'],
        },
        { id: 'nap', kind: 'nap', label: 'Pip sleeps', from: '13:00', to: '14:30', childIds: ['pip'] },
        { id: 'quiet', kind: 'quiet', label: 'Quiet hour', from: '13:00', to: '14:00', childIds: ['wren', 'jory'] },
      ],
    }),
    children: [
      { id: 'pip', name: 'Pip', born: '2024-06-18', colour: 'weld', ornament: 'moon', minutesPerDay: 20 },
      {
        id: 'wren',
        name: 'Wren',
        born: '2020-04-02',
        colour: 'plum',
        ornament: 'leaf',
        minutesPerDay: 150,
        yields: ['songs', 'pictures', 'hand'],
      },
      {
        id: 'jory',
        name: 'Jory',
        born: '2017-01-23',
        colour: 'woad',
        ornament: 'fish',
        minutesPerDay: 210,
        yields: ['songs', 'pictures', 'daybook', 'rivers-1'],
      },
      { id: 'oda', name: 'Oda', born: '2014-03-09', colour: 'moss', ornament: 'wheel', minutesPerDay: 270 },
    ],
    teachers: [
      { id: 'maren', name: 'Maren', minutes: teacher.maren, prepares: [0, 0, 30, 0, 0, 0, 45] },
      { id: 'tobias', name: 'Tobias', minutes: teacher.tobias, prepares: [0, 0, 20, 0, 0, 30, 0] },
    ],
    years: [YEAR],
    courses: COURSES,
    enrolments,
    loops: [{ id: 'afternoons', name: 'afternoons', weekdays: [2, 4], turns: 'next', order: ['pictures', 'songs'] }],
    links: [{ id: 'tideways', enrolmentIds: ['history', 'aloud'], by: 'units' }],
    overlaps: [
      {
        id: 'locks-twice',
        one: { courseId: 'science', lessonId: 'L8' },
        other: { courseId: 'rivers-1', lessonId: 'L9' },
      },
    ],
    rituals: [
      {
        id: 'morning',
        title: 'date, weather, the hymn of the week',
        childIds: ['pip', 'wren', 'jory', 'oda'],
        teacherId: 'maren',
        weekdays: ALL,
        minutes: 10,
        presence: 'with',
      },
      {
        id: 'boats',
        title: 'counting the boats',
        childIds: ['pip', 'wren'],
        teacherId: 'maren',
        weekdays: [1, 3, 5],
        minutes: 5,
        presence: 'with',
      },
      {
        id: 'market',
        title: 'market day, a game of sums',
        childIds: ['wren', 'jory'],
        teacherId: 'maren',
        weekdays: [5],
        minutes: 25,
        presence: 'with',
        sheets: ['arith-wren', 'arith-jory'],
      },
    ],
    aways: AWAYS,
    ...stockOfTheCottage('2026-09-01'),
    holds: [
      {
        ...{ id: 'hold-1', title: 'Looking closely: the frog', item: 'frog-2', courseId: 'science', lessonId: 'L4' },
        ...{ placed: '2026-10-12', ready: '2026-10-20', fetched: '2026-10-22', due: '2026-11-12' },
      },
      {
        ...{ id: 'hold-2', title: 'Stories of the heron', item: 'heron-3', courseId: 'science', lessonId: 'L7' },
        placed: '2026-11-09',
      },
    ],
    // A level half made ready: what was made for the first lessons stays made.
    prepared: [1, 2, 3, 4, 5].map((n) => ({
      ...{ id: `science L${n}`, courseId: 'science', lessonId: `L${n}`, teacherId: 'tobias', date: '2026-10-24' },
      minutes: [15, 20, 25, 20, 30][n - 1]!,
    })),
  };
}

/** What takes them from the table. */
const AWAYS: AwayBlock[] = [
  {
    id: 'away-boats',
    label: 'Boatyard workshop',
    childIds: ['oda', 'jory'],
    teacherIds: [],
    from: '2026-09-10',
    to: '2027-05-27',
    weekdays: [4],
    everyWeeks: 1,
    start: '13:30',
    end: '15:00',
    travel: 20,
    breaks: [
      { id: 'b1', from: '2026-10-26', to: '2026-10-30', label: 'autumn' },
      { id: 'b2', from: '2026-12-14', to: '2027-01-08', label: 'winter' },
    ],
    takesDay: [],
    along: ['wren'],
    counts: true,
    firstWeek: 1,
    notes: 'The second cycle comes round in three years; keep the rope patterns.',
  },
  {
    id: 'away-gauging',
    label: 'gauging the upper pound',
    childIds: [],
    teacherIds: ['tobias'],
    from: '2026-11-30',
    to: '2027-05-31',
    weekdays: [1],
    everyWeeks: 4,
    travel: 0,
    breaks: [],
    takesDay: [],
    counts: false,
  },
  {
    id: 'away-dentist',
    label: 'dentist',
    childIds: ['wren'],
    teacherIds: [],
    from: '2026-11-24',
    to: '2026-11-24',
    weekdays: [],
    everyWeeks: 1,
    start: '10:00',
    end: '10:40',
    travel: 25,
    breaks: [],
    takesDay: [],
    counts: false,
  },
];

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
  const random = seeded(1844);
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
  const sick: Absence[] = [
    { id: 'a1', childIds: ['wren'], from: '2026-09-30', to: '2026-10-01', why: 'sick', label: 'a cold' },
    { id: 'a2', childIds: ['jory'], from: '2026-10-28', to: '2026-10-29', why: 'sick', label: '' },
  ];
  const untouched = ['2026-10-23'];
  /** The weeks as they were printed on their first school day; the one under way is still to be published. */
  const published: PublishedWeek[] = [];
  for (const day of schoolDays(YEAR).filter((d) => d <= toDay(AS_OF))) {
    const date = fromDay(day);
    if (untouched.includes(date)) continue;
    // Nobody knows of a cold before it comes: the plan is told on its first day.
    const ill = sick.filter((a) => a.from === date);
    if (ill.length > 0) household = { ...household, absences: [...household.absences, ...ill] };
    const plan = makePlan(makeProblem(household, YEAR, day), { sweeps: 4, seed: 1 });
    const start = weekStart(day, 1);
    if (!published.some((p) => p.weekStart === fromDay(start)) && start < weekStart(toDay(AS_OF), 1))
      published.push(publishWeek(weekPage(household, YEAR, plan, start)));
    for (const { ritual } of ritualsOn(household, YEAR, day)) {
      if (day % 9 === 0) continue;
      const done = ritualMark(ritual, date, `ritual-${date}-${ritual.id}`);
      household = { ...household, ritualMarks: [...household.ritualMarks, done] };
    }
    for (const row of dayPage(household, plan, day).groups.flatMap((g) => g.sittings.flatMap((s) => s.rows))) {
      const [kind, more] = outcome(row, random());
      mark(row, date, kind, random() < 0.06 ? { ...more, note: NOTES[Math.floor(random() * NOTES.length)]! } : more);
      for (const absent of absentFrom(household, row.enrolment, day)) mark(row, date, 'missed', { childId: absent.id });
    }
    if (date === '2026-10-20')
      markKnown(household, 'arith-jory', ['L7-4', 'L7-5', 'L8-3', 'L8-4'], (row) => mark(row, date, 'known'));
  }
  const dates = schoolDays(YEAR)
    .map(fromDay)
    .filter((d) => d <= AS_OF && !untouched.includes(d));
  return {
    asOf: AS_OF,
    household: { ...household, ...cardBox(dates), ...practiceAtTheLock(dates), published, jottings: JOTTINGS },
  };

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
    mark({ key: '', enrolment, step, missed: [], fresh: false, sits: true, minutes: step.minutes, readBefore: false });
  }
}
