import { type FormEvent, useMemo, useState } from 'react';
import { fromDay, isClock, isIsoDate, paintDays, partShare, toDay, withoutRange } from '../../core/calendar';
import {
  byId,
  type ClosedRange,
  type Household,
  type SchoolYear,
  type SpecialDay,
  withRow,
} from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { Field, InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { EffectLines, useEffectOf, useReach, useStanding } from './effect-lines';
import { newId } from '../ui/id';
import { DateField, TimeField } from '../ui/date-field';

type What = 'closed' | SpecialDay['kind'];
const WHATS: [What, string][] = [
  ['closed', 'closed: no school'],
  ['part', 'part of a day, between two times'],
  ['light', 'light: fewer hours'],
  ['extra', 'an extra school day'],
  ['catch-up', 'kept free to catch up on'],
];

/** Closes days, opens them again, or makes them special; says what that does before it is kept. */
export function ClosedForm({
  year,
  range,
  close,
}: {
  year: SchoolYear;
  range: ClosedRange | undefined;
  close: () => void;
}) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const { dayFrom, dayTo } = household.settings;
  const [what, setWhat] = useState<What>('closed');
  const [from, setFrom] = useState(
    range?.from ?? fromDay(Math.min(Math.max(today, toDay(year.start)), toDay(year.end))),
  );
  const [to, setTo] = useState(range?.to ?? '');
  const [label, setLabel] = useState(range?.label ?? '');
  const [share, setShare] = useState(50);
  const [hours, setHours] = useState({ from: dayFrom, to: '12:00' });
  const [fault, setFault] = useState<string>();

  const last = to || from;
  const problem = faultIn({ from, last, year, what, hours });
  const change = useMemo(
    () =>
      (stored: SchoolYear): SchoolYear => {
        const others = stored.closed.filter((c) => c.id !== range?.id);
        if (what === 'closed')
          return {
            ...stored,
            closed: withRow(stored.closed, { id: range?.id ?? newId(), from, to: last, label: label.trim() }),
          };
        const [a, b] = [toDay(from), toDay(last)];
        if (what === 'catch-up' || what === 'extra') {
          const painted = paintDays(
            { ...stored, closed: others },
            a,
            b,
            { kind: what === 'extra' ? 'open' : what },
            newId,
          );
          return labelled(painted, from, last, label.trim());
        }
        const portion = what === 'light' ? share : partShare(hours, { from: dayFrom, to: dayTo });
        const light = paintDays(
          { ...stored, closed: withoutRange(others, a, b, newId) },
          a,
          b,
          { kind: 'light', share: portion },
          newId,
        );
        const special = light.special.map((s): SpecialDay =>
          what === 'part' && s.date >= from && s.date <= last ? { ...s, kind: 'part', ...hours } : s,
        );
        return labelled({ ...light, special }, from, last, label.trim());
      },
    [what, from, last, label, share, hours, range?.id, dayFrom, dayTo],
  );

  const before = useStanding(year.id);
  const after = useMemo(
    (): Household | undefined =>
      problem ? undefined : { ...household, years: household.years.map((y) => (y.id === year.id ? change(y) : y)) },
    [problem, household, change, year.id],
  );
  const effect = useEffectOf(before, after, year.id);
  const reach = useReach(after);

  const store = async (make: (stored: SchoolYear) => SchoolYear, words: string) => {
    const done = await commit(words, (now) => {
      const stored = byId(now.years, year.id);
      return stored ? [{ table: 'years', put: make(stored) }] : [];
    });
    if (done) close();
  };
  const keep = (e: FormEvent) => {
    e.preventDefault();
    setFault(problem);
    if (problem) return;
    void store(change, `${label.trim() || 'days'}: ${WHATS.find(([w]) => w === what)![1]}`);
  };
  return (
    <FormDialog
      title={range ? 'Closed days' : 'Days unlike the others'}
      close={close}
      onSubmit={keep}
      reach={reach}
      keep={range || what !== 'closed' ? 'Save' : 'Close them'}
    >
      {!range && (
        <Field label="They are">
          {(p) => (
            <select {...p} value={what} onChange={(e) => setWhat(e.target.value as What)}>
              {WHATS.map(([w, word]) => (
                <option key={w} value={w}>
                  {word}
                </option>
              ))}
            </select>
          )}
        </Field>
      )}
      <div className="grid gap-4 sm:grid-cols-2">
        <DateField
          label="From"
          fault={fault}
          value={from}
          min={year.start}
          max={year.end}
          onChange={(v) => setFrom(v)}
        />
        <DateField label="To, if more than one day" value={to} min={from} max={year.end} onChange={(v) => setTo(v)} />
      </div>
      {what === 'light' && (
        <InputField
          label="Hours, in %"
          hint="of a full day’s"
          type="number"
          min={0}
          max={99}
          className="w-28"
          value={share}
          onChange={(e) => setShare(Math.max(0, Math.min(99, Math.round(Number(e.target.value)))))}
        />
      )}
      {what === 'part' && (
        <div className="grid gap-4 sm:grid-cols-2">
          <TimeField label="School from" value={hours.from} onChange={(v) => setHours({ ...hours, from: v })} />
          <TimeField
            label="School until"
            hint={
              isClock(hours.from) && isClock(hours.to)
                ? `${partShare(hours, { from: dayFrom, to: dayTo })}% of ${dayFrom} to ${dayTo}`
                : undefined
            }
            value={hours.to}
            onChange={(v) => setHours({ ...hours, to: v })}
          />
        </div>
      )}
      <InputField
        label="What for"
        value={label}
        maxLength={80}
        placeholder={what === 'closed' ? 'winter break' : what === 'part' ? 'dentist in the afternoon' : ''}
        onChange={(e) => setLabel(e.target.value)}
      />
      {effect && <EffectLines effect={effect} />}
      {range && (
        <button
          type="button"
          className="btn self-start"
          onClick={() =>
            void store(
              (stored) => ({ ...stored, closed: stored.closed.filter((c) => c.id !== range.id) }),
              `${range.label || 'days'} opened again`,
            )
          }
        >
          Open these days again
        </button>
      )}
    </FormDialog>
  );
}

const labelled = (year: SchoolYear, from: string, to: string, label: string): SchoolYear => ({
  ...year,
  special: year.special.map((s) => (s.date >= from && s.date <= to && label ? { ...s, label } : s)),
});

function faultIn({
  from,
  last,
  year,
  what,
  hours,
}: {
  from: string;
  last: string;
  year: SchoolYear;
  what: What;
  hours: { from: string; to: string };
}): string | undefined {
  if (!isIsoDate(from) || !isIsoDate(last)) return 'Give the days as days that exist.';
  if (last < from) return 'The last day comes before the first.';
  if (last < year.start || from > year.end) return `These days lie outside ${year.name}.`;
  if (what !== 'part') return undefined;
  if (!isClock(hours.from) || !isClock(hours.to)) return 'Give both times, like 09:30.';
  return hours.to <= hours.from ? 'School ends before it begins.' : undefined;
}
