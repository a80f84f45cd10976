import useSWR from 'swr';
import { fromDay } from '../../core/calendar';
import type { Feed } from '../../core/household';
import { useHousehold } from '../shell/household';
import { feedRow } from './feed-row';

const QUARTER_OF_AN_HOUR = 900_000;

async function fetchText(path: string): Promise<string> {
  const answer = await fetch(path);
  if (!answer.ok) throw new Error(`status ${answer.status}`);
  const text = await answer.text();
  // With the server away, a page kept in the browser may answer in its place.
  if (!text.includes('BEGIN:VCALENDAR')) throw new Error('no calendar');
  return text;
}

/** A subscribed calendar as it is published: fetched when a page that shows it opens, and now and then after that. */
export function useFeedText(path: string | undefined) {
  return useSWR(path ?? null, fetchText, {
    refreshInterval: QUARTER_OF_AN_HOUR,
    dedupingInterval: 10_000,
    shouldRetryOnError: false,
  });
}

/** Reads a fetched text into the row that keeps it; what is wrong with it, in a sentence, when it cannot be used. */
export function useFeedReader() {
  const { household, today } = useHousehold();
  return (
    id: string,
    text: string,
    zone: string,
  ): Promise<{ feed: Feed; notes: string[]; name: string } | { fault: string }> =>
    feedRow({ id, text, zone, years: household.years, today, fetched: fromDay(today) });
}
