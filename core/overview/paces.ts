import { byId, type Household, type PaceFrom } from '../household';
import { ruleWords } from '../pace';
import { listing, weekdayWords } from '../words';

/**
 * What holds from a day to come, in words: the pace and its weekdays, and who takes and teaches it where that is another.
 * @example
 * paceWords(aHousehold({ children: [aChild('A')] }), { from: '2027-01-11', weekdays: [1, 2, 4], rule: { kind: 'weekly', n: 4, unit: 'steps' }, perSitting: 1 }) // => '4 steps a week, Mon, Tue and Thu'
 * paceWords(aHousehold({ children: [aChild('A')] }), { from: '2027-01-11', childIds: ['A'], weekdays: [1], rule: { kind: 'even' }, perSitting: 1 }) // => 'even, Mon, with A'
 */
export function paceWords(state: Pick<Household, 'children' | 'teachers'>, pace: PaceFrom): string {
  const names = pace.childIds?.map((id) => byId(state.children, id)?.name ?? '').filter(Boolean);
  const teacher = pace.teacherId === undefined ? undefined : byId(state.teachers, pace.teacherId);
  return [
    ruleWords(pace),
    weekdayWords(pace.weekdays),
    names && names.length > 0 && `with ${listing(names)}`,
    teacher && `taught by ${teacher.name}`,
  ]
    .filter(Boolean)
    .join(', ');
}
