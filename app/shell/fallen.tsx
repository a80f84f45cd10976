import { type ReactNode, Suspense } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { useLocation } from 'react-router';
import { useHousehold } from './household';
import { isMissing, MISSING, wordsFor } from './missing';
import { useRescue } from './lost';
import { keptHere } from './updates';

/** A page that could not be fetched or drawn: said in its place, while all else goes on. The next page begins anew. */
export function WhatFalls({ children }: { children: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary FallbackComponent={Fallen} resetKeys={[pathname]}>
      <Suspense fallback={<p className="py-8 text-soft">Loading …</p>}>{children}</Suspense>
    </ErrorBoundary>
  );
}

function Fallen({ error }: FallbackProps) {
  const rescue = useRescue();
  return (
    <div role="alert" className="flex max-w-[62ch] flex-col gap-4 py-4">
      <h1>This page cannot be shown</h1>
      {isMissing(error) ? (
        <p>
          {MISSING}
          {keptHere() !== 'nothing' &&
            ' Today, Week, Shelf and Backup work without a connection; once this browser has been used on a second day all pages do.'}
        </p>
      ) : (
        <p>
          Something on it went wrong: {error instanceof Error ? error.message : String(error)}. What is recorded is not
          touched; the other pages go on.
        </p>
      )}
      <p className="flex flex-wrap gap-3">
        <button type="button" className="btn btn-strong" onClick={() => location.reload()}>
          Load the page again
        </button>
        {!isMissing(error) && (
          <button type="button" className="btn" onClick={() => void rescue()}>
            Save what is recorded as a file
          </button>
        )}
      </p>
    </div>
  );
}

/** Where not even the household could be opened: without this the page would be white. */
export function AllFallen({ error }: FallbackProps) {
  return (
    <div role="alert" className="mx-auto flex max-w-[62ch] flex-col gap-4 p-8">
      <h1>The program cannot go on</h1>
      <p>{wordsFor(error)} What is recorded in this browser is not touched.</p>
      <p>
        <button type="button" className="btn btn-strong" onClick={() => location.reload()}>
          Load it again
        </button>
      </p>
    </div>
  );
}

/**
 * What stands beside the page, fetched when it is wanted: where it cannot be, the page goes on without it.
 * @param gone where somebody asked for it: that is told then, and it counts as put away
 */
export function Beside({ gone, children }: { gone?: () => void; children: ReactNode }) {
  const { say } = useHousehold();
  const tell = (error: unknown) => {
    if (!gone) return;
    say(wordsFor(error), true);
    gone();
  };
  return (
    <ErrorBoundary fallback={null} onError={tell}>
      <Suspense>{children}</Suspense>
    </ErrorBoundary>
  );
}
