import { type Day, type IsoDate } from '../calendar';
import { contentsOf, flatten, type FlatStep } from '../course';
import {
  type Course,
  type Enrolment,
  type Household,
  type Id,
  type Mark,
  ownId,
  type Proof,
  type ProofRule,
  type SchoolYear,
} from '../household';
import { isOpen, markRow, missedOf, standingsOf, type StepState } from '../log';
import { makeTrack, type Reserve, reserveOf, takenSteps } from '../pace';

/** One practice sheet, the next sitting one review, the next the test: common practice. */
export const USUAL_PROOF: ProofRule = { practise: 1, review: 1, assess: 1 };

export const proofRuleOf = (course: Course): ProofRule => course.proof ?? USUAL_PROOF;

/** What saying that a stretch is known comes to: the open steps kept to prove it, and those that fall away. */
export interface ProofPlan {
  kept: FlatStep[];
  fall: FlatStep[];
}

/**
 * Divides the open steps from one step to another (both included, in the order of the course) into those that prove
 * the stretch and those that fall away. The last steps of each sort are kept, being the furthest on; where the
 * stretch has no practise step, apply and drill steps stand for it. A stretch with none of the sorts keeps its last step.
 * With a rule of three noughts everything falls away.
 */
export function planProof(state: Household, enrolment: Enrolment, fromStepId: Id, toStepId: Id): ProofPlan {
  const course = contentsOf(state, enrolment);
  if (!course) return { kept: [], fall: [] };
  const rule = proofRuleOf(course);
  const standings = standingsOf(state.marks, enrolment.id);
  const all = takenSteps(state, enrolment);
  const at = (id: Id) => all.findIndex((s) => s.id === id);
  const [a, b] = [at(fromStepId), at(toStepId)].sort((x, y) => x - y) as [number, number];
  const open = a < 0 ? [] : all.slice(a, b + 1).filter((s) => isOpen(standings, s.id));
  const last = (n: number, test: (s: FlatStep) => boolean) => (n > 0 ? open.filter(test).slice(-n) : []);
  const practise = last(rule.practise, (s) => s.kind === 'practise');
  const keep = new Set([
    ...(practise.length > 0 ? practise : last(rule.practise, (s) => s.kind === 'apply' || s.kind === 'drill')),
    ...last(rule.review, (s) => s.kind === 'review'),
    ...last(rule.assess, (s) => s.kind === 'assess'),
  ]);
  if (keep.size === 0 && rule.practise + rule.review + rule.assess > 0 && open.length > 0) keep.add(open.at(-1)!);
  return { kept: open.filter((s) => keep.has(s)), fall: open.filter((s) => !keep.has(s)) };
}

/** Rows to store for a proof: the proof itself (when there is something to prove) and a `known` mark for each fallen step. */
export interface ProofRows {
  proof: Proof | undefined;
  marks: Mark[];
}

/** The rows that carry out a plan of proof on a date. `newId` gives a fresh id at every call. */
export function proofRows(
  state: Household,
  enrolment: Enrolment,
  plan: ProofPlan,
  date: IsoDate,
  newId: () => Id,
): ProofRows {
  const steps = [...plan.kept, ...plan.fall].map((s) => s.id);
  const proof: Proof | undefined =
    // What is known at one stroke stands together, be there anything kept to prove it or not.
    plan.kept.length > 0 || plan.fall.length > 1
      ? {
          id: ownId(state.proofs, enrolment.id, date, ...steps),
          enrolmentId: enrolment.id,
          date,
          kept: plan.kept.map((s) => s.id),
        }
      : undefined;
  const marks: Mark[] = [];
  for (const s of plan.fall) {
    const wish = { enrolmentId: enrolment.id, stepId: s.id, date, kind: 'known' as const };
    const row = markRow({ ...state, marks: [...state.marks, ...marks] }, wish, newId());
    marks.push({ ...row, ...(proof ? { proofId: proof.id } : {}) });
  }
  return { proof, marks };
}

