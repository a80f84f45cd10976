import type { Course, Household } from '../household';
import { writeCourseFile } from './course-file';

/** A name that every system takes for a file: letters, digits and spaces of the title, and a number where two are alike. */
function fileName(course: Course, taken: Set<string>): string {
  const title = [course.title, course.level].filter(Boolean).join(' ');
  const plain =
    title
      .replace(/[^\p{L}\p{N} ]/gu, '')
      .replace(/ +/g, ' ')
      .trim()
      .slice(0, 80) || 'course';
  let name = plain;
  for (let n = 2; taken.has(name.toLowerCase()); n++) name = `${plain} ${n}`;
  taken.add(name.toLowerCase());
  return `${name}.json`;
}

/**
 * All curricula of a household, but those only wished for, as course files by their names, with a list of what is in them; nothing of the
 * family is in any of it (as in a single course file).
 */
export function curriculaFiles(state: Pick<Household, 'courses' | 'materials' | 'needs'>): Map<string, string> {
  const taken = new Set<string>(['list']);
  const files = new Map<string, string>();
  const lines: string[] = [];
  for (const course of [...state.courses].sort((a, b) => a.title.localeCompare(b.title) || (a.id < b.id ? -1 : 1))) {
    if (course.wish) continue;
    const name = fileName(course, taken);
    files.set(name, writeCourseFile(state, course));
    const isbns = (course.parts ?? []).flatMap((p) => (p.isbn ? [`${p.title} ISBN ${p.isbn}`] : []));
    const about = [course.publisher, course.level, course.edition, ...isbns].filter(Boolean).join(', ');
    lines.push(`${course.title}${about ? ` (${about})` : ''}: ${name}`);
  }
  if (files.size > 0) files.set('list.txt', `${lines.join('\r\n')}\r\n`);
  return files;
}
