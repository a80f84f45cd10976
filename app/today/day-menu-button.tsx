import { SlidersHorizontal } from 'lucide-react';
import type { ComponentProps } from 'react';

/** What opens the menu of a day that turns out otherwise; on a phone by a sign alone, with how the day is shown in it. */
export function DayMenuButton({ narrow, ...rest }: { narrow: boolean } & ComponentProps<'button'>) {
  return (
    <button
      type="button"
      className="btn press !px-2.5 !py-0 print:hidden"
      aria-haspopup="menu"
      {...(narrow ? { 'aria-label': 'Change of plan' } : {})}
      {...rest}
    >
      {narrow ? <SlidersHorizontal size={19} aria-hidden="true" /> : 'Change of plan'}
    </button>
  );
}
