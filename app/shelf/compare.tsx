import { isOver } from '../../core/calendar';
import { type Enrolment, type Household, type SchoolYear } from '../../core/household';
import { type PaceFigures, paceFigures, isPlanned } from '../../core/pace';
import { shortDate } from '../ui/dates';
import { count, hoursAndMinutes, inHand } from '../ui/words';

/** What a change of a pace rule comes to, before it is kept: the figures as they are and as they would be. */
export function Compare({
  state,
  year,
  before,
  after,
  today,
}: {
  state: Household;
  year: SchoolYear;
  before: Enrolment | undefined;
  after: Enrolment;
  today: number;
}) {
  if (isOver(year, today))
    return <p role="status">{year.name} is over. What this comes to is reckoned once the next year is set up.</p>;
  const was = before && isPlanned(before) ? paceFigures(state, year, before, today) : undefined;
  const is = paceFigures(state, year, after, today);
  const { dateStyle } = state.settings;
  const date = (f: PaceFigures) =>
    f.lastDay === undefined ? 'nothing to plan' : shortDate(dateStyle, f.lastDay, today);
  const one = (n: number | undefined) => (n === undefined ? '–' : n.toFixed(1).replace(/\.0$/, ''));
  const lines: [string, (f: PaceFigures) => string][] = [
    ['Last day', date],
    ['In hand', (f) => (f.daysInHand === undefined ? 'no date to end by' : inHand(f.daysInHand))],
    ['Steps a week', (f) => one(f.stepsAWeek)],
    ['Teacher a week', (f) => (f.teacherAWeek === undefined ? '–' : hoursAndMinutes(Math.round(f.teacherAWeek)))],
  ];
  return (
    <div role="status" className="sticky -bottom-5 border border-ink bg-sheet px-3 py-2">
      <dl className="grid grid-cols-2 gap-x-6 gap-y-1 sm:grid-cols-4">
        {lines.map(([name, of]) => (
          <div key={name}>
            <dt className="text-note text-soft">{name}</dt>
            <dd>
              {was && of(was) !== of(is) && <span className="text-soft">{of(was)} → </span>}
              <b className="font-semibold">{of(is)}</b>
            </dd>
          </div>
        ))}
      </dl>
      {is.waiting > 0 && (
        <p className="pt-1">
          {count(is.waiting, 'step waits', 'steps wait')} until what it waits for is there; the figures are as if it
          were there today.
        </p>
      )}
      {is.lastDay !== undefined && (is.daysInHand ?? 0) < 0 && (
        <p className="pt-1 font-semibold">
          It does not fit by its date: {count(-(is.daysInHand ?? 0), 'sitting is', 'sittings are')} missing.
        </p>
      )}
    </div>
  );
}
