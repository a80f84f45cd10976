import { type Day, dayKind, nextSchoolDay, toDay } from '../calendar';
import {
  wayOf,
  byId,
  type Course,
  type Household,
  type Id,
  type Material,
  type Movement,
  type Order,
  type OrdersFor,
  type SchoolYear,
} from '../household';
import type { Plan } from '../stagger';
import { countIt, type Holder, holdersOf, knownThings, stock } from './ledger';
import { type Dated, net, type NetRow, packsFor, shortageIn } from './netting';
import { unwantedThings } from './sets';
import { demandByDay, futureUses, groupUses, type Use } from './uses';

/** Days from ordering a thing to having it, while nobody has said otherwise (common practice: a week). */
export const LEAD_DAYS = 7;
/** A break in which a whole level is made ready is at least so many days without school. */
const BREAK = 9;

/** What is still open of a line of an order: not yet arrived, not given up. */
export const openOf = ({ movements }: Pick<Household, 'movements'>, order: Order): number =>
  order.closed ? 0 : Math.max(0, order.quantity - (arrivedOf(movements).get(order.id) ?? 0));

const arrivedKept = new WeakMap<readonly Movement[], ReadonlyMap<Id, number>>();
/** How many have arrived of every line; kept with the entries. */
export function arrivedOf(movements: readonly Movement[]): ReadonlyMap<Id, number> {
  const known = arrivedKept.get(movements);
  if (known) return known;
  const arrived = new Map<Id, number>();
  for (const { kind, orderId, quantity } of movements)
    if (kind === 'arrived' && orderId !== undefined) arrived.set(orderId, (arrived.get(orderId) ?? 0) + quantity);
  arrivedKept.set(movements, arrived);
  return arrived;
}

/** An open line of an order, and where it stands. */
export interface OpenOrder {
  order: Order;
  material: Material;
  open: number;
  /** `to order`: on the list; `on its way`; `overdue`: expected on a day gone by, so that it counts as not coming. */
  is: 'to order' | 'on its way' | 'overdue';
}

/** All open lines, those to order first, then by the day on which they are expected. */
export function openOrders(state: Household, today: Day): OpenOrder[] {
  const rank = { overdue: 0, 'to order': 1, 'on its way': 2 } as const;
  return state.orders
    .flatMap((order): OpenOrder[] => {
      const material = byId(state.materials, order.materialId);
      const open = openOf(state, order);
      if (!material || open === 0) return [];
      const late = order.expected !== undefined && toDay(order.expected) < today;
      return [{ order, material, open, is: !order.ordered ? 'to order' : late ? 'overdue' : 'on its way' }];
    })
    .sort(
      (a, b) =>
        rank[a.is] - rank[b.is] ||
        (a.order.expected ?? '').localeCompare(b.order.expected ?? '') ||
        a.material.name.localeCompare(b.material.name),
    );
}

/** When a line that was ordered is reckoned with: on the day it is expected, or after the thing’s own days, and not before today. */
export const reckonedOn = (order: Order, material: Material, today: Day): Day =>
  order.expected ? toDay(order.expected) : Math.max(today, toDay(order.ordered!) + (material.leadDays ?? LEAD_DAYS));

/** What is sure to arrive of each thing. */
function arrivals(state: Household, today: Day): Map<Id, Dated[]> {
  const coming = new Map<Id, Dated[]>();
  for (const { order, material, open, is } of openOrders(state, today)) {
    if (is !== 'on its way') continue;
    const day = reckonedOn(order, material, today);
    coming.set(material.id, [...(coming.get(material.id) ?? []), { day, quantity: open }]);
  }
  return coming;
}

/** The day by which what a course needs on a day has to be in the house: by how far ahead it is made ready, or the household usually does. */
export function readyBy(
  { settings }: Pick<Household, 'settings'>,
  year: SchoolYear | undefined,
  course: Course | undefined,
  day: Day,
): Day {
  switch (course?.ahead ?? wayOf(settings, 'ahead')) {
    case 'lesson':
      return day - 1;
    case 'week':
      return day - 7;
    case 'level':
      return year ? breakBefore(year, day) : day - 7;
  }
}

