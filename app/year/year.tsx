import { useState } from 'react';
import { countDays, type Day, schoolDays, toDay } from '../../core/calendar';
import { type ClosedRange, type SchoolYear } from '../../core/household';
import { workedDays } from '../../core/log';
import { useHousehold } from '../shell/household';
import { dayAndDate, longDate, shortDate, WEEKDAY_NAMES } from '../ui/dates';
import { count, listing } from '../ui/words';
import { ClosedForm } from './closed-form';
import { Ribbon } from './ribbon';
import { YearForm } from './year-form';

export default function Year() {
  const { household, year, today } = useHousehold();
  const [editing, setEditing] = useState<SchoolYear | 'new'>();
  const [closed, setClosed] = useState<ClosedRange | 'new'>();
  const style = household.settings.dateStyle;
  const form = editing && (
    <YearForm year={editing === 'new' ? undefined : editing} close={() => setEditing(undefined)} />
  );

  if (!year) {
    return (
      <div className="max-w-2xl">
        <h1 className="pb-2">Year</h1>
        <div className="double-rule pt-4">
          <p className="pb-4">No school year yet. It needs a first and a last day, and the weekdays you teach on.</p>
          <button type="button" className="btn btn-strong" onClick={() => setEditing('new')}>
            Set up the school year
          </button>
        </div>
        {form}
      </div>
    );
  }

  const counts = countDays(year, today, workedDays(household.marks));
  const open = schoolDays(year);
  const daysOf = (c: ClosedRange) => countClosed(year, c);
  return (
    <div>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <h1>{year.name}</h1>
        <span className="flex gap-2">
          <button type="button" className="btn" onClick={() => setEditing(year)}>
            Change the year
          </button>
          <button type="button" className="btn" onClick={() => setEditing('new')}>
            Another year
          </button>
        </span>
      </div>
      <div className="double-rule grid grid-cols-[minmax(0,1fr)] gap-x-12 gap-y-6 pt-4 lg:grid-cols-[1fr_1fr]">
        <section aria-labelledby="count">
          <h2 id="count">School days</h2>
          <table className="figures w-full">
            <tbody>
              <Figure n={counts.taught} what="taught so far" note="days with work marked on them" />
              <Figure n={counts.toCome} what="to come" note={`up to ${longDate(style, toDay(year.end))}`} />
              <Figure n={counts.target} what="wanted" note="your own target: check your own law" />
              <Figure
                n={Math.abs(counts.spare)}
                what={counts.spare >= 0 ? 'to spare' : 'too few'}
                note={counts.spare >= 0 ? 'days that can still be lost' : 'open some days, or lower the target'}
                strong
              />
            </tbody>
          </table>
          {counts.unmarked.length > 0 && (
            <p className="pt-2 text-[0.95rem]">
              {count(counts.unmarked.length, 'past school day carries', 'past school days carry')} no mark:{' '}
              {listing(counts.unmarked.slice(-4).map((d) => dayAndDate(style, d)))}
              {counts.unmarked.length > 4 && ' and earlier ones'}.{' '}
              {counts.unmarked.length === 1
                ? 'It is not counted as taught. Close it below if it was free.'
                : 'They are not counted as taught. Close them below if they were free.'}
            </p>
          )}
        </section>
        <section aria-labelledby="shape">
          <h2 id="shape">Its shape</h2>
          <p className="pt-1">
            {shortDate(style, year.start, today)} to {shortDate(style, year.end, today)}, on{' '}
            {listing(year.weekdays.map((d) => WEEKDAY_NAMES[d]))}: <b>{count(open.length, 'school day')}</b>.
          </p>
          {year.lightDays.length > 0 && (
            <p className="pt-1">
              {listing(year.lightDays.map((d) => WEEKDAY_NAMES[d]))} {year.lightDays.length === 1 ? 'is' : 'are'} light:{' '}
              {year.lightShare}% of a full day’s hours.
            </p>
          )}
          <div className="flex items-baseline justify-between pt-4">
            <h3>Closed</h3>
            <button type="button" className="btn" onClick={() => setClosed('new')}>
              Close days
            </button>
          </div>
          {year.closed.length === 0 && (
            <p className="text-soft">No day is closed yet: holidays, trips, breaks of an outside class.</p>
          )}
          <ul>
            {[...year.closed]
              .sort((a, b) => (a.from < b.from ? -1 : 1))
              .map((c) => (
                <li key={c.id} className="flex items-center justify-between gap-3 border-b border-rule">
                  <span className="wrap-break-word">
                    {shortDate(style, c.from, today)}
                    {c.to !== c.from && ` – ${shortDate(style, c.to, today)}`} · {c.label || 'closed'}{' '}
                    <span className="text-soft">· {count(daysOf(c), 'school day')}</span>
                  </span>
                  <button
                    type="button"
                    className="btn btn-quiet page-link"
                    aria-label={`Change ${c.label}`}
                    onClick={() => setClosed(c)}
                  >
                    Change
                  </button>
                </li>
              ))}
          </ul>
        </section>
      </div>
      <section className="pt-6" aria-labelledby="ribbon">
        <h2 id="ribbon" className="pb-1">
          Day by day
        </h2>
        <Ribbon year={year} today={today} />
      </section>
      {form}
      {closed && (
        <ClosedForm year={year} range={closed === 'new' ? undefined : closed} close={() => setClosed(undefined)} />
      )}
    </div>
  );
}

function Figure({ n, what, note, strong }: { n: number; what: string; note: string; strong?: boolean }) {
  return (
    <tr>
      <td className={`w-20 !pr-4 text-right text-[1.75rem] leading-none ${strong ? 'font-semibold' : ''}`}>{n}</td>
      <td className={strong ? 'font-semibold' : ''}>{what}</td>
      <td className="text-[0.95rem] text-soft">{note}</td>
    </tr>
  );
}

/** School days that a closed range takes: those that would be open without it. */
function countClosed(year: SchoolYear, range: ClosedRange): number {
  const without = { ...year, closed: year.closed.filter((c) => c.id !== range.id) };
  const days = (d: Day) => d >= toDay(range.from) && d <= toDay(range.to);
  return schoolDays(without).filter(days).length;
}
