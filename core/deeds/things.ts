import { type Day, fromDay } from '../calendar';
import {
  wayOf,
  byId,
  type CoursePart,
  type Household,
  type Id,
  idOf,
  type Jotting,
  type Material,
  type Movement,
  type MovementKind,
  MOVEMENTS,
  type Need,
  type Order,
  type OrdersFor,
  ownId,
  type Prepared,
  type Put,
} from '../household';
import { nextSeq } from '../log';
import { jottingRow } from '../jot';
import { isToBuy, knownThings, openOf, partsToBuyWords, stoppedBy, thingOfPart } from '../materials';
import { begunOf, madeOf, partRow, type PrepLine, preparedRow, rowsOfPockets } from '../prepare';
import { readLesson } from './sitdown';

/** What happened to a thing. */
export interface Happened {
  materialId: Id;
  kind: MovementKind;
  /** Above 0; a count may be 0. */
  quantity: number;
  day: Day;
  who?: string;
  note?: string;
  orderId?: Id;
}

/** The entry by which a copy took its paper. */
const paperOf = (entryId: Id): Id => idOf(entryId, 'paper');

/** An entry is taken back, and the paper that its copies took comes with it. */
export const takeBackEntry = (now: Household, entryId: Id): Put[] =>
  [entryId, paperOf(entryId)].flatMap((id): Put[] =>
    byId(now.movements, id) ? [{ table: 'movements', remove: id }] : [],
  );

/** An entry of the inventory; none of a thing that is gone, or of nothing. What is copied takes its paper with it. */
export function moveThing(now: Household, wish: Happened, newId: () => Id): Put[] {
  const { materialId, kind, quantity, day, who, note, orderId } = wish;
  if (!byId(now.materials, materialId) || (quantity <= 0 && kind !== 'count')) return [];
  const date = fromDay(day);
  const id = MOVEMENTS[kind].oneEvent
    ? ownId(now.movements, materialId, date, kind, String(quantity), who ?? '', note ?? '')
    : newId();
  const put: Movement = {
    ...{ id, materialId, date, kind, quantity },
    seq: nextSeq([...now.marks, ...now.movements]),
    ...(who ? { who } : {}),
    ...(note ? { note } : {}),
    ...(orderId ? { orderId } : {}),
  };
  const row = (p: Movement): Put => ({ table: 'movements', put: p });
  const thing = byId(now.materials, materialId)!;
  const paper = kind === 'copied' ? byId(now.materials, thing.copiedOn ?? '') : undefined;
  // Paper that nobody ever counted is not counted by copying on it.
  if (!paper || !knownThings(now).has(paper.id)) return [row(put)];
  const takes: Movement = {
    ...{
      id: paperOf(put.id),
      materialId: paper.id,
      date: put.date,
      kind: 'out',
      quantity: quantity * (thing.copySheets ?? 1),
    },
    ...{ seq: put.seq + 1, note: `for ${thing.name}` },
  };
  return [row(put), row(takes)];
}

/**
 * A thing goes on the list of what is to be ordered. A line that stands there already is raised to what is wanted: pressed twice it
 * is one line. A jotting that asked for it is settled by it.
 */
export function wantThing(
  now: Household,
  { materialId, quantity, price, day }: { materialId: Id; quantity: number; price?: number | undefined; day: Day },
  newId: () => Id,
  from?: Jotting,
): Put[] {
  if (!byId(now.materials, materialId) || quantity <= 0) return [];
  const line = now.orders.find((o) => o.materialId === materialId && !o.ordered && !o.closed);
  const { price: _before, ...kept } = line ?? { id: newId(), materialId, quantity, date: fromDay(day) };
  const most = Math.max(quantity, line?.quantity ?? 0);
  const cost = most === quantity ? price : line?.price;
  const put: Order = { ...kept, quantity: most, ...(cost === undefined ? {} : { price: cost }) };
  const settled: Put[] = from ? [{ table: 'jottings', put: { ...from, settled: fromDay(day) } }] : [];
  return [{ table: 'orders', put }, ...settled];
}

