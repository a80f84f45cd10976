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

/** What is wrong with a choice that has no line of its own, in words; nothing where nothing is. */
export const Fault = ({ of }: { of: { message?: string | undefined } | undefined }) =>
  of?.message ? (
    <p role="alert" className="font-semibold">
      {of.message}
    </p>
  ) : null;

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

/** A field with a number to type in: a line of text, so that what is no number stays to be seen and is told, and no turned wheel changes it. */
export function NumberField({
  decimal = false,
  ref,
  ...input
}: ComponentProps<typeof InputField> & { decimal?: boolean }) {
  return (
    <InputField
      inputMode={decimal ? 'decimal' : 'numeric'}
      autoComplete="off"
      {...input}
      ref={(line) => {
        if (typeof ref === 'function') ref(line);
        else if (ref) ref.current = line;
        // What is no number is none either where the field comes back that it was typed in.
        if (line?.value === 'NaN') line.value = '';
      }}
    />
  );
}

/** A field with one of a few words to choose from a list; what is not the field's own goes to the list. `box` styles the field around it. */
export function SelectField({
  label,
  hint,
  fault,
  options,
  box,
  ...select
}: {
  label: string;
  hint?: string | undefined;
  fault?: string | undefined;
  box?: string | undefined;
  options: readonly (readonly [value: string | number, words: string])[];
} & Omit<ComponentProps<'select'>, 'id'>) {
  return (
    <Field label={label} hint={hint} fault={fault} {...(box === undefined ? {} : { className: box })}>
      {(p) => (
        <select {...select} {...p}>
          {options.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}

/** One of a few, all of them in sight; what is not the field's own goes to each. */
export function RadioField({
  legend,
  options,
  row = false,
  chosen,
  ...radio
}: {
  legend?: string;
  options: readonly (readonly [value: string, words: ReactNode])[];
  /** Beside each other, not below. */
  row?: boolean;
  /** The one that stands, where the form does not hold it itself. */
  chosen?: string;
} & Omit<ComponentProps<'input'>, 'id' | 'type' | 'value'>) {
  return (
    <fieldset>
      {legend && <legend className="label mb-1">{legend}</legend>}
      <div className={row ? 'flex flex-wrap gap-x-4' : 'flex flex-col'}>
        {options.map(([value, words]) => (
          <label key={value} className="flex min-h-touch items-center gap-2">
            <input
              type="radio"
              value={value}
              {...(chosen === undefined ? {} : { checked: chosen === value })}
              {...radio}
            />
            {words}
          </label>
        ))}
      </div>
    </fieldset>
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
