import { childOut, type Day, schoolDays, yearWithOutside } from '../calendar';
import { contentsOf, flatten } from '../course';
import { answeredAtTable, type DayRitual, isSchool, ritualsOn } from '../day';
import { byId, type Enrolment, type Household, type Id, type Kind, type SchoolYear, takersOn } from '../household';
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

/** What a course has on a day to come: its steps in order, with the minutes that are to do of each, for those who take it by then. */
interface DayWork {
  enrolment: Enrolment;
  steps: { kind: Kind; minutes: number }[];
}

function workByDay(state: Household, plan: Plan): Map<Day, DayWork[]> {
  const days = new Map<Day, DayWork[]>();
  for (const track of plan.tracks) {
    const enrolment = byId(state.enrolments, track.enrolmentId);
    const course = enrolment && contentsOf(state, enrolment);
    if (!course) continue;
    const standings = standingsOf(state.marks, enrolment.id);
    const steps = new Map(flatten(course).map((s) => [s.id, s]));
    track.stepIds.forEach((id, i) => {
      const day = track.days[i]!;
      const [step, standing] = [steps.get(id), standings.get(id)];
      if (!step || day < plan.today || (standing && standing.state !== 'open')) return;
      const list = days.get(day) ?? [];
      days.set(day, list);
      const last = list.at(-1);
      const own = last?.enrolment.id === enrolment.id ? last : { enrolment: paceOn(enrolment, day), steps: [] };
      if (own !== last) list.push(own);
      own.steps.push({ kind: step.kind, minutes: standing?.minutesLeft ?? step.minutes });
    });
  }
  return days;
}

/** The steps of a day that are answered at its games: they take no time of their own, as once they are marked. */
function answeredAtGames(
  state: Household,
  day: Day,
  due: readonly DayRitual[],
  work: readonly DayWork[],
): ReadonlySet<DayWork['steps'][number]> {
  const answered = new Set<DayWork['steps'][number]>();
  const taken = new Set<Id>();
  for (const { ritual, children } of due)
    for (const { enrolment, steps } of ritual.sheets ? work : []) {
      if (!ritual.sheets!.includes(enrolment.id) || taken.has(enrolment.id)) continue;
      const takers = takersOn(state, enrolment, day);
      if (!takers.every((c) => children.some((there) => there.id === c.id))) continue;
      taken.add(enrolment.id);
      for (const s of answeredAtTable(steps, (x) => x.kind)) answered.add(s);
    }
  return answered;
}

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
  const work = workByDay(state, plan);
  const school = new Set(schoolDays(year).filter((d) => d >= plan.today));
  for (const day of new Set([...school, ...work.keys()])) {
    const due = school.has(day) ? ritualsOn(state, year, day).filter((r) => !r.mark) : [];
    const atTable = answeredAtGames(state, day, due, work.get(day) ?? []);
    const worked = new Set<Id>();
    for (const { enrolment, steps } of work.get(day) ?? [])
      for (const childId of enrolment.childIds) {
        const days = childOut(state, childId, day) ? undefined : planned.get(childId);
        if (!days) continue;
        worked.add(childId);
        const minutes = steps.reduce((n, s) => n + (atTable.has(s) ? 0 : s.minutes), 0);
        days.set(day, (days.get(day) ?? 0) + minutes);
      }
    if (!school.has(day)) continue;
    for (const days of planned.values()) if (!days.has(day)) days.set(day, 0);
    for (const { ritual, children } of [...due].sort((a, b) => Number(b.ritual.alone) - Number(a.ritual.alone))) {
      for (const child of children) {
        const days = planned.get(child.id)!;
        const minutes = days.get(day) ?? 0;
        // Beside other work only, unless it is said to be school of its own: the same as once it is marked.
        if (isSchool(ritual, minutes > 0 || worked.has(child.id))) days.set(day, minutes + ritual.minutes);
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
