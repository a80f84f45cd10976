import { type ReactNode, useEffect, useRef } from 'react';

/** The day's list: alone on the page, or folded behind the drawing, which has all of it; open where something of it is being written, and on paper. */
export function AsList({ folded, open, children }: { folded: boolean; open: boolean; children: ReactNode }) {
  const box = useRef<HTMLDetailsElement>(null);
  useEffect(() => {
    const unfold = () => box.current?.setAttribute('open', '');
    window.addEventListener('beforeprint', unfold);
    return () => window.removeEventListener('beforeprint', unfold);
  }, []);
  if (!folded) return children;
  return (
    <details ref={box} data-list open={open} className="border-b border-rule">
      <summary className="press cursor-pointer py-2">The same as a list</summary>
      {children}
    </details>
  );
}
