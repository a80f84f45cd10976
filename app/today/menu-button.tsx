import { lazy, Suspense, useState } from 'react';
import { MenuTrigger } from './menu-trigger';
import type { MarkMenuProps } from './row-actions';

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
