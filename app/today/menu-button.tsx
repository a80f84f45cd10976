import { EllipsisVertical } from 'lucide-react';
import { type ComponentProps, lazy, Suspense, useState } from 'react';
import type { DayRow } from '../../core/day';
import type { MarkMenuProps } from './mark-menu';

const load = () => import('./mark-menu');
const MarkMenu = lazy(load);

/** The button of a step's other marks. The menu itself comes with the first press, so that Today is on the page sooner. */
export function MenuButton(props: MarkMenuProps) {
  const [wanted, setWanted] = useState(false);
  const plain = <MenuTrigger row={props.row} name={props.name} second={props.second} onClick={() => setWanted(true)} />;
  if (!wanted) return plain;
  return (
    <Suspense fallback={plain}>
      <MarkMenu {...props} />
    </Suspense>
  );
}

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
