import { type ReactNode, useId, useState } from 'react';

/** Something of the day that is said in a few words, and in full when it is pressed. */
export interface Note {
  key: string;
  /** A few words: what it is and how much. */
  words: string;
  /** Of a beginning: in the one red. */
  red?: boolean;
  body: ReactNode;
  /** It only asks for a press: paper has nothing of it. */
  pressed?: true;
}

/** What is to be known of the day beside its work: a line for all of it, one opened at a time. */
export function Notes({ notes, label = 'Of the day' }: { notes: readonly Note[]; label?: string }) {
  const [open, setOpen] = useState<string>();
  const id = useId();
  if (notes.length === 0) return null;
  const shown = notes.find((n) => n.key === open);
  const printed = notes.filter((n) => !n.pressed);
  return (
    <div className={`border-t border-rule ${printed.length === 0 ? 'print:hidden' : ''}`}>
      <p className="hidden py-1 print:block">{printed.map((n) => n.words).join(' · ')}</p>
      <ul aria-label={label} className="flex flex-wrap gap-x-1 print:hidden">
        {notes.map((n) => (
          <li key={n.key} className="min-w-0">
            <button
              type="button"
              className={`press flex max-w-full cursor-pointer items-center gap-1.5 px-1.5 text-left ${n.red ? 'text-rubric' : ''} ${n === shown ? 'underline decoration-2 underline-offset-4' : ''}`}
              aria-expanded={n === shown}
              aria-controls={id}
              onClick={() => setOpen(n === shown ? undefined : n.key)}
            >
              <span aria-hidden="true">{n === shown ? '▾' : '▸'}</span>
              <span className="wrap-anywhere sm:truncate">{n.words}</span>
            </button>
          </li>
        ))}
      </ul>
      <div id={id} hidden={!shown} className="border-t border-rule/60 pb-1.5 print:hidden">
        {shown?.body}
      </div>
    </div>
  );
}
