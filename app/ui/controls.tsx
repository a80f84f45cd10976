import type { ComponentProps } from 'react';
import { type Control, Controller, type FieldPath, type FieldValues } from 'react-hook-form';
import { TimeField } from './date-field';
import { WeekdayPicker } from './field';
import { PeoplePicker } from './people-picker';

type Of<V extends FieldValues, P> = { control: Control<V>; name: FieldPath<V> } & Omit<
  P,
  'value' | 'onChange' | 'onBlur'
>;

/** Some of a few people, as a field of a form of react-hook-form. */
export function PeopleControl<V extends FieldValues, T extends string>({
  control,
  name,
  ...picker
}: Of<V, ComponentProps<typeof PeoplePicker<T>>>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => <PeoplePicker {...picker} value={field.value} onChange={field.onChange} />}
    />
  );
}

/** Weekdays, likewise. */
export function WeekdayControl<V extends FieldValues>({
  control,
  name,
  ...picker
}: Of<V, ComponentProps<typeof WeekdayPicker>>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => <WeekdayPicker {...picker} value={field.value} onChange={field.onChange} />}
    />
  );
}

/** A time of the day, likewise. */
export function TimeControl<V extends FieldValues>({
  control,
  name,
  ...time
}: Of<V, ComponentProps<typeof TimeField>>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <TimeField {...time} value={field.value ?? ''} onChange={field.onChange} onBlur={field.onBlur} />
      )}
    />
  );
}
