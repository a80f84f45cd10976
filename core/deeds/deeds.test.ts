import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import { editCells, gridRows, sheetPuts, withThings } from '../contents';
import { deleteLesson, deleteStep, flatten } from '../course';
import { readBackup, writeBackup } from '../formats';
import { ritualMark } from '../day';
import {
  type Household,
  MOVEMENT_KINDS,
  PART_KINDS,
  type Put,
  type Ritual,
  RITUAL_SORTS,
  type WayKey,
  WAYS,
} from '../household';
import { isThrough, remainingSteps } from '../pace';
import { withChange } from '../sitdown';
import { withWay } from '../ways';
import { partRow, preparedRow } from '../prepare';
import { makePlan, makeProblem } from '../stagger';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, shapedArbitrary } from '../tests/make';
import { publishWeek, weekPage } from '../week';
import {
  checkIn,
  giveUpLine,
  holdBack,
  known,
  makeReady,
  markStep,
  markSteps,
  moveThing,
  moveTo,
  orderLines,
  packThing,
  pinStep,
  proofFailed,
  proofWithdrawn,
  putPromptAway,
  redo,
  takeAgain,
  thingsOfCourse,
  tickOff,
  unmarkStep,
  unpinDay,
  wantThing,
} from './index';

const write = (household: Household) => writeBackup({ asOf: '2026-09-07', household });

/** What a number picks out of a list. */
const of = <T>(list: readonly T[], n: number): T | undefined => list[n % Math.max(1, list.length)];

type Household2 = { state: Household; year: Household['years'][number]; today: number };

