import type { Day } from '../calendar';
import { byId, type DateStyle, type Enrolment, type Household, type PaceFrom } from '../household';
import { livesAhead, pacesAhead, ruleWords } from '../pace';
import { LIFE_WORDS, listing, shortDate, weekdayWords } from '../words';

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

/**
 * What an enrolment will be from days to come on; empty where nothing is entered.
 * @example
 * livesWords('day month', anEnrolment('e', 'c', { lives: [{ from: '2027-03-01', life: 'paused' }] }), toDay('2026-11-26')) // => 'paused from 1 Mar'
 */
export const livesWords = (style: DateStyle, enrolment: Enrolment, today: Day): string =>
  livesAhead(enrolment, today)
    .map(({ from, life }) => `${LIFE_WORDS[life]} from ${shortDate(style, from, today)}`)
    .join(', ');

/** What changes of an enrolment on days to come, each day with its words: another pace, or whether it is taken. */
export function changesAhead(
  state: Pick<Household, 'children' | 'teachers'>,
  enrolment: Enrolment,
  today: Day,
): { day: Day; words: string }[] {
  const paces = pacesAhead(enrolment, today).map(({ from, pace }) => ({ day: from, words: paceWords(state, pace) }));
  const lives = livesAhead(enrolment, today).map(({ from, life }) => ({ day: from, words: LIFE_WORDS[life] }));
  return [...paces, ...lives].sort((a, b) => a.day - b.day);
}
