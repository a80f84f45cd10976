import type { ReactNode } from 'react';

/** What is over, or far off: a line that says how much of it there is, opened by a press. */
export function Fold({ words, children }: { words: ReactNode; children: ReactNode }) {
  return (
    <details>
      <summary className="press cursor-pointer py-1 text-soft">{words}</summary>
      {children}
    </details>
  );
}
