import { useEffect, useState, useSyncExternalStore } from 'react';
import { askToPersist, readSpace, type Space } from '../../store';
import { keepTheRest, keptHere, subscribeToUpdates } from '../shell/updates';

const MB = 1_000_000;
const size = (bytes: number) => (bytes < 10 * MB ? `${(bytes / MB).toFixed(1)} MB` : `${Math.round(bytes / MB)} MB`);

/** How much room is used, and the browser’s promise to keep it. */
export function Room() {
  const [space, setSpace] = useState<Space>();
  const [refused, setRefused] = useState(false);
  useEffect(() => {
    let left = false;
    void readSpace().then((s) => !left && setSpace(s));
    return () => {
      left = true;
    };
  }, []);
  if (!space) return null;
  const ask = async () => {
    const kept = await askToPersist();
    setRefused(!kept);
    setSpace(await readSpace());
  };
  return (
    <>
      <h3>Room</h3>
      <p>
        {space.used === undefined
          ? 'This browser does not say how much room there is.'
          : `${size(space.used)} used${space.quota ? ` of the ${space.quota > 1000 * MB ? `${Math.round(space.quota / (1000 * MB))} GB` : size(space.quota)} it gives` : ''}.`}
      </p>
      {space.persisted ? (
        <p className="text-soft">The browser has promised to keep it, even when the disk runs full.</p>
      ) : (
        <>
          <p className="text-soft">
            When the disk runs full, a browser may throw away what pages have stored. It can be asked not to; some
            browsers then ask you.
          </p>
          <button type="button" className="btn self-start" onClick={() => void ask()}>
            Ask the browser to keep it
          </button>
          {refused && (
            <p role="status">
              The browser did not promise. It often does once you have used the page for some days, or bookmarked it.
              Until then the backup is what keeps you safe.
            </p>
          )}
        </>
      )}
    </>
  );
}

/** Which pages open without a connection. */
export function WithoutConnection() {
  const kept = useSyncExternalStore(subscribeToUpdates, keptHere);
  const [fetching, setFetching] = useState<'now' | 'failed'>();
  const fetchAll = async () => {
    setFetching('now');
    setFetching((await keepTheRest()) ? undefined : 'failed');
  };
  return (
    <>
      <h3 className="pt-3">Without a connection</h3>
      {kept === 'all' && <p>Every page of the program is in this browser and opens without a connection.</p>}
      {kept === 'some' && (
        <>
          <p>
            Today, Week, Shelf and Backup open without a connection. The other pages are fetched to this browser once it
            is used on a second day.
          </p>
          <button
            type="button"
            className="btn self-start"
            disabled={fetching === 'now'}
            onClick={() => void fetchAll()}
          >
            {fetching === 'now' ? 'Fetching them …' : 'Fetch them now'}
          </button>
          {fetching === 'failed' && (
            <p role="alert">
              Not all could be fetched: the program cannot be reached now, or the browser has no room. What came stays.
            </p>
          )}
        </>
      )}
      {kept === 'nothing' && <p>In this browser the program opens only while it can be reached.</p>}
    </>
  );
}
