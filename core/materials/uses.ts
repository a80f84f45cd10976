import { type Day, withUs } from '../calendar';
import { contentsOf, type FlatStep, flatten } from '../course';
import { byId, type Enrolment, type Household, type Id, type Material } from '../household';
import type { Plan } from '../stagger';
import { claimsByLesson, claimsOf } from './claims';
import type { Dated } from './netting';
import { ALL, usedByMarks, without } from './used';
import { paceOn } from '../pace';

/** A thing needed on a date, from the plan. */
export interface Use {
  material: Material;
  day: Day;
  quantity: number;
  enrolment: Enrolment;
  step: FlatStep;
  /** Everybody needs theirs at the same time: it cannot take turns. */
  atOnce: boolean;
  /** No sitting of this enrolment has used the thing before. */
  firstUse: boolean;
}

/** All things that an enrolment needs at a step, what is used up among them. */
export function neededAt(state: Household, enrolment: Enrolment, step: FlatStep): Material[] {
  const materials = claimsOf(state, enrolment)
    .filter((c) => c.serves(step))
    .map((c) => byId(state.materials, c.need.materialId));
  return [...new Set(materials)].filter((m) => m !== undefined && !m.retired) as Material[];
}

/** The things that an enrolment needs at a step and that come back to the shelf. */
export const thingsAt = (state: Household, enrolment: Enrolment, step: FlatStep): Material[] =>
  neededAt(state, enrolment, step).filter((m) => !m.consumable);

const cache = new WeakMap<Plan, { of: readonly unknown[]; uses: readonly Use[] }>();

/**
 * Everything the plan will need, in order of date. A consumable is needed once a step, or once a lesson or course when the need
 * names that alone; a copy already begun (marked partly) serves to the end. What comes back to the shelf is needed on every
 * date on which a step it serves stands. Kept with the plan for as long as what it is worked out from stays.
 */
export function futureUses(state: Household, plan: Plan): readonly Use[] {
  const of = [state.needs, state.materials, state.enrolments, state.courses, state.marks, state.children];
  const known = cache.get(plan);
  if (known?.of.every((x, i) => x === of[i])) return known.uses;
  const uses = usesOf(state, plan);
  cache.set(plan, { of, uses });
  return uses;
}

/** Of a claim that never fell yet. */
const NEVER = -(2 ** 31);

function usesOf(state: Household, plan: Plan): Use[] {
  // Enrolments stand in the plan in order of their ids, and each takes its own steps in order of dates.
  const byDay = new Map<Day, Use[]>();
  // What was taken out of the house is asked for no more.
  const materials = new Map(state.materials.filter((m) => !m.retired).map((m) => [m.id, m]));
  for (const track of plan.tracks) {
    const enrolment = byId(state.enrolments, track.enrolmentId);
    const claims = enrolment ? claimsOf(state, enrolment) : [];
    const course = enrolment && claims.length > 0 ? contentsOf(state, enrolment) : undefined;
    if (!enrolment || !course) continue;
    const { lessons, needs } = claimsByLesson(claims);
    const flat = new Map(flatten(course).map((s) => [s.id, s]));
    const used = usedByMarks(state, enrolment);
    // By need: its thing, and how many of it; looked up once, not at every lesson.
    const things = needs.map((n) => materials.get(n.materialId));
    const places = needs.map((n) => needs.findIndex((o) => o.materialId === n.materialId));
    // What each child has one of is wanted for those who take it by then and are with the household.
    let [last, who]: [Day, readonly Id[]] = [NEVER, []];
    const whoOn = (day: Day) => {
      if (day !== last) [last, who] = [day, paceOn(enrolment, day).childIds.filter((id) => withUs(state, id, day))];
      return who;
    };
    /** Things that it has used before, or earlier in the plan: by the first need of each. */
    const met = new Uint8Array(needs.length);
    /** By claim: the last day on which it fell, of what comes back; and who has theirs of what is needed once. */
    const fell = new Int32Array(claims.length).fill(NEVER);
    const served: (readonly Id[] | undefined)[] = [];
    if (used.size > 0)
      claims.forEach((c, at) => {
        const own = used.get(c.id);
        if (!own) return;
        met[places[needs.indexOf(c.need)]!] = 1;
        if (c.once && own.has.has(ALL)) served[at] = own.has.get(ALL)!;
      });
    track.stepIds.forEach((id, i) => {
      const step = flat.get(id);
      const day = track.days[i]!;
      const here = step && day >= 0 ? lessons.get(step.lesson.id) : undefined;
      if (!step || !here) return;
      let list = byDay.get(day);
      if (!list) byDay.set(day, (list = []));
      for (const { claim, at, needAt, all, once } of here) {
        if (!all && !claim.serves(step)) continue;
        const material = things[needAt];
        if (!material) continue;
        const need = needs[needAt]!;
        let takers: readonly Id[];
        if (material.consumable) {
          const begun = once || used.size === 0 ? undefined : used.get(claim.id)?.has.get(id);
          takers = without(need, whoOn(day), once ? served[at] : begun);
          if (takers.length === 0) continue;
          if (once) served[at] = served[at] ? [...served[at], ...takers] : takers;
        } else {
          if (fell[at] === day) continue;
          fell[at] = day;
          takers = without(need, whoOn(day));
        }
        const firstUse = met[places[needAt]!] === 0;
        met[places[needAt]!] = 1;
        const quantity = need.quantity * takers.length;
        list.push({ material, day, quantity, enrolment, step, atOnce: need.atOnce ?? false, firstUse });
      }
    });
  }
  return [...byDay.keys()].sort((a, b) => a - b).flatMap((day) => byDay.get(day)!);
}

/** Uses by thing, in the order in which each is first needed. */
export function groupUses(uses: readonly Use[]): Map<Material, Use[]> {
  const groups = new Map<Material, Use[]>();
  for (const u of uses) {
    const list = groups.get(u.material);
    if (list) list.push(u);
    else groups.set(u.material, [u]);
  }
  return groups;
}

/**
 * What is wanted at a time. Consumables add up. What comes back to the shelf is wanted as often as one sitting wants it: those of
 * one date take turns (the day's layout sees to it), but for those who need theirs at the same time.
 */
export const demand = (material: Material, uses: readonly Use[]): number => {
  const days = demandByDay(material, uses);
  return material.consumable ? days.reduce((n, d) => n + d.quantity, 0) : Math.max(0, ...days.map((d) => d.quantity));
};

/** The same for every day of uses that stand in order of days. */
export function demandByDay({ consumable }: Material, uses: readonly Use[]): Dated[] {
  const days: Dated[] = [];
  let now: Dated | undefined;
  let [together, most] = [0, 0];
  for (const { day, quantity, atOnce } of uses) {
    if (now?.day !== day) {
      now = { day, quantity: 0 };
      days.push(now);
      together = most = 0;
    }
    if (atOnce) together += quantity;
    if (quantity > most) most = quantity;
    now.quantity = consumable ? now.quantity + quantity : Math.max(most, together);
  }
  return days;
}
