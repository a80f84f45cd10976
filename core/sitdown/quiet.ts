import { type Day, hasSchool } from '../calendar';
import { type Enrolment, type Household, inOrderOfDay, type SchoolYear } from '../household';
import { marksByEnrolment } from '../log';
import { fillers, isTakenFrom, loopIdOf, makeTrack } from '../pace';
import type { Plan } from '../stagger';
import type { WeekPage } from '../week';
import { dayAndDate } from '../words';

/**
 * Why a course has nothing in a week. `turn`: another of its loop has its turn; `away`: none of its days is open there; `waits`: something
 * must come before it; `pace`: at its pace nothing is wanted of it yet; `untaught`: it needs its teacher, who does not teach on any of its
 * days; `clash`: its next new lesson would meet others on each of its days; `full`: on each of its days its teacher’s hours, or new
 * lessons, leave no room for it; `put off`: the plan has it later than its pace would, for anything else.
 */
export type WhyQuiet = 'turn' | 'away' | 'waits' | 'pace' | 'untaught' | 'clash' | 'full' | 'put off';
/** A course that is taken in a week and has nothing in it. */
export interface Quiet {
  enrolment: Enrolment;
  why: WhyQuiet;
  /** When it comes next by the plan. */
  next: Day;
}

/**
 * The courses taken in a week with school of which nothing stands in it, and why; in the order of the day. Not one that waits until there is
 * time, fills the time before another, or has nothing planned later: what finds no day is told where it lacks it.
 */
export function quietIn(state: Household, year: SchoolYear, plan: Plan, page: WeekPage): Quiet[] {
  const [from, to] = [Math.max(page.start, plan.today), page.start + 6];
  if (from > to || !page.days.some((d) => d.day >= from && hasSchool(d.kind))) return [];
  const sits = new Set(page.rows.map((r) => r.enrolment.id));
  const marks = marksByEnrolment(state.marks);
  const fills = fillers(state, plan.today);
  return inOrderOfDay(state).flatMap((enrolment): Quiet[] => {
    const { id, rule } = enrolment;
    if (sits.has(id) || fills.has(id) || rule.kind === 'when' || !isTakenFrom(enrolment, from, to)) return [];
    const placed = plan.tracks.find((t) => t.enrolmentId === id)?.days ?? [];
    const at = placed.findIndex((d) => d > to);
    if (at < 0) return [];
    const told = { enrolment, next: placed[at]! };
    if (loopIdOf(enrolment) !== undefined) return [{ ...told, why: 'turn' }];
    const track = makeTrack(state, year, enrolment, plan.today);
    const open = track.dates.filter((d) => d >= from && d <= to);
    if (open.length === 0) return [{ ...told, why: 'away' }];
    // One that has not been begun yet is not missed.
    if (track.gates.some((g) => g.at <= at)) return marks.has(id) ? [{ ...told, why: 'waits' }] : [];
    const wanted = track.dates[Math.min(track.ideal[at] ?? Infinity, track.dates.length) - 1] ?? Infinity;
    if (wanted > to) return [{ ...told, why: 'pace' }];
    const step = track.steps[at];
    const taught = (d: Day) =>
      page.days.find((x) => x.day === d)?.teachers.find((t) => t.teacher.id === track.teacherId);
    const met = (d: Day) => {
      const on = taught(d);
      return step?.fresh === 1 && on !== undefined && on.fresh >= on.allowance;
    };
    const full = (d: Day) => {
      const on = taught(d);
      return on !== undefined && step !== undefined && step.teacher > 0 && on.minutes + step.teacher > on.hours;
    };
    const needed = step !== undefined && (step.teacher > 0 || step.fresh === 1);
    if (needed && open.every((d) => taught(d)?.hours === 0)) return [{ ...told, why: 'untaught' }];
    const why = open.every(met) ? 'clash' : open.every((d) => met(d) || full(d)) ? 'full' : 'put off';
    return [{ ...told, why }];
  });
}

/** The same in words: “nothing this week: put off to Wed 25 Nov, so that its new lesson meets no other”. */
export function quietWords(state: Pick<Household, 'settings'>, { why, next }: Quiet, today: Day): string {
  const date = dayAndDate(state.settings.dateStyle, next, today);
  switch (why) {
    case 'away':
      return `none of its days in this week, next on ${date}`;
    case 'turn':
      return `not its turn in this week, next on ${date}`;
    case 'waits':
      return `waits for what must come first, next on ${date}`;
    case 'pace':
      return `nothing this week at its pace, next on ${date}`;
    case 'untaught':
      return `put off to ${date}, as its teacher does not teach on its days`;
    case 'clash':
      return `put off to ${date}, so that its new lesson meets no other`;
    case 'full':
      return `put off to ${date}, as its teacher has no time left on its days`;
    case 'put off':
      return `nothing this week, next on ${date}: later than its pace would have it`;
  }
}
