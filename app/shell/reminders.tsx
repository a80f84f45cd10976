import { type ReactNode, useEffect, useState, useSyncExternalStore } from 'react';
import { Link, useLocation } from 'react-router';
import type { IsoDate } from '../../core/calendar';
import { backupDue } from '../../core/formats';
import { nearlyFull, readSpace } from '../../store';
import { count } from '../ui/words';
import { useHousehold } from './household';
import { LAST_BACKUP } from './notes';
import { subscribeToUpdates, takeUpdate, updateReady } from './updates';
import { gone } from '../ui/gone';

/** Quiet lines under the head of every page, only when there is something to say about keeping the data safe. */
export function Reminders() {
  const { household, today, which, store } = useHousehold();
  const { pathname } = useLocation();
  const update = useSyncExternalStore(subscribeToUpdates, updateReady);
  const [state, setState] = useState<{ last: IsoDate | undefined; full: number | undefined }>();

  // Looked at whenever the reader turns a page, and now and then while they stay on one.
  useEffect(() => {
    let left = false;
    const look = () =>
      void Promise.all([store.note(LAST_BACKUP), readSpace()]).then(([noted, space]) => {
        if (!left) setState({ last: typeof noted === 'string' ? noted : undefined, full: nearlyFull(space) });
      }, gone);
    look();
    const timer = setInterval(look, 60_000);
    return () => {
      left = true;
      clearInterval(timer);
    };
  }, [store, pathname]);

  const due = which === 'own' && state ? backupDue(household.marks, state.last, today) : undefined;
  return (
    <>
      {update && (
        <Line>
          A newer version is ready. Nothing changes until you take it.{' '}
          <button type="button" className="page-link min-h-[32px] cursor-pointer" onClick={takeUpdate}>
            Take it now
          </button>
        </Line>
      )}
      {state?.full !== undefined && (
        <Line strong>
          The browser’s room for this program is {Math.round(state.full * 100)}% full. Make a backup, then free some
          space on this machine.{' '}
          <Link className="page-link" to="/keeping">
            To Backup
          </Link>
        </Line>
      )}
      {due !== undefined && pathname !== '/keeping' && (
        <Line>
          {state?.last
            ? `The last backup is ${count(due, 'day')} old.`
            : `No backup yet, and the first mark is ${count(due, 'day')} old.`}{' '}
          <Link className="page-link" to="/keeping">
            Make one
          </Link>
        </Line>
      )}
    </>
  );
}

const Line = ({ children, strong }: { children: ReactNode; strong?: boolean }) => (
  <p role="status" className={`border-t border-rule py-1 text-aside ${strong ? 'font-semibold' : 'text-soft'}`}>
    {children}
  </p>
);
