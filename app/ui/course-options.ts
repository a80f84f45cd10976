import type { Course, Id } from '../../core/household';

/** Courses as the choices of a list, each with its level. */
export const courseOptions = (courses: readonly Course[]): (readonly [Id, string])[] =>
  courses.map((c) => [c.id, [c.title, c.level].filter(Boolean).join(', ')]);