/** Lines of the list are ordered: on a day, from a shop, to come on a day, as far as that is known. */
export function orderLines(
  now: Household,
  ids: readonly Id[],
  { day, shop, expected }: { day: Day; shop?: string | undefined; expected?: Day | undefined },
): Put[] {
  return now.orders
    .filter((o) => ids.includes(o.id) && !o.closed)
    .map((o): Put => ({
      table: 'orders',
      put: {
        ...o,
        ordered: o.ordered ?? fromDay(day),
        ...(shop ? { shop } : {}),
        ...(expected === undefined ? {} : { expected: fromDay(expected) }),
      },
    }));
}

/** What came of a line: how many, and how many of those were broken on the way. */
export interface Came {
  orderId: Id;
  quantity: number;
  broken?: number;
  /** Another edition than was ordered, or any other word. */
  note?: string;
}

/** What came is checked in: into the house at once; what was broken on the way goes out again, and is missing still. */
export function checkIn(now: Household, came: readonly Came[], day: Day): Put[] {
  let seq = nextSeq([...now.marks, ...now.movements]);
  return came.flatMap(({ orderId, quantity, broken = 0, note }): Put[] => {
    const order = byId(now.orders, orderId);
    if (!order || quantity <= 0) return [];
    // Pressed twice a line comes once: never more than is open. Checked in on two devices it is one row as well, by its id: the line, and
    // how many of it had come before.
    const open = openOf(now, order);
    const comes = Math.min(quantity, open);
    if (comes <= 0) return [];
    const row = (kind: MovementKind, n: number, words?: string): Put => ({
      table: 'movements',
      put: {
        ...{
          id: idOf(orderId, kind, String(order.quantity - open)),
          materialId: order.materialId,
          date: fromDay(day),
          seq: seq++,
          kind,
          quantity: n,
        },
        ...(kind === 'arrived' ? { orderId } : {}),
        ...(words ? { note: words } : {}),
      },
    });
    const lost = Math.min(broken, comes);
    return [row('arrived', comes, note), ...(lost > 0 ? [row('broken', lost, 'on the way here')] : [])];
  });
}

/** What is still open of a line will not come. */
export function giveUpLine(now: Household, orderId: Id, day: Day): Put[] {
  const order = byId(now.orders, orderId);
  if (!order || order.closed) return [];
  // What was never ordered and of which nothing came leaves nothing to remember.
  const came = now.movements.some((m) => m.orderId === orderId);
  if (!order.ordered && !came) return [{ table: 'orders', remove: orderId }];
  return [{ table: 'orders', put: { ...order, closed: fromDay(day) } }];
}

/** Kinds of parts that are written in: one for each child, used up by the course. */
const WRITTEN_IN: ReadonlySet<CoursePart['kind']> = new Set(['workbook', 'tests']);

/**
 * The parts of a course as things of the inventory: one for each part that is not there yet, by its ISBN or name. What is written in is
 * needed once by each child, all else once by the course. Nothing is counted by it: a part is taken as here until somebody looks.
 */
export function thingsOfCourse(now: Household, courseId: Id): Put[] {
  const course = byId(now.courses, courseId);
  // Who copies it keeps the original, for one child as for three.
  const copied = (part: CoursePart) => wayOf(now.settings, 'writing') === 'copy' && part.kind === 'workbook';
  const usedUp = (part: CoursePart) => WRITTEN_IN.has(part.kind) && !copied(part);
  return (course?.parts ?? []).flatMap((part): Put[] => {
    const title = part.title || part.kind;
    const name = title.toLowerCase().includes(course!.title.toLowerCase()) ? title : `${course!.title}, ${title}`;
    if (part.notWanted || thingOfPart(now, course!, part)) return [];
    const material: Material = {
      ...{
        id: ownId(now.materials, 'part', courseId, part.id),
        name: name.slice(0, 200),
        place: '',
        consumable: usedUp(part),
        unit: '',
        cautions: [],
      },
      ...(copied(part) ? { copied: true } : {}),
      ...(part.isbn ? { isbn: part.isbn } : {}),
      ...((part.edition ?? course!.edition) ? { edition: (part.edition ?? course!.edition)! } : {}),
      ...(part.price === undefined ? {} : { price: part.price }),
    };
    const need: Need = {
      id: ownId(now.needs, 'part', courseId, part.id),
      ...{ materialId: material.id, courseId, rule: { for: 'course' }, quantity: 1 },
      per: usedUp(part) ? 'child' : 'shared',
    };
    return [
      { table: 'materials', put: material },
      { table: 'needs', put: need },
    ];
  });
}

