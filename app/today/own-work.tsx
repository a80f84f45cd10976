import { clockOf, type Day } from '../../core/calendar';
import { prepareLine, preparePart } from '../../core/deeds';
import type { DayLayout } from '../../core/day';
import { lineKey, lineName, ownWork, partOn, partWords } from '../../core/prepare';
import { useHousehold } from '../shell/household';
import { newId } from '../ui/id';
import { once } from '../ui/once';
import { STROKES } from './thread-lines';
import { useReady } from './use-ahead';

/** Behind the lessons, on the thread of each teacher: what they make ready themselves; a press marks it done. */
export function OwnWorkLines({ layout, byClock, day }: { layout: DayLayout; byClock: boolean; day: Day }) {
  const { today, commit } = useHousehold();
  const work = ownWork(layout, useReady(), day);
  if (work.length === 0) return null;
  const strokes = new Map(layout.threads.map(({ teacher }, n) => [teacher.id, STROKES[n % STROKES.length]]));
  return (
    <ol aria-label="After the lessons, to make ready" className="border-t border-rule">
      {work.map(({ teacher, line, from, to }) => {
        // What is cut at the end of today's time is not done by this press, but so much of it.
        const part = day === today ? partOn(line, day) : undefined;
        return (
          <li key={lineKey(line)} className="flex items-stretch">
            <span className="figures w-[54px] shrink-0 py-1 text-note text-soft">{byClock && clockOf(from)}</span>
            <span className="relative w-2 shrink-0" aria-hidden="true">
              <svg width="8" height="100%" className="absolute inset-0">
                <line x1="4" x2="4" y1="0" y2="100%" stroke="var(--color-ink)" {...strokes.get(teacher.id)} />
              </svg>
            </span>
            <button
              type="button"
              className="press my-[2px] ml-2 min-w-0 flex-1 cursor-pointer border border-dotted border-edge bg-sheet px-2 py-1 text-left leading-tight wrap-anywhere"
              onClick={once(
                () =>
                  void (part === undefined
                    ? commit(`${lineName(line)}: done`, (now) => prepareLine(now, line, today, newId))
                    : commit(partWords(line, part), (now) => preparePart(now, line, today, part))),
              )}
              aria-label={`${teacher.name} ${line.pages ? 'reads ahead' : 'makes ready'} ${lineName(line)}, ${to - from} ${part === undefined ? 'minutes: mark it done' : `of ${line.minutes} minutes: mark that part done`}`}
            >
              <b className="font-semibold">
                {teacher.name} {line.pages ? 'reads ahead' : 'makes ready'}
              </b>{' '}
              <span className="text-soft">
                {lineName(line)} · {to - from} {part !== undefined && `of ${line.minutes} `}min
              </span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}
