import { byId, type Household, type Id } from '../household';
import { arrivedOf } from './shortages';

/** What was spent: hundredths of the household's own money. */
export interface Spent {
  all: number;
  byCourse: ReadonlyMap<Id, number>;
  byChild: ReadonlyMap<Id, number>;
}

/**
 * What was spent so far: parts of courses that were bought, and lines of orders with a price, by as much of them as has arrived. A line is
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
  for (const c of state.courses) {
    // What stands on the wish list is not bought.
    if (c.wish) continue;
    const sum = (c.parts ?? []).reduce((n, p) => n + (p.price ?? 0), 0);
    all += sum;
    if (sum > 0) forCourse(c.id, sum);
  }
  const arrived = arrivedOf(state.movements);
  for (const o of state.orders) {
    const came = Math.min(o.quantity, arrived.get(o.id) ?? 0);
    if (!o.price || came === 0) continue;
    const sum = (o.price * came) / o.quantity;
    all += sum;
    const courses = [...new Set(state.needs.filter((n) => n.materialId === o.materialId).map((n) => n.courseId))];
    for (const id of courses) if (byId(state.courses, id)) forCourse(id, sum / courses.length);
  }
  const whole = (map: Map<Id, number>) => new Map([...map].map(([id, sum]) => [id, Math.round(sum)]));
  return { all: Math.round(all), byCourse: whole(byCourse), byChild: whole(byChild) };
}
