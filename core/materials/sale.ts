import { type Day, fromDay } from '../calendar';
import { childrenOf, type Course, type Household, wayOf } from '../household';
import { isEnded, isEverTaken, isThrough } from '../pace';
import { listing } from '../words';
import { money } from './figures';
import { type PartOfSet, setOf } from './sets';
import { priceOf } from './spent';

/**
 * What somebody who takes a course over, or buys it, has to know, as a part of a sentence: whether the set is complete, what is written in
 * and has to be bought new for the next child (a workbook, or what is among the things as used up) or cannot be, which editions are no
 * longer sold, and what was paid for it.
 */
export function saleWords(state: Household, course: Course): string {
  const set = setOf(state, course).filter((p) => p.is !== 'not wanted');
  const name = ({ part }: PartOfSet) => part.title || part.kind;
  const usedUp = ({ thing, part }: PartOfSet) => thing?.consumable ?? part.kind === 'workbook';
  const missing = set.filter((p) => p.is === 'missing' && !usedUp(p));
  // Of what is used up a blank one may be left.
  const used = set.filter((p) => p.is !== 'here' && usedUp(p));
  const again = used.filter((p) => !p.part.outOfPrint);
  const gone = set.filter((p) => p.part.outOfPrint);
  const price = again.reduce((n, p) => n + (p.part.price ?? 0), 0);
  const paid = priceOf(state, course);
  return [
    missing.length === 0 ? 'complete, as far as is known' : `without ${listing(missing.map(name))}`,
    again.length > 0 &&
      `the next child needs a new ${listing(again.map(name))}${price > 0 ? ` (${money(price)})` : ''}`,
    gone.length > 0 && `${listing(gone.map(name))} no longer sold new`,
    paid > 0 && `bought for ${money(paid)}`,
  ]
    .filter(Boolean)
    .join(', ');
}

/**
 * What becomes of a course that everybody has finished, or nobody takes any more, as the household does it: kept for the next younger child while one is there that
 * has not taken it, else sold or given away. Empty while somebody takes it, or nobody has.
 */
export function afterWords(state: Household, course: Course, today: Day): string {
  const takings = state.enrolments.filter((e) => e.courseId === course.id);
  if (takings.length === 0 || takings.some((e) => !isEnded(e.life) || isEverTaken(e))) return '';
  const way = wayOf(state.settings, 'after');
  const takers = takings.flatMap((e) => childrenOf(state, e));
  const oldest = takers.map((c) => c.born).sort()[0] ?? '';
  const younger = state.children
    .filter((c) => c.born > oldest && !takers.some((t) => t.id === c.id) && (!c.until || c.until >= fromDay(today)))
    .sort((a, b) => a.born.localeCompare(b.born));
  const given = takings.some((e) => e.life === 'dropped' && !isThrough(state, e));
  const head = given ? 'Nobody takes it any more' : 'Everybody has finished it';
  const sale = saleWords(state, course);
  const away = `it can be ${way === 'sell' ? 'sold' : 'given away'} (${sale})`;
  if (way !== 'keep') return `${head}: ${away}${younger[0] ? `, unless ${younger[0].name} is to have it` : ''}.`;
  return younger[0]
    ? `${head}: keep it for ${younger[0].name}.`
    : `${head}, and nobody younger will want it: it can be sold or given away (${sale}).`;
}
