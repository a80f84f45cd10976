import { type Day, fromDay, toDay } from '../calendar';
import { asIsbn13 } from '../course';
import {
  childrenOf,
  type Course,
  type CoursePart,
  type DateStyle,
  type Household,
  type Id,
  type Material,
} from '../household';
import { isTaken } from '../pace';
import { count, listing, shortDate } from '../words';
import { knownThings, missingParts, stock } from './ledger';
import { money } from './figures';

/** A part of a course and the thing that it is on the shelf. */
export interface PartOfSet {
  part: CoursePart;
  thing?: Material;
  /** `not checked`: taken as here until somebody looks. */
  is: 'here' | 'not complete' | 'missing' | 'not checked' | 'not wanted';
}

/** The thing that a part of a course is among the things of the household: by its ISBN, or its name. */
export function thingOfPart(
  { materials }: Pick<Household, 'materials'>,
  course: Pick<Course, 'title'>,
  part: CoursePart,
): Material | undefined {
  const title = part.title || part.kind;
  const names = [title, `${course.title}, ${title}`].map((n) => n.toLowerCase());
  return materials.find(
    (m) =>
      (part.isbn !== undefined && m.isbn !== undefined && asIsbn13(m.isbn) === asIsbn13(part.isbn)) ||
      names.includes(m.name.toLowerCase()),
  );
}

/** Things that are parts which nobody wants: of these nothing is ever missing. */
export const unwantedThings = (state: Pick<Household, 'courses' | 'materials'>): ReadonlySet<Id> =>
  new Set(
    state.courses.flatMap((course) =>
      (course.parts ?? []).flatMap((p) => (p.notWanted && thingOfPart(state, course, p)?.id) || []),
    ),
  );

/** The checklist of a set: each part that was bought, and whether it is there. What was left out on purpose is missed by nobody. */
export function setOf(state: Household, course: Course): PartOfSet[] {
  const [onHand, known] = [stock(state), knownThings(state)];
  return (course.parts ?? []).map((part): PartOfSet => {
    const thing = thingOfPart(state, course, part);
    if (part.notWanted) return { part, ...(thing ? { thing } : {}), is: 'not wanted' };
    if (!thing || (!known.has(thing.id) && !thing.retired))
      return { part, ...(thing ? { thing } : {}), is: 'not checked' };
    if (thing.retired || (onHand.get(thing.id) ?? 0) <= 0) return { part, thing, is: 'missing' };
    return { part, thing, is: missingParts(thing).length > 0 ? 'not complete' : 'here' };
  });
}

/** What is missing of a set and what that costs, in a sentence; empty where nothing is known to be missing. */
export function setWords(set: readonly PartOfSet[]): string {
  const missing = set.filter((p) => p.is === 'missing');
  if (missing.length === 0) return '';
  const cost = missing.reduce((n, p) => n + (p.part.price ?? 0), 0);
  const unpriced = missing.filter((p) => p.part.price === undefined).length;
  const price =
    cost === 0 ? '' : `, ${money(cost)} to buy${unpriced > 0 ? ` and ${count(unpriced, 'part')} without a price` : ''}`;
  return `Missing of the set: ${listing(missing.map((p) => partWords(p.part)))}${price}.`;
}

/** A part that has to be had, by its name; of an edition that is not sold new any more, how. */
export const partWords = ({ title, kind, outOfPrint }: CoursePart): string =>
  `${title || kind}${outOfPrint ? ' (no longer sold new: to be found used)' : ''}`;

/**
 * Whether a level that can be exchanged will be finished in time, by the plan's own last day, and who of the younger children may want
 * it later. Empty where nothing was said of an exchange, or its last day is past.
 * @param finish the last day in the plan of each child's taking of it; undefined where it finds no end.
 */
export function exchangeWords(
  state: Household,
  course: Course,
  finish: readonly (Day | undefined)[],
  today: Day,
): string {
  const until = course.bought?.exchangeUntil;
  if (until === undefined || toDay(until) < today) return '';
  const { dateStyle } = state.settings;
  const last = toDay(until);
  const head = `Can be exchanged until ${shortDate(dateStyle, last, today)}`;
  const taking = state.enrolments.filter((e) => e.courseId === course.id && isTaken(e));
  const ends = finish.includes(undefined) || finish.length === 0 ? undefined : Math.max(...(finish as Day[]));
  const pace = taking.length === 0 ? '' : paceWords(dateStyle, ends, last, today);
  const takers = taking.flatMap((e) => childrenOf(state, e));
  const born = takers
    .map((c) => c.born)
    .sort()
    .at(-1);
  const younger = state.children.filter(
    (c) => born !== undefined && c.born > born && (!c.until || c.until >= fromDay(today)),
  );
  const later = younger.length > 0 ? ` ${listing(younger.map((c) => c.name))} may want it later.` : '';
  return `${head}${pace}.${later}`;
}

function paceWords(style: DateStyle, ends: Day | undefined, last: Day, today: Day): string {
  if (ends === undefined) return ': at this pace it is not finished by then';
  const days = Math.abs(ends - last);
  const apart = days === 0 ? 'on that very day' : `${count(days, 'day')} ${ends > last ? 'after' : 'before'} that`;
  return `: at this pace it is finished on ${shortDate(style, ends, today)}, ${apart}`;
}
