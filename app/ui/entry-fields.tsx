import type { EntryFaults, EntryText } from '../../core/log';
import { InputField } from './field';
import { DateField } from './date-field';

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
      <InputField
        label="minutes"
        fault={faults.minutes}
        autoFocus={autoFocus}
        inputMode="numeric"
        className="w-24"
        placeholder={planned === undefined ? '' : String(planned)}
        {...bind('minutes')}
      />
      {partly && (
        <InputField
          label="minutes left"
          fault={faults.minutesLeft}
          inputMode="numeric"
          className="w-24"
          {...bind('minutesLeft')}
        />
      )}
      {partly && (
        <InputField
          label="what is left"
          box="min-w-[160px] flex-1"
          maxLength={300}
          placeholder="questions 7 to 10"
          {...bind('left')}
        />
      )}
      <InputField label="score" fault={faults.score} className="w-28" placeholder="17/20" {...bind('score')} />
      <InputField label="note" box="min-w-[200px] flex-1" maxLength={2000} {...bind('note')} />
      <DateField
        label="on"
        fault={faults.date}
        max={latest}
        value={value.date}
        onChange={(date) => onChange({ ...value, date })}
      />
    </>
  );
}