/** The first day of the last break before a day; before the first of the year, the year's own beginning less a week. */
function breakBefore(year: SchoolYear, day: Day): Day {
  const free = (d: Day) => dayKind(year, d) === 'closed' || dayKind(year, d) === 'weekend';
  const start = toDay(year.start);
  let run = 0;
  for (let d = day - 1; d >= start; d--) {
    run = free(d) ? run + 1 : 0;
    if (run >= BREAK && !free(d - 1)) return d;
  }
  return start - 7;
}

const horizons = new WeakMap<SchoolYear, Map<Day, Day>>();

/**
 * The last day that an order covers which is made for a day: the end of the school before the next break, or of the year; or as the
 * household has said.
 */
export function horizonOf(year: SchoolYear | undefined, day: Day, ordersFor?: OrdersFor): Day {
  if (ordersFor === 'four weeks') return day + 27;
  if (!year) return Infinity;
  if (ordersFor === 'year') return toDay(year.end);
  const known = horizons.get(year) ?? new Map<Day, Day>();
  horizons.set(year, known);
  let last = known.get(day);
  if (last === undefined) known.set(day, (last = lastBeforeBreak(year, day)));
  return last;
}

function lastBeforeBreak(year: SchoolYear, day: Day): Day {
  const end = toDay(year.end);
  let run = 0;
  for (let d = day; d <= end; d++) {
    run = dayKind(year, d) === 'closed' || dayKind(year, d) === 'weekend' ? run + 1 : 0;
    // Work may have been moved by hand onto the first day of the break: what is wanted on it is covered.
    if (run >= BREAK) return Math.max(day, d - run);
  }
  return end;
}

/**
 * Whether an order-by date is behind, is this very day, or is to come.
 * @example
 * orderIs(5, 6) // => 'past'
 * [orderIs(6, 6), orderIs(7, 6)] // => ['today', 'to come']
 */
export const orderIs = (orderBy: Day, today: Day): 'past' | 'today' | 'to come' =>
  orderBy < today ? 'past' : orderBy === today ? 'today' : 'to come';

/** A thing over the whole plan: what is there, what comes, what goes. */
export interface ThingNet {
  material: Material;
  /** Whether anybody ever counted, ordered or brought it: of what is unknown nothing is missing. */
  known: boolean;
  onHand: number;
  uses: readonly Use[];
  rows: NetRow[];
  /** What is on its way: how many on which day. */
  coming: readonly Dated[];
  /** The same as `rows` if all that is on its way were there by now: what is still missing then is to be got, and nothing else. */
  lacks: NetRow[];
}

/** When a thing first runs short, and by how many until the next break. */
export interface Shortage {
  material: Material;
  /** Need-by date. */
  day: Day;
  /** The day by which it has to be in the house to be made ready in time. */
  ready: Day;
  /** Order-by date: the ready-by date less the days from ordering it to having it. */
  orderBy: Day;
  short: number;
  /** What to order for it: in whole packs, and what they cost, where that is known. */
  quantity: number;
  packs?: number;
  price?: number;
  /** Who needs it first. */
  first: Use;
  /** Lines of it that were to have come by now, and who has some of it. */
  overdue: OpenOrder[];
  lent: Holder[];
  /** What can be done about it, the best first. */
  ways: Way[];
}
/** A way out of a shortage. */
export type Way =
  | { kind: 'order' }
  | { kind: 'ask back'; from: Holder }
  | { kind: 'copy' }
  | { kind: 'instead'; material: Material; there: number }
  | { kind: 'in turn' }
  | { kind: 'borrow' };

