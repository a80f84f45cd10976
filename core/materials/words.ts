import { type Day, toDay } from '../calendar';
import { flatten, stepName } from '../course';
import {
  byId,
  type DateStyle,
  type Household,
  type KitPart,
  type Material,
  type MovementKind,
  type Need,
  titleOf,
} from '../household';
import { count, dayAndDate, listing, shortDate } from '../words';
import { amount, money } from './figures';
import { countIt, type Holder, type LedgerLine } from './ledger';
import { type ComingLate, isToAskFor, type OpenOrder, orderIs, reckonedOn, type Shortage, type Way } from './shortages';

/** A thing with how often it is there, as in a list of what lies together: “4 × wooden ruler”. */
export const timesWords = ({ name }: Pick<Material, 'name'>, onHand: number): string =>
  onHand > 1 ? `${onHand} × ${name}` : name;

/** What happened to a thing, with how many. */
const HAPPENED: Record<MovementKind | 'used', (n: string) => string> = {
  count: (n) => `counted: ${n}`,
  in: (n) => `${n} came in`,
  out: (n) => `${n} went out`,
  bought: (n) => `${n} bought`,
  arrived: (n) => `${n} arrived`,
  copied: (n) => `${n} copied`,
  prepared: (n) => `${n} made ready`,
  back: (n) => `${n} back`,
  lent: (n) => `${n} lent`,
  lost: (n) => `${n} lost`,
  broken: (n) => `${n} broken`,
  thrown: (n) => `${n} thrown out`,
  given: (n) => `${n} given away`,
  sold: (n) => `${n} sold`,
  used: (n) => `${n} used`,
};

/** A line of a thing's life: "Tue 3 Nov: 6 sheets copied, 12 there"; "2 lent to the Weirs"; "2 used by River Reader, Lesson 4". */
export function ledgerWords(style: DateStyle, line: LedgerLine, unit: string, near?: Day): string {
  const { kind, who } = line;
  const whose = who ? (kind === 'back' ? ` from ${who}` : ` to ${who}`) : '';
  const by = line.by ? ` by ${line.by}` : '';
  const note = line.note ? ` (${line.note})` : '';
  const there = kind === 'count' ? '' : `, ${countIt(line.balance) ? 'count it' : `${line.balance} there`}`;
  const what = HAPPENED[kind](amount(line.quantity, unit));
  return `${dayAndDate(style, toDay(line.date), near)}: ${what}${whose}${by}${note}${there}`;
}

/**
 * What is there of a thing, in words; of what nobody counted, that nobody did.
 * @example
 * thereWords(0, false, 'sheet') // => 'not counted'
 * thereWords(-2, true, 'sheet') // => 'count it'
 */
export const thereWords = (onHand: number, known: boolean, unit: string): string =>
  !known ? 'not counted' : countIt(onHand) ? 'count it' : amount(onHand, unit);

/** Who has some of it: "1 with the Weirs since 3 Nov". */
export const holderWords = (style: DateStyle, holders: readonly Holder[], near?: Day): string =>
  holders.map((h) => `${h.quantity} with ${h.who || 'somebody'} since ${shortDate(style, h.since, near)}`).join(', ');

/**
 * By when something has to be ordered; what is past says so.
 * @example
 * orderByWords('day month', toDay('2026-11-11'), toDay('2026-11-11')) // => 'order today'
 * orderByWords('day month', toDay('2026-10-28'), toDay('2026-11-11')) // => 'should have been ordered by 28 Oct'
 */
export function orderByWords(style: DateStyle, orderBy: Day, today: Day): string {
  const date = shortDate(style, orderBy, today);
  const words = {
    past: `should have been ordered by ${date}`,
    today: 'order today',
    'to come': `order by ${date}`,
  };
  return words[orderIs(orderBy, today)];
}

/** The same under a heading that says what it is: "28 Oct, past", "today", "6 Feb". */
export function orderByShort(style: DateStyle, orderBy: Day, today: Day): string {
  const date = shortDate(style, orderBy, today);
  return { past: `${date}, past`, today: 'today', 'to come': date }[orderIs(orderBy, today)];
}

