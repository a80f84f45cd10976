import { fromDay } from '../core/calendar';
import { fixed } from './simulated';

/** What the simulated shop is called: orders from it are answered for. */
export const SHOP = 'Towpath Books';

export interface ShopStatus {
  number: string;
  is: 'being packed' | 'on its way' | 'held up' | 'delivered';
  expected: string;
}

/**
 * A stand-in for a shop's word on an order: packed for two days, then on its way, comes within a fortnight; one in four is held up for some
 * days, which is told when it should have left.
 */
export function orderStatus(number: string, ordered: number, day: number): ShopStatus {
  const comes = ordered + 4 + fixed(number, 8);
  const heldUp = fixed(`${number} late`, 4) === 0 ? 3 + fixed(`${number} days`, 7) : 0;
  const packed = day - ordered < 2;
  const arrives = comes + (packed ? 0 : heldUp);
  const is = day >= arrives ? 'delivered' : packed ? 'being packed' : heldUp > 0 ? 'held up' : 'on its way';
  return { number, is, expected: fromDay(arrives) };
}
