import { type Day, fromDay } from '../calendar';
import { ended, isEnded } from '../pace';
import type { Child, Household, Put } from '../household';

/**
 * A child as it was entered. One whose last day has come leaves: courses that nobody else takes end with it, those of the family go
 * on with the others, and every record stays.
 */
export function putChild(now: Household, child: Child, today: Day): Put[] {
  const date = fromDay(today);
  const gone = (id: string) => {
    const { until } = id === child.id ? child : (now.children.find((c) => c.id === id) ?? {});
    return until !== undefined && until <= date;
  };
  const ending = now.enrolments.filter(
    (e) => e.childIds.includes(child.id) && e.childIds.every(gone) && !isEnded(e.life),
  );
  return [
    { table: 'children', put: child },
    ...ending.map((e): Put => ({ table: 'enrolments', put: ended(e, 'dropped') })),
  ];
}

/** What keeps the days of a child with the household from being kept; undefined when nothing does. */
export const stayFault = ({
  from,
  until,
}: {
  from?: string | undefined;
  until?: string | undefined;
}): string | undefined => (from && until && until < from ? 'The last day comes before the first.' : undefined);
