import { type FormEvent, useState } from 'react';
import { fromDay, isIsoDate } from '../../core/calendar';
import type { ClosedRange, SchoolYear } from '../../core/household';
import { useHousehold } from '../shell/household';
import { Field } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';

/** Closes a day or a range of days, or opens one again. */
export function ClosedForm({
  year,
  range,
  close,
}: {
  year: SchoolYear;
  range: ClosedRange | undefined;
  close: () => void;
}) {
  const { today, commit } = useHousehold();
  const [from, setFrom] = useState(range?.from ?? fromDay(today));
  const [to, setTo] = useState(range?.to ?? '');
  const [label, setLabel] = useState(range?.label ?? '');
  const [fault, setFault] = useState<string>();
  const others = year.closed.filter((c) => c.id !== range?.id);
  const store = async (closed: ClosedRange[], what: string) => {
    if (await commit(what, [{ table: 'years', put: { ...year, closed } }])) close();
  };
  const keep = (e: FormEvent) => {
    e.preventDefault();
    const last = to || from;
    if (!isIsoDate(from) || !isIsoDate(last)) return setFault('Give the days as days that exist.');
    if (last < from) return setFault('The last closed day comes before the first.');
    if (last < year.start || from > year.end) return setFault(`These days lie outside ${year.name}.`);
    void store(
      [...others, { id: range?.id ?? crypto.randomUUID(), from, to: last, label: label.trim() }],
      `${label.trim() || 'days'} closed`,
    );
  };
  return (
    <FormDialog
      title={range ? 'Closed days' : 'Close days'}
      close={close}
      onSubmit={keep}
      keep={range ? 'Keep' : 'Close them'}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="From" fault={fault}>
          {(p) => (
            <input
              {...p}
              type="date"
              value={from}
              min={year.start}
              max={year.end}
              onChange={(e) => setFrom(e.target.value)}
            />
          )}
        </Field>
        <Field label="To, if more than one day">
          {(p) => (
            <input {...p} type="date" value={to} min={from} max={year.end} onChange={(e) => setTo(e.target.value)} />
          )}
        </Field>
      </div>
      <Field label="What for">
        {(p) => (
          <input
            {...p}
            value={label}
            maxLength={80}
            placeholder="winter break"
            onChange={(e) => setLabel(e.target.value)}
          />
        )}
      </Field>
      {range && (
        <button
          type="button"
          className="btn self-start"
          onClick={() => void store(others, `${range.label || 'days'} opened again`)}
        >
          Open these days again
        </button>
      )}
    </FormDialog>
  );
}