/** What is to be seen to of a shortage: by when to order it; or where it is, if it was ordered and has not come, or is lent. */
export const seeToWords = (style: DateStyle, s: Shortage, today: Day): string =>
  [!isToAskFor(s) && orderByWords(style, s.orderBy, today), elsewhereWords(style, s, today)].filter(Boolean).join('; ');

/** Where it is instead, what was ordered and has not come, or is lent; empty where it is neither. */
export function elsewhereWords(style: DateStyle, s: Shortage, today: Day): string {
  const [late] = s.overdue;
  if (late) return lateOrderWords(style, late, today);
  return isToAskFor(s) ? holderWords(style, s.lent, today) : '';
}

/** How many of some shortages are to be ordered, and how many to be asked for: “2 things to order, 1 to ask for”, or without what they are. */
export function toGetWords(list: readonly Shortage[], called?: string): string {
  const asked = list.filter(isToAskFor).length;
  const parts = [
    { n: list.length - asked, what: 'to order' },
    { n: asked, what: 'to ask for' },
  ].filter(({ n }) => n > 0);
  return parts.map(({ n, what }, i) => `${called && i === 0 ? count(n, called) : n} ${what}`).join(', ');
}

/** The same as a sentence: “2 things have to be ordered by Mon 7 Dec, 1 is to be asked for.” */
export function toGetSentence(style: DateStyle, list: readonly Shortage[], until: Day, today: Day): string {
  const asked = list.filter(isToAskFor).length;
  const bought = list.length - asked;
  if (bought === 0) return `${count(asked, 'thing is', 'things are')} to be asked for.`;
  const rest = asked === 0 ? '' : `, ${asked} ${asked === 1 ? 'is' : 'are'} to be asked for`;
  return `${count(bought, 'thing has', 'things have')} to be ordered by ${dayAndDate(style, until, today)}${rest}.`;
}

/** A line that was to have come by now: “2 kg ordered at the kiln on 12 Nov, expected on 25 Nov, not here yet”. */
const lateOrderWords = (style: DateStyle, { order, material, open }: OpenOrder, today: Day): string =>
  `${amount(open, material.unit)} ordered${order.shop ? ` at ${order.shop}` : ''} on ${shortDate(style, toDay(order.ordered!), today)}, expected on ${shortDate(style, toDay(order.expected!), today)}, not here yet`;

/** What to order for a shortage: "2 packs of 12, 7.80"; "3 sheets". */
export function toOrderWords({ material, quantity, packs, price }: Shortage): string {
  const cost = price === undefined ? '' : `, ${money(price)}`;
  return packs ? `${count(packs, 'pack')} of ${material.pack}${cost}` : `${amount(quantity, material.unit)}${cost}`;
}

/** What comes too late: “4 pieces come on Wed 18 Nov, needed on Fri 13 Nov”. */
export const lateWords = (style: DateStyle, { material, quantity, comes, day }: ComingLate, today: Day): string =>
  `${amount(quantity, material.unit)} ${quantity === 1 ? 'comes' : 'come'} on ${dayAndDate(style, comes, today)}, needed on ${dayAndDate(style, day, today)}`;

/** The same in a sentence without its full stop: “letter tiles come too late: 4 come on …”. */
export const tooLateWords = (style: DateStyle, late: ComingLate, today: Day): string =>
  `${late.material.name} ${late.quantity === 1 ? 'comes' : 'come'} too late: ${lateWords(style, late, today)}`;

/** A way out of a shortage, as it is offered. */
export function wayWords(way: Way): string {
  switch (way.kind) {
    case 'order':
      return 'order it';
    case 'ask back':
      return `ask ${way.from.who || 'who has it'} for ${way.from.quantity === 1 ? 'it' : `the ${way.from.quantity} they have`}`;
    case 'copy':
      return 'copy it at home';
    case 'instead':
      return `use ${way.material.name} instead (${amount(way.there, way.material.unit)} there)`;
    case 'in turn':
      return 'let them take turns';
    case 'borrow':
      return 'borrow it';
  }
}

