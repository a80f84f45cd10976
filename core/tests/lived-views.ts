import { fromDay } from '../calendar';
import type { Household, SchoolYear } from '../household';
import { overview } from '../overview';
import type { Plan } from '../stagger';
import type { Book, Said } from './lived-book';
import { sideBySide } from './side-by-side';

/** Days looked at, from today on. */
const DAYS = 14;

/** The views of a fortnight beside one another, and the year’s weeks beside the account book’s school days. */
export function views(book: Book, state: Household, year: SchoolYear, plan: Plan): Said {
  const said: Said = { ...sideBySide(state, year, plan, Math.min(book.end, book.today + DAYS - 1)) };
  let teaching = 0;
  for (const { start, days, teaching: n } of overview(state, year, plan, book.today).weeks) {
    const open = Array.from({ length: 7 }, (_, i) => start + i).filter((d) => book.isOpen(d)).length;
    said[`${fromDay(start)}: school days of the week, and which it is`] = [
      [open, open > 0 ? ++teaching : undefined],
      [days, n],
    ];
  }
  return said;
}
