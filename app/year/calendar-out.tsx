import { useEffect, useState } from 'react';
import { fromDay, isIsoDate, rangeFault, toDay, weekStart } from '../../core/calendar';
import { entriesOf, type SentEntry, sentOf, writeCalendar } from '../../core/ical';
import type { SchoolYear } from '../../core/household';
import { useHousehold } from '../shell/household';
import { SENT } from '../shell/notes';
import { usePlan } from '../shell/plan';
import { momentHere } from '../ui/dates';
import { download } from '../ui/download';
import { count } from '../ui/words';
import { PeoplePicker } from '../ui/people-picker';
import { DateField } from '../ui/date-field';
import { gone } from '../ui/gone';

/** A calendar file of plan, closed days and order-by dates, for the calendar on the wall or on the phone. */
export function CalendarOut({ year }: { year: SchoolYear }) {
  const { household, today, say, store } = useHousehold();
  const { plan } = usePlan();
  const monday = weekStart(today, household.settings.firstDay);
  const [what, setWhat] = useState({ sittings: true, closed: true, orders: true });
  const [childIds, setChildIds] = useState<string[]>([]);
  const [from, setFrom] = useState(fromDay(monday));
  // The whole year: what is planned late in it moves as the year goes, and the next file moves it too.
  const [to, setTo] = useState(year.end > fromDay(monday) ? year.end : fromDay(monday + 27));
  const [sent, setSent] = useState<SentEntry[]>([]);
  useEffect(() => {
    let left = false;
    void store.note(SENT).then((kept) => !left && Array.isArray(kept) && setSent(kept as SentEntry[]), gone);
    return () => {
      left = true;
    };
  }, [store]);
  const usable = isIsoDate(from) && isIsoDate(to) && rangeFault({ from, to }) === undefined;
  const options = usable ? { ...what, childIds, from: toDay(from), to: toDay(to), sent } : undefined;
  const entries = options ? entriesOf(household, year, plan, { ...options, stamp: 0 }) : [];
  const save = () => {
    if (!options) return;
    const name = household.settings.name.replace(/[^\p{L}\p{N} -]/gu, '');
    download(
      `olden-primer ${name} ${from}.ics`,
      writeCalendar(household, year, plan, { ...options, stamp: momentHere() }),
      'text/calendar',
    );
    const held = sentOf(entries);
    setSent(held);
    void store.setNote(SENT, held).catch(() => undefined);
    say('The calendar file is in your downloads.');
  };
  return (
    <section aria-labelledby="out" className="flex flex-col gap-3">
      <h2 id="out">A calendar file to take along</h2>
      <p className="text-soft">
        For any calendar program (iCalendar). Read in again later, it moves what has moved, takes out what has gone and
        doubles nothing. What was written is remembered on this device.
      </p>
      <div className="flex flex-wrap gap-x-5">
        {(
          [
            ['sittings', 'the plan, step by step'],
            ['closed', 'closed days'],
            ['orders', 'order-by dates'],
          ] as const
        ).map(([key, word]) => (
          <label key={key} className="flex min-h-touch items-center gap-2">
            <input
              type="checkbox"
              checked={what[key]}
              onChange={(e) => setWhat({ ...what, [key]: e.target.checked })}
            />{' '}
            {word}
          </label>
        ))}
      </div>
      <PeoplePicker
        legend="Only for (none: everybody)"
        people={household.children}
        value={childIds}
        onChange={setChildIds}
      />
      <div className="flex flex-wrap gap-3">
        <DateField
          label="From"
          fault={isIsoDate(from) && isIsoDate(to) && !usable ? 'The last day comes before the first.' : undefined}
          value={from}
          onChange={(v) => setFrom(v)}
        />
        <DateField label="To" value={to} onChange={(v) => setTo(v)} />
      </div>
      {/* A file without the plan would take out of their calendar all that was put in. */}
      <button type="button" className="btn self-start" disabled={!plan || entries.length === 0} onClick={save}>
        Save {plan ? count(entries.length, 'entry', 'entries') : '…'} as a file
      </button>
    </section>
  );
}
