import { type AnyRow, isThere, namingsOf, type Reference, REFERENCES, rowsOf, withoutNames } from './references';
import type { Household } from './types';

/** What so many rows of a table named that is not there: it was let go (or, in the record, stays named). */
export interface Mended {
  reference: Reference;
  rows: number;
}

/**
 * Every name must be of something that is there. What hangs on it by a leftover only (a moved sitting of a course that is gone) goes or
 * lets it go, and is told; where the household would lose what it says without it, it cannot be mended: the place is named.
 */
export function mendReferences(read: Household): { household: Household; mended: Mended[] } | { fault: string } {
  let household = read;
  const mended: Mended[] = [];
  const tell = (reference: Reference, rows: number) => {
    const known = mended.find((m) => m.reference === reference);
    if (!known) mended.push({ reference, rows });
    else if (reference.gone !== 'stays') known.rows += rows;
  };
  // What goes may be named elsewhere: looked at until nothing goes any more.
  for (let again = true; again;) {
    again = false;
    for (const reference of REFERENCES) {
      const { table } = reference;
      const rows = rowsOf(household, table);
      let missing = 0;
      const kept: AnyRow[] = [];
      for (let i = 0; i < rows.length; i++) {
        const row = rows[i]!;
        const naming = namingsOf(reference, row).find((n) => !isThere(household, row, n));
        if (!naming) {
          kept.push(row);
          continue;
        }
        missing++;
        const where = `${table}${table === 'settings' ? '' : `, row ${i + 1}`}, ${naming.at}`;
        if (reference.gone === 'holds')
          return { fault: `${where} names “${naming.id}”, which is not among the ${reference.names}.` };
        const now =
          reference.gone === 'stays'
            ? row
            : withoutNames(reference, row, (id, around) =>
                isThere(household, row, { ref: reference, id, at: '', around }),
              );
        if (now) kept.push(now);
      }
      if (missing === 0) continue;
      tell(reference, missing);
      if (reference.gone === 'stays') continue;
      again = true;
      household = { ...household, [table]: table === 'settings' ? kept[0] : kept };
    }
  }
  return { household, mended };
}
