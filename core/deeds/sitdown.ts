import { type Day, fromDay } from '../calendar';
import { changeStep, insertStep, lessonsIn } from '../course';
import {
  byId,
  type Household,
  type Id,
  type Need,
  ownId,
  type Put,
  type ReadAhead,
  type Ritual,
  type SchoolYear,
  type SitDownPart,
  thingId,
} from '../household';
import { type Choosing, inTurn, type ReadingLine, readRow, sitDownRow, withChange, withPart } from '../sitdown';
import type { Plan } from '../stagger';
import { markSteps } from './marks';

/** A part of sitting down over a week is seen to, or is not after all. */
export function seePart(now: Household, start: Day, part: SitDownPart, seen: boolean, newId: () => Id): Put[] {
  const put = sitDownRow(now, start, (s) => withPart(s, part, seen));
  return [{ table: 'sitDowns', put: { ...put, id: put.id || newId() } }];
}

/** The parent's own words for a week; none where they are taken away. */
export function weekWords(now: Household, start: Day, words: string, newId: () => Id): Put[] {
  const put = sitDownRow(now, start, ({ words: _before, ...s }) => {
    const text = words.trim().slice(0, 2000);
    return text ? { ...s, words: text } : s;
  });
  return [{ table: 'sitDowns', put: { ...put, id: put.id || newId() } }];
}

type OfLesson = Parameters<typeof readRow>[0];
const same = (line: OfLesson) => (r: ReadAhead) =>
  r.courseId === line.courseId && r.lessonId === line.lessonId && r.teacherId === line.teacher.id;

/** A teacher has read a lesson ahead, or has not after all; a note on it stays. */
export function readLesson(
  now: Household,
  line: OfLesson,
  day: Day | undefined,
  newId: () => Id,
  minutes?: number,
): Put[] {
  const before = now.readAheads.find(same(line));
  if (day === undefined) {
    if (!before?.read) return [];
    const { read: _read, minutes: _took, ...rest } = before;
    return rest.note ? [{ table: 'readAheads', put: rest }] : [{ table: 'readAheads', remove: before.id }];
  }
  if (before?.read && minutes === undefined) return [];
  return [{ table: 'readAheads', put: { ...before, ...readRow(line, day, minutes), id: before?.id ?? newId() } }];
}

/** What is to be thought of when a lesson is taught, taken away by empty words; `took`: it was read as well, in so many minutes. */
export function noteLesson(
  now: Household,
  line: OfLesson,
  note: string,
  newId: () => Id,
  took?: { day: Day; minutes: number },
): Put[] {
  const known = now.readAheads.find(same(line));
  const before = took ? { ...known, ...readRow(line, took.day, took.minutes), id: known?.id ?? newId() } : known;
  const text = note.trim().slice(0, 2000);
  if (!text) {
    if (!before || (!before.note && !took)) return [];
    const { note: _note, ...rest } = before;
    return rest.read ? [{ table: 'readAheads', put: rest }] : [{ table: 'readAheads', remove: before.id }];
  }
  const { read: _read, ...blank } = readRow(line, 0);
  return [{ table: 'readAheads', put: { ...(before ?? blank), id: before?.id ?? newId(), note: text } }];
}

export const MANUAL_EXTRAS = ['step', 'extra', 'thing'] as const;
/** What something of the manual that is worth doing becomes: an optional step of its lesson, an extra on its day, a thing for its box. */
export type ManualExtra = (typeof MANUAL_EXTRAS)[number];

/**
 * Something of the manual that is worth doing beside a lesson. A step is for everybody who takes the course and may be left out; an extra
 * is of that day and those children alone; a thing that is there by that name is needed for the lesson, else it is entered.
 */
export function extraOfManual(
  now: Household,
  line: OfLesson & Pick<ReadingLine, 'enrolment' | 'day'>,
  { words, as, minutes }: { words: string; as: ManualExtra; minutes: number },
): Put[] {
  const title = words.trim().slice(0, 120);
  const course = byId(now.courses, line.courseId);
  const last = lessonsIn(course)
    .find((l) => l.id === line.lessonId)
    ?.steps.at(-1);
  if (!title || !course || !last) return [];
  if (as === 'step') {
    const id = ownId(
      lessonsIn(course).flatMap((l) => l.steps),
      'of the manual',
      line.lessonId,
      title,
    );
    const longer = insertStep(course, last.id, id, 'make');
    return [{ table: 'courses', put: changeStep(longer, id, { label: title, minutes, optional: true }) }];
  }
  if (as === 'extra') {
    const { childIds } = line.enrolment;
    const ritual: Ritual = {
      ...{
        id: ownId(now.rituals, 'of the manual', line.enrolment.id, line.lessonId, title),
        sort: 'extra',
        title,
        childIds,
        teacherId: line.teacher.id,
        weekdays: [],
        minutes,
      },
      ...{ presence: 'with', date: fromDay(line.day) },
    };
    return [{ table: 'rituals', put: ritual }];
  }
  const there = now.materials.find((m) => !m.retired && m.name.toLowerCase() === title.toLowerCase());
  const thing = there ?? {
    id: thingId(now.materials, title),
    name: title,
    place: '',
    consumable: false,
    unit: '',
    cautions: [],
  };
  const need: Need = {
    id: ownId(now.needs, 'of the manual', thing.id, line.lessonId),
    ...{ materialId: thing.id, courseId: course.id, lessonId: line.lessonId, quantity: 1, per: 'shared' },
  };
  if (now.needs.some((x) => x.materialId === thing.id && x.lessonId === line.lessonId)) return [];
  return [...(there ? [] : [{ table: 'materials' as const, put: thing }]), { table: 'needs', put: need }];
}

/** What was chosen for a course in a week. */
export function choose(
  now: Household,
  year: SchoolYear,
  plan: Plan,
  enrolmentId: Id,
  choosing: Choosing,
  today: Day,
  newId: () => Id,
): Put[] {
  const enrolment = byId(now.enrolments, enrolmentId);
  if (!enrolment || 'fault' in choosing) return [];
  if ('moves' in choosing) {
    const tried = inTurn(now, year, plan, enrolment, choosing.moves);
    if ('fault' in tried) return [];
    const { then } = tried;
    return [
      ...now.pins.filter((p) => !byId(then.pins, p.id)).map((p): Put => ({ table: 'pins', remove: p.id })),
      ...then.pins.filter((p) => !now.pins.includes(p)).map((put): Put => ({ table: 'pins', put })),
      ...then.published.filter((p) => !now.published.includes(p)).map((put): Put => ({ table: 'published', put })),
    ];
  }
  if ('change' in choosing) {
    const put = withChange(enrolment, choosing.change);
    return put === enrolment ? [] : [{ table: 'enrolments', put }];
  }
  const steps = choosing.out.map((stepId) => ({ enrolmentId, stepId, day: today }));
  return markSteps(now, steps, 'left out', newId);
}

/** In a course somebody reads ahead in its manual, or nobody does. */
export function readInCourse(now: Household, courseId: Id, reads: boolean): Put[] {
  const course = byId(now.courses, courseId);
  if (!course) return [];
  const { readAhead: _before, ...rest } = course;
  return [{ table: 'courses', put: reads ? rest : { ...rest, readAhead: false } }];
}
