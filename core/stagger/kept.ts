import { costOf } from './cost';
import { Loads } from './loads';
import type { Effort, Plan } from './plan';
import type { Placed, Problem } from './types';
import { WEIGHTS } from './weights';

/** Rises with every change of the engine that may change a plan: plans kept by an older one are made anew. */
const ENGINE = 7;

/**
 * What tells one planning from another: the problem, the effort and the engine. Equal keys, equal plans; a plan that was kept
 * under its key need not be made again. A hash of 106 bits; it is no proof against forgery, and a kept plan is costed again.
 * @param morning the key of what the day began with, of a day that is under way (`goingOn`)
 */
export function planKey(problem: Problem, effort: Effort, morning?: string): string {
  const plain = (_: string, v: unknown): unknown =>
    v instanceof Set ? [...(v as Set<unknown>)] : v === Infinity ? 'Inf' : v === -Infinity ? '-Inf' : v;
  const text = JSON.stringify([ENGINE, WEIGHTS, effort, problem, morning], plain);
  return hash(text, 1) + hash(text, 2);
}

/** A hash of 53 bits of a text (cyrb53, public domain). */
function hash(text: string, seed: number): string {
  let [a, b] = [0xdeadbeef ^ seed, 0x41c6ce57 ^ seed];
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    a = Math.imul(a ^ c, 2_654_435_761);
    b = Math.imul(b ^ c, 1_597_334_677);
  }
  a = Math.imul(a ^ (a >>> 16), 2_246_822_507) ^ Math.imul(b ^ (b >>> 13), 3_266_489_909);
  b = Math.imul(b ^ (b >>> 16), 2_246_822_507) ^ Math.imul(a ^ (a >>> 13), 3_266_489_909);
  return (4_294_967_296 * (2_097_151 & b) + (a >>> 0)).toString(36).padStart(11, '0');
}

/** Whether a plan that was kept is one of this problem: every step on a date of its track or on none, at the cost it names. */
export function isPlanOf(problem: Problem, plan: Plan): boolean {
  const members = new Map(plan.tracks.map((t) => [t.enrolmentId, t]));
  const placed: Placed[] = [];
  for (const track of problem.tracks) {
    const days = new Map(
      track.members.flatMap((id) => {
        const own = members.get(id);
        return own ? own.stepIds.map((step, i) => [`${id} ${step}`, own.days[i]!] as const) : [];
      }),
    );
    const dates = new Set(track.dates);
    const own = track.steps.map((s) => days.get(`${s.enrolmentId ?? track.enrolmentId} ${s.id}`));
    if (own.length !== days.size || own.some((d) => d === undefined || (d >= 0 && !dates.has(d)))) return false;
    // Steps follow one another: of a row that was damaged the cost could not be told.
    const rising = (own as Placed).filter((d) => d >= 0);
    if (rising.some((d, i) => i > 0 && d < rising[i - 1]!)) return false;
    placed.push(own as Placed);
  }
  const loads = new Loads(problem);
  placed.forEach((p, t) => loads.apply(t, p, 1));
  return costOf(problem, placed, loads).total === plan.cost.total;
}
