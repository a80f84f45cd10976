import type { EntryFaults, EntryText } from '../../core/log';
import { Field } from './field';

/** The fields of a mark's details: date, minutes, score and note, with minutes left where the mark is "partly". */
export function EntryFields({
  value,
  onChange,
  faults,
  partly,
  planned,
  latest,
  autoFocus,
}: {
  value: EntryText;
  onChange: (value: EntryText) => void;
  faults: EntryFaults;
  partly: boolean;
  planned?: number;
  latest: string;
  autoFocus?: boolean;
}) {
  const bind = (key: keyof EntryText) => ({
    value: value[key],
    onChange: (e: { target: { value: string } }) => onChange({ ...value, [key]: e.target.value }),
  });
  return (
    <>
      <Field label="minutes" fault={faults.minutes}>
        {(p) => (
          <input
            {...p}
            autoFocus={autoFocus}
            inputMode="numeric"
            className="w-24"
            placeholder={planned === undefined ? '' : String(planned)}
            {...bind('minutes')}
          />
        )}
      </Field>
      {partly && (
        <Field label="minutes left" fault={faults.minutesLeft}>
          {(p) => <input {...p} inputMode="numeric" className="w-24" {...bind('minutesLeft')} />}
        </Field>
      )}
      {partly && (
        <Field label="what is left" className="min-w-[160px] flex-1">
          {(p) => <input {...p} maxLength={300} placeholder="questions 7 to 10" {...bind('left')} />}
        </Field>
      )}
      <Field label="score" fault={faults.score}>
        {(p) => <input {...p} className="w-28" placeholder="17/20" {...bind('score')} />}
      </Field>
      <Field label="note" className="min-w-[200px] flex-1">
        {(p) => <input {...p} maxLength={2000} {...bind('note')} />}
      </Field>
      <Field label="on" fault={faults.date}>
        {(p) => <input {...p} type="date" max={latest} {...bind('date')} />}
      </Field>
    </>
  );
}
