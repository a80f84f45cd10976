import { Trash2 } from 'lucide-react';
import { memo, type ReactNode } from 'react';
import { type Day, toDay, weekStart } from '../../core/calendar';
import { byId, type Jotting } from '../../core/household';
import { errandsOf, notesOf, tick } from '../../core/jot';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';

/** Errands, reminders or things to buy, each with a box to tick and a way to throw it out. */
export function JottingList({
  jottings,
  name,
  also,
}: {
  jottings: Jotting[];
  name: string;
  /** What else can be done with one that is still open. */
  also?: (jotting: Jotting) => ReactNode;
}) {
  const { household, today, commit } = useHousehold();
  const { dateStyle, firstDay } = household.settings;
  const thisWeek = weekStart(today, firstDay);
  return (
    <ul aria-label={name}>
      {jottings.map((j) => (
        <li key={j.id} className="flex items-center gap-2 border-b border-rule">
          <label className="flex min-h-touch min-w-0 flex-1 items-center gap-3">
            <input
              type="checkbox"
              checked={j.settled !== undefined}
              onChange={() =>
                void commit(`${j.text}: ${j.settled ? 'still to do' : 'settled'}`, (now) => {
                  const row = byId(now.jottings, j.id);
                  return row && row.settled === j.settled ? [{ table: 'jottings', put: tick(row, today) }] : [];
                })
              }
            />
            <span className="flex min-w-0 flex-wrap items-center gap-x-3">
              <span className={`min-w-0 wrap-break-word ${j.settled ? 'text-soft line-through' : ''}`}>{j.text}</span>
              {j.kind === 'reminder' && <span className="label">reminder</span>}
              {(j.week === undefined || toDay(j.week) < thisWeek) && (
                <span className="text-note whitespace-nowrap text-soft">
                  {j.week === undefined ? 'since' : 'for the week of'} {shortDate(dateStyle, j.week ?? j.date, today)}
                </span>
              )}
            </span>
          </label>
          {!j.settled && also?.(j)}
          <button
            type="button"
            className="btn btn-quiet print:hidden"
            aria-label={`Delete: ${j.text}`}
            onClick={() => void commit(`${j.text}: thrown out`, [{ table: 'jottings', remove: j.id }])}
          >
            <Trash2 size={18} aria-hidden="true" />
          </button>
        </li>
      ))}
    </ul>
  );
}

/** What was jotted down for the week and the day, under the day’s work. */
export const Jottings = memo(function Jottings({ day }: { day: Day }) {
  const { household } = useHousehold();
  const errands = errandsOf(household, weekStart(day, household.settings.firstDay), day);
  const notes = notesOf(household, day);
  if (errands.length === 0 && notes.length === 0) return null;
  return (
    <section aria-label="Jotted down" className="grid gap-x-12 gap-y-3 pt-5 lg:grid-cols-2">
      {errands.length > 0 && (
        <div>
          <h2 className="border-b border-ink pb-1">Also this week</h2>
          <JottingList jottings={errands} name="Also this week" />
        </div>
      )}
      {notes.length > 0 && (
        <div>
          <h2 className="border-b border-ink pb-1">Notes of the day</h2>
          <ul>
            {notes.map((n) => (
              <li key={n.id} className="border-b border-rule py-2 wrap-break-word">
                {n.text}
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
});
