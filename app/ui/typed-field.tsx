import { type KeyboardEvent, type ReactNode, useState } from 'react';
import { Field } from './field';

export interface Typed {
  label: string;
  hint?: string | undefined;
  fault?: string | undefined;
  /** Styles the field around it. */
  box?: string | undefined;
  value: string;
  /** What was typed, as it is stored; empty where the field is. What cannot be read stays in the field and changes nothing. */
  onChange: (value: string) => void;
  /** Told whether what stands there could be read. */
  onBlur?: (readable: boolean) => void;
  disabled?: boolean;
  autoFocus?: boolean;
  invalid?: boolean;
  /** The label stands elsewhere, in the head of a table: here it is only read out. */
  bare?: boolean;
}

/**
 * One line that is read as it is typed: what it means goes out, and what it cannot mean stays where it is, with a sentence.
 * A form around it is not kept while it says something that cannot be read (see `unread`).
 */
export function TypedField({
  label,
  hint,
  fault,
  box,
  value,
  onChange,
  onBlur,
  disabled,
  autoFocus,
  invalid,
  bare,
  needed = false,
  read,
  show,
  step,
  unreadable,
  className,
  inputMode,
  placeholder,
  open,
  after,
}: Typed & {
  /** An empty line is none that can be read. */
  needed?: boolean;
  read: (text: string) => string | undefined;
  show: (value: string) => string;
  step?: (value: string, by: number) => string;
  unreadable: string;
  className?: string;
  inputMode?: 'numeric';
  placeholder?: string | undefined;
  /** What the down arrow with Alt opens. */
  open?: () => void;
  after?: ReactNode;
}) {
  /** What is being typed, and the value it stands for: another value from elsewhere takes its place. */
  const [typed, setTyped] = useState<{ text: string; value: string }>();
  const text = typed?.value === value ? typed.text : undefined;
  const shown = text ?? (value ? show(value) : '');
  const meaning = (written: string) => (written.trim() === '' && !needed ? '' : read(written));
  const wrong = text !== undefined && meaning(text) === undefined;
  const [left, setLeft] = useState(false);
  const type = (written: string) => {
    const meant = meaning(written);
    setTyped({ text: written, value: meant ?? value });
    setLeft(false);
    if (meant !== undefined && meant !== value) onChange(meant);
  };
  const onKeyDown = (e: KeyboardEvent<HTMLInputElement>) => {
    if (e.altKey && e.key === 'ArrowDown' && open) {
      e.preventDefault();
      return open();
    }
    const by = { ArrowUp: 1, ArrowDown: -1 }[e.key];
    if (!by || !step || !value || wrong) return;
    e.preventDefault();
    setTyped(undefined);
    onChange(step(value, by));
  };
  const control = (p: { id?: string; 'aria-describedby'?: string; 'aria-invalid'?: boolean }) => (
    <span className="flex max-w-full">
      <input
        {...p}
        {...(bare ? { 'aria-label': label } : {})}
        {...(invalid || wrong ? { 'aria-invalid': true } : {})}
        {...(className === undefined ? {} : { className })}
        {...(inputMode === undefined ? {} : { inputMode })}
        placeholder={placeholder}
        autoComplete="off"
        value={shown}
        disabled={disabled}
        autoFocus={autoFocus}
        data-unread={wrong ? unreadable : undefined}
        onChange={(e) => type(e.target.value)}
        onKeyDown={onKeyDown}
        onInvalid={() => setLeft(true)}
        onBlur={() => {
          if (!wrong) setTyped(undefined);
          setLeft(true);
          onBlur?.(!wrong);
        }}
      />
      {after}
    </span>
  );
  if (bare) return control({});
  return (
    <Field
      label={label}
      hint={hint}
      fault={wrong && left ? unreadable : fault}
      {...(box === undefined ? {} : { className: box })}
    >
      {control}
    </Field>
  );
}

/**
 * What in a form cannot be read as it was typed: the focus is put there, and it says so itself, but for a field without room
 * for a sentence, whose sentence is given. Undefined when all can be read. Such a form is not kept: the field would silently
 * hold what it held before.
 */
export function unread(form: HTMLElement): { words?: string } | undefined {
  const field = form.querySelector<HTMLInputElement>('[data-unread]');
  if (!field) return undefined;
  field.focus();
  field.dispatchEvent(new Event('invalid'));
  const bare = field.getAttribute('aria-label');
  return bare === null ? {} : { words: `${bare}: ${field.dataset['unread']}` };
}
