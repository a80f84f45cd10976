import { EllipsisVertical } from 'lucide-react';
import type { ComponentProps } from 'react';
import type { DayRow } from '../../core/day';

/** What a step’s other marks are opened by: the same before their menu is there and after. */
export function MenuTrigger({
  row,
  name,
  second,
  ...rest
}: { row: DayRow; name: string; second?: boolean | undefined } & ComponentProps<'button'>) {
  return (
    <button
      id={second ? undefined : `menu ${row.key}`}
      type="button"
      className={`btn btn-quiet flex-none !p-0 print:hidden ${second ? '!min-h-0 h-[38px] w-[30px]' : 'size-[44px]'}`}
      aria-label={`Other marks for ${name}`}
      aria-haspopup="menu"
      {...rest}
    >
      <EllipsisVertical size={20} aria-hidden="true" />
    </button>
  );
}
