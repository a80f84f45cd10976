import type { Day } from '../calendar';
import type { Enrolment, Household, Id } from '../household';
import { pacing, paceOn, takenSteps, type Track, wishOf } from '../pace';
import type { Plan } from '../stagger';
import type { Spread } from './model';

/** Below this a sitting holds what it held: tests and the ends of weeks move the mean by less. */
const ANOTHER_PACE = 1.4;

/**
 * What a step takes of a sitting, by its id: 1, or a share of it in a stretch that goes faster. A record and what is left are both
 * counted so, or two in a sitting from now on would be foretold at the one in a sitting of before.
 */
export function placesOf(state: Household, enrolment: Enrolment): (stepId: Id) => number {
  if (!enrolment.stretches?.length) return () => 1;
  const { times } = pacing(state, enrolment);
  const places = new Map(takenSteps(state, enrolment).map((s) => [s.id, 1 / times(s)]));
  return (id) => places.get(id) ?? 1;
}

/** How much more a sitting holds than one of before held; 1 where that is no other pace. */
export const fasterThan = (now: number, before: number): number => {
  const ratio = now / before;
  return ratio >= ANOTHER_PACE || ratio <= 1 / ANOTHER_PACE ? ratio : 1;
};

/** The days of a course in the plan, each with the places that stand on it, rising. */
export function placedOn(plan: Plan, enrolment: Enrolment, places: (stepId: Id) => number): [Day, number][] {
  const track = plan.tracks.find((t) => t.enrolmentId === enrolment.id);
  const on = new Map<Day, number>();
  track?.days.forEach((d, i) => d >= 0 && on.set(d, (on.get(d) ?? 0) + places(track.stepIds[i]!)));
  return [...on].sort((a, b) => a[0] - b[0]);
}

/** How a course lies over its open dates by its pace and the plan, and by what was entered for days to come. */
export function spreadOf(track: Track, enrolment: Enrolment, plan: Plan, places: (stepId: Id) => number): Spread {
  const placed = placedOn(plan, enrolment, places);
  const dates = track.dates.slice(track.begunToday ? 1 : 0);
  const target = track.own?.target ?? track.target;
  const last = placed.at(-1)?.[0] ?? plan.today;
  const part = (at: Enrolment, from: Day, until: Day) => {
    const own = placed.filter(([d]) => d >= from && d < until);
    const all = own.reduce((n, [, p]) => n + p, 0);
    const mean = own.length > 0 ? all / own.length : 1;
    // What is spread evenly comes closer together where it falls behind; any other pace stays what it is.
    if (wishOf(at) === 'spread' && !track.noTarget)
      return { own, typical: mean, dates: dates.filter((d) => d <= target).length };
    const open = dates.filter((d) => d >= from && d < Math.min(until, last + 1)).length;
    // Of half a place a day two make a sitting.
    const typical = Math.max(1, mean);
    return { own, typical, density: open > 0 ? Math.min(1, all / typical / open) : 1 };
  };
  // In turns with others the dates are everybody’s, and so is the pace.
  const starts = track.own ? [] : (track.later ?? []).filter((l) => l.anew).map((l) => l.from);
  const parts = [plan.today, ...starts].map((from, i) => {
    const at = paceOn(enrolment, from);
    return { from, at, ...part(at, from, starts[i] ?? Infinity) };
  });
  type Part = (typeof parts)[number];
  const spread = ({ typical, dates: n, density }: Part): Spread => ({
    typical,
    ...(n === undefined ? {} : { dates: n }),
    ...(density === undefined ? {} : { density }),
  });
  const [first, ...then] = parts.filter((p, i) => i === 0 || p.own.length > 0) as [Part, ...Part[]];
  const later = then.map((p) => ({
    ...spread(p),
    from: dates.filter((d) => d < p.from).length,
    // Who falls behind in a course spread evenly is asked for more at once: that is no other pace.
    faster:
      first.own.length === 0 || (p.dates !== undefined && first.dates !== undefined)
        ? 1
        : fasterThan(p.typical, first.typical),
  }));
  // Behind a gate nobody can date are steps that the plan leaves out, and keeps dates for.
  const planned = new Set(plan.tracks.find((t) => t.enrolmentId === enrolment.id)?.stepIds);
  const beyond = track.own || planned.size === 0 ? [] : track.steps.filter((s) => !planned.has(s.id));
  return {
    ...spread(first),
    ...(beyond.length > 0 ? { beyond: beyond.reduce((n, s) => n + places(s.id), 0) } : {}),
    ...(later.length > 0 ? { later } : {}),
  };
}
