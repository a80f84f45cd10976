import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

/** What an address says behind its question mark, by its keys; a key without a value goes. */
export type QueryChange = Readonly<Record<string, string | undefined>>;

/**
 * What the address says, and a way to change some of it in place. Each change is worked out from the address as it is by then: of two
 * made at once the page has not drawn the first when the second comes.
 */
export function useQuery(): [URLSearchParams, (change: QueryChange) => void] {
  const [params, setParams] = useSearchParams();
  const change = useCallback(
    (by: QueryChange) =>
      setParams(
        () => {
          const next = new URLSearchParams(location.search);
          for (const [key, value] of Object.entries(by)) {
            if (value === undefined) next.delete(key);
            else next.set(key, value);
          }
          return next;
        },
        { replace: true },
      ),
    [setParams],
  );
  return [params, change];
}
