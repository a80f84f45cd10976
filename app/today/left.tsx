import { useMemo } from 'react';
import type { Day } from '../../core/calendar';
import { carryLeft, type LeftDay, leftBefore, type LeftStep } from '../../core/day';
import { markSteps, type StepOn } from '../../core/deeds';
import type { Household, MarkKind } from '../../core/household';
import { useHousehold } from '../shell/household';
import { dayAndDate, longDate, shortDate } from '../ui/dates';
import { newId } from '../ui/id';
import { count } from '../ui/words';
import type { Note } from './notes';

const onDay = (day: number, steps: readonly LeftStep[]): StepOn[] =>
  steps.map(({ enrolmentId, stepId }) => ({ enrolmentId, stepId, day }));

/** What was left of the last school day, and in one line of the days before it: settled in a press each, carried if nothing is said. */
export function useLeft(): Note | undefined {
  const { household, today } = useHousehold();
  const left = useMemo(() => leftBefore(household, today), [household, today]);
  const { last, older } = left;
  if (!last && older.length === 0) return undefined;
  return {
    key: 'left',
    pressed: true,
    words: last
      ? `Left from ${longDate(household.settings.dateStyle, last.day, today)}: ${count(last.steps.length, 'step')}, carried`
      : olderWords(household, older, today),
    body: (
      <>
        {last && <LastDay left={last} />}
        {older.length > 0 && <Older older={older} />}
      </>
    ),
  };
}

function olderWords({ settings: { dateStyle } }: Household, older: readonly LeftDay[], today: Day): string {
  const [newest, oldest] = [older[0]!.day, older.at(-1)!.day];
  const days =
    newest === oldest
      ? dayAndDate(dateStyle, newest, today)
      : `${shortDate(dateStyle, oldest, today)} to ${shortDate(dateStyle, newest, today)}`;
  return `${days}: ${older.reduce((n, d) => n + d.steps.length, 0)} carried`;
}

function Older({ older }: { older: readonly LeftDay[] }) {
  const { household, today, commit } = useHousehold();
  return (
    <p className="flex flex-wrap items-center gap-x-3">
      <span className="min-w-0 flex-1">{olderWords(household, older, today)}</span>
      <button
        type="button"
        className="btn btn-quiet page-link"
        onClick={() =>
          void commit('what was left of earlier days put away', (now) =>
            carryLeft(
              now,
              older.map((d) => d.day),
            ),
          )
        }
      >
        put away
      </button>
    </p>
  );
}

/** All that was left of several days, carried in one press. */
export function AllDays({ left }: { left: readonly LeftDay[] }) {
  const { commit } = useHousehold();
  const steps = left.reduce((n, d) => n + d.steps.length, 0);
  const carry = () =>
    void commit(`what was left of ${count(left.length, 'day')} carried`, (now) =>
      carryLeft(
        now,
        left.map((d) => d.day),
      ),
    );
  return (
    <p className="flex flex-wrap items-center gap-x-3 pb-2">
      <span className="min-w-0 flex-1">
        {count(steps, 'step')} from {count(left.length, 'day')}. Unanswered, all of it is carried.
      </span>
      <button type="button" className="btn" onClick={carry}>
        Carry all {steps}
      </button>
    </p>
  );
}

/** What was left of one day, settled in a press each or all at once. */
export function LastDay({ left: { day, steps } }: { left: LeftDay }) {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const date = longDate(style, day, today);
  const settle = (what: readonly LeftStep[], kind: MarkKind, words: string) =>
    void commit(words, (now) => markSteps(now, onDay(day, what), kind, newId));
  return (
    <>
      <ul aria-label={`Left from ${date}`}>
        {steps.map((s) => (
          <li key={`${s.enrolmentId} ${s.stepId}`} className="flex flex-wrap items-center gap-x-3">
            <span className="min-w-0 basis-full wrap-anywhere sm:flex-1 sm:basis-0">
              {s.title} <span className="text-soft">{s.words}</span>
            </span>
            <span className="-ml-2 flex flex-wrap sm:ml-0">
              <button
                type="button"
                className="btn btn-quiet page-link"
                onClick={() => settle([s], 'done', `${s.title}, ${s.words}: done on ${dayAndDate(style, day, today)}`)}
              >
                done that day
              </button>
              <button
                type="button"
                className="btn btn-quiet page-link"
                onClick={() => void commit(`${s.title}, ${s.words}: carried`, (now) => carryLeft(now, [day], s))}
              >
                carry
              </button>
              <button
                type="button"
                className="btn btn-quiet page-link"
                onClick={() => settle([s], 'left out', `${s.title}, ${s.words}: left out`)}
              >
                leave out
              </button>
            </span>
          </li>
        ))}
      </ul>
      <p className="flex flex-wrap gap-2 py-1.5">
        <button
          type="button"
          className="btn"
          onClick={() =>
            settle(steps, 'done', `all that was left from ${dayAndDate(style, day, today)} was done that day`)
          }
        >
          All of it was done
        </button>
        <button
          type="button"
          className="btn"
          onClick={() =>
            void commit(`all that was left from ${dayAndDate(style, day, today)} carried`, (now) =>
              carryLeft(now, [day]),
            )
          }
        >
          Carry all of it
        </button>
      </p>
    </>
  );
}
