import { type ComponentProps, type ReactNode, useId } from 'react';
import type { Weekday } from '../../core/calendar';
import { WEEKDAY_NAMES, weekFrom } from './dates';

/** A labelled control with room for a hint and a fault in words. The child gets its id and what describes it. */
export function Field({
  label,
  hint,
  fault,
  children,
  className = '',
}: {
  label: string;
  hint?: string | undefined;
  fault?: string | undefined;
  className?: string;
  children: (props: { id: string; 'aria-describedby'?: string; 'aria-invalid'?: boolean }) => ReactNode;
}) {
  const id = useId();
  const describes = [hint ? `${id}-hint` : '', fault ? `${id}-fault` : ''].filter(Boolean).join(' ');
  return (
    <div className={`flex max-w-full min-w-0 flex-col gap-1 ${className}`}>
      <label htmlFor={id} className="label">
        {label}
      </label>
      {children({
        id,
        ...(describes ? { 'aria-describedby': describes } : {}),
        ...(fault ? { 'aria-invalid': true } : {}),
      })}
      {hint && (
        <p id={`${id}-hint`} className="text-note text-soft">
          {hint}
        </p>
      )}
      {fault && (
        <p id={`${id}-fault`} className="text-aside font-semibold" role="alert">
          {fault}
        </p>
      )}
    </div>
  );
}

/** A field with one line to type in; what is not the field's own goes to the input. `box` styles the field around it. */
export function InputField({
  label,
  hint,
  fault,
  box,
  ...input
}: {
  label: string;
  hint?: string | undefined;
  fault?: string | undefined;
  box?: string | undefined;
} & Omit<ComponentProps<'input'>, 'id'>) {
  return (
    <Field label={label} hint={hint} fault={fault} {...(box === undefined ? {} : { className: box })}>
      {(p) => <input {...input} {...p} />}
    </Field>
  );
}

/** Seven (or fewer) weekdays to tick, from the household's first day on. */
export function WeekdayPicker({
  legend,
  value,
  onChange,
  firstDay,
  among,
}: {
  legend: string;
  value: Weekday[];
  onChange: (days: Weekday[]) => void;
  firstDay: Weekday;
  among?: Weekday[];
}) {
  return (
    <fieldset>
      <legend className="label mb-1">{legend}</legend>
      <div className="flex flex-wrap gap-1">
        {weekFrom(firstDay)
          .filter((d) => !among || among.includes(d))
          .map((d) => (
            <label
              key={d}
              className="btn has-checked:border-ink has-checked:bg-ink has-checked:text-sheet has-focus-visible:outline-3 has-focus-visible:outline-offset-2 !px-3"
            >
              <input
                type="checkbox"
                className="sr-only"
                checked={value.includes(d)}
                onChange={(e) => onChange(e.target.checked ? [...value, d].sort() : value.filter((v) => v !== d))}
                aria-label={WEEKDAY_NAMES[d]}
              />
              <span aria-hidden="true">{WEEKDAY_NAMES[d].slice(0, 3)}</span>
            </label>
          ))}
      </div>
    </fieldset>
  );
}
