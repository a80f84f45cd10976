import { type Day, toDay } from '../calendar';
import { contentsOf, type FlatStep, flatten, lentId } from '../course';
import {
  byId,
  type Course,
  type Enrolment,
  type Household,
  type Id,
  type Mark,
  type Material,
  type Need,
  MOVEMENTS,
} from '../household';
import { compareMarks, marksByEnrolment, sittingMarks, standingsOf } from '../log';
import type { Plan } from '../stagger';

/** A thing needed on a date, from the plan. */
export interface Use {
  material: Material;
  day: Day;
  quantity: number;
  enrolment: Enrolment;
  step: FlatStep;
  /** No sitting of this enrolment has used the thing before. */
  firstUse: boolean;
}

/** How many of a thing one sitting of an enrolment takes. */
function quantityOf(need: Need, enrolment: Enrolment, away = 0): number {
  return need.per === 'child' ? need.quantity * Math.max(0, enrolment.childIds.length - away) : need.quantity;
}

/** What the lessons of an enrolment need: those of its own course, and of any unit that another level lends it. */
function needsOf(enrolment: Enrolment, of: (courseId: Id) => readonly Need[]): Need[] {
  const lenders = new Set((enrolment.units ?? []).map((u) => u.courseId).filter((id) => id !== enrolment.courseId));
  const lent = (n: Need): Need => ({
    ...n,
    lessonId: lentId(n.courseId, n.lessonId),
    ...(n.stepId ? { stepId: lentId(n.courseId, n.stepId) } : {}),
  });
  return [...of(enrolment.courseId), ...[...lenders].flatMap((id) => of(id).map(lent))];
}

/** The things that an enrolment needs at a step and that come back to the shelf. */
export function thingsAt(state: Household, enrolment: Enrolment, step: FlatStep): Material[] {
  const materials = needsOf(enrolment, (id) => state.needs.filter((n) => n.courseId === id))
    .filter((n) => serves(n, step))
    .map((n) => byId(state.materials, n.materialId));
  return [...new Set(materials)].filter((m) => m !== undefined && !m.consumable) as Material[];
}

const serves = (need: Need, step: FlatStep) =>
  need.lessonId === step.lesson.id && (need.stepId === undefined || need.stepId === step.id);

/**
 * Everything the plan will need, in order of date. A consumable is needed once a step, or once a lesson when the need
 * names the lesson alone; a copy already begun (marked partly) serves to the end. What comes back to the shelf is
 * needed on every date on which a step it serves stands.
 */
export function futureUses(state: Household, plan: Plan): Use[] {
  const uses: Use[] = [];
  /** Things that an enrolment has used before, or earlier in the plan. */
  const met = new Set<string>();
  for (const track of plan.tracks) {
    const enrolment = byId(state.enrolments, track.enrolmentId);
    const course = enrolment && contentsOf(state, enrolment);
    if (!enrolment || !course) continue;
    const needs = needsOf(enrolment, (id) => state.needs.filter((n) => n.courseId === id));
    if (needs.length === 0) continue;
    const flat = new Map(flatten(course).map((s) => [s.id, s]));
    const begunNeeds = usedByMarks(state, enrolment, needs, false);
    for (const n of needs) if ((begunNeeds.get(n.id)?.times ?? 0) > 0) met.add(`${enrolment.id} ${n.materialId}`);
    for (const need of needs) {
      const material = byId(state.materials, need.materialId);
      if (!material) continue;
      const record = begunNeeds.get(need.id);
      let lessonServed = need.stepId === undefined && (record?.times ?? 0) > 0;
      const days = new Set<Day>();
      track.stepIds.forEach((id, i) => {
        const step = flat.get(id);
        const day = track.days[i]!;
        if (!step || day < 0 || !serves(need, step)) return;
        if (material.consumable && (lessonServed || record?.inHand.has(id))) return;
        if (!material.consumable && days.has(day)) return;
        lessonServed = need.stepId === undefined;
        days.add(day);
        uses.push({ material, day, quantity: quantityOf(need, enrolment), enrolment, step, firstUse: false });
      });
    }
  }
  uses.sort((a, b) => a.day - b.day || (a.enrolment.id < b.enrolment.id ? -1 : 1));
  for (const use of uses) {
    const key = `${use.enrolment.id} ${use.material.id}`;
    use.firstUse = !met.has(key);
    met.add(key);
  }
  return uses;
}

interface Used {
  /** Sittings that took the thing. */
  times: number;
  /** Steps whose copy is begun and not finished. */
  inHand: Set<Id>;
  /** The marks that took it, with how many. */
  taken: { mark: Mark; quantity: number }[];
}

interface Kept {
  enrolment: Enrolment;
  course: Course | undefined;
  allNeeds: readonly Need[];
  consumable: boolean;
  used: Map<Id, Used>;
}
/** Kept for as long as the marks of the enrolment are the same list; a new mark elsewhere changes nothing here. */
const usedCache = new WeakMap<readonly Mark[], Kept[]>();

