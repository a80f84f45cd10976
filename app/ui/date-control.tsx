import { type Control, Controller, type FieldPath, type FieldValues } from 'react-hook-form';
import type { ComponentProps } from 'react';
import { DateField } from './date-field';

/** A date of a form of react-hook-form. */
export function DateControl<V extends FieldValues>({
  control,
  name,
  ...field
}: { control: Control<V>; name: FieldPath<V> } & Omit<
  ComponentProps<typeof DateField>,
  'value' | 'onChange' | 'onBlur'
>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { value, onChange, onBlur } }) => (
        <DateField {...field} value={(value as string | undefined) ?? ''} onChange={onChange} onBlur={onBlur} />
      )}
    />
  );
}
