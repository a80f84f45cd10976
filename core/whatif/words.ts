import type { Day } from '../calendar';
import { chanceWords } from '../forecast';
import { byId, type Household } from '../household';
import { count, inHand, listing, shortDate, titleAmong } from '../words';
import type { Judged } from './judge';

const more = (n: number, one: string) => `${count(Math.abs(n), one)} ${n > 0 ? 'more' : 'fewer'}`;

/** What a remedy costs the others and the teacher; "" where it costs nobody anything. */
export function priceWords(state: Household, j: Judged): string {
  const lost = j.others.map((o) => {
    const e = byId(state.enrolments, o.enrolmentId);
    return `${e ? titleAmong(state, e) : ''} ${count(o.days, 'day in hand', 'days in hand')} fewer`;
  });
  return [
    j.teacherMinutes === 0 ? '' : `the teacher ${more(j.teacherMinutes, 'minute')} a week`,
    j.clashes === 0 ? '' : `${more(j.clashes, 'clashing new lesson')}`,
    lost.length === 0 ? '' : listing(lost),
  ]
    .filter(Boolean)
    .join('; ');
}

/** A remedy in a sentence: what is done, what it brings, what it costs. */
export function remedyWords(state: Household, j: Judged, now: Judged, today: Day): string {
  const date = (d: Day | undefined) => (d === undefined ? '' : shortDate(state.settings.dateStyle, d, today));
  const brings =
    j.chance !== undefined
      ? `${chanceWords(j.chance)} to be in time instead of ${chanceWords(now.chance ?? 0)}`
      : j.middle === undefined
        ? ''
        : `most likely done ${date(j.middle)} instead of ${date(now.middle)}`;
  const price = priceWords(state, j);
  return `${j.remedy.words}: ${[brings, price].filter(Boolean).join('; ')}.`;
}

/** Days in hand as they are told elsewhere; "–" where there is nothing to be in time for. */
export const inHandWords = (days: number | undefined): string => (days === undefined ? '–' : inHand(days));