/** Every sort of deed, each from three numbers and the household as it is. */
const DEEDS: Record<string, (now: Household2, a: number, b: number, id: () => string) => readonly Put[]> = {
  ...Object.fromEntries(
    (['done', 'known', 'partly', 'again', 'not today', 'left out'] as const).map((kind) => [
      kind,
      ({ state, today }: Household2, a: number, b: number, id: () => string) => {
        const on = stepOf(state, a, b, today);
        return on ? markStep(state, on, kind, id) : [];
      },
    ]),
  ),
  'mark off': ({ state, today }, a, b) => {
    const mark = of(state.marks, a);
    const on = mark ? { enrolmentId: mark.enrolmentId, stepId: mark.stepId, day: today } : stepOf(state, a, b, today);
    return on ? unmarkStep(state, on) : [];
  },
  move: ({ state, year, today }, a, b) => {
    const plan = makePlan(makeProblem(state, year, today), { sweeps: 1, seed: 1 });
    const track = of(plan.tracks, a);
    const day =
      track &&
      of(
        track.days.filter((d) => d >= 0),
        b,
      );
    const enrolment = state.enrolments.find((e) => e.id === track?.enrolmentId);
    if (day === undefined || !enrolment) return [];
    return moveTo(state, year, plan, enrolment, day, day + 1 + (b % 5));
  },
  pin: ({ state, today }, a, b) => {
    const on = stepOf(state, a, b, today);
    return on ? pinStep(state, { enrolmentId: on.enrolmentId, stepId: on.stepId, date: fromDay(today + (b % 9)) }) : [];
  },
  'hold back': ({ state, today }, a, b, id) => {
    const on = stepOf(state, a, b, today);
    if (!on) return [];
    return holdBack(state, { enrolmentId: on.enrolmentId, stepId: on.stepId, date: fromDay(today + 2) }, [on], id);
  },
  unpin: ({ state, today }, a) => unpinDay(state, of(state.enrolments, a)?.id ?? '', today + (a % 9)),
  publish: ({ state, year, today }) => {
    const plan = makePlan(makeProblem(state, year, today), { sweeps: 1, seed: 1 });
    return [{ table: 'published', put: publishWeek(weekPage(state, year, plan, today)) }];
  },
  prove: ({ state, today }, a, b, id) => {
    const on = stepOf(state, a, 0, today);
    const to = on && stepOf(state, a, b, today);
    return on && to ? known(state, on, to.stepId, b % 2 === 0, id) : [];
  },
  failed: ({ state, today }, a, _, id) => proofFailed(state, of(state.proofs, a)?.id ?? '', today, id),
  withdrawn: ({ state }, a) => proofWithdrawn(state, of(state.proofs, a)?.id ?? ''),
  redo: ({ state, today }, a, b, id) => {
    const on = stepOf(state, a, b, today);
    return on ? redo(state, on, { kind: 'lesson' }, b % 2 ? 'hold' : 'move on', id) : [];
  },
  carry: ({ state, today }, a, b, id) => {
    const on = stepOf(state, a, b, today);
    return on ? markSteps(state, [on], 'not today', id) : [];
  },
  tick: ({ state, today }, a, b, id) => {
    const on = stepOf(state, a, b, today);
    const childId = state.children[0]!.id;
    if (!on) return [];
    const { enrolmentId, stepId } = on;
    return tickOff(
      state,
      { childId, date: fromDay(today), of: { kind: 'step', enrolmentId, stepId } },
      b % 2 === 0,
      id,
    );
  },
  box: ({ state, today }, a, b, id) => {
    const thing = of(state.materials, a);
    return thing ? packThing(state, fromDay(today), thing.id, b % 2 === 0, id) : [];
  },
  'things on the sheet': ({ state }, a, b) => {
    const course = of(state.courses, a);
    const rows = course ? gridRows(withThings(state, course)).length : 0;
    if (!course || rows === 0) return [];
    const text = ['2 × reed; mud each', 'mud', ''][b % 3]!;
    const made = editCells(withThings(state, course), [{ row: b % rows, column: 'things', text }]);
    return 'course' in made ? sheetPuts(state, made.course) : [];
  },
  'a step in two halves, or a stretch faster': ({ state, today }, a, b) => {
    const on = stepOf(state, a, b, today);
    const e = on && state.enrolments.find((x) => x.id === on.enrolmentId);
    const step = e && flatten(state.courses.find((c) => c.id === e.courseId)!).find((s) => s.id === on.stepId);
    if (!e || !step) return [];
    const stretch = { fromLessonId: step.lesson.id, toLessonId: step.lesson.id, times: 2 };
    return [{ table: 'enrolments', put: withChange(e, b % 2 ? { split: step.id } : { stretch }) }];
  },
  'once more': ({ state, today }, a, b) => takeAgain(state, of(state.enrolments, a)?.id ?? '', b % 2 === 0, today),
  'a chore or an extra, done': ({ state, today }, a, b, id) => {
    const child = of(state.children, a);
    const teacher = of(state.teachers, b);
    if (!child || !teacher) return [];
    const sort = RITUAL_SORTS[b % 2]!;
    const ritual: Ritual = {
      ...{ id: id(), title: 'hens', childIds: [child.id], teacherId: teacher.id, weekdays: [1], minutes: 5 },
      ...{ presence: 'alone' as const, sort, ...(sort === 'extra' ? { date: fromDay(today) } : {}) },
    };
    return [
      { table: 'rituals', put: ritual },
      { table: 'ritualMarks', put: ritualMark(ritual, fromDay(today), id()) },
    ];
  },
  'an answer, and a word put away': ({ state, today }, a, b, id) => {
    const key = of(Object.keys(WAYS) as WayKey[], a)!;
    return [
      { table: 'settings', put: withWay(state.settings, key, of(WAYS[key] as readonly string[], b)!) },
      ...putPromptAway(state, `word ${a % 3}`, today, id),
    ];
  },
  'copied on paper': ({ state }, a, b) => {
    const [thing, paper] = [of(state.materials, a), of(state.materials, b)];
    if (!thing || !paper || thing.id === paper.id) return [];
    return [{ table: 'materials', put: { ...thing, copied: true, copiedOn: paper.id, copySheets: 2 } }];
  },
  'need of a lesson': ({ state }, a, b, id) => {
    const course = of(state.courses, a);
    const lesson =
      course &&
      of(
        course.units.flatMap((u) => u.lessons),
        b,
      );
    const thing = of(state.materials, a);
    if (!lesson || !thing) return [];
    const need = { id: id(), materialId: thing.id, courseId: course.id, lessonId: lesson.id, quantity: 1 };
    return [{ table: 'needs', put: { ...need, per: 'child', ...(b % 2 ? { stepId: lesson.steps[0]!.id } : {}) } }];
  },
  'need by rule': ({ state }, a, b, id) => {
    const course = of(state.courses, a);
    const thing = of(state.materials, b);
    const lessons = course?.units.flatMap((u) => u.lessons) ?? [];
    if (!course || !thing || lessons.length === 0) return [];
    const rule = {
      for: 'lessons' as const,
      every: (b % 3) + 1,
      fromLessonId: of(lessons, a)!.id,
      toLessonId: of(lessons, b)!.id,
    };
    return [
      {
        table: 'needs',
        put: { id: id(), materialId: thing.id, courseId: course.id, rule, quantity: 1, per: 'shared' },
      },
    ];
  },
  'something happened to a thing': ({ state, today }, a, b, id) => {
    const thing = of(state.materials, a);
    const kind = of(MOVEMENT_KINDS, b)!;
    return thing
      ? moveThing(state, { materialId: thing.id, kind, quantity: (a % 5) + 1, day: today, who: 'the Weirs' }, id)
      : [];
  },
  'a thing is wanted': ({ state, today }, a, b, id) => {
    const thing = of(state.materials, a);
    return thing ? wantThing(state, { materialId: thing.id, quantity: (b % 9) + 1, price: b, day: today }, id) : [];
  },
  'lines are ordered': ({ state, today }, a, b) =>
    orderLines(state, state.orders.map((o) => o.id).slice(a % 2), {
      day: today,
      shop: 'a shop',
      expected: today + (b % 9),
    }),
  'a line came': ({ state, today }, a, b) => {
    const order = of(state.orders, a);
    return order ? checkIn(state, [{ orderId: order.id, quantity: (b % 4) + 1, broken: b % 2 }], today) : [];
  },
  'a line is given up': ({ state, today }, a) => {
    const order = of(state.orders, a);
    return order ? giveUpLine(state, order.id, today) : [];
  },
  'a thing serves instead of another, and is retired': ({ state, today }, a, b) => {
    const [thing, other] = [of(state.materials, a), of(state.materials, b)];
    if (!thing || !other) return [];
    return [
      { table: 'materials', put: { ...thing, substitutes: [other.id], ...(b % 3 ? {} : { retired: fromDay(today) }) } },
    ];
  },
  'the parts of a course become things': ({ state }, a, b) => {
    const course = of(state.courses, a);
    if (!course) return [];
    const withParts = { ...course, parts: [{ id: 'p', kind: of(PART_KINDS, b)!, title: `part ${b % 3}` }] };
    const now = { ...state, courses: state.courses.map((c) => (c.id === course.id ? withParts : c)) };
    return [{ table: 'courses', put: withParts }, ...thingsOfCourse(now, course.id)];
  },
  'a lesson is made ready': ({ state, today }, a, b) => {
    const course = of(state.courses, a);
    const lesson =
      course &&
      of(
        course.units.flatMap((u) => u.lessons),
        b,
      );
    const teacher = of(state.teachers, a);
    if (!course || !lesson || !teacher) return [];
    return makeReady(state, preparedRow({ courseId: course.id, lessonId: lesson.id, teacher }, today), b % 4 !== 0);
  },
  'a part of a lesson is made ready': ({ state, today }, a, b) => {
    const course = of(state.courses, a);
    const [lesson] = course?.units[0]?.lessons ?? [];
    const teacher = of(state.teachers, a);
    if (!course || !lesson || !teacher) return [];
    const row = partRow(state, { courseId: course.id, lessonId: lesson.id, teacher }, today, 1 + (b % 30));
    return [{ table: 'prepared', put: row }];
  },
  'enrolment removed': ({ state }, a) => remove('enrolments', of(state.enrolments, a)),
  'course removed': ({ state }, a) => remove('courses', of(state.courses, a)),
  'child removed': ({ state }, a) => remove('children', of(state.children, a)),
  'thing removed': ({ state }, a) => remove('materials', of(state.materials, a)),
  'loop removed': ({ state }, a) => remove('loops', of(state.loops, a)),
  'lesson deleted': ({ state }, a, b) => {
    const course = of(state.courses, a);
    const lesson =
      course &&
      of(
        course.units.flatMap((u) => u.lessons),
        b,
      );
    return lesson ? [{ table: 'courses', put: deleteLesson(course, lesson.id) }] : [];
  },
  'step deleted': ({ state }, a, b) => {
    const course = of(state.courses, a);
    const step = course && of(flatten(course), b);
    return step ? [{ table: 'courses', put: deleteStep(course, step.id) }] : [];
  },
  'begun at a step': ({ state }, a, b) => {
    const e = of(state.enrolments, a);
    const step = e && of(flatten(state.courses.find((c) => c.id === e.courseId)!), b);
    return step ? [{ table: 'enrolments', put: { ...e, fromStepId: step.id } }] : [];
  },
  'first in order': ({ state }, a) => {
    const e = of(state.enrolments, a);
    return e ? [{ table: 'settings', put: { ...state.settings, order: [e.id] } }] : [];
  },
  swapped: ({ state }, a, b) => {
    const [e, other] = [of(state.enrolments, a), of(state.enrolments, b)];
    return e && other && e !== other
      ? [{ table: 'enrolments', put: { ...e, life: 'dropped', swappedFor: other.id } }]
      : [];
  },
};
const remove = (table: 'enrolments' | 'courses' | 'children' | 'materials' | 'loops', row?: { id: string }): Put[] =>
  row ? [{ table, remove: row.id }] : [];

