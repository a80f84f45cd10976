import { type Day, fromDay, toDay, weekStart } from '../calendar';
import type { Household, Id, Milestone } from '../household';
import { count } from '../words';

/** The days on which a child practised: a round of cards or a drill, or a sitting with a book in which it read itself. */
export function practiceDays(state: Pick<Household, 'rounds' | 'readings'>, childId: Id): Day[] {
  const dates = new Set<string>();
  for (const r of state.rounds) if (r.childId === childId && r.answers.length > 0) dates.add(r.date);
  for (const r of state.readings)
    if (r.childIds.includes(childId) && r.kind !== 'listened' && r.kind !== 'aloud') dates.add(r.date);
  return [...dates].sort().map(toDay);
}

export interface MilestoneView {
  milestone: Milestone;
  /** Days of practice that count, no more than are asked for. */
  got: number;
  reached: boolean;
  words: string;
}

/** How far a child is with its milestones on a day: of a week’s the week of that day, of the others all days from their date on. */
export function milestonesOn(
  state: Pick<Household, 'rounds' | 'readings' | 'milestones' | 'settings'>,
  childId: Id,
  day: Day,
): MilestoneView[] {
  const own = state.milestones.filter((m) => m.childId === childId && m.from <= fromDay(day));
  if (own.length === 0) return [];
  const days = practiceDays(state, childId).filter((d) => d <= day);
  const start = weekStart(day, state.settings.firstDay);
  return own
    .map((milestone) => {
      const from = Math.max(toDay(milestone.from), milestone.span === 'week' ? start : -Infinity);
      const got = Math.min(milestone.days, days.filter((d) => d >= from).length);
      const reached = got >= milestone.days;
      const of = milestone.span === 'week' ? 'this week' : 'so far';
      const words = reached
        ? `${milestone.words}: reached`
        : `${milestone.words}: ${got} of ${count(milestone.days, 'day')} ${of}`;
      return { milestone, got, reached, words };
    })
    .sort((a, b) => (a.milestone.id < b.milestone.id ? -1 : 1));
}
