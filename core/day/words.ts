import { type FlatStep, stepName } from '../course';
import { type Household, titleOf } from '../household';
import type { Day } from '../calendar';
import { count, dayAndDate, listing } from '../words';
import type { PracticeDay } from './practice';
import type { ChildItem } from './child';

/** Ticked by the child, and neither answered nor sent back yet. */
export const waits = (item: Pick<ChildItem, 'ticked'>): boolean =>
  item.ticked !== undefined && item.ticked.back === undefined;

/** What a child's list of a day comes to, in a sentence: all is done only where all of it is. */
export function childListWords(items: readonly Pick<ChildItem, 'of' | 'mark' | 'ticked'>[]): string {
  const own = items.filter((x) => x.of && x.mark !== 'missed');
  const open = own.filter((x) => x.mark === undefined && !waits(x)).length;
  const waiting = own.filter((x) => x.mark === undefined && waits(x)).length;
  const later = own.filter((x) => x.mark !== undefined && ['partly', 'again', 'not today'].includes(x.mark)).length;
  if (open > 0) return `${count(open, 'thing')} still to do.`;
  if (waiting > 0) return `All of it is ticked; ${count(waiting, 'tick waits', 'ticks wait')} for an OK.`;
  if (later === 0) return own.length === 0 ? '' : 'All of it is done.';
  return later === own.length
    ? 'It is carried to another day.'
    : `The rest is carried: ${count(later, 'thing')} for another day.`;
}

/** Steps that fell away at one stroke, in one line: "8 steps known: Lesson 3 to Lesson 5". */
export function foldedWords(steps: readonly FlatStep[]): string {
  const [first, last] = [steps[0]?.lesson.title, steps.at(-1)?.lesson.title];
  return `${count(steps.length, 'step')} known: ${first === last ? first : `${first} to ${last}`}`;
}

/** An extra-practice day in two sentences: what begins when and why not sooner, and what is to hand meanwhile. */
export function practiceWords(state: Household, p: PracticeDay, day: Day, today: Day): { why: string; hand: string } {
  const titles = p.others.map((e) => titleOf(state, e.courseId));
  const since =
    titles.length === 0
      ? ''
      : `, since ${listing(titles)} ${titles.length === 1 ? 'begins' : 'begin'} ${day === today ? 'today' : 'that day'}`;
  return {
    why: `extra-practice day; ${p.next.lesson.title} begins ${dayAndDate(state.settings.dateStyle, p.until, today)}${since}.`,
    hand:
      p.offers.length > 0
        ? `To hand: ${listing(p.offers.map((s) => `${s.lesson.title}, ${stepName(s)}`))}, once more.`
        : 'A game, or what was learnt last once more.',
  };
}
