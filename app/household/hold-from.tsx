import type { Control, FieldPath, FieldValues } from 'react-hook-form';
import { DateControl } from '../ui/date-control';

/** From which day on a change holds: today, unless another day is given. */
export function HoldFrom<V extends FieldValues>({
  control,
  name,
  fault,
}: {
  control: Control<V>;
  name: FieldPath<V>;
  fault?: string | undefined;
}) {
  return (
    <DateControl
      label="They hold from"
      hint="The days before stay as they were. A day to come is planned for from now on."
      control={control}
      name={name}
      fault={fault}
    />
  );
}
