import type { Day } from '../calendar';
import type { Enrolment, Household, Id } from '../household';
import { pacing, paceOn, phaseOn, takenSteps, type Track, wishOf } from '../pace';
import type { Plan } from '../stagger';
import type { Spread } from './runs';

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

/** The days of a course in the plan, each with the places that stand on it, rising. */
export function placedOn(plan: Plan, enrolment: Enrolment, places: (stepId: Id) => number): [Day, number][] {
  const track = plan.tracks.find((t) => t.enrolmentId === enrolment.id);
  const on = new Map<Day, number>();
  track?.days.forEach((d, i) => d >= 0 && on.set(d, (on.get(d) ?? 0) + places(track.stepIds[i]!)));
  return [...on].sort((a, b) => a[0] - b[0]);
}

/**
 * How a course lies over its open dates by its pace and the plan, and by what was entered for days to come.
 * @param asked the steps that are foretold: dates are kept for what is behind them as well
 */
export function spreadOf(
  track: Track,
  enrolment: Enrolment,
  plan: Plan,
  places: (stepId: Id) => number,
  asked: readonly Id[],
): Spread {
  const placed = placedOn(plan, enrolment, places);
  const dates = track.dates.slice(track.begunToday ? 1 : 0);
  const target = track.own?.target ?? track.hurried ?? track.target;
  const last = placed.at(-1)?.[0] ?? plan.today;
  const unplaced = plan.tracks.some((t) => t.enrolmentId === enrolment.id && t.days.some((d) => d < 0));
  // In turns with others the dates are everybody’s, and so is the pace.
  const starts = track.own ? [] : (track.later ?? []).filter((l) => l.anew).map((l) => l.from);
  const parts = [plan.today, ...starts].map((from, i) => {
    const until = starts[i] ?? Infinity;
    const own = placed.filter(([d]) => d >= from && d < until);
    const all = own.reduce((n, [, p]) => n + p, 0);
    const mean = own.length > 0 ? all / own.length : 1;
    const at = { from: dates.filter((d) => d < from).length, sittings: own.length };
    // What is spread evenly comes closer together where it falls behind; any other pace stays what it is.
    if (wishOf(paceOn(enrolment, from)) === 'spread' && !track.noTarget)
      return {
        // Where the planner itself lets it end later, beside others that want the same teacher, that is how it is spread.
        ...{ ...at, typical: mean, dates: dates.filter((d) => d <= Math.max(target, last)).length },
        most: phaseOn(track, from).perSitting,
      };
    const open = dates.filter((d) => d >= from && d < Math.min(until, last + 1)).length;
    // Of half a place a day two make a sitting.
    const typical = Math.max(1, mean);
    // A queue that runs on behind the year shows few of its turns in it: what is its own is told from the whole of it.
    const turns = track.own && unplaced ? track.own.count / (track.own.last + 1) : undefined;
    return { ...at, typical, density: turns ?? (open > 0 ? Math.min(1, all / typical / open) : 1) };
  });
  const told = new Set(asked);
  const beyond = track.own ? [] : track.steps.filter((s) => !told.has(s.id));
  const later = parts.slice(1).filter((p) => p.sittings > 0);
  return {
    ...parts[0]!,
    ...(beyond.length > 0 ? { beyond: beyond.reduce((n, s) => n + places(s.id), 0) } : {}),
    ...(later.length > 0 ? { later } : {}),
  };
}
