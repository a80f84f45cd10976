import { type Day, type IsoDate, toDay } from '../calendar';
import { contentsOf, flatten, stepName } from '../course';
import {
  byId,
  type Household,
  type Id,
  type KitPart,
  type Mark,
  type Material,
  type Movement,
  type MovementKind,
  MOVEMENTS,
  titleOf,
} from '../household';
import { takenByWork } from './used';

interface Dated {
  date: IsoDate;
  seq: number;
}
const inOrder = (a: Dated, b: Dated) => (a.date !== b.date ? (a.date < b.date ? -1 : 1) : a.seq - b.seq);

/** An entry as what it does to the figure: sets it, or adds and takes. */
interface Entry extends Dated {
  sets?: number;
  adds?: number;
}
const entryOf = ({ date, seq, kind, quantity }: Movement): Entry => {
  const { does } = MOVEMENTS[kind];
  return does === 'sets' ? { date, seq, sets: quantity } : { date, seq, adds: does * quantity };
};
const fold = (entries: readonly Entry[]): number =>
  [...entries].sort(inOrder).reduce((have, e) => e.sets ?? have + (e.adds ?? 0), 0);

/**
 * What is on hand of every thing: the movements and, for consumables, what marked work has used, told in order of
 * (date, sequence). A count sets the figure and absorbs whatever came before it. It is never made nicer than it is: below
 * nothing, something was not entered, and the thing wants counting (`countIt`).
 */
export function stock(state: Household): ReadonlyMap<Id, number> {
  const { movements, materials, marks, needs, courses, enrolments, children } = state;
  const of = [materials, marks, needs, courses, enrolments, children];
  const known = stockKept.get(movements);
  if (known?.of.every((x, i) => x === of[i])) return known.stock;
  const found = addUp(state);
  stockKept.set(movements, { of, stock: found });
  return found;
}
/** Kept for as long as all that it is worked out from stays: several parts of a page ask for it, and so does every letter typed in a form. */
const stockKept = new WeakMap<readonly Movement[], { of: readonly unknown[]; stock: ReadonlyMap<Id, number> }>();

function addUp(state: Household): Map<Id, number> {
  const entries = new Map<Id, Entry[]>(state.materials.map((m) => [m.id, []]));
  // Nothing before its last count matters for a thing.
  const counted = new Map<Id, Movement>();
  for (const m of state.movements) {
    const last = counted.get(m.materialId);
    if (MOVEMENTS[m.kind].does === 'sets' && (!last || inOrder(m, last) > 0)) counted.set(m.materialId, m);
  }
  const matters = (id: Id, at: Dated) => {
    const since = counted.get(id);
    return !since || inOrder(at, since) >= 0;
  };
  for (const m of state.movements) if (matters(m.materialId, m)) entries.get(m.materialId)?.push(entryOf(m));
  for (const { materialId, mark, quantity } of takenByWork(state))
    if (matters(materialId, mark)) entries.get(materialId)?.push({ date: mark.date, seq: mark.seq, adds: -quantity });
  return new Map([...entries].map(([id, list]) => [id, fold(list)]));
}

/**
 * More went than was ever there: it wants counting.
 * @example
 * countIt(-1) // => true
 * countIt(0) // => false
 */
export const countIt = (onHand: number): boolean => onHand < 0;

/** Things of which anybody said anything: counted, ordered, brought, lent. Of all others nothing is ever missing. */
export function knownThings({ movements, orders }: Pick<Household, 'movements' | 'orders'>): ReadonlySet<Id> {
  return new Set([...movements, ...orders].map((m) => m.materialId));
}

/** A line of a thing's life. */
export interface LedgerLine {
  date: IsoDate;
  seq: number;
  kind: MovementKind | 'used';
  quantity: number;
  /** What was there after it. */
  balance: number;
  who?: string;
  note?: string;
  /** Of what was used: the course and lesson. */
  by?: string;
  /** Of an entry: which. */
  movementId?: Id;
}

/** A thing's life, the latest first: every entry and every use by marked work, with what was there after each. */
export function ledgerOf(state: Household, materialId: Id): LedgerLine[] {
  const lines: (Omit<LedgerLine, 'balance'> & { entry: Entry })[] = state.movements
    .filter((m) => m.materialId === materialId)
    .map((m) => ({
      ...{ date: m.date, seq: m.seq, kind: m.kind, quantity: m.quantity, movementId: m.id, entry: entryOf(m) },
      ...(m.who ? { who: m.who } : {}),
      ...(m.note ? { note: m.note } : {}),
    }));
  for (const taken of takenByWork(state)) {
    if (taken.materialId !== materialId) continue;
    const { mark, quantity, enrolment } = taken;
    const { date, seq } = mark;
    const by = `${titleOf(state, enrolment.courseId) || 'a course'}, ${markWords(state, mark)}`;
    lines.push({ date, seq, kind: 'used', quantity, by, entry: { date, seq, adds: -quantity } });
  }
  let balance = 0;
  return lines
    .sort(inOrder)
    .map(({ entry, ...line }) => {
      balance = entry.sets ?? balance + (entry.adds ?? 0);
      return { ...line, balance };
    })
    .reverse();
}

function markWords(state: Household, mark: Mark): string {
  if (mark.was) return mark.was.words;
  const enrolment = byId(state.enrolments, mark.enrolmentId);
  const course = enrolment && contentsOf(state, enrolment);
  const step = course && flatten(course).find((s) => s.id === mark.stepId);
  return step ? `${step.lesson.title}, ${stepName(step)}` : 'a step';
}

/** Who has some of a thing, and since when. */
export interface Holder {
  who: string;
  quantity: number;
  since: Day;
}

/** Who has what was lent of a thing: lent, less what came back, by name; since the day on which they had none before. */
export function holdersOf({ movements }: Pick<Household, 'movements'>, materialId: Id): Holder[] {
  const holders = new Map<string, Holder>();
  for (const m of movements.filter((x) => x.materialId === materialId).sort(inOrder)) {
    if (m.kind !== 'lent' && m.kind !== 'back') continue;
    const who = m.who ?? '';
    const had = holders.get(who)?.quantity ?? 0;
    const has = had + (m.kind === 'lent' ? m.quantity : -m.quantity);
    if (has <= 0) holders.delete(who);
    else holders.set(who, { who, quantity: has, since: had > 0 ? holders.get(who)!.since : toDay(m.date) });
  }
  return [...holders.values()];
}

/** The parts of a kit of which too few were there when they were last checked. What nobody checked is not missing. */
export const missingParts = ({ parts = [] }: Pick<Material, 'parts'>): KitPart[] =>
  parts.filter((p) => p.have !== undefined && p.have < p.count);

/** The parts without which the kit is of no use, and which are missing. */
export const stoppedBy = (material: Pick<Material, 'parts'>): KitPart[] =>
  missingParts(material).filter((p) => p.stops ?? false);
