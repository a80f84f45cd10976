import { ChevronsUpDown } from 'lucide-react';
import { type ComponentProps, lazy, Suspense, useRef, useState } from 'react';
import { type Control, type FieldPath, type FieldValues, useController } from 'react-hook-form';
import type { Option } from './choice-list';
import { Field } from './field';

const ChoiceList = lazy(() => import('./choice-list'));

/** From so many on a list is searched by typing, not scrolled. */
const LONG = 15;

/** Lessons as options, the words for none of them first. */
export const lessonOptions = (
  lessons: readonly { id: string; title: string }[],
  none?: string,
  words: (title: string) => string = (title) => title,
): Option[] => [
  ...(none === undefined ? [] : [{ value: '', words: none }]),
  ...lessons.map((l) => ({ value: l.id, words: words(l.title) })),
];

/** One of a list: a plain select while it is short, a list that is searched when it is long. */
export function Choice({
  options,
  value,
  onChange,
  className = '',
  autoFocus,
  ...described
}: {
  options: readonly Option[];
  value: string;
  onChange: (value: string) => void;
  className?: string;
} & Pick<ComponentProps<'select'>, 'id' | 'aria-label' | 'aria-describedby' | 'aria-invalid' | 'autoFocus'>) {
  const button = useRef<HTMLButtonElement>(null);
  const [open, setOpen] = useState(false);
  if (options.length <= LONG)
    return (
      <select
        {...described}
        autoFocus={autoFocus}
        className={className}
        value={value}
        onChange={(e) => onChange(e.target.value)}
      >
        {options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.words}
          </option>
        ))}
      </select>
    );
  const chosen = options.find((o) => o.value === value) ?? options[0]!;
  return (
    <>
      <button
        {...described}
        ref={button}
        type="button"
        value={chosen.value}
        role="combobox"
        aria-expanded={open}
        aria-haspopup="listbox"
        autoFocus={autoFocus}
        className={`choice ${className}`}
        onClick={() => setOpen(!open)}
        onKeyDown={(e) => {
          if (e.key !== 'ArrowDown' && e.key !== 'ArrowUp') return;
          e.preventDefault();
          setOpen(true);
        }}
      >
        <span className="min-w-0 truncate">{chosen.words}</span>
        <ChevronsUpDown size={16} className="flex-none" aria-hidden="true" />
      </button>
      {open && (
        <Suspense>
          <ChoiceList
            button={button}
            options={options}
            chosen={chosen}
            choose={onChange}
            close={() => setOpen(false)}
          />
        </Suspense>
      )}
    </>
  );
}

/** The same as a field of a form. */
export function ChoiceField<V extends FieldValues>({
  label,
  hint,
  fault,
  control,
  name,
  options,
  className,
  autoFocus,
  then,
}: {
  label: string;
  hint?: string;
  fault?: string | undefined;
  control: Control<V>;
  name: FieldPath<V>;
  options: readonly Option[];
  className?: string;
  autoFocus?: boolean;
  /** What else follows from another choice. */
  then?: () => void;
}) {
  const { field } = useController({ control, name });
  return (
    <Field label={label} hint={hint} fault={fault} {...(className === undefined ? {} : { className })}>
      {(p) => (
        <Choice
          {...p}
          autoFocus={autoFocus}
          options={options}
          value={(field.value as string) ?? ''}
          onChange={(value) => {
            field.onChange(value);
            then?.();
          }}
        />
      )}
    </Field>
  );
}