function usedByMarks(
  state: Household,
  enrolment: Enrolment,
  needs: readonly Need[],
  consumable: boolean,
): Map<Id, Used> {
  const marks = marksByEnrolment(state.marks).get(enrolment.id);
  if (!marks) return new Map(needs.map((n) => [n.id, { times: 0, inHand: new Set(), taken: [] }]));
  const course = contentsOf(state, enrolment);
  const list = usedCache.get(marks) ?? [];
  usedCache.set(marks, list);
  const kept = list.find(
    (k) =>
      k.enrolment === enrolment && k.course === course && k.allNeeds === state.needs && k.consumable === consumable,
  );
  if (kept) return kept.used;
  const used = countUsed(state, enrolment, needs);
  list.push({ enrolment, course, allNeeds: state.needs, consumable, used });
  return used;
}

/** What the marks of an enrolment have used, need by need. A copy spoiled by "again" is used up; the next takes another. */
function countUsed(state: Household, enrolment: Enrolment, needs: readonly Need[]): Map<Id, Used> {
  const result = new Map<Id, Used>();
  const course = contentsOf(state, enrolment);
  if (!course) return result;
  const flat = new Map(flatten(course).map((s) => [s.id, s]));
  // Only lessons that need something are looked at, each lesson's marks by themselves.
  const sittings = new Map<Id, Mark[]>(needs.map((n) => [n.lessonId, []]));
  // A step that is put back took no copy: nobody sat for it.
  for (const m of sittingMarks(marksByEnrolment(state.marks).get(enrolment.id) ?? [])) {
    if (m.childId !== undefined) continue;
    const lesson = flat.get(m.stepId)?.lesson.id;
    if (lesson !== undefined) sittings.get(lesson)?.push(m);
  }
  for (const list of sittings.values()) list.sort(compareMarks);
  const missed = (id: Id) =>
    enrolment.childIds.length > 1 ? (standingsOf(state.marks, enrolment.id).get(id)?.missed.length ?? 0) : 0;
  for (const need of needs) {
    const used: Used = { times: 0, inHand: new Set(), taken: [] };
    for (const mark of sittings.get(need.lessonId) ?? []) {
      const step = flat.get(mark.stepId);
      if (!step || !serves(need, step)) continue;
      const lessonHasIt = need.stepId === undefined && used.times > 0;
      if (!lessonHasIt && !used.inHand.has(step.id)) {
        used.times++;
        used.taken.push({ mark, quantity: quantityOf(need, enrolment, missed(step.id)) });
      }
      if (mark.kind === 'partly') used.inHand.add(step.id);
      else used.inHand.delete(step.id);
    }
    result.set(need.id, used);
  }
  return result;
}

const later = (a: { date: string; seq: number }, b: { date: string; seq: number }) =>
  a.date !== b.date ? a.date > b.date : a.seq > b.seq;

/**
 * What is on hand of every thing: the movements and, for consumables, what marked work has used, told in order of
 * (date, sequence). A count sets the figure; it never goes below zero.
 */
export function stock(state: Household): Map<Id, number> {
  interface Event {
    date: string;
    seq: number;
    apply: (have: number) => number;
  }
  const events = new Map<Id, Event[]>(state.materials.map((m) => [m.id, []]));
  for (const m of state.movements) {
    const does = MOVEMENTS[m.kind];
    const apply = (have: number) => (does === 'sets' ? m.quantity : have + does * m.quantity);
    events.get(m.materialId)?.push({ date: m.date, seq: m.seq, apply });
  }
  // Nothing before its last count matters for a thing.
  const counted = new Map<Id, { date: string; seq: number }>();
  for (const m of state.movements) {
    const last = counted.get(m.materialId);
    if (MOVEMENTS[m.kind] === 'sets' && (!last || later(m, last))) counted.set(m.materialId, m);
  }
  const consumables = new Map<Id, Need[]>();
  for (const n of state.needs) {
    if (!byId(state.materials, n.materialId)?.consumable) continue;
    const list = consumables.get(n.courseId);
    if (list) list.push(n);
    else consumables.set(n.courseId, [n]);
  }
  for (const enrolment of state.enrolments) {
    const needs = needsOf(enrolment, (id) => consumables.get(id) ?? []);
    if (needs.length === 0) continue;
    const used = usedByMarks(state, enrolment, needs, true);
    for (const need of needs) {
      const since = counted.get(need.materialId);
      for (const { mark, quantity } of used.get(need.id)?.taken ?? []) {
        if (since && later(since, mark)) continue;
        events.get(need.materialId)?.push({ date: mark.date, seq: mark.seq, apply: (have) => have - quantity });
      }
    }
  }
  const onHand = new Map<Id, number>();
  for (const [id, list] of events) {
    list.sort((a, b) => (a.date !== b.date ? (a.date < b.date ? -1 : 1) : a.seq - b.seq));
    onHand.set(
      id,
      list.reduce((have, e) => Math.max(0, e.apply(have)), 0),
    );
  }
  return onHand;
}