/** Every thing that the plan or an order names, netted over time, in order of name; `only`: some of them. */
export function netThings(state: Household, plan: Plan, only?: ReadonlySet<Id>): ThingNet[] {
  const [onHand, counted, coming] = [stock(state), knownThings(state), arrivals(state, plan.today)];
  const unwanted = unwantedThings(state);
  const groups = groupUses(futureUses(state, plan));
  const known = (m: Material) => counted.has(m.id) && !unwanted.has(m.id);
  const netOf = (material: Material, more: readonly Use[] = []): ThingNet => {
    const have = onHand.get(material.id) ?? 0;
    const own = groups.get(material) ?? [];
    const uses = more.length > 0 ? [...own, ...more].sort((a, b) => a.day - b.day) : own;
    const gross = demandByDay(material, uses);
    const comes = coming.get(material.id) ?? [];
    // Below nothing it wants counting; what went too far is not asked for a second time.
    const there = countIt(have) ? 0 : have;
    const rows = net(there, gross, comes, material.consumable);
    const all = comes.reduce((n, c) => n + c.quantity, there);
    return {
      ...{ material, known: known(material), onHand: have, uses, rows, coming: comes },
      lacks: comes.length === 0 ? rows : net(all, gross, [], material.consumable),
    };
  };
  // Level by level, as the textbooks explode a bill of materials: what is to be copied asks for the paper that it takes.
  const copied = state.materials
    .filter((m) => m.copied && m.copiedOn && known(m) && groups.has(m))
    .map((m) => netOf(m));
  const paper = new Map<Id, Use[]>();
  for (const n of copied) {
    const on = n.material.copiedOn!;
    paper.set(on, [...(paper.get(on) ?? []), ...paperUses(byId(state.materials, on), n)]);
  }
  const first = new Map(copied.map((n) => [n.material, n]));
  return state.materials
    .filter((m) => (groups.has(m) || coming.has(m.id) || paper.has(m.id)) && (!only || only.has(m.id)))
    .map((m) => (paper.has(m.id) ? netOf(m, paper.get(m.id)) : (first.get(m) ?? netOf(m))))
    .sort((a, b) => a.material.name.localeCompare(b.material.name));
}

/** What the copies that are missing of a thing take of the paper they are made on, each on the day it is missing. */
function paperUses(paper: Material | undefined, { material, lacks, uses }: ThingNet): Use[] {
  const sheets = material.copySheets ?? 1;
  if (!paper || paper.retired || paper.id === material.id) return [];
  return lacks.flatMap((r): Use[] => {
    const of = r.net > 0 ? uses.find((u) => u.day === r.day) : undefined;
    return of ? [{ ...of, material: paper, quantity: r.net * sheets, atOnce: false, firstUse: false }] : [];
  });
}

/**
 * Every thing that the plan runs short of, by the date on which it first has to be ordered: needs netted over time. What is on its way
 * is ordered no second time because it comes too late (`comingLate`): the textbooks would have it hurried, not bought again.
 */
export function shortages(state: Household, plan: Plan, nets = netThings(state, plan)): Shortage[] {
  const found: Shortage[] = [];
  const onHand = stock(state);
  const overdue = openOrders(state, plan.today).filter((o) => o.is === 'overdue');
  for (const { material, known, lacks, uses } of nets) {
    if (!known) continue;
    const any = shortageIn(lacks);
    if (!any) continue;
    const first = uses.find((u) => u.day === any.day)!;
    const year = state.years.find((y) => toDay(y.start) <= any.day && any.day <= toDay(y.end));
    const { quantity: short } = shortageIn(lacks, horizonOf(year, any.day, state.settings.ordersFor))!;
    // Of all who need it that day, the one who wants it made ready first.
    const ready = Math.min(
      ...uses
        .filter((u) => u.day === any.day)
        .map((u) => readyBy(state, year, byId(state.courses, u.enrolment.courseId), any.day)),
    );
    const packs = material.pack ? packsFor(short, material.pack) : undefined;
    const each = packs ?? short;
    found.push({
      ...{ material, day: any.day, ready, orderBy: ready - (material.leadDays ?? LEAD_DAYS), short, first },
      quantity: packs ? packs * material.pack! : short,
      ...(packs ? { packs } : {}),
      ...(material.price ? { price: material.price * each } : {}),
      overdue: overdue.filter((o) => o.material.id === material.id),
      lent: holdersOf(state, material.id),
      ways: waysOut(state, material, short, uses, onHand),
    });
  }
  return found.sort((a, b) => a.orderBy - b.orderBy || a.material.name.localeCompare(b.material.name));
}

