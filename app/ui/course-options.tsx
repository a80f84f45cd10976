import type { Course } from '../../core/household';

/** Courses as the choices of a select, each with its level. */
export const CourseOptions = ({ courses }: { courses: readonly Course[] }) =>
  courses.map((c) => (
    <option key={c.id} value={c.id}>
      {[c.title, c.level].filter(Boolean).join(', ')}
    </option>
  ));
