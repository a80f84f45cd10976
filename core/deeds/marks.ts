import type { Day } from '../calendar';
import { fromDay } from '../calendar';
import { beside, ticksSettledBy } from '../day';
import {
  byId,
  type Household,
  type Id,
  type Mark,
  type MarkKind,
  type Mastery,
  type Proof,
  type Put,
} from '../household';
import { type EntryFaults, type EntryText, markOn, markRow, missedOf, withEntry } from '../log';
import {
  againMarks,
  type AgainScope,
  failProof,
  masteryOf,
  type Mending,
  planProof,
  proofRows,
  withdrawProof,
} from '../proof';

/**
 * What users do to the record. Each deed is a function of the household as it is when its turn comes: pressed twice, or in two
 * tabs at once, it is done once. Ids of new rows come from the caller.
 */
export interface StepOn {
  enrolmentId: Id;
  stepId: Id;
  day: Day;
}

/**
 * Marks a step on a day, or (with a child) what it was for one child of a family-style sitting. Children who have no school that
 * day missed what the others did.
 */
export function markStep(now: Household, on: StepOn, kind: MarkKind, newId: () => Id, childId?: Id): Put[] {
  const enrolment = byId(now.enrolments, on.enrolmentId);
  const course = enrolment && byId(now.courses, enrolment.courseId);
  if (!enrolment || !course) return [];
  const { enrolmentId, stepId, day } = on;
  const wish = { enrolmentId, stepId, date: fromDay(day), kind, ...(childId ? { childId } : {}) };
  const goOn = kind === 'again' && masteryOf(now, course) === 'move on';
  const made = markRow(now, goOn ? { ...wish, goOn } : wish, newId());
  return [{ table: 'marks', put: made }, ...beside(now, undefined, made, newId), ...settled(now, on, childId)];
}

/** A teacher's own mark answers what children have ticked of the same step. */
const settled = (now: Household, { enrolmentId, stepId, day }: StepOn, childId?: Id): Put[] =>
  ticksSettledBy(now, { enrolmentId, stepId, date: fromDay(day), childId }).map((t) => ({
    table: 'ticks',
    remove: t.id,
  }));

/** Takes off every mark that a step carries on a day, those about single children too. */
export function unmarkStep(now: Household, { enrolmentId, stepId, day }: StepOn): Put[] {
  const date = fromDay(day);
  return now.marks
    .filter((m) => m.enrolmentId === enrolmentId && m.stepId === stepId && m.date === date)
    .map((m) => ({ table: 'marks', remove: m.id }));
}

/** Several steps carry the same mark on a day: carried on, skipped as known, done at a game. */
export function markSteps(now: Household, steps: readonly StepOn[], kind: MarkKind, newId: () => Id): Put[] {
  const puts: Put[] = [];
  let state = now;
  for (const on of steps) {
    const own = markStep(state, on, kind, newId);
    puts.push(...own);
    const made = own.flatMap((p) => (p.table === 'marks' && 'put' in p ? [p.put] : []));
    state = { ...state, marks: [...state.marks, ...made] };
  }
  return puts;
}

/** Minutes, score and note of a step; one without a mark is marked done by it. `text` has been read without a fault. */
export function enterDetails(now: Household, on: StepOn, text: EntryText, newId: () => Id): Put[] {
  const { enrolmentId, stepId, day } = on;
  const date = fromDay(day);
  const before = markOn(now, { enrolmentId, stepId, date });
  const kind = before?.kind ?? 'done';
  const entry = withEntry(markRow(now, { enrolmentId, stepId, date, kind }, newId()), text, date);
  if ('faults' in entry) return [];
  return [{ table: 'marks', put: entry.mark }, ...beside(now, before, entry.mark, newId), ...settled(now, on)];
}

/** What is wrong with the details as typed; undefined when nothing is. */
export function detailsFaults(mark: Mark, text: EntryText, latest: string): EntryFaults | undefined {
  const entry = withEntry(mark, text, latest);
  return 'faults' in entry ? entry.faults : undefined;
}

