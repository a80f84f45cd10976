import { contentsOf, flatten } from '../course';
import { type Course, type Enrolment, type Household, type Id, type Mark, type Need } from '../household';
import { compareMarks, marksByEnrolment, sittingMarks, standingsOf } from '../log';
import { type Claim, claimsByLesson, claimsOf } from './claims';

/** How many of a thing one sitting takes of those children; `away`: so many of them were not at it. */
export function quantityOf(need: Need, { childIds }: Pick<Enrolment, 'childIds'>, away = 0): number {
  return need.per === 'child' ? need.quantity * Math.max(0, childIds.length - away) : need.quantity;
}

/** What marked work has used of a claim. */
export interface Used {
  /** Sittings that took the thing. */
  times: number;
  /** Steps whose copy is begun and not finished. */
  inHand: Set<Id>;
  /** The marks that took it, with how many of which thing. */
  taken: { mark: Mark; quantity: number; materialId: Id }[];
}

interface Kept {
  enrolment: Enrolment;
  course: Course | undefined;
  allNeeds: readonly Need[];
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
  const kept = list.find((k) => k.enrolment === enrolment && k.course === course && k.allNeeds === state.needs);
  if (kept) return kept.used;
  const used = countUsed(state, enrolment, claimsOf(state, enrolment), marks);
  list.push({ enrolment, course, allNeeds: state.needs, used });
  if (list.length > MOST_KEPT) list.shift();
  return used;
}

/**
 * What each mark took, of the step and for the children as they were when it was made: who joins a course later has used nothing of it.
 * A copy spoiled by "again" is used up; the next takes another. A step that is put back took no copy: nobody sat for it.
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
    const used: Used = result.get(claim) ?? { times: 0, inHand: new Set(), taken: [] };
    result.set(claim, used);
    return used;
  };
  if (!course) return result;
  const byLesson = claimsByLesson(claims).lessons;
  const flat = new Map(flatten(course).map((s) => [s.id, s]));
  const missed = (id: Id, { childIds }: Pick<Enrolment, 'childIds'>) =>
    childIds.length > 1
      ? (standingsOf(state.marks, enrolment.id).get(id)?.missed ?? []).filter((c) => childIds.includes(c)).length
      : 0;
  const inHand = (used: Used, { kind, stepId }: Mark) =>
    kind === 'partly' ? used.inHand.add(stepId) : used.inHand.delete(stepId);
  const sittings = sittingMarks(marks)
    .filter((m) => m.childId === undefined)
    .filter((m) => m.was?.used !== undefined || byLesson.has(flat.get(m.stepId)?.lesson.id ?? ''))
    .sort(compareMarks);
  for (const mark of sittings) {
    // Needs have changed since, or the book: what it used was copied then.
    if (mark.was?.used) {
      for (const { claim, materialId, quantity } of mark.was.used) {
        const used = use(claim);
        used.times++;
        used.taken.push({ mark, quantity, materialId });
        inHand(used, mark);
      }
      continue;
    }
    const now = flat.get(mark.stepId)!;
    const step = mark.was ? { ...now, kind: mark.was.kind } : now;
    const of = mark.was ?? enrolment;
    for (const { claim } of byLesson.get(step.lesson.id)!) {
      if (!claim.serves(step)) continue;
      const used = use(claim.id);
      if (!(claim.once && used.times > 0) && !used.inHand.has(step.id)) {
        used.times++;
        const quantity = quantityOf(claim.need, of, missed(step.id, of));
        used.taken.push({ mark, quantity, materialId: claim.need.materialId });
      }
      inHand(used, mark);
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
