import type { ReactNode } from 'react';
import { useHousehold } from './household';

/** What needs every mark of every year waits here until they are read. */
export function Whole({ children }: { children: ReactNode }) {
  const { whole } = useHousehold();
  return whole ? children : <p className="py-8 text-soft">Opening the older pages …</p>;
}
