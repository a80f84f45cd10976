import { byId, type Decision, type Feed, type Household, type OutsideCalendar, type OutsideEvent } from '../household';

/** One event of a newer copy of a calendar that is not what it was. */
export interface Moved {
  title: string;
  /** Where it stood; undefined when it is new. */
  before?: OutsideEvent;
  /** Where it stands; undefined when it is gone. */
  after?: OutsideEvent;
}

const at = (e: OutsideEvent) => `${e.from} ${e.start ?? ''} ${e.to} ${e.end ?? ''}`;
const key = (e: OutsideEvent) => `${at(e)} ${e.title}`;
const inTime = (a: OutsideEvent, b: OutsideEvent) => (at(a) < at(b) ? -1 : at(a) > at(b) ? 1 : 0);

/**
 * What a newer copy of a calendar changes from `today` on: events that moved or were renamed (of one series, the ones that
 * went and the ones that came, paired in order of time), that are new, and that are gone, by date.
 */
export function compareEvents(before: readonly OutsideEvent[], after: readonly OutsideEvent[], today: string): Moved[] {
  const coming = (list: readonly OutsideEvent[]) => {
    const made = new Map<string, Map<string, OutsideEvent>>();
    for (const e of list) {
      if (e.to < today) continue;
      const series = made.get(e.uid) ?? new Map<string, OutsideEvent>();
      made.set(e.uid, series.set(key(e), e));
    }
    return made;
  };
  const [was, is] = [coming(before), coming(after)];
  const found: Moved[] = [];
  for (const uid of new Set([...was.keys(), ...is.keys()])) {
    const gone = [...(was.get(uid) ?? [])].filter(([k]) => !is.get(uid)?.has(k)).map(([, e]) => e);
    const come = [...(is.get(uid) ?? [])].filter(([k]) => !was.get(uid)?.has(k)).map(([, e]) => e);
    gone.sort(inTime);
    come.sort(inTime);
    for (let i = 0; i < Math.max(gone.length, come.length); i++) {
      const [b, a] = [gone[i], come[i]];
      found.push({ title: (a ?? b)!.title, ...(b ? { before: b } : {}), ...(a ? { after: a } : {}) });
    }
  }
  const first = (m: Moved) => at((m.before ?? m.after)!);
  return found.sort((a, b) => (first(a) < first(b) ? -1 : first(a) > first(b) ? 1 : a.title < b.title ? -1 : 1));
}

/** A newer copy of a subscribed calendar keeps what the parent last saw, where it changed anything from `today` on. */
export function followFeed(before: Feed | undefined, after: Feed, today: string): Feed {
  if (!before) return after;
  const seen = before.seen ?? { to: before.to, events: before.events };
  return since(seen, after, today).length > 0 ? { ...after, seen } : after;
}

/** Repeats are followed a day further every day: what was beyond the earlier copy's last day is not new. */
const since = (seen: NonNullable<Feed['seen']>, { events }: Feed, today: string) =>
  compareEvents(
    seen.events,
    events.filter((e) => e.from <= seen.to),
    today,
  );

/** What subscribed calendars changed by themselves, from `today` on, and nobody has looked at, with the calendar. */
export function movedByFeeds(
  state: Pick<Household, 'calendars' | 'feeds'>,
  today: string,
): { calendar: OutsideCalendar; feed: Feed; moved: Moved[] }[] {
  return state.calendars.flatMap((calendar) => {
    const feed = byId(state.feeds, calendar.id);
    const moved = feed?.seen ? since(feed.seen, feed, today) : [];
    return feed && moved.length > 0 ? [{ calendar, feed, moved }] : [];
  });
}

/** Whether two copies are of one calendar: they share an event. */
export const sharesEvents = (a: readonly OutsideEvent[], b: readonly OutsideEvent[]): boolean => {
  const uids = new Set(a.map((e) => e.uid));
  return b.some((e) => uids.has(e.uid));
};

/**
 * Decisions for a newer copy. Some programs give every event a new UID with each file: what has a new one and the title of
 * exactly one decided series that is no longer there, and is a whole day or not as that was, keeps its decision.
 */
export function carryDecisions(
  decisions: readonly Decision[],
  before: readonly OutsideEvent[],
  after: readonly OutsideEvent[],
): Decision[] {
  const now = new Set(after.map((e) => e.uid));
  const decided = new Map(decisions.map((d) => [d.uid, d]));
  const name = (e: OutsideEvent) => `${e.start === undefined ? 'day' : 'hours'} ${e.title}`;
  const gone = new Map<string, Set<string>>();
  for (const e of before) {
    if (!decided.has(e.uid) || now.has(e.uid)) continue;
    gone.set(name(e), (gone.get(name(e)) ?? new Set()).add(e.uid));
  }
  const carried = new Map<string, Decision>();
  for (const e of after) {
    const from = gone.get(name(e));
    if (decided.has(e.uid) || from?.size !== 1) continue;
    carried.set(e.uid, { ...decided.get([...from][0]!)!, uid: e.uid });
  }
  return [...decisions, ...carried.values()];
}
