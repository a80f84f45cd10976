import { childOut, type Day, schoolDays, yearWithOutside } from '../calendar';
import { contentsOf, flatten } from '../course';
import { isSchool, ritualsOn } from '../day';
import { byId, type Household, type Id, type SchoolYear } from '../household';
import { standingsOf } from '../log';
import type { Plan } from '../stagger';
import { paceOn } from '../pace';

/** Minutes of school to come, child by child, as they are planned. */
export interface Coming {
  /** What a day holds for a child; on a school day that the plan knew nothing of, what the child's days hold on average. */
  on(childId: Id, day: Day): number;
  /** What is planned on a day and nothing else. */
  planned(childId: Id, day: Day): number;
  /** The average of the child's school days to come that hold anything; 0 where none does. */
  usual(childId: Id): number;
}

const cache = new WeakMap<Plan, { of: readonly unknown[]; coming: Coming }>();

/**
 * The minutes of every school day to come: steps where the plan has them (what is left of one begun), and what is done every day
 * beside them. Never what a day could hold: an hour that nobody has planned is not to come. Minutes at classes elsewhere
 * that count are added by the register, which knows who is away. A child who is absent on a day has none of it.
 */
export function comingOf(state: Household, stored: SchoolYear, plan: Plan): Coming {
  const { rituals, enrolments, courses, marks, ritualMarks, absences, aways, calendars, feeds, children } = state;
  const of = [rituals, enrolments, courses, marks, ritualMarks, absences, aways, calendars, feeds, children, stored];
  const known = cache.get(plan);
  if (known?.of.every((x, i) => x === of[i])) return known.coming;
  const year = yearWithOutside(state, stored);
  const planned = new Map<Id, Map<Day, number>>(state.children.map((c) => [c.id, new Map()]));
  for (const track of plan.tracks) {
    const enrolment = byId(state.enrolments, track.enrolmentId);
    const course = enrolment && contentsOf(state, enrolment);
    if (!course) continue;
    const standings = standingsOf(state.marks, enrolment.id);
    const minutes = new Map(flatten(course).map((s) => [s.id, s.minutes]));
    track.stepIds.forEach((id, i) => {
      const day = track.days[i]!;
      const standing = standings.get(id);
      if (day < plan.today || (standing && standing.state !== 'open')) return;
      for (const childId of paceOn(enrolment, day).childIds) {
        if (childOut(state, childId, day)) continue;
        const days = planned.get(childId);
        days?.set(day, (days.get(day) ?? 0) + (standing?.minutesLeft ?? minutes.get(id) ?? 0));
      }
    });
  }
  for (const day of schoolDays(year)) {
    if (day < plan.today) continue;
    for (const days of planned.values()) if (!days.has(day)) days.set(day, 0);
    const due = ritualsOn(state, year, day).filter((r) => !r.mark);
    for (const { ritual, children } of [...due].sort((a, b) => Number(b.ritual.alone) - Number(a.ritual.alone))) {
      for (const child of children) {
        const days = planned.get(child.id)!;
        const minutes = days.get(day) ?? 0;
        // Beside other work only, unless it is said to be school of its own: the same as once it is marked.
        if (isSchool(ritual, minutes > 0)) days.set(day, minutes + ritual.minutes);
      }
    }
  }
  const average = new Map<Id, number>();
  for (const [id, days] of planned) {
    const full = [...days.values()].filter((n) => n > 0);
    average.set(id, full.length === 0 ? 0 : Math.round(full.reduce((a, n) => a + n, 0) / full.length));
  }
  const usual = (childId: Id) => average.get(childId) ?? 0;
  const only = (childId: Id, day: Day) => planned.get(childId)?.get(day) ?? 0;
  const coming: Coming = {
    usual,
    planned: only,
    on: (childId, day) => planned.get(childId)?.get(day) ?? usual(childId),
  };
  cache.set(plan, { of, coming });
  return coming;
}
