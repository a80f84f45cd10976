import { CalendarDays } from 'lucide-react';
import { lazy, Suspense, useRef, useState } from 'react';
import { fromDay, isIsoDate, toDay } from '../../core/calendar';
import { fieldDate, readClock, readDate } from '../../core/words';
import { useHousehold } from '../shell/household';
import { tip } from './tip';
import { type Typed, TypedField } from './typed-field';

const DatePicker = lazy(() => import('./date-picker'));

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
