/** Small households for tests, made from what a test cares about. */
import fc from 'fast-check';
import { fromDay, toDay, type Weekday } from '../calendar';
import { type CoursePattern, expandPattern, KIND_DEFAULTS } from '../course';
import {
  type Child,
  type Course,
  defaultSettings,
  emptyHousehold,
  type Enrolment,
  type Household,
  type Mark,
  type PaceRule,
  type SchoolYear,
  type Teacher,
} from '../household';

export const MON_TO_FRI: Weekday[] = [1, 2, 3, 4, 5];

export const aYear = (change: Partial<SchoolYear> = {}): SchoolYear => ({
  id: 'year',
  name: '2026–27',
  start: '2026-09-07',
  end: '2027-06-11',
  weekdays: MON_TO_FRI,
  light: [],
  closed: [],
  special: [],
  requirement: { days: 170, meets: 'both' },
  own: [],
  ...change,
});

export const aPattern = (change: Partial<CoursePattern> = {}): CoursePattern => ({
  lessons: 10,
  word: 'Lesson',
  perLesson: [
    { kind: 'introduce', count: 1 },
    { kind: 'practise', count: 1 },
  ],
  testEvery: 0,
  lessonsPerUnit: 0,
  firstPage: 0,
  pagesPerLesson: 1,
  ...change,
});

export const aCourse = (id: string, pattern: Partial<CoursePattern> = {}, change: Partial<Course> = {}): Course => ({
  id,
  title: id,
  kinds: { ...KIND_DEFAULTS },
  countsNew: true,
  units: expandPattern(aPattern(pattern)),
  ...change,
});

export const aChild = (id: string, change: Partial<Child> = {}): Child => ({
  id,
  name: id,
  born: '2018-03-04',
  colour: 'plum',
  ornament: 'leaf',
  minutesPerDay: 300,
  ...change,
});

export const aTeacher = (id = 'T', change: Partial<Teacher> = {}): Teacher => ({
  id,
  name: id,
  minutes: [240, 240, 240, 240, 240, 0, 0],
  ...change,
});

export const anEnrolment = (id: string, courseId: string, change: Partial<Enrolment> = {}): Enrolment => ({
  id,
  courseId,
  childIds: ['A'],
  teacherId: 'T',
  weekdays: MON_TO_FRI,
  rule: { kind: 'even' },
  perSitting: 1,
  life: 'running',
  takesOptional: true,
  ...change,
});

let made = 0;
export const aMark = (
  enrolmentId: string,
  stepId: string,
  kind: Mark['kind'],
  date: string,
  change: Partial<Mark> = {},
): Mark => ({
  id: `m${++made}`,
  enrolmentId,
  stepId,
  kind,
  date,
  seq: made,
  ...change,
});

export const aHousehold = (change: Partial<Household> = {}): Household => ({
  ...emptyHousehold(defaultSettings(1, 'day month')),
  years: [aYear()],
  children: [aChild('A')],
  teachers: [aTeacher()],
  ...change,
});

/** Arbitrary school years of a few weeks with holes in them. */
export const yearArbitrary = fc
  .record({
    start: fc.integer({ min: toDay('2023-12-01'), max: toDay('2029-03-01') }),
    length: fc.integer({ min: 1, max: 60 }),
    weekdays: fc.subarray([1, 2, 3, 4, 5, 6, 7] as Weekday[], { minLength: 1 }),
    holes: fc.array(fc.tuple(fc.integer({ min: 0, max: 59 }), fc.integer({ min: 0, max: 6 })), { maxLength: 3 }),
  })
  .map(({ start, length, weekdays, holes }) =>
    aYear({
      start: fromDay(start),
      end: fromDay(start + length),
      weekdays,
      light: weekdays.slice(0, 1).map((weekday) => ({ weekday, share: 50 })),
      closed: holes.map(([at, n], i) => ({
        id: `c${i}`,
        from: fromDay(start + at),
        to: fromDay(start + at + n),
        label: 'closed',
      })),
    }),
  );

/** Any pace rule that plans something; those printed follow a rhythm of the course's own (see below). */
const ruleArbitrary = fc.oneof(
  fc.constant<PaceRule>({ kind: 'even' }),
  fc.record({
    kind: fc.constant('weekly' as const),
    n: fc.integer({ min: 1, max: 4 }),
    unit: fc.constantFrom('steps' as const, 'lessons' as const),
  }),
  fc.constantFrom<PaceRule>({ kind: 'printed' }, { kind: 'printed', rhythmId: 'two' }),
  fc.record({ kind: fc.constant('minutes' as const), minutes: fc.integer({ min: 5, max: 60 }) }),
);
const RHYTHMS = [
  { id: 'five', name: 'five days', days: 5, lessons: 5 },
  { id: 'two', name: 'two days', days: 2, lessons: 5 },
];

