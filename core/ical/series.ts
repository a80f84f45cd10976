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
  /** What is offered while nothing is decided; it has no effect before the parent keeps it. */
  offered: Decision['does'];
}

/** The events of a calendar, one line a series, undecided ones first, then by the next date. Past ones stand last. */
export function seriesOf(events: readonly OutsideEvent[], decisions: readonly Decision[], today: string): Series[] {
  const groups = new Map<string, OutsideEvent[]>();
  for (const e of events) groups.set(e.uid, [...(groups.get(e.uid) ?? []), e]);
  const made = [...groups].map(([uid, list]): Series => {
    const sorted = [...list].sort((a, b) => (a.from < b.from ? -1 : 1));
    const next = sorted.find((e) => e.to >= today) ?? sorted.at(-1)!;
    const whole = next.start === undefined && next.end === undefined;
    return {
      uid,
      title: next.title,
      whole,
      times: list.length,
      next,
      decision: decisions.find((d) => d.uid === uid),
      offered: next.to < today ? 'ignored' : whole ? 'closes' : 'blocks',
    };
  });
  const rank = (s: Series) => (s.next.to < today ? 2 : s.decision ? 1 : 0);
  return made.sort(
    (a, b) =>
      rank(a) - rank(b) || (a.next.from < b.next.from ? -1 : a.next.from > b.next.from ? 1 : a.uid < b.uid ? -1 : 1),
  );
}