function stepOf(state: Household, a: number, b: number, day: number) {
  const enrolment = of(state.enrolments, a);
  const course = state.courses.find((c) => c.id === enrolment?.courseId);
  const step = course && of(flatten(course), b);
  return enrolment && step ? { enrolmentId: enrolment.id, stepId: step.id, day } : undefined;
}

describe('whatever deeds leave behind', () => {
  it('is a backup that reads without a word, plans, and writes the same bytes again', () => {
    const deed = fc.tuple(fc.constantFrom(...Object.keys(DEEDS)), fc.nat({ max: 40 }), fc.nat({ max: 40 }));
    fc.assert(
      fc.property(shapedArbitrary, fc.array(deed, { minLength: 3, maxLength: 14 }), ({ state, year, today }, deeds) => {
        const thing = { name: 'cubes', place: '', consumable: false, unit: '', cautions: [] };
        // Drawn households may name lessons they lack: reading mends that first.
        const drawn = readBackup(write(state));
        if ('fault' in drawn) throw new Error(drawn.fault);
        let now: Household = { ...drawn.backup.household, materials: ['m1', 'm2'].map((id) => ({ id, ...thing })) };
        let n = 0;
        for (const [what, a, b] of deeds)
          now = afterDeed(
            now,
            DEEDS[what]!({ state: now, year, today }, a, b, () => `n${++n}`),
          );
        const text = write(now);
        const reading = readBackup(text);
        if ('fault' in reading) throw new Error(reading.fault);
        // The record may be about lessons that have left the book since; nothing else is worth a word.
        expect(reading.notes.filter((note) => !note.includes('of the record'))).toEqual([]);
        expect(write(reading.backup.household)).toBe(text);
        const problem = makeProblem(reading.backup.household, reading.backup.household.years[0]!, today);
        expect(makePlan(problem, { sweeps: 1, seed: 1 }).cost.total).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 250 },
    );
  });
});

describe('removing', () => {
  const h = aHousehold({
    children: [aChild('A'), aChild('B', { yields: ['c'] })],
    courses: [aCourse('c'), aCourse('d')],
    enrolments: [anEnrolment('e', 'c'), anEnrolment('f', 'd', { fromStepId: 'L2-1', swappedFor: 'e' })],
    pins: [{ id: 'p', enrolmentId: 'e', stepId: 'L1-1', date: '2026-09-09' }],
    published: [
      { id: 'w', weekStart: '2026-09-07', placements: [{ enrolmentId: 'e', stepId: 'L1-1', date: '2026-09-09' }] },
    ],
    ticks: [{ id: 't', childId: 'A', date: '2026-09-09', of: { kind: 'step', enrolmentId: 'e', stepId: 'L1-1' } }],
  });
  h.settings.order = ['e', 'f'];

  it('an enrolment takes its moved sittings, ticks and places with it, and everybody else lets go of it', () => {
    const after = afterDeed(h, [{ table: 'enrolments', remove: 'e' }]);
    expect([after.pins, after.ticks, after.published[0]!.placements, after.settings.order]).toEqual([
      [],
      [],
      [],
      ['f'],
    ]);
    expect(after.enrolments).toEqual([anEnrolment('f', 'd', { fromStepId: 'L2-1' })]);
  });

  it('never the record: with one mark nothing goes at all', () => {
    const marked = { ...h, marks: [aMark('e', 'L1-1', 'done', '2026-09-09')] };
    expect(afterDeed(marked, [{ table: 'enrolments', remove: 'e' }])).toBe(marked);
  });

  it('a lesson: its moves go, and who began at a step of it begins at the next that is left', () => {
    const d = h.courses[1]!;
    const after = afterDeed(h, [{ table: 'courses', put: deleteLesson(d, 'L2') }]);
    expect(after.enrolments[1]!.fromStepId).toBe('L3-1');
    const c = afterDeed(h, [{ table: 'courses', put: deleteStep(h.courses[0]!, 'L1-1') }]);
    expect([c.pins, c.ticks]).toEqual([[], []]);
    // What was published stays what it was.
    expect(c.published[0]!.placements).toHaveLength(1);
  });
});

describe('a level that is through', () => {
  const marks = (ids: string[]) => ids.map((id, i) => ({ ...aMark('e', id, 'done', '2026-05-04'), seq: i + 1 }));
  const home = (done: string[]) =>
    aHousehold({
      children: [aChild('A')],
      courses: [aCourse('c', { lessons: 4, perLesson: [{ kind: 'practise', count: 1 }] })],
      enrolments: [anEnrolment('e', 'c', { target: '2026-06-01' })],
      marks: marks(done),
    });
  const all = ['L1-1', 'L2-1', 'L3-1', 'L4-1'];
  const today = toDay('2026-09-07');

  it('is gone over once more, all of it or its second half; the first time keeps its record', () => {
    const h = home(all);
    const whole = afterDeed(h, takeAgain(h, 'e', false, today));
    expect(whole.enrolments.map((e) => [e.id === 'e', e.life])).toEqual([
      [true, 'finished'],
      [false, 'running'],
    ]);
    expect(whole.marks).toMatchObject(h.marks);
    const left = (state: Household) => remainingSteps(state, state.enrolments[1]!).map((s) => s.id);
    expect(left(whole)).toEqual(all);
    const half = afterDeed(h, takeAgain(h, 'e', true, today));
    expect(left(half)).toEqual(all.slice(2));
    expect(half.enrolments[1]!.target).toBeUndefined();
  });

  it('is not while something of it is left to do', () => {
    const h = home(all.slice(0, 3));
    expect(isThrough(h, h.enrolments[0]!)).toBe(false);
    expect(takeAgain(h, 'e', false, today)).toEqual([]);
  });
});
