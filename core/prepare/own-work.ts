import type { Day } from '../calendar';
import type { DayLayout } from '../day';
import type { Teacher } from '../household';
import { type PrepLine, preparationOn } from './preparation';

/** What a teacher makes ready on a day, by the clock. */
export interface OwnWork {
  teacher: Teacher;
  line: PrepLine;
  /** Minutes of the day. */
  from: number;
  to: number;
}

/**
 * A teacher's own work behind the lessons of a day: each begins once nobody is to be sat with any more, one piece behind the other; who
 * has nobody to sit with begins with the day.
 */
export function ownWork(layout: Pick<DayLayout, 'from' | 'threads'>, lines: readonly PrepLine[], day: Day): OwnWork[] {
  const free = new Map<string, number>();
  return preparationOn(lines, day)
    .map((line): OwnWork => {
      const { teacher } = line;
      const parts = layout.threads.find((t) => t.teacher.id === teacher.id)?.parts.filter((p) => p.piece) ?? [];
      const from = free.get(teacher.id) ?? Math.max(layout.from, ...parts.map((p) => p.to));
      const to = from + line.on.reduce((n, p) => (p.day === day ? n + p.minutes : n), 0);
      free.set(teacher.id, to);
      return { teacher, line, from, to };
    })
    .sort((a, b) => a.from - b.from);
}
