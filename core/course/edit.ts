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
