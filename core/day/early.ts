import { byId, type Household, type Id } from '../household';
import type { DayPage, DayRow } from './page';

/**
 * What is carried when a day has to end after so many more minutes of each child: what is marked stays as it is; of the
 * rest the courses that the children's lists name first yield first, and those not named last (common practice:
 * arithmetic and reading stay). Behind a step that is carried, the rest of its course is too.
 */
export function carriedEarly(state: Household, page: DayPage, minutesLeft: number): DayRow[] {
  const rows = page.groups.flatMap((g) => g.sittings.flatMap((s) => s.rows));
  const open = rows.filter((r) => r.mark === undefined);
  const spent = new Map<Id, number>();
  const ended = new Set<Id>();
  const carried = new Set<DayRow>();
  // The firmest first; of the same firmness, in the order of the day.
  const firm = new Map(open.map((r) => [r, firmness(state, r)]));
  const inRank = [...open].sort((a, b) => firm.get(b)! - firm.get(a)!);
  for (const row of inRank) {
    const { id, childIds } = row.enrolment;
    const fits = childIds.every((c) => (spent.get(c) ?? 0) + row.minutes <= minutesLeft);
    if (ended.has(id) || !fits) {
      ended.add(id);
      carried.add(row);
    } else for (const c of childIds) spent.set(c, (spent.get(c) ?? 0) + row.minutes);
  }
  return open.filter((r) => carried.has(r));
}

/** Its place in the list of what yields first, the firmest of its children deciding; not named, it yields last. */
function firmness(state: Household, row: DayRow): number {
  return Math.max(
    ...row.enrolment.childIds.map((id) => {
      const at = byId(state.children, id)?.yields?.indexOf(row.enrolment.courseId) ?? -1;
      return at < 0 ? Infinity : at;
    }),
  );
}
