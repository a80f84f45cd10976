import {
  type AnyRow,
  applied,
  byId,
  type Change,
  type Enrolment,
  type Household,
  type Id,
  type Mark,
  same,
} from '../household';
import { marksByEnrolment, recordsTouched } from '../log';
import { usedByMarks } from './used';

type Used = NonNullable<NonNullable<Mark['was']>['used']>;

/**
 * What has to be stored beside a change of books, of who takes them or of what they need, so that what is used up stays used: where a mark
 * would have used something else by then, what it had used is copied onto it. A need that is new is another matter: it is of the lessons
 * done already as well, for of those nothing was known.
 * @param kept what is stored beside it so far (`keepPast`), marks of the same enrolments among it
 * @returns the same, with those marks as they are to be
 */
export function keepUsed(state: Household, wished: readonly Change[], kept: readonly Change[]): Change[] {
  const touched = recordsTouched(state, wished);
  if (touched.size === 0) return [...kept];
  const puts = new Map(kept.map((c) => ['put' in c ? c.put.id : c.remove, c]));
  const own = new Set(wished.filter((c) => c.table === 'marks').map((c) => ('put' in c ? c.put.id : c.remove)));
  const known = wished.filter(
    (c) =>
      c.table === 'courses' ||
      c.table === 'enrolments' ||
      (c.table === 'needs' && byId(state.needs, 'put' in c ? c.put.id : c.remove) !== undefined),
  );
  let open = [...touched];
  // What one mark has used already, another would use in its place: it is looked at again with what was copied so far.
  while (open.length > 0) {
    const after = applied(state, [...puts.values(), ...known]);
    open = open.filter((id) => {
      const [before, then] = [state, after].map((h) => usedOf(h, byId(h.enrolments, id)));
      const others = (marksByEnrolment(state.marks).get(id) ?? []).flatMap((mark) => {
        const used = before!.get(mark.id) ?? [];
        if (own.has(mark.id) || same(used, then!.get(mark.id) ?? [])) return [];
        const change = puts.get(mark.id);
        const row = change && 'put' in change ? (change.put as unknown as Mark) : mark;
        return row.was && !same(row.was.used, used) ? [{ ...row, was: { ...row.was, used } }] : [];
      });
      for (const put of others) puts.set(put.id, { table: 'marks', put: put as unknown as AnyRow });
      return others.length > 0;
    });
  }
  return [...puts.values()];
}

/** What each mark of an enrolment used. */
function usedOf(state: Household, enrolment: Enrolment | undefined): Map<Id, Used> {
  const used = new Map<Id, Used>();
  if (!enrolment) return used;
  for (const [claim, { taken }] of usedByMarks(state, enrolment))
    for (const { mark, materialId, quantity } of taken)
      if (quantity > 0) used.set(mark.id, [...(used.get(mark.id) ?? []), { claim, materialId, quantity }]);
  return used;
}
