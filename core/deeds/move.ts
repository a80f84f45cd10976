import type { Day } from '../calendar';
import type { Enrolment, Household, Put, SchoolYear } from '../household';
import type { Plan } from '../stagger';
import { moveSitting } from '../week';

/** A sitting is moved to another day; nothing where it cannot stand there. */
export function moveTo(now: Household, year: SchoolYear, plan: Plan, enrolment: Enrolment, from: Day, to: Day): Put[] {
  const moved = moveSitting(now, year, plan, enrolment, from, to);
  if ('fault' in moved) return [];
  return [
    ...moved.remove.map((id): Put => ({ table: 'pins', remove: id })),
    ...moved.put.map((put): Put => ({ table: 'pins', put })),
    ...moved.unfix.map((put): Put => ({ table: 'published', put })),
  ];
}
