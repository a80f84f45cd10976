import { byId, type Course, type Household, type Id, MOVEMENTS, type Order } from '../household';
import { setOf } from './sets';
import { arrivedOf } from './shortages';

/** What was spent: hundredths of the household's own money. */
export interface Spent {
  all: number;
  byCourse: ReadonlyMap<Id, number>;
  byChild: ReadonlyMap<Id, number>;
}

/**
 * What was spent so far: parts of courses that were bought, and lines of orders with a price, by as much of them as has arrived. A part
 * that came by such a line is counted once; one that was left out on purpose, or was never here, was not bought. A line is
 * of the courses that need its thing, in equal shares; a course of the children who take it, in equal shares; what is of no course or
 * child is in the whole alone.
 */
export function spentSoFar(state: Household): Spent {
  const byCourse = new Map<Id, number>();
  const byChild = new Map<Id, number>();
  let all = 0;
  const add = (map: Map<Id, number>, id: Id, sum: number) => map.set(id, (map.get(id) ?? 0) + sum);
  const forCourse = (courseId: Id, sum: number) => {
    add(byCourse, courseId, sum);
    const children = new Set(state.enrolments.filter((e) => e.courseId === courseId).flatMap((e) => e.childIds));
    for (const id of children) add(byChild, id, sum / children.size);
  };
  const arrived = arrivedOf(state.movements);
  const came = (o: Order) => (o.price ? Math.min(o.quantity, arrived.get(o.id) ?? 0) : 0);
  const ordered = new Set(state.orders.filter((o) => came(o) > 0).map((o) => o.materialId));
  for (const c of state.courses) {
    // What stands on the wish list is not bought.
    if (c.wish) continue;
    const sum = priceOf(state, c, ordered);
    all += sum;
    if (sum > 0) forCourse(c.id, sum);
  }
  for (const o of state.orders) {
    if (came(o) === 0) continue;
    const sum = (o.price! * came(o)) / o.quantity;
    all += sum;
    const courses = [...new Set(state.needs.filter((n) => n.materialId === o.materialId).map((n) => n.courseId))];
    for (const id of courses) if (byId(state.courses, id)) forCourse(id, sum / courses.length);
  }
  const whole = (map: Map<Id, number>) => new Map([...map].map(([id, sum]) => [id, Math.round(sum)]));
  return { all: Math.round(all), byCourse: whole(byCourse), byChild: whole(byChild) };
}

/** What the parts of a course cost that were bought with it, used up or lost since or not; `but`: things that came by an order of their own. */
export const priceOf = (state: Household, course: Course, but: ReadonlySet<Id> = new Set()): number =>
  setOf(state, course)
    .filter(({ is, thing }) => is !== 'not wanted' && !(thing && (but.has(thing.id) || neverHere(state, thing.id))))
    .reduce((n, { part }) => n + (part.price ?? 0), 0);

/** Of what was looked for and not found, nothing was ever here. */
function neverHere({ movements }: Household, materialId: Id): boolean {
  const own = movements.filter((m) => m.materialId === materialId);
  return own.length > 0 && !own.some((m) => m.quantity > 0 && MOVEMENTS[m.kind].does !== -1);
}
