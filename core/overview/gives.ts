import type { Day } from '../calendar';
import type { Pin } from '../household';
import type { Plan } from '../stagger';

/** One side of a move: where what was moved begins, where its course ends, and what the whole plan comes to. */
export interface MoveSide {
  begins: Day | undefined;
  ends: Day | undefined;
  clashes: number;
}

function sideOf(plan: Plan, pin: Omit<Pin, 'id'>): MoveSide {
  const track = plan.tracks.find((t) => t.enrolmentId === pin.enrolmentId);
  const begins = track?.days[track.stepIds.indexOf(pin.stepId)] ?? -1;
  const ends = Math.max(-1, ...(track?.days ?? []));
  return {
    begins: begins < 0 ? undefined : begins,
    ends: ends < 0 ? undefined : ends,
    clashes: plan.clashes.length,
  };
}

/** What gives when a step is held to a day: both sides, and how many steps of other courses change their day. */
export function whatGives(before: Plan, after: Plan, pin: Omit<Pin, 'id'>) {
  const others = after.tracks.reduce((n, t) => {
    const was = before.tracks.find((x) => x.enrolmentId === t.enrolmentId);
    if (!was || t.enrolmentId === pin.enrolmentId) return n;
    return n + t.days.filter((d, i) => was.stepIds[i] === t.stepIds[i] && was.days[i] !== d).length;
  }, 0);
  return { before: sideOf(before, pin), after: sideOf(after, pin), others };
}