/** Whether what is missing is to be asked for rather than bought: as many were ordered and have not come, or are with others. */
export const isToAskFor = ({ overdue, lent, short }: Pick<Shortage, 'overdue' | 'lent' | 'short'>): boolean =>
  overdue.reduce((n, o) => n + o.open, 0) + lent.reduce((n, h) => n + h.quantity, 0) >= short;

/** What can be done about so many of a thing that are missing for some uses, the best first. */
export function waysOut(
  state: Household,
  material: Material,
  short: number,
  uses: readonly Use[],
  onHand: ReadonlyMap<Id, number>,
): Way[] {
  const ways: Way[] = holdersOf(state, material.id).map((from) => ({ kind: 'ask back', from }));
  for (const id of material.substitutes ?? []) {
    const other = byId(state.materials, id);
    const there = onHand.get(id) ?? 0;
    if (other && !other.retired && there >= short) ways.push({ kind: 'instead', material: other, there });
  }
  if (material.copied) ways.push({ kind: 'copy' });
  ways.push({ kind: 'order' });
  if (!material.consumable) {
    if (uses.some((u) => u.atOnce)) ways.push({ kind: 'in turn' });
    ways.push({ kind: 'borrow' });
  }
  return ways;
}

/** The things that stand on the list to order, and are not ordered yet. */
export const onTheList = ({ orders }: Pick<Household, 'orders'>): ReadonlySet<Id> =>
  new Set(orders.flatMap((o) => (o.ordered || o.closed ? [] : o.materialId)));

/**
 * What has still to be put on the list to order, and what stands there and has to be ordered by now: a thing that was ordered once, and
 * came, is named again when it runs out again.
 */
export function toSeeTo(state: Household, list: readonly Shortage[], today: Day): Shortage[] {
  const listed = onTheList(state);
  return list.filter(
    (s) =>
      byId(state.materials, s.material.id) !== undefined &&
      (!listed.has(s.material.id) || orderIs(s.orderBy, today) !== 'to come'),
  );
}

/** What is on its way and comes too late: wanted on a day on which nothing of it is there yet. */
export interface ComingLate {
  material: Material;
  /** The first day on which it is missing, and how many. */
  day: Day;
  short: number;
  /** How many come first after that, and when. */
  quantity: number;
  comes: Day;
  /** Who needs it first, and what can be done until it is there, the best first. */
  first: Use;
  ways: Way[];
}

/** Every thing that is needed before what is on its way of it has come, the soonest needed first. */
export function comingLate(state: Household, nets: readonly ThingNet[]): ComingLate[] {
  const onHand = stock(state);
  return nets
    .flatMap(({ material, known, rows, lacks, coming, uses }): ComingLate[] => {
      const row = known ? rows.find((r) => r.net > 0) : undefined;
      const lack = shortageIn(lacks);
      const next = row && [...coming].sort((a, b) => a.day - b.day).find((c) => c.day > row.day);
      if (!row || !next || (lack && lack.day <= row.day)) return [];
      const first = uses.find((u) => u.day === row.day)!;
      const ways = waysOut(state, material, row.net, uses, onHand).filter((w) => w.kind !== 'order');
      return [{ material, day: row.day, short: row.net, quantity: next.quantity, comes: next.day, first, ways }];
    })
    .sort((a, b) => a.day - b.day || a.material.name.localeCompare(b.material.name));
}

/**
 * The last day up to which orders are looked at on a day: a week ahead, and over a break to the first school day behind it, since nobody
 * may open the program in a break.
 */
export const orderUntil = (year: SchoolYear | undefined, day: Day): Day =>
  (year && nextSchoolDay(year, day + 7)) ?? day + 7;

/** The order-by dates up to then that have not been dealt with, those gone by among them. */
export const orderSoon = (list: readonly Shortage[], year: SchoolYear | undefined, day: Day): Shortage[] =>
  list.filter((s) => s.orderBy <= orderUntil(year, day));
