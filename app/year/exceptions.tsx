import { type Day, dayKind, schoolDays, toDay } from '../../core/calendar';
import { byId, type ClosedRange, type SchoolYear, type SpecialDay } from '../../core/household';
import { useHousehold } from '../shell/household';
import { dayAndDate, shortDate } from '../ui/dates';
import { count } from '../ui/words';

const SPECIAL_WORDS: Record<SpecialDay['kind'], string> = {
  extra: 'extra school day',
  light: 'light day',
  part: 'part of a day',
  'catch-up': 'kept to catch up on',
};

/** Everything that differs from the year's usual weeks, in order of date: closed ranges and single days. */
export function Exceptions({
  year,
  today,
  edit,
}: {
  year: SchoolYear;
  today: Day;
  edit: (range: ClosedRange | 'new') => void;
}) {
  const { household, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const stored = byId(household.years, year.id);
  const lines = [
    ...year.closed.map((range) => ({ at: range.from, range })),
    ...year.special.map((special) => ({ at: special.date, special })),
  ].sort((a, b) => (a.at < b.at ? -1 : 1));
  const takeBack = (special: SpecialDay) =>
    commit(`${dayAndDate(style, toDay(special.date))} is as usual again`, (now) => {
      const y = byId(now.years, year.id);
      return y ? [{ table: 'years', put: { ...y, special: y.special.filter((s) => s.id !== special.id) } }] : [];
    });
  return (
    <section aria-labelledby="closed" className="print:pt-3">
      <div className="flex items-baseline justify-between">
        <h2 id="closed">Closed and special days</h2>
        <button type="button" className="btn" onClick={() => edit('new')}>
          Close days
        </button>
      </div>
      {lines.length === 0 && (
        <p className="text-soft">No day is closed yet: holidays, trips, breaks of an outside class.</p>
      )}
      <ul className="print:columns-2 print:gap-x-6">
        {lines.map((line) =>
          'range' in line ? (
            <li key={line.range.id} className="flex items-center justify-between gap-3 border-b border-rule">
              <span className="min-w-0 wrap-break-word print:py-0.5">
                {shortDate(style, line.range.from, today)}
                {line.range.to !== line.range.from && ` – ${shortDate(style, line.range.to, today)}`} ·{' '}
                {line.range.label || 'closed'}{' '}
                <span className="text-soft">· {count(countClosed(year, line.range), 'school day')}</span>
              </span>
              {stored?.closed.some((c) => c.id === line.range.id) ? (
                <button
                  type="button"
                  className="btn btn-quiet page-link"
                  aria-label={`Change ${line.range.label}`}
                  onClick={() => edit(line.range)}
                >
                  Change
                </button>
              ) : (
                <span className="py-2 text-note text-soft">from an outside calendar</span>
              )}
            </li>
          ) : (
            <li key={line.special.id} className="flex items-center justify-between gap-3 border-b border-rule">
              <span className="min-w-0 wrap-break-word print:py-0.5">
                {shortDate(style, line.special.date, today)} · {line.special.label || SPECIAL_WORDS[line.special.kind]}
                <span className="text-soft">
                  {line.special.label && ` · ${SPECIAL_WORDS[line.special.kind]}`}
                  {line.special.from && line.special.to && `, ${line.special.from} to ${line.special.to}`}
                  {line.special.share < 100 && ` · ${line.special.share}% of the hours`}
                </span>
              </span>
              <button
                type="button"
                className="btn btn-quiet page-link whitespace-nowrap"
                aria-label={`As usual: ${line.special.date}`}
                onClick={() => void takeBack(line.special)}
              >
                As usual
              </button>
            </li>
          ),
        )}
      </ul>
    </section>
  );
}

/** School days that a closed range takes: those that would be open without it. */
function countClosed(year: SchoolYear, range: ClosedRange): number {
  const without = { ...year, closed: year.closed.filter((c) => c.id !== range.id) };
  const inside = (d: Day) => d >= toDay(range.from) && d <= toDay(range.to);
  return schoolDays(without).filter((d) => inside(d) && dayKind(year, d) === 'closed').length;
}
