import type { LineKind, PastedLine } from './pasted';

/** What is mended of a line by hand; a number may be a range, “3–7”, or empty for none. */
export interface LineChange {
  kind?: LineKind;
  title?: string;
  pages?: string;
  number?: string;
}

/** A line as it was mended: it is in doubt no more. */
export function mendLine(line: PastedLine, { number, ...change }: LineChange): PastedLine {
  const { doubt: _, ...mended } = { ...line, ...change };
  if (number === undefined) return mended;
  const { number: _n, to: _t, ...bare } = mended;
  const range = /^\s*(\d+)\s*[-–—]\s*(\d+)\s*$/.exec(number);
  if (range) return { ...bare, number: range[1]!, to: range[2]! };
  return number.trim() === '' ? bare : { ...bare, number };
}
