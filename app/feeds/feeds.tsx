import { useEffect, useEffectEvent } from 'react';
import { fromDay, toDay } from '../../core/calendar';
import { followFeed } from '../../core/ical';
import { byId, type OutsideCalendar } from '../../core/household';
import { useHousehold } from '../shell/household';
import { feedRow, windowOf } from './feed-row';
import { useFeedText } from './use-feed';

/** Keeps the copies of subscribed calendars fresh while the app is open. It shows nothing. */
export default function Feeds() {
  const { household } = useHousehold();
  return household.calendars.map((c) => <Keeper key={c.id} calendar={c} />);
}

function Keeper({ calendar }: { calendar: OutsideCalendar }) {
  const { household, today, store } = useHousehold();
  const { data } = useFeedText(calendar.feed);
  const feed = byId(household.feeds, calendar.id);
  const { from, to } = windowOf(household.years, today);
  const text = data ?? feed?.text;
  // A year set up since asks for repeats beyond those followed so far.
  const outgrown = feed !== undefined && (toDay(feed.from) > from || toDay(feed.to) < to - 31);
  const stale = text !== undefined && (feed?.text !== text || outgrown);
  const unsaid = data !== undefined && feed?.fetched !== fromDay(today);
  const keep = useEffectEvent(async (given: string, fetched: string) => {
    const made = await feedRow({
      id: calendar.id,
      text: given,
      zone: calendar.zone,
      years: household.years,
      today,
      fetched,
    });
    // A bad answer leaves the last good copy where it is; a calendar removed meanwhile gets none.
    if ('fault' in made || !byId(store.household.calendars, calendar.id)) return;
    await store.absorb([
      { table: 'feeds', put: followFeed(byId(store.household.feeds, calendar.id), made.feed, fetched) },
    ]);
  });
  const fetched = data === undefined && feed ? feed.fetched : fromDay(today);
  const wanted = text !== undefined && (stale || unsaid) ? text : undefined;
  useEffect(() => {
    if (wanted !== undefined)
      void keep(wanted, fetched).catch((error: unknown) => console.warn(`${calendar.id}: ${String(error)}`));
  }, [wanted, fetched, calendar.id]);
  return null;
}