/** Arbitrary small households: up to three children, up to four enrolments of different shapes, some marks. */
export const householdArbitrary = fc
  .record({
    year: yearArbitrary,
    courses: fc.array(
      fc.record({
        lessons: fc.integer({ min: 1, max: 6 }),
        introduce: fc.integer({ min: 0, max: 2 }),
        practise: fc.integer({ min: 0, max: 2 }),
        assess: fc.integer({ min: 0, max: 1 }),
        testEvery: fc.integer({ min: 0, max: 3 }),
        perSitting: fc.integer({ min: 1, max: 3 }),
        minutesPerSitting: fc.option(fc.integer({ min: 10, max: 60 }), { nil: undefined }),
        weekdays: fc.subarray([1, 2, 3, 4, 5, 6, 7] as Weekday[], { minLength: 1 }),
        rule: ruleArbitrary,
        children: fc.subarray(['A', 'B', 'C'], { minLength: 1 }),
        settled: fc.array(
          fc.tuple(
            fc.integer({ min: 0, max: 10 }),
            fc.constantFrom('done', 'known', 'partly', 'again', 'not today'),
            fc.integer({ min: 0, max: 10 }),
          ),
          { maxLength: 4 },
        ),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    todayAt: fc.integer({ min: 0, max: 20 }),
  })
  .map(({ year, courses, todayAt }) => {
    const today = toDay(year.start) + todayAt;
    const made = courses.map((c, i) =>
      aCourse(
        `C${i}`,
        {
          lessons: c.lessons,
          testEvery: c.testEvery,
          perLesson: [
            { kind: 'introduce', count: c.introduce },
            { kind: 'practise', count: c.practise + (c.introduce + c.practise + c.assess === 0 ? 1 : 0) },
            { kind: 'assess', count: c.assess },
          ],
        },
        { rhythms: RHYTHMS },
      ),
    );
    const enrolments = courses.map((c, i) =>
      anEnrolment(`E${i}`, `C${i}`, {
        childIds: c.children,
        weekdays: c.weekdays,
        perSitting: c.perSitting,
        ...(c.minutesPerSitting === undefined ? {} : { minutesPerSitting: c.minutesPerSitting }),
        rule: c.rule,
      }),
    );
    const marks = courses.flatMap((c, i) => {
      const steps = made[i]!.units.flatMap((u) => u.lessons.flatMap((l) => l.steps));
      return c.settled.map(([at, kind, ago], k): Mark => {
        const seq = i * 10 + k;
        return {
          id: `m${seq}`,
          enrolmentId: `E${i}`,
          stepId: steps[at % steps.length]!.id,
          kind: kind as Mark['kind'],
          date: fromDay(today - ago),
          seq,
        };
      });
    });
    const state = aHousehold({
      years: [year],
      children: [aChild('A'), aChild('B', { minutesPerDay: 40 }), aChild('C')],
      teachers: [aTeacher('T', { minutes: [60, 60, 0, 60, 60, 60, 0] })],
      courses: made,
      enrolments,
      marks,
    });
    return { state, year, today };
  });

/**
 * The same households with what may be said of an enrolment beyond its rule: easy kinds, a faster stretch, steps split
 * over two days or tied to a weekday, gates on the enrolment before it, a loop of the first two, everybody in step.
 */
export const shapedArbitrary = fc
  .tuple(
    householdArbitrary,
    fc.record({
      easy: fc.subarray(['introduce', 'practise', 'assess'] as const),
      times: fc.integer({ min: 1, max: 3 }),
      splitOver: fc.constantFrom(undefined, 12, 18),
      weekday: fc.constantFrom<Weekday | undefined>(undefined, 1, 3, 5),
      gate: fc.constantFrom('none', 'course', 'lesson', 'mastered', 'unmastered'),
      days: fc.integer({ min: 0, max: 5 }),
      loop: fc.constantFrom('none', 'next', 'weeks'),
      link: fc.constantFrom('none', 'whole', 'units'),
      yields: fc.subarray(['C0', 'C1', 'C2']),
    }),
  )
  .map(([{ state, year, today }, w]) => {
    const looped = w.loop !== 'none' && state.enrolments.length >= 2;
    const enrolments = state.enrolments.map((e, i): Enrolment => {
      const until =
        w.gate === 'mastered' || w.gate === 'unmastered'
          ? { kind: 'mastery' as const, list: 'sounds', known: w.gate === 'mastered' ? 4 : 3, of: 4 }
          : {
              kind: 'course' as const,
              enrolmentId: `E${i - 1}`,
              days: w.days,
              ...(w.gate === 'lesson' ? { lessonId: 'L1' } : {}),
            };
      return {
        ...e,
        ...(w.easy.length > 0 ? { easy: [...w.easy] } : {}),
        ...(w.times > 1 ? { stretches: [{ fromLessonId: 'L1', toLessonId: 'L2', times: w.times }] } : {}),
        ...(w.splitOver === undefined ? {} : { splitOver: w.splitOver }),
        ...(w.gate !== 'none' && i > 0 ? { gates: [{ id: 'g', lessonId: 'L2', until }] } : {}),
        ...(looped && i < 2 ? { rule: { kind: 'loop' as const, loopId: 'loop' }, childIds: ['A'] } : {}),
      };
    });
    const courses = state.courses.map((c) => ({
      ...c,
      units: c.units.map((u) => ({
        ...u,
        lessons: u.lessons.map((l) => ({
          ...l,
          steps: l.steps.map((s) => (w.weekday && s.kind === 'assess' ? { ...s, weekday: w.weekday } : s)),
        })),
      })),
    }));
    const shaped: Household = {
      ...state,
      courses,
      enrolments,
      children: state.children.map((c) => (w.yields.length > 0 ? { ...c, yields: [...w.yields] } : c)),
      loops: looped
        ? [
            {
              id: 'loop',
              name: 'loop',
              weekdays: year.weekdays,
              turns: w.loop as 'next' | 'weeks',
              order: ['E1', 'E0'],
            },
          ]
        : [],
      links:
        w.link !== 'none' && enrolments.length > 1
          ? [{ id: 'l', enrolmentIds: enrolments.map((e) => e.id), by: w.link as 'whole' | 'units' }]
          : [],
    };
    return { state: shaped, year, today };
  });

/** The same households with other paces from days to come on: other weekdays, another rule, other sittings. */
export const pacedArbitrary = fc
  .tuple(
    fc.oneof(householdArbitrary, shapedArbitrary),
    fc.array(
      fc.array(
        fc.record({
          after: fc.integer({ min: -3, max: 14 }),
          weekdays: fc.subarray([1, 2, 3, 4, 5, 6, 7] as Weekday[], { minLength: 1 }),
          rule: fc.oneof(
            fc.constant({ kind: 'even' as const }),
            fc.record({
              kind: fc.constant('weekly' as const),
              n: fc.integer({ min: 1, max: 4 }),
              unit: fc.constantFrom('steps' as const, 'lessons' as const),
            }),
            fc.record({ kind: fc.constant('printed' as const) }),
            fc.record({ kind: fc.constant('minutes' as const), minutes: fc.integer({ min: 5, max: 60 }) }),
          ),
          perSitting: fc.integer({ min: 1, max: 3 }),
          minutesPerSitting: fc.option(fc.integer({ min: 10, max: 60 }), { nil: undefined }),
          children: fc.option(fc.subarray(['A', 'B', 'C'], { minLength: 1 }), { nil: undefined }),
          teacher: fc.constantFrom(undefined, 'T', 'U'),
        }),
        { maxLength: 2 },
      ),
      { minLength: 4, maxLength: 4 },
    ),
    fc.array(
      fc.record({
        kind: fc.constantFrom('introduce' as const, 'practise' as const),
        presence: fc.constantFrom('with' as const, 'near' as const, 'alone' as const),
        after: fc.integer({ min: -3, max: 14 }),
      }),
      { maxLength: 2 },
    ),
  )
  .map(([{ state, year, today }, paces, others]) => {
    const presences = others.map(({ after, ...p }) => ({ ...p, from: fromDay(today + after) }));
    const enrolments = state.enrolments.map((e, i): Enrolment => {
      const own = paces[i]!.map(({ after, minutesPerSitting, children, teacher, ...p }) => ({
        from: fromDay(today + after),
        ...p,
        ...(minutesPerSitting === undefined ? {} : { minutesPerSitting }),
        ...(children ? { childIds: children } : {}),
        ...(teacher ? { teacherId: teacher } : {}),
      }));
      const once = own.filter((p, k) => own.findIndex((o) => o.from === p.from) === k);
      return {
        ...e,
        ...(once.length > 0 ? { paces: once } : {}),
        ...(i < 2 && presences.length > 0 ? { presences } : {}),
      };
    });
    const teachers = [...state.teachers, aTeacher('U', { minutes: [30, 0, 60, 60, 60, 0, 60] })];
    return { state: { ...state, teachers, enrolments }, year, today };
  });

/** The same households with enrolments that are paused, dropped or taken up again on days to come. */
export const livingArbitrary = fc
  .tuple(
    pacedArbitrary,
    fc.array(
      fc.record({
        life: fc.constantFrom('running' as const, 'running' as const, 'paused' as const, 'tried' as const),
        lives: fc.array(
          fc.record({
            after: fc.integer({ min: -3, max: 14 }),
            life: fc.constantFrom('running' as const, 'paused' as const, 'dropped' as const),
          }),
          { maxLength: 3 },
        ),
      }),
      { minLength: 4, maxLength: 4 },
    ),
  )
  .map(([{ state, year, today }, drawn]) => ({
    year,
    today,
    state: {
      ...state,
      enrolments: state.enrolments.map((e, i): Enrolment => {
        const lives = drawn[i]!.lives.map(({ after, life }) => ({ from: fromDay(today + after), life }));
        const once = lives.filter((l, k) => lives.findIndex((o) => o.from === l.from) === k);
        return { ...e, life: drawn[i]!.life, ...(once.length > 0 ? { lives: once } : {}) };
      }),
    },
  }));
