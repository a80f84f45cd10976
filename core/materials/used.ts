import { contentsOf, flatten } from '../course';
import { type Child, type Course, type Enrolment, type Household, type Id, type Mark, type Need } from '../household';
import { atSitting, compareMarks, marksByEnrolment, sittingMarks } from '../log';
import { type Claim, claimsByLesson, claimsOf } from './claims';

/** In the place of a child, where a thing is shared by all. */
export const ALL = '';

/** Of those, whoever needs one and has none yet. */
export const without = (need: Need, who: readonly Id[], have?: readonly Id[]): readonly Id[] => {
  const each = need.per === 'child' ? who : SHARED;
  return have ? each.filter((id) => !have.includes(id)) : each;
};
const SHARED: readonly Id[] = [ALL];

/** What marked work has used of a claim. */
export interface Used {
  /** The marks that took it, with how many of which thing. */
  taken: { mark: Mark; quantity: number; materialId: Id }[];
  /**
   * Who has theirs by now, each child, or all together (`ALL`): by the step whose copy is begun and not finished, or under the same
   * `ALL` of what is needed once.
   */
  has: Map<Id, readonly Id[]>;
}

interface Kept {
  enrolment: Enrolment;
  course: Course | undefined;
  allNeeds: readonly Need[];
  children: readonly Child[];
  used: Map<Id, Used>;
}
/** Kept for as long as the marks of the enrolment are the same list; a new mark elsewhere changes nothing here. */
const usedCache = new WeakMap<readonly Mark[], Kept[]>();
/** So many versions of a course or of its needs are remembered beside one list of marks. */
const MOST_KEPT = 4;

/** What the marks of an enrolment have used, by claim. */
export function usedByMarks(state: Household, enrolment: Enrolment): ReadonlyMap<Id, Used> {
  const marks = marksByEnrolment(state.marks).get(enrolment.id);
  if (!marks) return new Map();
  const course = contentsOf(state, enrolment);
  const list = usedCache.get(marks) ?? [];
  usedCache.set(marks, list);
  const kept = list.find(
    (k) =>
      k.enrolment === enrolment && k.course === course && k.allNeeds === state.needs && k.children === state.children,
  );
  if (kept) return kept.used;
  const used = countUsed(state, enrolment, claimsOf(state, enrolment), marks);
  list.push({ enrolment, course, allNeeds: state.needs, children: state.children, used });
  if (list.length > MOST_KEPT) list.shift();
  return used;
}

/**
 * What each mark took, of the step and for the children as they were when it was made, a copy for each who was there and had none: who
 * was out takes theirs when they are at it themselves, and who joins a course later has used nothing of it. A copy spoiled by "again" is
 * used up; the next takes another. A step that is put back took no copy: nobody sat for it.
 */
function countUsed(
  state: Household,
  enrolment: Enrolment,
  claims: readonly Claim[],
  marks: readonly Mark[],
): Map<Id, Used> {
  const result = new Map<Id, Used>();
  const course = contentsOf(state, enrolment);
  const use = (claim: Id) => {
    const used: Used = result.get(claim) ?? { taken: [], has: new Map() };
    result.set(claim, used);
    return used;
  };
  if (!course) return result;
  const byLesson = claimsByLesson(claims).lessons;
  const flat = new Map(flatten(course).map((s) => [s.id, s]));
  const whoSat = atSitting(state, marks, enrolment);
  /** Claims of which somebody has a copy of a step that is begun, by the step. */
  const begun = new Map<Id, Set<Used>>();
  const after = (used: Used, { stepId, kind }: Mark, each: readonly Id[], once: boolean) => {
    const of = once ? ALL : stepId;
    const others = (used.has.get(of) ?? []).filter((id) => !each.includes(id));
    used.has.set(of, once || kind === 'partly' ? [...others, ...each] : others);
    if (!once) begun.set(stepId, (begun.get(stepId) ?? new Set()).add(used));
  };
  const sittings = sittingMarks(marks)
    .filter((m) => m.was?.used !== undefined || byLesson.has(flat.get(m.stepId)?.lesson.id ?? ''))
    .sort(compareMarks);
  for (const mark of sittings) {
    const { stepId } = mark;
    const who = whoSat(mark);
    const now = flat.get(stepId);
    const step = now && mark.was ? { ...now, kind: mark.was.kind } : now;
    const own = step ? (byLesson.get(step.lesson.id) ?? []).filter(({ claim }) => claim.serves(step)) : [];
    // Needs have changed since, or the book: what it used was copied then.
    if (mark.was?.used) {
      const copied = new Set(mark.was.used.map((u) => u.claim));
      for (const { claim, materialId, quantity } of mark.was.used)
        use(claim).taken.push({ mark, quantity, materialId });
      for (const { claim } of own) after(use(claim.id), mark, [...who, ALL], claim.once);
      for (const used of begun.get(stepId) ?? []) after(used, mark, [...who, ALL], false);
      for (const id of copied) if (!own.some((c) => c.claim.id === id)) after(use(id), mark, [...who, ALL], false);
      continue;
    }
    for (const { claim } of own) {
      // What all share was used at the sitting: one who catches up is told of it.
      if (mark.childId !== undefined && claim.need.per !== 'child') continue;
      const used = use(claim.id);
      const take = without(claim.need, who, used.has.get(claim.once ? ALL : stepId)).length;
      const { materialId, quantity } = claim.need;
      if (take > 0) used.taken.push({ mark, quantity: quantity * take, materialId });
      after(used, mark, claim.need.per === 'child' ? who : SHARED, claim.once);
    }
  }
  return result;
}

/** How many sittings have taken something by a need so far: what they took stays taken, whatever becomes of the need. */
export const sittingsWith = (state: Household, needId: Id): number =>
  state.enrolments.reduce((n, enrolment) => {
    const used = usedByMarks(state, enrolment);
    const own = used.size === 0 ? [] : claimsOf(state, enrolment).filter((c) => c.need.id === needId);
    return n + own.reduce((m, c) => m + (used.get(c.id)?.taken.length ?? 0), 0);
  }, 0);

/** Every consumable that marked work took, with the enrolment it was for. */
export function* takenByWork(
  state: Household,
): Generator<{ materialId: Id; mark: Mark; quantity: number; enrolment: Enrolment }> {
  const usedUp = new Set(state.materials.filter((m) => m.consumable).map((m) => m.id));
  for (const enrolment of state.enrolments) {
    for (const { taken } of usedByMarks(state, enrolment).values())
      for (const { mark, quantity, materialId } of taken)
        if (usedUp.has(materialId)) yield { materialId, mark, quantity, enrolment };
  }
}
