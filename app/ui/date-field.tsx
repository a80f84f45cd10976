import { CalendarDays } from 'lucide-react';
import { type KeyboardEvent, lazy, type ReactNode, Suspense, useRef, useState } from 'react';
import { fromDay, isIsoDate, toDay } from '../../core/calendar';
import { fieldDate, readClock, readDate } from '../../core/words';
import { useHousehold } from '../shell/household';
import { Field } from './field';
import { tip } from './tip';

const DatePicker = lazy(() => import('./date-picker'));

export interface Typed {
  label: string;
  hint?: string | undefined;
  fault?: string | undefined;
  /** Styles the field around it. */
  box?: string | undefined;
  value: string;
  /** What was typed, as it is stored; empty where the field is. What cannot be read stays in the field and changes nothing. */
  onChange: (value: string) => void;
  onBlur?: () => void;
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
function TypedField({
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
  read,
  show,
  step,
  unreadable,
  className,
  open,
  after,
}: Typed & {
  read: (text: string) => string | undefined;
  show: (value: string) => string;
  step?: (value: string, by: number) => string;
  unreadable: string;
  className: string;
  /** What the down arrow with Alt opens. */
  open?: () => void;
  after?: ReactNode;
}) {
  /** What is being typed, and the value it stands for: another value from elsewhere takes its place. */
  const [typed, setTyped] = useState<{ text: string; value: string }>();
  const text = typed?.value === value ? typed.text : undefined;
  const shown = text ?? (value ? show(value) : '');
  const wrong = text !== undefined && text.trim() !== '' && read(text) === undefined;
  const [left, setLeft] = useState(false);
  const type = (written: string) => {
    const meant = written.trim() === '' ? '' : read(written);
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
        className={className}
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
          onBlur?.();
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

/** A date, typed in the household's style or picked from a month. Its value is an ISO date, or empty. */
export function DateField(props: Typed & { min?: string; max?: string }) {
  const { household, today } = useHousehold();
  const style = household.settings.dateStyle;
  const { value, min, max } = props;
  const [open, setOpen] = useState(false);
  const bound = (iso: string | undefined) => (iso !== undefined && isIsoDate(iso) ? toDay(iso) : undefined);
  const example = fieldDate(style, today);
  const day = isIsoDate(value) ? toDay(value) : undefined;
  return (
    <TypedField
      {...props}
      className="w-36 min-w-0 !rounded-r-none"
      read={(text) => readDate(style, text, today)}
      show={(iso) => (isIsoDate(iso) ? fieldDate(style, toDay(iso)) : iso)}
      step={(iso, by) => (isIsoDate(iso) ? fromDay(toDay(iso) + by) : iso)}
      open={() => setOpen(true)}
      unreadable={`This is no date that exists: write it like ${example}.`}
      after={
        <PickDay
          label={props.label}
          open={open}
          setOpen={setOpen}
          day={day}
          disabled={props.disabled}
          first={bound(min)}
          last={bound(max)}
          onPick={(picked) => props.onChange(fromDay(picked))}
        />
      }
    />
  );
}

/** The button that opens a month; the month itself is fetched when it is first opened. */
export function PickDay({
  open,
  setOpen,
  disabled,
  alone,
  ...month
}: {
  label: string;
  open: boolean;
  setOpen: (open: boolean) => void;
  day: number | undefined;
  first: number | undefined;
  last: number | undefined;
  disabled?: boolean | undefined;
  /** It belongs to no field. */
  alone?: boolean;
  onPick: (day: number) => void;
}) {
  const button = useRef<HTMLButtonElement>(null);
  return (
    <>
      <button
        ref={button}
        type="button"
        className={alone ? 'btn btn-quiet' : 'btn shrink-0 !rounded-l-none !border-l-0 !px-2.5'}
        aria-label={alone ? month.label : 'Pick from a month'}
        {...tip(alone ? month.label : 'Pick from a month (Alt ↓ in the field)')}
        // One stop a field for the Tab key; the month is opened from within it.
        {...(alone ? {} : { tabIndex: -1 })}
        disabled={disabled}
        onClick={() => setOpen(!open)}
      >
        <CalendarDays size={18} aria-hidden="true" />
      </button>
      {open && (
        <Suspense>
          <DatePicker {...month} button={button} close={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}

/** A time of day. Its value is like "09:30", or empty. */
export function TimeField(props: Typed) {
  return (
    <TypedField
      {...props}
      className="w-24"
      read={readClock}
      show={(clock) => clock}
      unreadable="This is no time of day: write it like 09:30."
    />
  );
}

/** A time that is kept as soon as the field is left; what does not fit stays in it with a sentence, and is not kept. */
export function StoredTime({
  value,
  faultOf,
  keep,
  ...field
}: Omit<Typed, 'onChange' | 'onBlur' | 'fault'> & {
  faultOf: (value: string) => string | undefined;
  keep: (value: string) => void;
}) {
  const [draft, setDraft] = useState(value);
  const [left, setLeft] = useState(false);
  const faultOfDraft = draft ? faultOf(draft) : 'Give a time like 09:30.';
  return (
    <TimeField
      {...field}
      value={draft}
      fault={left ? faultOfDraft : undefined}
      onChange={(typed) => {
        setDraft(typed);
        setLeft(false);
      }}
      onBlur={() => {
        setLeft(true);
        if (!faultOfDraft && draft !== value) keep(draft);
      }}
    />
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
