import type { PaceRule } from '../../household';
import { count } from '../../words';
import type { RuleKind } from './kind';

/**
 * The steps a sitting must take for *n a week*: n ÷ sittings a week, rounded up. For n lessons, n times the steps of
 * the longest lesson, so that any week can hold its n.
 * @example
 * weeklyPerSitting(5, 'steps', 4, 3) // => 2
 * weeklyPerSitting(2, 'lessons', 3, 3) // => 2
 */
export function weeklyPerSitting(
  n: number,
  unit: 'steps' | 'lessons',
  sittings: number,
  longestLesson: number,
): number {
  const steps = unit === 'steps' ? n : n * longestLesson;
  return Math.max(1, Math.ceil(steps / Math.max(1, sittings)));
}

/** So many steps or lessons a week. */
export const weekly: RuleKind<Extract<PaceRule, { kind: 'weekly' }>> = {
  words: ({ n, unit }) => `${count(n, unit === 'steps' ? 'step' : 'lesson')} a week`,
  planned: true,
  wish: 'weekly',
  pacing: ({ n, unit }, { plain }) => ({
    cap: n * plain.scale,
    group: unit === 'lessons' ? (s) => s.lessonIndex : undefined,
  }),
  needed: ({ n, unit }, { sittingsAWeek, longestLesson }) => weeklyPerSitting(n, unit, sittingsAWeek, longestLesson()),
  week: (rule) => ({ n: rule.n, with: (n) => ({ ...rule, n }) }),
};