/** A download is printed up to a page; never fewer than were printed already. */
export function printUpTo(now: Household, courseId: Id, partId: Id, page: number): Put[] {
  const course = byId(now.courses, courseId);
  const part = course?.parts?.find((p) => p.id === partId);
  if (!course || part?.printedTo === undefined || part.printedTo >= page) return [];
  const parts = course.parts!.map((p) => (p.id === partId ? { ...p, printedTo: page } : p));
  return [{ table: 'courses', put: { ...course, parts } }];
}

/** A line of what a teacher makes ready is done: made, printed or read; `minutes`: how long it took, where that is said. */
export function prepareLine(now: Household, line: PrepLine, today: Day, newId: () => Id, minutes?: number): Put[] {
  if (line.instalment) return printUpTo(now, line.courseId, line.instalment.partId, line.instalment.to);
  if (line.pages) return readLesson(now, line, today, newId, minutes);
  return makeReady(now, preparedRow(line, today, minutes), true);
}

/** So many minutes of a line are done, and it is not made yet: what is left of it is asked for on other days. */
export const preparePart = (now: Household, line: PrepLine, today: Day, minutes: number): Put[] =>
  // Pressed twice, or on another device meanwhile, it is not done twice.
  begunOf(now, line) === (line.begun ?? 0) ? [{ table: 'prepared', put: partRow(now, line, today, minutes) }] : [];

/** A lesson, or one of its tasks, is made ready, or is not after all. `pieces` are all that are there then. */
export function makeReady(now: Household, row: Prepared, ready: boolean): Put[] {
  const before = madeOf(now, { ...row, kind: row.task });
  if (!ready) return before ? [{ table: 'prepared', remove: before.id }] : [];
  if (!before) return [{ table: 'prepared', put: row }];
  // Pressed twice nothing is made twice.
  if (row.pieces === undefined || row.pieces <= (before.pieces ?? 0)) return [];
  // How long some of them took says nothing of how long all of them take.
  const { minutes: _some, ...put } = row;
  return [{ table: 'prepared', put: { ...put, id: before.id } }];
}

/** The parts of a kit as they were counted on a day: how many are there of each. A part that is gone from it meanwhile is passed over. */
export function countParts(now: Household, materialId: Id, counted: ReadonlyMap<Id, number>, day: Day): Put[] {
  const row = byId(now.materials, materialId);
  if (!row?.parts) return [];
  const checked = fromDay(day);
  const parts = row.parts.map((p) => (counted.has(p.id) ? { ...p, have: counted.get(p.id)!, checked } : p));
  return [{ table: 'materials', put: { ...row, parts } }];
}

/** What a kit is of no use without is jotted down to buy; where it is already, or nothing of it is missing, nothing happens. */
export function buyParts(now: Household, materialId: Id, day: Day, newId: () => Id): Put[] {
  const kit = byId(now.materials, materialId);
  if (!kit || stoppedBy(kit).length === 0 || isToBuy(now, kit)) return [];
  const jotted = { kind: 'buy', text: partsToBuyWords(kit), weeks: undefined } as const;
  return [{ table: 'jottings', put: jottingRow(jotted, day, now.settings.firstDay, newId()) }];
}

/** Teachers make ready for one another what would come late, or each for their own lessons again. */
export function shareMaking(now: Household, share: boolean): Put[] {
  const { sharesMaking: _before, ...rest } = now.settings;
  return [{ table: 'settings', put: share ? { ...rest, sharesMaking: true } : rest }];
}

/** What was made of small pieces for some lessons is back in its place. */
export const putPocketsBack = (now: Household, lessons: readonly { courseId: Id; lessonId: Id }[], day: Day): Put[] =>
  rowsOfPockets(now, lessons)
    .filter((p) => p.back !== fromDay(day))
    .map((p): Put => ({ table: 'prepared', put: { ...p, back: fromDay(day) } }));

/** How long an order lasts: until the next break, where nothing is said, four weeks, or until the year ends. */
export function orderFor(now: Household, ordersFor: OrdersFor | undefined): Put[] {
  const { ordersFor: _before, ...rest } = now.settings;
  return [{ table: 'settings', put: ordersFor ? { ...rest, ordersFor } : rest }];
}
