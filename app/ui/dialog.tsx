import { X } from 'lucide-react';
import * as Radix from '@radix-ui/react-dialog';
import { type ReactNode, useState } from 'react';

const FIELDS =
  'input:not(:disabled):not([type="hidden"]):not([type="radio"]:not(:checked)), select:not(:disabled), textarea:not(:disabled)';

export function Dialog({
  open,
  onClose,
  title,
  children,
  wide,
  asks,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  children: ReactNode;
  wide?: boolean;
  /** Asked before it is closed by Escape, beside it or by the cross: true where something has to be said first. */
  asks?: () => boolean;
}) {
  // Dialogs here are opened by keys as well as by buttons: the focus goes back to wherever it was.
  const [before] = useState(() => document.activeElement);
  return (
    <Radix.Root open={open} onOpenChange={(o) => !o && !asks?.() && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-30 bg-ink/30" />
        <Radix.Content
          aria-describedby={undefined}
          onOpenAutoFocus={(e) => {
            // What the dialog is for comes first: its first field, else its first button; the cross last of all.
            const inside = (e.currentTarget as HTMLElement).querySelector('[data-inside]');
            const first =
              inside?.querySelector<HTMLElement>(FIELDS) ??
              inside?.querySelector<HTMLElement>('button:not(:disabled), a[href]');
            if (!first || inside?.contains(document.activeElement)) return;
            e.preventDefault();
            first.focus();
          }}
          onCloseAutoFocus={(e) => {
            e.preventDefault();
            // This comes a moment late: what has taken the focus since, the next dialog say, keeps it.
            const free = document.activeElement === null || document.activeElement === document.body;
            if (free && before instanceof HTMLElement && before.isConnected) before.focus();
          }}
          className={`fixed top-1/2 left-1/2 z-40 max-h-[92vh] w-[calc(100vw-24px)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border border-ink bg-sheet p-5 ${wide ? 'max-w-4xl' : 'max-w-xl'}`}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Radix.Title className="text-part leading-tight font-medium">{title}</Radix.Title>
            <Radix.Close className="btn btn-quiet -mt-1.5 -mr-2" aria-label="Close">
              <X size={20} aria-hidden="true" />
            </Radix.Close>
          </div>
          <div data-inside>{children}</div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
