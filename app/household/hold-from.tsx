import type { Control, FieldPath, FieldValues } from 'react-hook-form';
import { DateControl } from '../ui/date-control';

/** From which day on a change holds: today, unless another day is given. */
export function HoldFrom<V extends FieldValues>({
  control,
  name,
  fault,
  label = 'They hold from',
}: {
  control: Control<V>;
  name: FieldPath<V>;
  fault?: string | undefined;
  label?: string;
}) {
  return (
    <DateControl
      label={label}
      hint="The days before stay as they were. A day to come is planned for from now on."
      control={control}
      name={name}
      fault={fault}
    />
  );
}