/** One line of a week's pull list. */
export interface PullLine {
  material: Material;
  /** Needed within the week: all uses of a consumable, the most at once of anything else. */
  needed: number;
  onHand: number;
  /** How many are missing within the week, what comes before it served first. */
  short: number;
  /** Where something is missing: the last day on which it could be ordered to be there in time. */
  orderBy?: Day;
  /** First date in the week on which it is needed. */
  day: Day;
  uses: Use[];
  firstUse: boolean;
}

/** The things to pull for the days from…to (both included), in order of place, then of the day first needed. */
export function pullList(state: Household, plan: Plan, from: Day, to: Day): PullLine[] {
  const onHand = stock(state);
  const byMaterial = groupUses(futureUses(state, plan));
  const lines: PullLine[] = [];
  for (const [material, uses] of byMaterial) {
    const within = uses.filter((u) => u.day >= from && u.day <= to);
    if (within.length === 0) continue;
    const have = onHand.get(material.id) ?? 0;
    const upTo = (limit: Day) =>
      shortBy(
        material,
        uses.filter((u) => u.day <= limit),
        have,
      );
    const short = material.consumable ? upTo(to) - upTo(from - 1) : shortBy(material, within, have);
    const lacking =
      short > 0 ? within.find((u) => upTo(u.day) > (material.consumable ? upTo(from - 1) : 0)) : undefined;
    lines.push({
      material,
      ...(lacking ? { orderBy: orderBy(material, lacking.day) } : {}),
      needed: demand(material, within),
      onHand: have,
      short,
      day: within[0]!.day,
      uses: within,
      firstUse: within.some((u) => u.firstUse),
    });
  }
  return lines.sort((a, b) =>
    a.material.place !== b.material.place ? (a.material.place < b.material.place ? -1 : 1) : a.day - b.day,
  );
}

/** Days from ordering a thing to having it, while nobody has said otherwise (common practice: a week). */
export const LEAD_DAYS = 7;

/** The last day on which a thing can be ordered that is needed on a day. */
const orderBy = (material: Material, day: Day): Day => day - (material.leadDays ?? LEAD_DAYS);

/** Whether an order-by date is behind, is this very day, or is to come. */
export const orderIs = (orderBy: Day, today: Day): 'past' | 'today' | 'to come' =>
  orderBy < today ? 'past' : orderBy === today ? 'today' : 'to come';

/** When a thing first runs short in the whole plan, and by how many in all. */
export interface Shortage {
  material: Material;
  /** Need-by date. */
  day: Day;
  /** Order-by date: the need-by date less the days from ordering it to having it. */
  orderBy: Day;
  short: number;
}

/** Every thing that the plan runs short of, by the date on which it first does: needs netted over time. */
export function shortages(state: Household, plan: Plan): Shortage[] {
  const onHand = stock(state);
  const result: Shortage[] = [];
  for (const [material, uses] of groupUses(futureUses(state, plan))) {
    const have = onHand.get(material.id) ?? 0;
    const short = shortBy(material, uses, have);
    if (short === 0) continue;
    const day = uses.find(
      (u) =>
        shortBy(
          material,
          uses.filter((v) => v.day <= u.day),
          have,
        ) > 0,
    )!.day;
    result.push({ material, day, orderBy: orderBy(material, day), short });
  }
  return result.sort((a, b) => a.day - b.day);
}

function groupUses(uses: readonly Use[]): Map<Material, Use[]> {
  const groups = new Map<Material, Use[]>();
  for (const u of uses) {
    const list = groups.get(u.material);
    if (list) list.push(u);
    else groups.set(u.material, [u]);
  }
  return groups;
}

/**
 * Consumables add up. What comes back to the shelf is wanted as often as one sitting wants it at once: those of one date take
 * turns (the day's layout sees to it).
 */
const demand = (material: Material, uses: readonly Use[]): number =>
  material.consumable ? uses.reduce((n, u) => n + u.quantity, 0) : Math.max(0, ...uses.map((u) => u.quantity));

const shortBy = (material: Material, uses: readonly Use[], have: number) => Math.max(0, demand(material, uses) - have);

/** The cautions that matter while a child under three lives in the house (US 16 CFR 1501 for small parts). */
export function toddlerCautions(state: Household, material: Material, today: Day): string[] {
  const under3 = state.children.filter((c) => today - toDay(c.born) < 3 * 365.25);
  if (under3.length === 0) return [];
  const names = under3.map((c) => c.name).join(' and ');
  const words: string[] = [];
  if (material.cautions.includes('small parts')) words.push(`Small parts: keep out of reach of ${names}.`);
  if (material.cautions.includes('magnets'))
    words.push(`Loose magnets are dangerous if swallowed: keep from ${names}.`);
  return words;
}

/** How many lessons need each thing: a lesson that needs it for several steps, or twice, is one. */
export function lessonsNeeding({ needs }: Pick<Household, 'needs'>): ReadonlyMap<Id, number> {
  const lessons = new Map<Id, Set<string>>();
  for (const n of needs)
    lessons.set(n.materialId, (lessons.get(n.materialId) ?? new Set()).add(JSON.stringify([n.courseId, n.lessonId])));
  return new Map([...lessons].map(([id, set]) => [id, set.size]));
}
