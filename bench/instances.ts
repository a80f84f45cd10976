import type { Weekday } from '../core/calendar';
import { expandPattern, KIND_DEFAULTS } from '../core/course';
import { defaultSettings, emptyHousehold, type Enrolment, type Household, type SchoolYear } from '../core/household';
import { evenPerSitting, openDates } from '../core/pace';
import { seeded } from '../core/stagger';

/** A large household, drawn from a seed: five children, thirty enrolments, about 180 dates and 5,000 steps. */
export function largeHousehold(seed: number): { household: Household; year: SchoolYear } {
  const random = seeded(seed);
  const draw = (from: number, to: number) => from + Math.floor(random() * (to - from + 1));
  const year: SchoolYear = {
    id: 'y',
    name: 'bench',
    start: '2026-09-07',
    end: '2027-06-04',
    weekdays: [1, 2, 3, 4, 5],
    light: [{ weekday: 5, share: 50 }],
    special: [],
    requirement: { days: 170, meets: 'both' },
    own: [],
    closed: [{ id: 'c', from: '2026-12-21', to: '2027-01-08', label: 'break' }],
  };
  const household = emptyHousehold({ ...defaultSettings(1, 'day month'), name: `bench ${seed}` });
  household.years.push(year);
  const people = ['A', 'B', 'C', 'D', 'E'];
  people.forEach((id, i) =>
    household.children.push({
      id,
      name: id,
      born: `20${12 + 2 * i}-03-01`,
      colour: 'woad',
      ornament: 'leaf',
      minutesPerDay: 120 + 30 * (5 - i),
    }),
  );
  for (const id of ['T1', 'T2']) household.teachers.push({ id, name: id, minutes: [240, 240, 200, 240, 180, 0, 0] });
  for (let n = 0; n < 30; n++) {
    const lessons = draw(9, 18);
    const id = `c${String(n).padStart(2, '0')}`;
    const units = expandPattern({
      lessons,
      word: 'Lesson',
      perLesson: [
        { kind: 'introduce', count: 1 },
        { kind: 'practise', count: Math.max(1, Math.floor(draw(110, 220) / lessons) - 2) },
        { kind: 'review', count: 1 },
      ],
      testEvery: draw(0, 1) * 8,
      lessonsPerUnit: 0,
      firstPage: 0,
      pagesPerLesson: 1,
    });
    household.courses.push({ id, title: id, kinds: KIND_DEFAULTS, countsNew: draw(0, 9) > 1, units });
    const weekdays = ([1, 2, 3, 4, 5] as Weekday[]).filter(() => random() < 0.85);
    if (weekdays.length === 0) weekdays.push(1);
    const childIds = n % 7 === 0 ? people.slice(0, 3) : [people[n % 5]!];
    const enrolment: Enrolment = {
      id: `e${String(n).padStart(2, '0')}`,
      courseId: id,
      childIds,
      teacherId: n % 3 === 0 ? 'T2' : 'T1',
      weekdays,
      rule: { kind: 'even' },
      perSitting: 1,
      life: 'running',
      takesOptional: true,
    };
    const steps = units.flatMap((u) => u.lessons.flatMap((l) => l.steps)).length;
    enrolment.perSitting = evenPerSitting(steps, openDates(household, enrolment, year).length);
    household.enrolments.push(enrolment);
  }
  return { household, year };
}

/**
 * The same household with everything that ties enrolments together: five links of two, ten gates (whole courses end to end
 * and lessons behind lessons), a loop of three, a faster stretch and halves on every fourth.
 */
export function tiedHousehold(seed: number): { household: Household; year: SchoolYear } {
  const { household, year } = largeHousehold(seed);
  const e = household.enrolments;
  household.links = [1, 3, 8, 13, 18].map((i, n) => ({
    id: `l${n}`,
    enrolmentIds: [e[i]!.id, e[i + 1]!.id],
    by: 'whole' as const,
  }));
  for (let n = 0; n < 10; n++) {
    const waits = e[20 + n]!;
    const other = e[5 + n]!;
    waits.gates = [
      {
        id: 'g',
        lessonId: n % 3 === 0 ? 'L2' : 'L6',
        until: { kind: 'course', enrolmentId: other.id, lessonId: 'L4', days: n },
      },
    ];
  }
  household.loops = [{ id: 'loop', name: 'loop', weekdays: [1, 2, 3, 4, 5], turns: 'next', order: [] }];
  for (const i of [16, 17, 23]) {
    e[i]!.rule = { kind: 'loop', loopId: 'loop' };
    e[i]!.childIds = ['A'];
    e[i]!.perSitting = 4;
  }
  e.forEach((x, i) => {
    if (i % 4 !== 0) return;
    x.stretches = [{ fromLessonId: 'L2', toLessonId: 'L4', times: 2 }];
    x.splitOver = 18;
  });
  return { household, year };
}
