import { contentsOf, flatten } from '../course';
import {
  type AnyRow,
  applied,
  byId,
  type Change,
  type Enrolment,
  type Household,
  type Id,
  type Mark,
} from '../household';
import { marksByEnrolment, recordsTouched } from '../log';
import { usedByMarks } from './used';

/**
 * What has to be stored beside a change that takes steps with marks out of a book: what those marks had used up of the inventory is copied
 * onto them, for without the step nobody could tell any more.
 * @param kept what is stored beside it so far (`keepPast`), marks of the same enrolments among it
 * @returns the same, with those marks as they are to be
 */
export function keepUsed(state: Household, wished: readonly Change[], kept: readonly Change[]): Change[] {
  const puts = new Map(kept.map((c) => ['put' in c ? c.put.id : c.remove, c]));
  const own = new Set(wished.filter((c) => c.table === 'marks').map((c) => ('put' in c ? c.put.id : c.remove)));
  const after = applied(
    state,
    wished.filter((c) => c.table === 'courses' || c.table === 'enrolments'),
  );
  for (const id of recordsTouched(state, wished)) {
    const [before, then] = [state, after].map((h) => stepsOf(h, byId(h.enrolments, id)!));
    if ([...before!].every((step) => then!.has(step))) continue;
    const used = new Map<Id, NonNullable<NonNullable<Mark['was']>['used']>>();
    for (const [claim, { taken }] of usedByMarks(state, byId(state.enrolments, id)!))
      for (const { mark, materialId, quantity } of taken)
        if (!then!.has(mark.stepId) && quantity > 0 && !own.has(mark.id))
          used.set(mark.id, [...(used.get(mark.id) ?? []), { claim, materialId, quantity }]);
    for (const mark of marksByEnrolment(state.marks).get(id) ?? []) {
      const change = puts.get(mark.id);
      const row = change && 'put' in change ? (change.put as unknown as Mark) : mark;
      const things = used.get(mark.id);
      if (things && row.was)
        puts.set(mark.id, { table: 'marks', put: { ...row, was: { ...row.was, used: things } } as unknown as AnyRow });
    }
  }
  return [...puts.values()];
}

const stepsOf = (state: Household, enrolment: Enrolment): Set<Id> => {
  const course = contentsOf(state, enrolment);
  return new Set(course ? flatten(course).map((s) => s.id) : []);
};
