import { type ComponentProps, useState } from 'react';
import { type Typed, TypedField } from './typed-field';

/**
 * A whole number that no form holds as text: it goes out as soon as one within its bounds is typed. What is none stays in the field
 * with a sentence, and a form around it is not kept meanwhile. An empty field is none either, but where it means something (`empty`).
 */
export function WholeField({
  value,
  onChange,
  empty,
  least,
  most,
  ...field
}: Omit<Typed, 'value' | 'onChange'> & {
  value: number | undefined;
  onChange: (value: number) => void;
  /** What an empty field means, where it may be one. */
  empty?: () => void;
  least: number;
  most: number;
  className?: string;
  placeholder?: string;
}) {
  const within = (n: number) => Number.isInteger(n) && n >= least && n <= most;
  const read = (text: string) => (/^\s*\d+\s*$/.test(text) && within(Number(text)) ? String(Number(text)) : undefined);
  return (
    <TypedField
      {...field}
      inputMode="numeric"
      needed={!empty}
      value={value === undefined ? '' : String(value)}
      onChange={(text) => (text === '' ? empty?.() : onChange(Number(text)))}
      read={read}
      show={(text) => text}
      step={(text, by) => (within(Number(text) + by) ? String(Number(text) + by) : text)}
      unreadable={`Give a whole number from ${least} to ${most.toLocaleString('en')}.`}
    />
  );
}

/** A whole number that is kept as soon as the field is left; what is none stays in it with a sentence, and is not kept. */
export function StoredWhole({
  value,
  keep,
  ...field
}: Omit<ComponentProps<typeof WholeField>, 'onChange' | 'onBlur' | 'empty' | 'value'> & {
  value: number;
  keep: (value: number) => void;
}) {
  const [draft, setDraft] = useState(value);
  return (
    <WholeField
      {...field}
      value={draft}
      onChange={setDraft}
      onBlur={(readable) => {
        if (readable && draft !== value) keep(draft);
      }}
    />
  );
}
