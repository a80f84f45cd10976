import type { Course, Id, Kind, Lesson, Step } from '../household/types';

/** Changes to the contents of a course. Each returns a new course; a lesson or step that is not there changes nothing. */

function mapLessons(course: Course, change: (lesson: Lesson) => Lesson | Lesson[] | undefined): Course {
  const units = course.units.map((u) => ({
    ...u,
    lessons: u.lessons.flatMap((l) => {
      const next = change(l);
      return next === undefined ? [] : next;
    }),
  }));
  return { ...course, units };
}

const mapSteps = (course: Course, change: (step: Step, lesson: Lesson) => Step | Step[] | undefined): Course =>
  mapLessons(course, (l) => ({
    ...l,
    steps: l.steps.flatMap((s) => {
      const next = change(s, l);
      return next === undefined ? [] : next;
    }),
  }));

/** Gives a lesson a new title, or other manual pages; an empty text for pages takes them away. */
export function changeLesson(course: Course, lessonId: Id, change: { title?: string; pages?: string }): Course {
  return mapLessons(course, (l) => {
    if (l.id !== lessonId) return l;
    const { pages: _, ...rest } = l;
    const pages = change.pages ?? l.pages;
    return { ...rest, title: change.title ?? l.title, ...(pages ? { pages } : {}) };
  });
}

/** Changes fields of a step; a field given as undefined goes back to the course's default. */
export function changeStep(
  course: Course,
  stepId: Id,
  change: { [K in 'label' | 'minutes' | 'presence' | 'optional' | 'kind']?: Step[K] | undefined },
): Course {
  return mapSteps(course, (s) => {
    if (s.id !== stepId) return s;
    const merged = { ...s, ...change };
    for (const key of ['label', 'minutes', 'presence', 'optional'] as const) {
      if (merged[key] === undefined || merged[key] === '' || merged[key] === false) delete merged[key];
    }
    return merged as Step;
  });
}

/** Puts a new lesson with one step behind the given lesson. The id must be new: a used one would inherit marks. */
export function insertLesson(course: Course, afterLessonId: Id, id: Id, title: string, kind: Kind): Course {
  return mapLessons(course, (l) => (l.id === afterLessonId ? [l, { id, title, steps: [{ id: `${id}-1`, kind }] }] : l));
}

/** Puts a new step of the given kind behind the given step. The id must be new: a used one would inherit marks. */
export function insertStep(course: Course, afterStepId: Id, id: Id, kind: Kind): Course {
  return mapSteps(course, (s) => (s.id === afterStepId ? [s, { id, kind }] : s));
}

/** Takes a lesson with all its steps out of the course. */
export function deleteLesson(course: Course, lessonId: Id): Course {
  return mapLessons(course, (l) => (l.id === lessonId ? undefined : l));
}

/** Takes a step out of the course; a lesson left without steps goes with it. */
export function deleteStep(course: Course, stepId: Id): Course {
  const without = mapSteps(course, (s) => (s.id === stepId ? undefined : s));
  return mapLessons(without, (l) => (l.steps.length === 0 ? undefined : l));
}

/**
 * Puts a lesson where another stands; the ones between move up or down. It becomes part of the unit of the lesson whose
 * place it takes. A unit left empty stays, with its title.
 */
export function moveLesson(course: Course, lessonId: Id, toLessonId: Id): Course {
  const at = (id: Id) => course.units.flatMap((u) => u.lessons).findIndex((l) => l.id === id);
  const [from, to] = [at(lessonId), at(toLessonId)];
  const lesson = course.units.flatMap((u) => u.lessons)[from];
  if (!lesson || to < 0 || from === to) return course;
  return mapLessons(course, (l) => {
    if (l.id === lessonId) return undefined;
    if (l.id !== toLessonId) return l;
    return from < to ? [l, lesson] : [lesson, l];
  });
}

/** Moves a step one place up (−1) or down (+1) within its lesson. */
export function moveStep(course: Course, stepId: Id, by: -1 | 1): Course {
  return mapLessons(course, (l) => {
    const from = l.steps.findIndex((s) => s.id === stepId);
    const to = from + by;
    if (from < 0 || to < 0 || to >= l.steps.length) return l;
    const steps = [...l.steps];
    [steps[from], steps[to]] = [steps[to]!, steps[from]!];
    return { ...l, steps };
  });
}

/**
 * Splits a step in two, each with half the minutes (the first rounded up) and its own name: "2, first half". The first
 * half keeps the id, and with it any mark. `minutes` and `name` are those of the step as it is shown. The id must be new.
 */
export function splitStep(course: Course, stepId: Id, id: Id, minutes: number, name: string): Course {
  return mapSteps(course, (s) => {
    if (s.id !== stepId) return s;
    const first = Math.max(1, Math.ceil(minutes / 2));
    return [
      { ...s, label: `${name}, first half`, minutes: first },
      { ...s, id, label: `${name}, second half`, minutes: Math.max(1, minutes - first) },
    ];
  });
}

/** What giving lessons new steps came to. */
export interface Restepped {
  course: Course;
  lessons: number;
  steps: number;
  /** Lessons left as they are, since the record names steps of theirs. */
  kept: Lesson[];
}

/**
 * Gives every lesson from one to another (both included, in the order of the course) the same steps. Lessons with a mark
 * in the record stay as they are, and so do tests that stand alone. `newId` gives a fresh id at every call.
 */
export function restep(
  course: Course,
  fromLessonId: Id,
  toLessonId: Id,
  steps: readonly { kind: Kind; count: number }[],
  marked: ReadonlySet<Id>,
  newId: () => Id,
): Restepped {
  const all = course.units.flatMap((u) => u.lessons);
  const at = [fromLessonId, toLessonId].map((id) => all.findIndex((l) => l.id === id)).sort((a, b) => a - b);
  const inside = new Set(all.slice(Math.max(0, at[0]!), at[1]! + 1).map((l) => l.id));
  const kept: Lesson[] = [];
  let lessons = 0;
  let made = 0;
  const next = mapLessons(course, (l) => {
    if (!inside.has(l.id) || l.steps.every((s) => s.kind === 'assess')) return l;
    if (l.steps.some((s) => marked.has(s.id))) {
      kept.push(l);
      return l;
    }
    lessons++;
    const fresh = steps.flatMap(({ kind, count }) =>
      Array.from({ length: count }, (): Step => ({ id: newId(), kind })),
    );
    made += fresh.length;
    return fresh.length > 0 ? { ...l, steps: fresh } : l;
  });
  return { course: next, lessons, steps: made, kept };
}
