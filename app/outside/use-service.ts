import useSWR from 'swr';
import { fromDay, type IsoDate } from '../../core/calendar';
import { useHousehold } from '../shell/household';

const QUARTER_OF_AN_HOUR = 900_000;
/** What was last heard, kept on this device: an answer and the day it came. */
const KEPT = 'outside ';

interface Heard<T> {
  data: T;
  on: IsoDate;
}

function kept<T>(path: string): Heard<T> | undefined {
  try {
    return JSON.parse(localStorage.getItem(KEPT + path) ?? '') as Heard<T>;
  } catch {
    return undefined;
  }
}

async function hear<T>(path: string): Promise<T> {
  const answer = await fetch(path);
  if (!answer.ok || !(answer.headers.get('content-type') ?? '').includes('json'))
    throw new Error(String(answer.status));
  return (await answer.json()) as T;
}

/**
 * What an outside service says: fetched when a page that shows it opens, and now and then after that. While it cannot be reached the last
 * good answer stands, with the day it is of.
 */
export function useService<T>(path: string | undefined): { data: T | undefined; asOf?: IsoDate; away: boolean } {
  const { today } = useHousehold();
  const { data, error } = useSWR<T, Error>(
    path ?? null,
    async (p: string) => {
      const data = await hear<T>(p);
      try {
        localStorage.setItem(KEPT + p, JSON.stringify({ data, on: fromDay(today) } satisfies Heard<T>));
      } catch {
        // Where nothing can be kept, the answer still stands while the page is open.
      }
      return data;
    },
    { refreshInterval: QUARTER_OF_AN_HOUR, dedupingInterval: 10_000, shouldRetryOnError: false },
  );
  if (!error || !path) return { data, away: false };
  const last = kept<T>(path);
  return { data: data ?? last?.data, ...(last ? { asOf: last.on } : {}), away: true };
}
