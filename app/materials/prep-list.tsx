import { lazy, Suspense, useState } from 'react';
import { prepareLine, preparePart } from '../../core/deeds';
import { lastForIt, lineKey, lineName, partOn, partWords, type PrepLine, prepWords } from '../../core/prepare';
import { useHousehold } from '../shell/household';
import { newId } from '../ui/id';
import { once } from '../ui/once';

const Took = lazy(() => import('./took'));

/** Of what is cut at the end of today’s time: only that part of it is done. */
function PartButton({ line }: { line: PrepLine }) {
  const { today, commit } = useHousehold();
  const minutes = partOn(line, today);
  if (minutes === undefined) return null;
  return (
    <button
      type="button"
      className="press page-link cursor-pointer px-2 whitespace-nowrap print:hidden"
      aria-label={`Only ${minutes} min of ${line.minutes}: ${lineName(line)}`}
      onClick={once(() => void commit(partWords(line, minutes), (now) => preparePart(now, line, today, minutes)))}
    >
      Only {minutes} min
    </button>
  );
}

/** Lessons to make ready, each with a box to tick; how long it took can be said, and is learned from. */
export function PrepList({ lines }: { lines: readonly PrepLine[] }) {
  const { household, today, commit } = useHousehold();
  const [timed, setTimed] = useState<PrepLine>();
  const style = household.settings.dateStyle;
  return (
    <>
      <ul aria-label="To make ready">
        {lines.map((line) => (
          <li key={lineKey(line)} className="flex items-center gap-x-3 border-b border-rule">
            <label className="flex min-h-touch min-w-0 flex-1 items-center gap-3">
              <input
                type="checkbox"
                checked={false}
                onChange={() => void commit(`${lineName(line)}: done`, (now) => prepareLine(now, line, today, newId))}
              />
              <span className="min-w-0 flex-1 wrap-anywhere">
                {lineName(line)}
                <span
                  className={`block text-aside ${line.late === undefined && line.on.length > 0 ? 'text-soft' : ''}`}
                >
                  {prepWords(style, line, today)}
                </span>
                {line.kind === 'laminate' && lastForIt(household, line.courseId) && (
                  <span className="block text-aside text-soft">
                    Nobody younger will want it: a page protector does as well.
                  </span>
                )}
              </span>
            </label>
            <span className="flex flex-col items-end sm:flex-row">
              <PartButton line={line} />
              {!line.instalment && (
                <button
                  type="button"
                  className="press page-link cursor-pointer px-2 text-soft print:hidden"
                  aria-label={`${lineName(line)}: it took other than ${line.minutes} min`}
                  onClick={() => setTimed(line)}
                >
                  {line.minutes} min
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
      {timed && (
        <Suspense>
          <Took line={timed} close={() => setTimed(undefined)} />
        </Suspense>
      )}
    </>
  );
}
