import type { ComponentProps, ReactNode } from 'react';
import type { EntryText } from '../../core/log';
import { InputField, NumberField } from './field';

/** The fields of a mark's details: minutes, score and note, with minutes left where the mark is "partly"; then its date. */
export function EntryFields({
  of,
  date,
  partly,
  planned,
  autoFocus,
}: {
  /** What holds a field, and what is wrong with it. */
  of: (name: Exclude<keyof EntryText, 'date'>) => Partial<ComponentProps<typeof InputField>>;
  date: ReactNode;
  partly: boolean;
  planned?: number;
  autoFocus?: boolean;
}) {
  return (
    <>
      <NumberField
        label="minutes"
        autoFocus={autoFocus}
        className="w-24"
        placeholder={planned === undefined ? '' : String(planned)}
        {...of('minutes')}
      />
      {partly && <NumberField label="minutes left" className="w-24" {...of('minutesLeft')} />}
      {partly && (
        <InputField
          label="what is left"
          box="min-w-[160px] flex-1"
          maxLength={300}
          placeholder="questions 7 to 10"
          {...of('left')}
        />
      )}
      <InputField label="score" className="w-28" placeholder="17/20" {...of('score')} />
      <InputField label="note" box="min-w-[200px] flex-1" maxLength={2000} {...of('note')} />
      {date}
    </>
  );
}
