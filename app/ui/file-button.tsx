import { type ReactNode, type RefObject, useRef } from 'react';

/** A button that chooses a file; what was chosen can be chosen again. */
export function FileButton({
  accept,
  onFile,
  className = '',
  input,
  children,
}: {
  accept: string;
  onFile: (file: File) => void | Promise<void>;
  className?: string;
  /** Given where something else opens the choice too. */
  input?: RefObject<HTMLInputElement | null>;
  children: ReactNode;
}) {
  const own = useRef<HTMLInputElement>(null);
  const field = input ?? own;
  const choose = async (file: File | undefined) => {
    if (!file) return;
    await onFile(file);
    if (field.current) field.current.value = '';
  };
  return (
    <label className={`btn has-focus-visible:outline-3 has-focus-visible:outline-offset-2 ${className}`}>
      {children}
      <input
        ref={field}
        type="file"
        accept={accept}
        className="sr-only"
        onChange={(e) => void choose(e.target.files?.[0])}
      />
    </label>
  );
}