/** A proof and how far it has come. */
export interface ProofStanding {
  proof: Proof;
  kept: { step: FlatStep; state: StepState }[];
  /** Steps that fell away. */
  fell: number;
  /** True once every kept step is settled, and none of them waits for an answer. */
  proven: boolean;
  /** Kept steps that are done with a score below the line of the course: whether they prove it is asked. */
  asked: FlatStep[];
}

/** The proofs of an enrolment that have not failed, newest first. */
export function proofsOf(state: Household, enrolment: Enrolment): ProofStanding[] {
  const course = contentsOf(state, enrolment);
  if (!course) return [];
  const standings = standingsOf(state.marks, enrolment.id);
  const steps = new Map(flatten(course).map((s) => [s.id, s]));
  return state.proofs
    .filter((p) => p.enrolmentId === enrolment.id && !p.failed)
    .sort((a, b) => (a.date === b.date ? (a.id < b.id ? 1 : -1) : a.date < b.date ? 1 : -1))
    .map((proof) => {
      const kept = proof.kept
        .map((id) => steps.get(id))
        .filter((s) => s !== undefined)
        .map((step) => ({ step, state: standings.get(step.id)?.state ?? ('open' as const) }));
      const line = proofRuleOf(course).score;
      const below = (id: Id) => {
        const score = standings.get(id)?.last.score;
        return line !== undefined && score !== undefined && score.of > 0 && 100 * score.got < line * score.of;
      };
      const asked = kept
        .filter((k) => k.state === 'done' && below(k.step.id) && !proof.accepted?.includes(k.step.id))
        .map((k) => k.step);
      const fell = state.marks.filter((m) => m.proofId === proof.id && m.kind === 'known').length;
      return { proof, kept, fell, asked, proven: asked.length === 0 && kept.every((k) => k.state !== 'open') };
    });
}

/** Rows to put and marks to take away. */
export interface Mending {
  put: { proof?: Proof; marks: Mark[] };
  remove: { proofId?: Id; markIds: Id[] };
}

/**
 * A proof that failed: every step that fell away by it comes back in front, without a sitting counted as spent. A step
 * said to be known on the very same date simply loses that mark.
 */
export function failProof(state: Household, proof: Proof, date: IsoDate, newId: () => Id): Mending {
  const marks: Mark[] = [];
  const markIds: Id[] = [];
  const standings = standingsOf(state.marks, proof.enrolmentId);
  for (const m of state.marks) {
    if (m.proofId !== proof.id || m.kind !== 'known' || standings.get(m.stepId)?.state !== 'known') continue;
    if (m.date === date) {
      markIds.push(...[m, ...missedOf(state, m)].map((x) => x.id));
      continue;
    }
    const wish = { enrolmentId: m.enrolmentId, stepId: m.stepId, date, kind: 'again' as const };
    marks.push({ ...markRow({ ...state, marks: [...state.marks, ...marks] }, wish, newId()), proofId: proof.id });
  }
  return { put: { proof: { ...proof, failed: date }, marks }, remove: { markIds } };
}

/** A proof taken back as if it had never been: the row and its marks go. */
export function withdrawProof(state: Household, proof: Proof): Mending {
  const own = state.marks.filter((m) => m.proofId === proof.id);
  const markIds = own.flatMap((m) => [m, ...missedOf(state, m)].map((x) => x.id));
  return { put: { marks: [] }, remove: { proofId: proof.id, markIds } };
}

/** What days in hand become when rows are added: before and after, as everywhere else. */
export function proofEffect(
  state: Household,
  year: SchoolYear,
  enrolment: Enrolment,
  today: Day,
  rows: ProofRows,
): { before: Reserve; after: Reserve } {
  const changed = new Set(rows.marks.map((m) => m.id));
  const next = {
    ...state,
    marks: [...state.marks.filter((m) => !changed.has(m.id)), ...rows.marks],
    proofs: rows.proof ? [...state.proofs, rows.proof] : state.proofs,
  };
  const of = (s: Household) => reserveOf(makeTrack(s, year, enrolment, today), year);
  return { before: of(state), after: of(next) };
}
