import { type Day, toDay } from '../calendar';
import { byId, type Household, type Id, type Material, type Place, REACHES, titleOf } from '../household';
import type { Plan } from '../stagger';
import { count } from '../words';
import { knownThings, stock } from './ledger';
import { futureUses } from './uses';

/** A place and what is in it, places inside it among them. */
export interface PlaceNode {
  /** From the outside in, as it is written: “Loft / blue box”. */
  path: string;
  /** The last part of it. */
  name: string;
  /** What is said of it, where anything is. */
  place?: Place;
  /** What lies in it and in nothing inside it, in order of name. */
  things: Material[];
  inside: PlaceNode[];
}

/**
 * The parts of a place as it is written, from the outside in; nothing for a thing without a place.
 * @example
 * placeParts(' Loft /  blue   box ') // => ['Loft', 'blue box']
 * placeParts('') // => []
 */
export const placeParts = (path: string): string[] =>
  path
    .split('/')
    .map((p) => p.trim().replace(/\s+/g, ' '))
    .filter(Boolean);

/**
 * A place as it is written everywhere: its parts with a stroke between them.
 * @example
 * placePath('Loft/blue box') // => 'Loft / blue box'
 */
export const placePath = (path: string): string => placeParts(path).join(' / ');

const same = (a: string, b: string) => placePath(a).toLowerCase() === placePath(b).toLowerCase();

/**
 * Whether a place is another one or lies somewhere inside it.
 * @example
 * liesIn('Loft / blue box', 'loft') // => true
 * liesIn('Loft', 'Loft / blue box') // => false
 */
export function liesIn(path: string, outer: string): boolean {
  const [own, out] = [placeParts(path), placeParts(outer)];
  return out.length > 0 && out.every((p, i) => own[i]?.toLowerCase() === p.toLowerCase());
}

/** What is said of a place; undefined where nothing is. */
export const placeOf = (state: Pick<Household, 'places'>, path: string): Place | undefined =>
  state.places.find((p) => same(p.path, path));

/** All places that anything lies in or of which something is said, as trees: those reached into daily first, then by name. */
export function placeTree(state: Pick<Household, 'materials' | 'places'>): PlaceNode[] {
  const root: PlaceNode = { path: '', name: '', things: [], inside: [] };
  const node = (path: string): PlaceNode => {
    let at = root;
    for (const name of placeParts(path)) {
      let next = at.inside.find((n) => n.name.toLowerCase() === name.toLowerCase());
      if (!next) {
        const full = at.path ? `${at.path} / ${name}` : name;
        const place = placeOf(state, full);
        next = { path: full, name, things: [], inside: [], ...(place ? { place } : {}) };
        at.inside.push(next);
      }
      at = next;
    }
    return at;
  };
  for (const p of state.places) node(p.path);
  for (const m of state.materials) if (!m.retired && placeParts(m.place).length > 0) node(m.place).things.push(m);
  const rank = ({ place }: PlaceNode) => (place?.reach ? REACHES.indexOf(place.reach) : REACHES.length);
  const sort = (list: PlaceNode[]): PlaceNode[] => {
    for (const n of list) {
      n.things.sort((a, b) => a.name.localeCompare(b.name));
      sort(n.inside);
    }
    return list.sort((a, b) => rank(a) - rank(b) || a.name.localeCompare(b.name));
  };
  return sort(root.inside);
}

/** Every thing in a place, inside its boxes as well. */
export const allIn = (node: PlaceNode): Material[] => [...node.things, ...node.inside.flatMap(allIn)];

/** How full a place is, in centimetres. */
export interface Fullness {
  room: number;
  used: number;
  /** Things in it whose width nobody has measured. */
  unmeasured: number;
  /** Where it is over: what no lesson to come needs, the widest first, until it would fit; not known without a plan. */
  couldGo?: Material[];
  /** Centimetres that would still be missing when all of that had gone. */
  still: number;
}

/** Centimetres that each thing takes: of one, as often as it is there; of what nobody counted, one is there. */
function widths(state: Household): (m: Material) => number {
  const [onHand, known] = [stock(state), knownThings(state)];
  return (m) => (m.width ?? 0) * (known.has(m.id) ? Math.max(0, Math.ceil(onHand.get(m.id) ?? 0)) : 1);
}

/**
 * How full a place is against the room that is said of it; undefined where none is said. What could go is what nothing in the plan needs:
 * the fewest pieces, so the widest first (every one of them over what is too much is enough by itself).
 */
export function fullness(state: Household, node: PlaceNode, plan: Plan | undefined): Fullness | undefined {
  const room = node.place?.room;
  if (room === undefined) return undefined;
  const widthOf = widths(state);
  const things = allIn(node);
  const used = things.reduce((n, m) => n + widthOf(m), 0);
  let over = used - room;
  const unmeasured = things.filter((m) => m.width === undefined).length;
  if (!plan) return { room, used, unmeasured, still: Math.max(0, over) };
  const wanted = new Set(futureUses(state, plan).map((u) => u.material.id));
  const couldGo: Material[] = [];
  const free = things
    .filter((m) => !wanted.has(m.id) && widthOf(m) > 0)
    .sort((a, b) => widthOf(b) - widthOf(a) || a.name.localeCompare(b.name));
  // One that is enough by itself, the narrowest of those, spares carrying more.
  const enough = over > 0 ? free.findLast((m) => widthOf(m) >= over) : undefined;
  for (const m of enough ? [enough] : free) {
    if (over <= 0) break;
    couldGo.push(m);
    over -= widthOf(m);
  }
  return { room, used, unmeasured, couldGo, still: Math.max(0, over) };
}

