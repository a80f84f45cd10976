import type { Decision, OutsideEvent } from '../household';

/** One event of an outside calendar with all its repeats, as it is decided about. */
export interface Series {
  uid: string;
  title: string;
  /** It takes whole days. */
  whole: boolean;
  times: number;
  /** The first one that is not past, else the last. */
  next: OutsideEvent;
  decision: Decision | undefined;
  /**
   * What is offered while nothing is decided; it has no effect before the parent keeps it. Undefined where only the parent
   * can tell: days that might close a class, an office or the household. Closing the household is never offered.
   */
  offered: Decision['does'] | undefined;
}

/** Whether a calendar is a plan written by this program: what is in it stands here already. */
export const isOwnPlan = (text: string): boolean => /^PRODID:-\/\/Olden Primer\/\//im.test(text.slice(0, 2000));

const isWhole = (e: OutsideEvent) => e.start === undefined && e.end === undefined;

/**
 * The events of a calendar, one line a series, undecided ones first, then by the next date. Past ones stand last. In the
 * calendar of a class (something of it repeats by the clock) whole days are offered as days on which it does not meet; of
 * our own plan (`own`) nothing is offered but to ignore it.
 */
export function seriesOf(
  events: readonly OutsideEvent[],
  decisions: readonly Decision[],
  today: string,
  own = false,
): Series[] {
  const groups = new Map<string, OutsideEvent[]>();
  for (const e of events) groups.set(e.uid, [...(groups.get(e.uid) ?? []), e]);
  const isClass = [...groups.values()].some((list) => list.length > 1 && !isWhole(list[0]!));
  const made = [...groups].map(([uid, list]): Series => {
    const sorted = [...list].sort((a, b) => (a.from < b.from ? -1 : 1));
    const next = sorted.find((e) => e.to >= today) ?? sorted.at(-1)!;
    const whole = isWhole(next);
    return {
      uid,
      title: next.title,
      whole,
      times: list.length,
      next,
      decision: decisions.find((d) => d.uid === uid),
      offered: own || next.to < today ? 'ignored' : !whole ? 'blocks' : isClass ? 'no class' : undefined,
    };
  });
  const rank = (s: Series) => (s.next.to < today ? 2 : s.decision ? 1 : 0);
  return made.sort(
    (a, b) =>
      rank(a) - rank(b) || (a.next.from < b.next.from ? -1 : a.next.from > b.next.from ? 1 : a.uid < b.uid ? -1 : 1),
  );
}
