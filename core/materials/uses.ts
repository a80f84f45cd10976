import type { Day } from '../calendar';
import { contentsOf, type FlatStep, flatten } from '../course';
import { byId, type Enrolment, type Household, type Id, type Material } from '../household';
import type { Plan } from '../stagger';
import { type Claim, claimsOf } from './claims';
import { quantityOf, usedByMarks } from './used';

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

/** The things that an enrolment needs at a step and that come back to the shelf. */
export function thingsAt(state: Household, enrolment: Enrolment, step: FlatStep): Material[] {
  const materials = claimsOf(state, enrolment)
    .filter((c) => c.serves(step))
    .map((c) => byId(state.materials, c.need.materialId));
  return [...new Set(materials)].filter((m) => m !== undefined && !m.consumable && !m.retired) as Material[];
}

const cache = new WeakMap<Plan, { of: readonly unknown[]; uses: readonly Use[] }>();

/**
 * Everything the plan will need, in order of date. A consumable is needed once a step, or once a lesson or course when the need
 * names that alone; a copy already begun (marked partly) serves to the end. What comes back to the shelf is needed on every
 * date on which a step it serves stands. Kept with the plan for as long as what it is worked out from stays.
 */
export function futureUses(state: Household, plan: Plan): readonly Use[] {
  const of = [state.needs, state.materials, state.enrolments, state.courses, state.marks];
  const known = cache.get(plan);
  if (known?.of.every((x, i) => x === of[i])) return known.uses;
  const uses = usesOf(state, plan);
  cache.set(plan, { of, uses });
  return uses;
}

function usesOf(state: Household, plan: Plan): Use[] {
  const byDay = new Map<Day, Use[]>();
  /** Things that an enrolment has used before, or earlier in the plan. */
  const met = new Set<string>();
  // What was taken out of the house is asked for no more.
  const materials = new Map(state.materials.filter((m) => !m.retired).map((m) => [m.id, m]));
  for (const track of plan.tracks) {
    const enrolment = byId(state.enrolments, track.enrolmentId);
    const claims = enrolment ? claimsOf(state, enrolment) : [];
    const course = enrolment && claims.length > 0 ? contentsOf(state, enrolment) : undefined;
    if (!enrolment || !course) continue;
    const byLesson = new Map<Id, Claim[]>();
    for (const claim of claims)
      for (const id of claim.lessons) {
        const list = byLesson.get(id);
        if (list) list.push(claim);
        else byLesson.set(id, [claim]);
      }
    const flat = new Map(flatten(course).map((s) => [s.id, s]));
    const used = usedByMarks(state, enrolment);
    const served = new Set<Id>();
    for (const c of claims)
      if ((used.get(c.id)?.times ?? 0) > 0) {
        met.add(`${enrolment.id} ${c.need.materialId}`);
        if (c.once) served.add(c.id);
      }
    const lastDay = new Map<Id, Day>();
    track.stepIds.forEach((id, i) => {
      const step = flat.get(id);
      const day = track.days[i]!;
      if (!step || day < 0) return;
      for (const claim of byLesson.get(step.lesson.id) ?? []) {
        if (!claim.serves(step)) continue;
        const { need } = claim;
        const material = materials.get(need.materialId);
        if (!material) continue;
        if (material.consumable) {
          if ((claim.once && served.has(claim.id)) || used.get(claim.id)?.inHand.has(id)) continue;
          served.add(claim.id);
        } else if (lastDay.get(claim.id) === day) continue;
        lastDay.set(claim.id, day);
        const [quantity, atOnce] = [quantityOf(need, enrolment), need.atOnce ?? false];
        const use: Use = { material, day, quantity, enrolment, step, atOnce, firstUse: false };
        const list = byDay.get(day);
        if (list) list.push(use);
        else byDay.set(day, [use]);
      }
    });
  }
  const uses: Use[] = [];
  for (const day of [...byDay.keys()].sort((a, b) => a - b)) {
    const list = byDay
      .get(day)!
      .sort((a, b) => (a.enrolment.id < b.enrolment.id ? -1 : a.enrolment.id > b.enrolment.id ? 1 : 0));
    for (const use of list) {
      const key = `${use.enrolment.id} ${use.material.id}`;
      use.firstUse = !met.has(key);
      met.add(key);
      uses.push(use);
    }
  }
  return uses;
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
export function demand(material: Material, uses: readonly Use[]): number {
  if (material.consumable) return uses.reduce((n, u) => n + u.quantity, 0);
  const together = new Map<Day, number>();
  let most = 0;
  for (const { day, quantity, atOnce } of uses) {
    if (atOnce) together.set(day, (together.get(day) ?? 0) + quantity);
    most = Math.max(most, quantity, together.get(day) ?? 0);
  }
  return most;
}
