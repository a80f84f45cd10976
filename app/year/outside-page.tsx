import { useState } from 'react';
import { awayDays, fromDay, programmeWeek } from '../../core/calendar';
import { type Absence, type AwayBlock, byId } from '../../core/household';
import { useHousehold } from '../shell/household';
import { shortDate, WEEKDAY_NAMES } from '../ui/dates';
import { Fold } from '../ui/fold';
import { count, listing } from '../ui/words';
import { AbsenceForm, WHY_WORDS } from './absence-form';
import { AwayForm } from './away-form';
import { CalendarOut } from './calendar-out';
import { Calendars } from './calendars';
import { Holidays } from './holidays';
import { SubNav } from './sub-nav';

/** Whatever takes people away from the table, and calendars in and out. */
export default function OutsidePage() {
  const { household, year } = useHousehold();
  const stored = year && byId(household.years, year.id);
  return (
    <div>
      <h1>Away and outside</h1>
      <SubNav />
      <div className="double-rule grid grid-cols-[minmax(0,1fr)] gap-x-12 gap-y-8 pt-4 lg:grid-cols-2">
        <div className="flex flex-col gap-8">
          <Aways />
          {stored && <Calendars />}
          {year && <CalendarOut year={year} />}
        </div>
        <div className="flex flex-col gap-8">
          <Absences />
          {stored && <Holidays year={stored} />}
        </div>
        {!stored && <p className="text-soft">With a school year set up, calendars and public holidays come in here.</p>}
      </div>
    </div>
  );
}

function Aways() {
  const { household, today } = useHousehold();
  const [editing, setEditing] = useState<AwayBlock | 'new'>();
  const style = household.settings.dateStyle;
  const when = (a: AwayBlock) => {
    const days = a.weekdays.length > 0 ? `${listing(a.weekdays.map((w) => `${WEEKDAY_NAMES[w]}s`))}` : '';
    const every = a.everyWeeks > 1 ? `, every ${a.everyWeeks} weeks` : '';
    const hours = a.start ? `, ${a.start} to ${a.end}` : ', the whole day';
    const span =
      a.from === a.to
        ? shortDate(style, a.from, today)
        : `${shortDate(style, a.from, today)} – ${shortDate(style, a.to, today)}`;
    return `${days ? `${days}${every}${hours}, ${span}` : `${span}${hours}`}${a.travel && a.start ? `, ${a.travel} min each way` : ''}`;
  };
  const sorted = [...household.aways].sort((a, b) => (a.from < b.from ? -1 : 1));
  const past = sorted.filter((a) => a.to < fromDay(today)).reverse();
  const line = (a: AwayBlock) => {
    const names = [...household.children, ...household.teachers]
      .filter((p) => a.childIds.includes(p.id) || a.teacherIds.includes(p.id))
      .map((p) => p.name);
    const week = programmeWeek(a, today);
    return (
      <li key={a.id} className="flex items-center justify-between gap-3 border-b border-rule py-1">
        <span className="min-w-0">
          <span className="wrap-anywhere">{a.label}</span> <span className="text-soft">· {listing(names)}</span>
          <span className="block text-note text-soft">
            {[
              when(a),
              ...(past.includes(a) ? [] : [`${count(awayDays(a).filter((d) => d >= today).length, 'time')} to come`]),
            ].join(' · ')}
            {week !== undefined && <b> · its week {week}</b>}
          </span>
        </span>
        <button
          type="button"
          className="btn btn-quiet page-link"
          aria-label={`Change ${a.label}`}
          onClick={() => setEditing(a)}
        >
          Change
        </button>
      </li>
    );
  };
  return (
    <section aria-labelledby="aways">
      <div className="flex items-baseline justify-between gap-3">
        <h2 id="aways">Away</h2>
        <button type="button" className="btn" onClick={() => setEditing('new')}>
          Add a class, a trip
        </button>
      </div>
      {household.aways.length === 0 && (
        <p className="text-soft">
          Outside classes, appointments, trips: for some children or teachers, once or every week.
        </p>
      )}
      <ul>{sorted.filter((a) => !past.includes(a)).map(line)}</ul>
      {past.length > 0 && (
        <Fold words={`${past.length} that are over`}>
          <ul>{past.map(line)}</ul>
        </Fold>
      )}
      {editing && <AwayForm block={editing === 'new' ? undefined : editing} close={() => setEditing(undefined)} />}
    </section>
  );
}

const SHOWN = 8;

function Absences() {
  const { household, today } = useHousehold();
  const [editing, setEditing] = useState<Absence | 'new'>();
  const [shown, setShown] = useState(SHOWN);
  const style = household.settings.dateStyle;
  const sorted = [...household.absences].sort((a, b) => (a.from > b.from ? -1 : 1));
  return (
    <section aria-labelledby="absences">
      <div className="flex items-baseline justify-between gap-3">
        <h2 id="absences">Sick, or without school</h2>
        <button
          type="button"
          className="btn"
          disabled={household.children.length === 0}
          onClick={() => setEditing('new')}
        >
          Add sick days
        </button>
      </div>
      {household.absences.length === 0 && (
        <p className="text-soft">Sick days, a day of a child’s own, weeks that fall out. Their work waits and moves.</p>
      )}
      <ul>
        {sorted.slice(0, shown).map((a) => {
          const names = listing(household.children.filter((c) => a.childIds.includes(c.id)).map((c) => c.name));
          return (
            <li key={a.id} className="flex items-center justify-between gap-3 border-b border-rule">
              <span className="min-w-0 wrap-anywhere">
                {names} · {shortDate(style, a.from, today)}
                {a.to !== a.from && ` – ${shortDate(style, a.to, today)}`}{' '}
                <span className="text-soft">· {a.label || WHY_WORDS[a.why]}</span>
              </span>
              <button
                type="button"
                className="btn btn-quiet page-link"
                aria-label={`Change ${names}, ${a.from}`}
                onClick={() => setEditing(a)}
              >
                Change
              </button>
            </li>
          );
        })}
      </ul>
      {sorted.length > shown && (
        <button type="button" className="btn mt-2" onClick={() => setShown(shown + 40)}>
          Earlier ones
        </button>
      )}
      {editing && <AbsenceForm absence={editing === 'new' ? undefined : editing} close={() => setEditing(undefined)} />}
    </section>
  );
}