/** Corrects one mark of the record; nothing where it was taken out meanwhile. */
export function correctMark(
  now: Household,
  markId: Id,
  kind: MarkKind,
  text: EntryText,
  latest: string,
  newId: () => Id,
): Put[] {
  const mark = now.marks.find((m) => m.id === markId);
  const entry = mark && withEntry({ ...mark, kind }, text, latest);
  if (!entry || 'faults' in entry) return [];
  return [{ table: 'marks', put: entry.mark }, ...beside(now, mark, entry.mark, newId)];
}

/** Takes one mark out of the record; of a whole sitting, what was said to be missed of it goes along. */
export function removeMark(now: Household, markId: Id): Put[] {
  const mark = now.marks.find((m) => m.id === markId);
  if (!mark) return [];
  const missed = mark.childId === undefined ? missedOf(now, mark) : [];
  return [mark, ...missed].map((m): Put => ({ table: 'marks', remove: m.id }));
}

/** A lesson, or all since a date, comes back: taught, did not stick. */
export function redo(
  now: Household,
  { enrolmentId, stepId, day }: StepOn,
  scope: AgainScope,
  mastery: Mastery,
  newId: () => Id,
): Put[] {
  const enrolment = byId(now.enrolments, enrolmentId);
  if (!enrolment) return [];
  const marks = againMarks(now, enrolment, stepId, scope, fromDay(day), mastery, newId);
  return marks.map((put) => ({ table: 'marks', put }));
}

/** From a step to the end of another's lesson all is known; `proving`: some steps are kept to prove it. */
export function known(now: Household, from: StepOn, toStepId: Id, proving: boolean, newId: () => Id): Put[] {
  const enrolment = byId(now.enrolments, from.enrolmentId);
  if (!enrolment) return [];
  const planned = planProof(now, enrolment, from.stepId, toStepId);
  const plan = proving
    ? planned
    : { kept: [], fall: [...planned.fall, ...planned.kept].sort((a, b) => a.index - b.index) };
  const rows = proofRows(now, enrolment, plan, fromDay(from.day), newId);
  return [
    ...(rows.proof ? [{ table: 'proofs', put: rows.proof } as const] : []),
    ...rows.marks.map((put): Put => ({ table: 'marks', put })),
  ];
}

/** A proof failed: what fell away comes back. Nothing where it has failed, or was taken back, already. */
export function proofFailed(now: Household, proofId: Id, day: Day, newId: () => Id): Put[] {
  const proof = openProof(now, proofId);
  return proof ? mending(failProof(now, proof, fromDay(day), newId)) : [];
}

/** A kept step with a score below the line of its course proves the stretch all the same. */
export function proofAccepted(now: Household, proofId: Id, stepId: Id): Put[] {
  const proof = openProof(now, proofId);
  if (!proof || proof.accepted?.includes(stepId)) return [];
  return [{ table: 'proofs', put: { ...proof, accepted: [...(proof.accepted ?? []), stepId] } }];
}

/** “Known” is taken back as if it had never been said. */
export function proofWithdrawn(now: Household, proofId: Id): Put[] {
  const proof = byId(now.proofs, proofId);
  return proof ? mending(withdrawProof(now, proof)) : [];
}

function openProof(now: Household, id: Id): Proof | undefined {
  const proof = byId(now.proofs, id);
  return proof?.failed === undefined ? proof : undefined;
}

/** What core says is to be mended, as rows to store in one transaction. */
function mending({ put, remove }: Mending): Put[] {
  return [
    ...put.marks.map((m): Put => ({ table: 'marks', put: m })),
    ...(put.proof ? [{ table: 'proofs', put: put.proof } as const] : []),
    ...remove.markIds.map((id): Put => ({ table: 'marks', remove: id })),
    ...(remove.proofId ? [{ table: 'proofs', remove: remove.proofId } as const] : []),
  ];
}
