import { X } from 'lucide-react';
import * as Radix from '@radix-ui/react-dialog';
import { type ReactNode, useState } from 'react';

export function Dialog({
  open,
  onClose,
  title,
  children,
  wide,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  children: ReactNode;
  wide?: boolean;
}) {
  // Dialogs here are opened by keys as well as by buttons: the focus goes back to wherever it was.
  const [before] = useState(() => document.activeElement);
  return (
    <Radix.Root open={open} onOpenChange={(o) => !o && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-30 bg-ink/30" />
        <Radix.Content
          aria-describedby={undefined}
          onCloseAutoFocus={(e) => {
            e.preventDefault();
            if (before instanceof HTMLElement && before.isConnected) before.focus();
          }}
          className={`fixed top-1/2 left-1/2 z-40 max-h-[92vh] w-[calc(100vw-24px)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border border-ink bg-sheet p-5 ${wide ? 'max-w-4xl' : 'max-w-xl'}`}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Radix.Title className="text-[1.35rem] leading-tight font-medium">{title}</Radix.Title>
            <Radix.Close className="btn btn-quiet -mt-1.5 -mr-2" aria-label="Close">
              <X size={20} aria-hidden="true" />
            </Radix.Close>
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
