import { type FormEventHandler, type ReactNode, useRef, useState } from 'react';
import { reachWords } from '../../core/attendance';
import type { Removable } from '../../core/household';
import { whyKept } from '../../core/household';
import { useHousehold } from '../shell/household';
import { Dialog } from './dialog';
import { unread } from './typed-field';

/** A form in a dialog: its fields, keep and leave, and (for a row that is there) a way to remove it or why not. */
export function FormDialog({
  title,
  close,
  onSubmit,
  remove,
  children,
  wide,
  keep = 'Save',
  disabled = false,
  reach = 0,
}: {
  title: string;
  close: () => void;
  onSubmit: FormEventHandler<HTMLFormElement>;
  remove?: { table: Removable; id: string; name: string } | undefined;
  children: ReactNode;
  wide?: boolean;
  keep?: string;
  disabled?: boolean;
  /** On how many days gone by it changes what the register says: that is asked first. */
  reach?: number;
}) {
  const { household, whole, remove: takeAway } = useHousehold();
  const kept =
    remove &&
    (whole ? whyKept(household, remove.table, remove.id) : 'Years gone by are still being read: wait a moment.');
  const typed = useRef(false);
  const [asked, setAsked] = useState(false);
  const [fault, setFault] = useState<string>();
  /** The number of past days that were seen and are to be changed. */
  const [agreed, setAgreed] = useState(0);
  /** What was typed is not let go by a slip: the first Escape asks, the second means it. */
  const asks = () => {
    if (!typed.current || asked) return false;
    setAsked(true);
    return true;
  };
  return (
    <Dialog open onClose={close} title={title} asks={asks} {...(wide ? { wide } : {})}>
      <form
        noValidate
        onSubmit={(e) => {
          // A form that was opened from another one keeps its own alone.
          e.stopPropagation();
          const wrong = unread(e.currentTarget);
          setFault(wrong?.words);
          const asksFirst = reach > 0 && agreed !== reach;
          if (asksFirst) setAgreed(reach);
          if (wrong || asksFirst) e.preventDefault();
          else onSubmit(e);
        }}
        onInput={() => {
          typed.current = true;
          setFault(undefined);
        }}
        className="flex flex-col gap-4"
      >
        {asked && (
          <p role="alert" className="sticky -top-5 z-10 border border-ink bg-sheet p-2 font-semibold">
            What was typed here is not saved yet. Escape once more lets it go.
          </p>
        )}
        {children}
        {fault && (
          <p role="alert" className="font-semibold">
            {fault}
          </p>
        )}
        {reach > 0 && agreed === reach && (
          <p role="alert" className="font-semibold">
            {reachWords(reach)}
          </p>
        )}
        <div className="flex flex-wrap items-center justify-between gap-3 border-t border-rule pt-3">
          <div className="flex gap-2">
            <button type="submit" className="btn btn-strong" disabled={disabled}>
              {keep}
            </button>
            <button type="button" className="btn" onClick={close}>
              Cancel
            </button>
          </div>
          {remove && !kept && (
            <button
              type="button"
              className="btn"
              onClick={() =>
                void takeAway(`${remove.name} removed`, remove.table, remove.id).then((done) => done && close())
              }
            >
              Remove
            </button>
          )}
          {kept && <p className="max-w-64 text-note text-soft">Cannot be removed. {kept}</p>}
        </div>
      </form>
    </Dialog>
  );
}