/** Where an open line of an order stands. */
export function orderWords(style: DateStyle, { order, material, is }: OpenOrder, today: Day): string {
  const expected = order.expected ? shortDate(style, toDay(order.expected), today) : '';
  const shop = order.shop ? ` at ${order.shop}` : '';
  if (is === 'to order') return `to order${shop}`;
  const since = `ordered${shop} on ${shortDate(style, toDay(order.ordered!), today)}`;
  if (is === 'overdue') return `${since}, was expected on ${expected}: it counts as not coming until it has a new date`;
  const day = shortDate(style, reckonedOn(order, material, today), today);
  return expected ? `${since}, expected on ${expected}` : `${since}, reckoned with for ${day}`;
}

/**
 * What is missing of a kit: "2 of 6 dice, the pen".
 * @example
 * missingPartsWords([{ id: 'd', name: 'dice', count: 6, have: 4 }, { id: 'p', name: 'the pen', count: 1, have: 0 }]) // => '2 of 6 dice and the pen'
 */
export const missingPartsWords = (parts: readonly KitPart[]): string =>
  listing(parts.map((p) => (p.count === 1 ? p.name : `${p.count - (p.have ?? 0)} of ${p.count} ${p.name}`)));

/**
 * What is said of a kit that is not complete, first what it is of no use without; empty where nothing is missing.
 * @example
 * incompleteWords([{ id: 'p', name: 'pen', count: 1, have: 0, stops: true }]) // => 'Of no use without pen.'
 * incompleteWords([{ id: 'd', name: 'dice', count: 6, have: 4 }]) // => 'Not complete: 2 of 6 dice missing.'
 */
export function incompleteWords(missing: readonly KitPart[]): string {
  const [stops, rest] = [missing.filter((p) => p.stops), missing.filter((p) => !p.stops)];
  return [
    ...(stops.length > 0 ? [`Of no use without ${missingPartsWords(stops)}.`] : []),
    ...(rest.length > 0
      ? [`Not complete${stops.length > 0 ? ' besides' : ''}: ${missingPartsWords(rest)} missing.`]
      : []),
  ].join(' ');
}

/** What a kit cannot do without, and which is missing, and what serves instead; without its full stop. */
export const stoppedWords = (name: string, parts: readonly KitPart[], ways: readonly Way[] = []): string =>
  `${name} is of no use without ${missingPartsWords(parts)}${ways.length > 0 ? `: ${waysWords(ways)}` : ''}`;

/** Of the ways out the two that help first: “use slate instead (3 there), or borrow it”. */
export const waysWords = (ways: readonly Way[]): string => ways.slice(0, 2).map(wayWords).join(', or ');

/** Which lessons a need is of: "Lesson 4, Sheet 2", "every 5th lesson from Lesson 3 on", "every test", "the whole course, once". */
export function needWords(state: Pick<Household, 'courses'>, need: Need): string {
  const course = byId(state.courses, need.courseId);
  const title = (id: string | undefined) =>
    course?.units.flatMap((u) => u.lessons).find((l) => l.id === id)?.title ?? 'a lesson no longer there';
  const who = `${need.quantity} ${need.per === 'child' ? 'for each child' : 'shared'}${need.atOnce ? ', all at once' : ''}`;
  return `${titleOf(state, need.courseId)}, ${which()}: ${who}`;

  function which(): string {
    const { rule } = need;
    if (!rule) {
      const step = course && need.stepId ? flatten(course).find((s) => s.id === need.stepId) : undefined;
      return `${title(need.lessonId)}${step ? `, ${stepName(step)}` : ''}`;
    }
    const from = rule.fromLessonId ? ` from ${title(rule.fromLessonId)}` : '';
    const to = rule.toLessonId ? ` to ${title(rule.toLessonId)}` : from ? ' on' : '';
    switch (rule.for) {
      case 'course':
        return `once for ${from || to ? `all${from}${to}` : 'the whole course'}`;
      case 'lessons':
        return `${(rule.every ?? 1) === 1 ? 'every lesson' : `every ${ordinal(rule.every!)} lesson`}${from}${to}`;
      case 'kind':
        return `every step of the kind “${rule.kind ?? ''}”${from}${to}`;
    }
  }
}

/** 2nd, 3rd, 11th. */
function ordinal(n: number): string {
  const [tens, ones] = [n % 100, n % 10];
  const end = tens > 10 && tens < 14 ? 'th' : (['th', 'st', 'nd', 'rd'][ones] ?? 'th');
  return `${n}${end}`;
}
