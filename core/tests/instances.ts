/** Small drawn households for comparing the planner with an exact solver: five shapes, each by seed. */
import { type Day, fromDay, toDay, type Weekday } from '../calendar';
import type { Enrolment, Household, SchoolYear } from '../household';
import { seeded } from '../stagger';
import { aChild, aCourse, aHousehold, anEnrolment, aTeacher, aYear } from './make';

export const SHAPES = ['new lessons', 'short hours', 'weekly caps', 'in step', 'crowded sittings'] as const;

/** Three to five enrolments with 12 to 36 steps each on 20 to 40 dates. */
export function smallHousehold(
  shape: (typeof SHAPES)[number],
  seed: number,
): { household: Household; year: SchoolYear } {
  const random = seeded(1000 * SHAPES.indexOf(shape) + seed);
  const draw = (from: number, to: number) => from + Math.floor(random() * (to - from + 1));
  const start = toDay('2026-09-07');
  // Being in step makes the exact solver's work so much harder that only smaller ones come to an end.
  const small = shape === 'in step';
  const year = aYear({ end: fromDay(start + (small ? draw(21, 26) : draw(26, 38))) });
  const count = small ? 3 : draw(3, 4);
  const children = ['A', 'B', 'C'].map((id) =>
    aChild(id, { minutesPerDay: shape === 'short hours' ? draw(50, 80) : 300 }),
  );
  const teachers = ['T', 'U'].map((id) =>
    aTeacher(id, {
      // In two of them nobody teaches on a Wednesday.
      minutes:
        shape === 'short hours' ? [40, 60, seed % 5 === 1 ? 0 : 30, 60, 40, 0, 0] : [240, 240, 240, 240, 240, 0, 0],
    }),
  );
  const courses = Array.from({ length: count }, (_, n) =>
    aCourse(`c${n}`, {
      lessons: small || shape === 'crowded sittings' ? draw(3, 5) : draw(4, 7),
      perLesson: [
        { kind: 'introduce', count: 1 },
        { kind: 'practise', count: draw(1, 2) },
        { kind: 'review', count: draw(0, 1) },
      ],
      testEvery: shape === 'crowded sittings' ? draw(2, 3) : 0,
    }),
  );
  const enrolments = courses.map((course, n): Enrolment => {
    const weekdays = ([1, 2, 3, 4, 5] as Weekday[]).filter(() => random() < 0.85);
    const change: Partial<Enrolment> = {
      childIds: shape === 'short hours' && n === 0 ? ['A', 'B'] : [['A', 'B', 'C'][n % 3]!],
      teacherId: shape === 'weekly caps' && n % 2 === 1 ? 'U' : 'T',
      weekdays: weekdays.length > 1 ? weekdays : [1, 3],
      perSitting: shape === 'crowded sittings' ? 3 : draw(1, 2),
    };
    if (shape === 'weekly caps')
      change.rule = { kind: 'weekly', n: draw(2, 4), unit: n % 2 === 0 ? 'steps' : 'lessons' };
    if (shape === 'crowded sittings') change.minutesPerSitting = draw(45, 60);
    return anEnrolment(`e${n}`, course.id, change);
  });
  const links = shape === 'in step' ? [{ id: 'l', enrolmentIds: ['e0', 'e1'], by: 'whole' as const }] : [];
  return { household: aHousehold({ years: [year], children, teachers, courses, enrolments, links }), year };
}

/** Small years of two shapes in which every enrolment goes on at another pace from some day of the second week to the fourth. */
export function pacedHousehold(seed: number): { household: Household; year: SchoolYear } {
  const { household, year } = smallHousehold(seed % 2 === 0 ? 'weekly caps' : 'new lessons', 100 + seed);
  const random = seeded(9000 + seed);
  const draw = (from: number, to: number) => from + Math.floor(random() * (to - from + 1));
  const enrolments = household.enrolments.map((e): Enrolment => {
    const weekdays = ([1, 2, 3, 4, 5] as Weekday[]).filter(() => random() < 0.7);
    const rules = [
      { kind: 'even' as const },
      { kind: 'weekly' as const, n: draw(1, 5), unit: 'steps' as const },
      { kind: 'weekly' as const, n: draw(1, 3), unit: 'lessons' as const },
      { kind: 'printed' as const },
    ];
    const pace = { weekdays: weekdays.length > 0 ? weekdays : [2 as const], rule: rules[draw(0, 3)]! };
    const from = fromDay(toDay(year.start) + draw(8, 22));
    const perSitting = draw(1, 3);
    // Every third one joins or leaves somebody, or goes over to the other teacher.
    const childIds =
      draw(0, 2) === 0 ? [['A', 'B', 'C'][draw(0, 2)]!, 'C'].filter((c, i, all) => all.indexOf(c) === i) : undefined;
    const teacherId = draw(0, 2) === 0 ? ['T', 'U'][draw(0, 1)]! : undefined;
    const others = { ...(childIds ? { childIds } : {}), ...(teacherId ? { teacherId } : {}) };
    return { ...e, paces: [{ from, ...others, ...pace, perSitting }] };
  });
  return { household: { ...household, enrolments }, year };
}

/**
 * A shelf as a newcomer enters it: three children, eight ordinary courses, one parent, and in a full year some two new lessons
 * for every school day. `share`: of the whole year, its length and its lessons alike.
 */
export function newcomer(share = 1): { household: Household; year: SchoolYear; today: Day } {
  const start = toDay('2026-09-07');
  const weeks = Math.round(40 * share);
  const year = aYear({ end: fromDay(start + 7 * weeks - 3) });
  const sheets = (practise: number, review: number) => ({
    perLesson: [
      { kind: 'introduce' as const, count: 1 },
      { kind: 'practise' as const, count: practise },
      { kind: 'review' as const, count: review },
    ],
  });
  const all: [string, number, string[], Weekday[], ReturnType<typeof sheets>][] = [
    ['sums a', 60, ['A'], [1, 2, 3, 4, 5], sheets(2, 0)],
    ['sums b', 60, ['B'], [1, 2, 3, 4, 5], sheets(2, 0)],
    ['sums c', 60, ['C'], [1, 2, 3, 4, 5], sheets(1, 1)],
    ['letters', 70, ['A'], [1, 2, 3, 4, 5], sheets(1, 0)],
    ['spelling', 40, ['B'], [1, 2, 3, 4], sheets(2, 0)],
    ['grammar', 40, ['C'], [1, 3, 4, 5], sheets(1, 1)],
    ['history', 54, ['A', 'B', 'C'], [1, 3, 5], sheets(1, 0)],
    ['science', 40, ['A', 'B', 'C'], [2, 4], sheets(1, 0)],
  ];
  const courses = all.map(([id, lessons, , , pattern]) =>
    aCourse(id, { lessons: Math.round(lessons * share), ...pattern }),
  );
  // What all hear together is read and told again in one sitting; the rest is a sheet a day.
  const enrolments = all.map(([id, , childIds, weekdays], n) =>
    anEnrolment(`e${n}`, id, { childIds, weekdays, perSitting: childIds.length > 1 ? 2 : 1 }),
  );
  const children = ['A', 'B', 'C'].map((id) => aChild(id));
  const household = aHousehold({ years: [year], children, courses, enrolments });
  return { household, year, today: start };
}
