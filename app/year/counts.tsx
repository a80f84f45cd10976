import { useEffect, useMemo, useState } from 'react';
import {
  type ChildCount,
  childCount,
  isShort,
  presetOf,
  pupils,
  requirementWords,
  type Remedy,
  takeRemedy,
  type WaysToReach,
} from '../../core/attendance';
import { fullDay, isOver } from '../../core/calendar';
import { type Id, type SchoolYear } from '../../core/household';
import { waysOfYear } from '../../worker/forecast';
import { useHousehold } from '../shell/household';
import { dayAndDate, shortDate } from '../ui/dates';
import { ChildName } from '../ui/ornament';
import { count, listing } from '../ui/words';
import { hoursWord, missingHours, wholeHours } from '../../core/words';
import { useComing, usePlan } from '../shell/plan';
import { useAwaits } from '../shell/unplanned';
import { Link } from 'react-router';

/** Where each child whose school is kept in a year stands in it. */
export function useCounts(year: SchoolYear): ChildCount[] {
  const { household, today } = useHousehold();
  const coming = useComing(year);
  return useMemo(
    () => pupils(household, year, today).map((c) => childCount(household, year, c, today, coming)),
    [household, year, today, coming],
  );
}

/** What is counted against what is required, and what to do when the calendar cannot reach it. */
export function Counts({ year, counts }: { year: SchoolYear; counts: readonly ChildCount[] }) {
  const { household, today } = useHousehold();
  const style = household.settings.dateStyle;
  const awaits = useAwaits();
  const short = isOver(year, today) ? [] : counts.filter(isShort);
  const ways = useWays(year, short.length > 0);
  if (counts.length === 0)
    return <p className="text-soft">With the first child under Household, days are counted here.</p>;
  const hours = counts.some((c) => c.minutes.needed !== undefined);
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Days counted">
      <table className="figures w-full">
        <thead>
          <tr>
            <th scope="col">Days</th>
            <th scope="col">so far</th>
            <th scope="col">to come</th>
            <th scope="col">required</th>
            <th scope="col">to spare</th>
            {hours && <th scope="col">hours</th>}
            <th scope="col">reached on</th>
          </tr>
        </thead>
        <tbody>
          {counts.map((c) => (
            <tr key={c.child.id}>
              <td className="min-w-32">
                <ChildName child={c.child} />
              </td>
              <td>{c.days.counted}</td>
              <td>{c.days.toCome}</td>
              <td>{c.days.needed ?? '–'}</td>
              <td className="font-semibold">
                {c.days.spare === undefined ? '–' : c.days.spare < 0 ? `${-c.days.spare} short` : c.days.spare}
              </td>
              {hours && (
                <td className="whitespace-nowrap">
                  {c.minutes.needed === undefined ? (
                    '–'
                  ) : (
                    <>
                      {wholeHours(c.minutes.counted)} of {c.minutes.needed / 60}
                      {c.minutes.spare !== undefined && (
                        <>
                          , {wholeHours(c.minutes.toCome)} planned to come, {hoursWord(c.minutes.spare)}
                          {c.minutes.spare >= 0 && ' to spare'}
                        </>
                      )}
                    </>
                  )}
                </td>
              )}
              <td className="whitespace-nowrap">
                {c.met !== undefined
                  ? shortDate(style, c.met, today)
                  : isShort(c)
                    ? 'not reached'
                    : awaits && c.minutes.needed !== undefined
                      ? '…'
                      : '–'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Sources counts={counts} />
      {counts.filter(isShort).map((c) => (
        <Short key={c.child.id} year={year} count={c} ways={ways?.get(c.child.id)} />
      ))}
    </div>
  );
}

/** The ways to what is required, worked out beside the page; those before them while the next are, undefined before the first. */
function useWays(year: SchoolYear, wanted: boolean): ReadonlyMap<Id, WaysToReach> | undefined {
  const { household, year: current, today } = useHousehold();
  const { plan } = usePlan();
  const [told, setTold] = useState<{ of: Id; ways: ReadonlyMap<Id, WaysToReach> }>();
  const by = current?.id === year.id ? plan : undefined;
  useEffect(() => {
    if (!wanted) return;
    let left = false;
    waysOfYear(household, year.id, today, by).then(
      (ways) => !left && setTold({ of: year.id, ways }),
      // Nothing is proposed then; what is short is told all the same.
      () => !left && setTold({ of: year.id, ways: new Map() }),
    );
    return () => {
      left = true;
    };
  }, [wanted, household, year.id, today, by]);
  return told?.of === year.id ? told.ways : undefined;
}

function Sources({ counts }: { counts: readonly ChildCount[] }) {
  const presets = [...new Set(counts.map((c) => presetOf(c.requirement)).filter((p) => p !== undefined))];
  return (
    <p className="pt-1 text-note text-soft">
      {presets.length === 0
        ? 'What is required is your own figure: check your own law.'
        : `${presets.map((p) => `${p.name}: ${p.source}`).join('; ')}. From memory: check your own law.`}
    </p>
  );
}

/** What is required can be brought by themselves. */
const PARTS = ['days', 'hours'] as const;
const NONE: WaysToReach = { all: [], each: [] };

function Short({ year, count: c, ways }: { year: SchoolYear; count: ChildCount; ways: WaysToReach | undefined }) {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const over = isOver(year, today);
  const { all: found, each } = ways ?? NONE;
  const missing = [
    c.days.spare !== undefined && c.days.spare < 0 && count(-c.days.spare, 'day'),
    c.minutes.spare !== undefined && c.minutes.spare < 0 && count(missingHours(-c.minutes.spare), 'hour'),
  ].filter((w) => w !== false);
  const words = (r: Remedy): string => {
    if (r.kind === 'open')
      return `Teach on ${listing(r.days.map((d) => dayAndDate(style, d)))}${r.labels.length > 0 ? ` (${listing(r.labels)})` : ''}`;
    if (r.kind === 'extra')
      return `Teach on ${count(r.days.length, 'extra day')}: ${listing(r.days.map((d) => dayAndDate(style, d)))}`;
    if (r.kind === 'later') return `Run on to ${dayAndDate(style, r.end)}`;
    const beyond = r.beyond
      ? ` (more than the ${count(fullDay(c.child, today), 'minute')} a day set for ${c.child.name})`
      : '';
    return `${count(r.minutes, 'minute')} more work on each of ${count(r.days, 'day')} to come: another course, longer sittings, or an everyday thing that counts${beyond}`;
  };
  const take = (r: Remedy) => commit(`${c.child.name}: ${words(r)}`, (now) => takeRemedy(now, year.id, r));
  return (
    <div
      className="mt-3 break-inside-avoid border-l-4 border-ink py-1 pl-3"
      role="group"
      aria-label={`${c.child.name}: not reached`}
    >
      <p>
        <b>
          {c.child.name}: {requirementWords(c.requirement)}{' '}
          {over ? 'were not reached, as far as is recorded;' : 'cannot be reached as things are planned;'}{' '}
          {missing.join(c.requirement.meets === 'both' ? ' and ' : ' or ')} missing.
        </b>{' '}
        {/* Ways are taken by a press: paper tells what is missing. */}
        <span className="print:hidden">
          {over
            ? c.unmarked.length > 0 &&
              `${count(c.unmarked.length, 'day')} of it ${c.unmarked.length === 1 ? 'carries' : 'carry'} no mark: say what they were under Attendance.`
            : !ways
              ? 'Looking for what would help …'
              : found.length > 0
                ? 'Any of these would do:'
                : each.length > 1
                  ? 'No single change mends it. The nearest for each:'
                  : each[0]
                    ? `Nothing small makes up the ${PARTS.find((p) => p !== each[0]!.part)}; for the ${each[0].part} by themselves:`
                    : 'No single change mends it: the year needs another shape, or the figure is not yours.'}
        </span>
      </p>
      <ul className="flex flex-col gap-1 pt-1 print:hidden">
        {[...found.map((remedy) => ({ remedy, part: undefined })), ...each].map(({ remedy: r, part }) => (
          <li key={`${part} ${r.kind}`} className="flex flex-wrap items-center justify-between gap-x-3">
            <span className="min-w-0 flex-1">
              {part && each.length > 1 && `For the ${part}: `}
              {words(r)}
            </span>
            {r.kind === 'work' ? (
              <Link className="btn" to="/shelf">
                To the shelf
              </Link>
            ) : (
              <button type="button" className="btn" onClick={() => void take(r)}>
                Do this
              </button>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