/**
 * How many boxes stand in a place against those that have room in it: “3 boxes, room for 1 more”; empty where nothing is said.
 * @returns and whether they are too many
 */
export function boxesWords({ place, inside }: Pick<PlaceNode, 'place' | 'inside'>): { words: string; over: boolean } {
  if (place?.boxes === undefined) return { words: '', over: false };
  const free = place.boxes - inside.length;
  const there = count(inside.length, 'box', 'boxes');
  if (free < 0)
    return { words: `${there} where ${place.boxes} ${place.boxes === 1 ? 'has' : 'have'} room`, over: true };
  return { words: free === 0 ? `${there}, room for no more` : `${there}, room for ${free} more`, over: false };
}

/** How full a place is, in words. */
export function fullnessWords({ room, used, unmeasured, couldGo, still }: Fullness): string {
  const free = Math.round((room - used) * 10) / 10;
  const unknown = unmeasured > 0 ? `; ${count(unmeasured, 'thing')} not measured` : '';
  if (free >= 0) return `${free} cm free of ${room} cm${unknown}`;
  const over = `${-free} cm more than its ${room} cm${unknown}`;
  if (!couldGo) return over;
  const go =
    couldGo.length === 0
      ? 'every thing in it is still needed'
      : `no lesson to come needs ${couldGo.map((m) => m.name).join(', ')}${still > 0 ? `, which leaves ${Math.round(still * 10) / 10} cm too much` : ''}`;
  return `${over}: ${go}`;
}

/** A thing that can be put back in its place, and the week in whose box it was. */
export interface PutBack {
  material: Material;
  weekStart: Day;
}

/**
 * What came out for a week and is not needed in the days that follow it: the put-back list of a week's end, by place. Used-up things go
 * nowhere.
 * @param from the first day of the coming week; boxes of weeks before it are emptied.
 */
export function putBackList(state: Household, plan: Plan, from: Day, days = 7): PutBack[] {
  const soon = new Set(
    futureUses(state, plan)
      .filter((u) => u.day >= from && u.day < from + days)
      .map((u) => u.material.id),
  );
  const last = new Map<Id, Day>();
  for (const p of state.pulled) {
    const week = toDay(p.weekStart);
    if (week < from && !p.back) last.set(p.materialId, Math.max(week, last.get(p.materialId) ?? week));
  }
  return [...last]
    .flatMap(([id, weekStart]): PutBack[] => {
      const material = byId(state.materials, id);
      return material && !material.consumable && !material.retired && !soon.has(id) ? [{ material, weekStart }] : [];
    })
    .sort((a, b) => byPlace(a.material, b.material));
}

/** In order of place, from the outside in, then of name. */
export const byPlace = (a: Material, b: Material): number =>
  placePath(a.place).localeCompare(placePath(b.place)) || a.name.localeCompare(b.name);

/** Things that stand together for another reason than their place: for a child, or for a course. */
export interface ThingGroup {
  name: string;
  things: Material[];
}

/** What several children's courses need, and what no course needs, in the words of the list. */
const SHARED = 'Several children';
const NOBODY = 'No course';

/**
 * Things by the one child whose courses need them, or by course; what several children need stands together, a thing of two courses under
 * each, what no course needs last.
 */
export function thingsBy(
  state: Pick<Household, 'materials' | 'needs' | 'enrolments' | 'children' | 'courses'>,
  by: 'child' | 'course',
): ThingGroup[] {
  const groups = new Map<string, Material[]>();
  const put = (name: string, m: Material) => groups.set(name, [...(groups.get(name) ?? []), m]);
  for (const m of [...state.materials].sort((a, b) => a.name.localeCompare(b.name))) {
    if (m.retired) continue;
    const courses = [...new Set(state.needs.filter((n) => n.materialId === m.id).map((n) => n.courseId))];
    if (by === 'course') for (const id of courses) put(titleOf(state, id), m);
    else {
      const children = new Set(state.enrolments.filter((e) => courses.includes(e.courseId)).flatMap((e) => e.childIds));
      const own = state.children.filter((c) => children.has(c.id));
      if (own.length > 0) put(own.length === 1 ? own[0]!.name : SHARED, m);
      else if (courses.length > 0) put(NOBODY, m);
    }
    if (courses.length === 0) put(NOBODY, m);
  }
  const names = by === 'child' ? state.children.map((c) => c.name) : [...groups.keys()].sort();
  return [...new Set([...names, SHARED, NOBODY])]
    .flatMap((name) => {
      const things = groups.get(name);
      return things && name !== NOBODY ? [{ name, things }] : [];
    })
    .concat(groups.has(NOBODY) ? [{ name: NOBODY, things: groups.get(NOBODY)! }] : []);
}
