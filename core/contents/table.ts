import Papa from 'papaparse';
import { defuse, LONGEST_CSV, undefuse } from './csv';

/** A row of a table: its number in the file, from 1, and its cells by their columns; a column that is not there is empty. */
export interface TableRow<C extends string> {
  row: number;
  cell: (column: C) => string;
}
export interface TableFault {
  row: number;
  sentence: string;
}
/** A table of some years’ record may be far longer than a course. */
const LONGEST_TABLE = 25 * LONGEST_CSV;

/** A table as CSV (RFC 4180, CRLF), with a head. Texts that a spreadsheet would run as formulas are defused. */
export const writeTable = (columns: readonly string[], rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse([[...columns], ...rows.map((r) => r.map(defuse))], { newline: '\r\n' })}\r\n`;

/**
 * Reads a table: CSV (RFC 4180; comma, semicolon or tab, as its head has it), columns in any order. Empty rows are passed over. What
 * nothing of can be read says where and why.
 * @param needed columns without which it is no such table.
 * @param bare the columns of a table without a head; without it a head must be there.
 */
export function readTable<C extends string>(
  text: string,
  columns: readonly C[],
  needed: readonly C[],
  bare?: readonly C[],
): { rows: TableRow<C>[] } | { fault: TableFault } {
  const fault = (row: number, sentence: string) => ({ fault: { row, sentence } });
  if (text.length > LONGEST_TABLE) return fault(1, 'The file is far longer than any such table; it was not read.');
  const plain = text.replace(/^\uFEFF/, '');
  const [first = ''] = plain.split(/\r?\n/, 1);
  const names = (mark: string) => first.split(mark).map((c) => c.trim().replace(/^"|"$/g, '').toLowerCase());
  const headed = (mark: string) => needed.every((c) => names(mark).includes(c));
  const byHead = [',', ';', '\t'].find(headed);
  const { data, errors } = Papa.parse<string[]>(
    plain,
    byHead ? { delimiter: byHead } : { delimitersToGuess: ['\t', ';', ','] },
  );
  const quote = errors.find((e) => e.type === 'Quotes');
  if (quote) return fault((quote.row ?? 0) + 1, 'A quotation mark is not closed; nothing was read.');
  const head = byHead ? (data[0] ?? []).map((c) => c.trim().toLowerCase()) : (bare as readonly string[] | undefined);
  if (!head) {
    const there = (data[0] ?? []).map((c) => c.trim().toLowerCase());
    const lacking = needed.find((c) => !there.includes(c)) ?? needed[0]!;
    return fault(1, `The head has no column “${lacking}”: write ${columns.slice(0, 9).join(', ')}.`);
  }
  const rows = data.flatMap((cells, i): TableRow<C>[] => {
    if ((byHead && i === 0) || cells.every((c) => c.trim() === '')) return [];
    const cell = (c: C) => undefuse(head.includes(c) ? (cells[head.indexOf(c)] ?? '') : '').trim();
    return [{ row: i + 1, cell }];
  });
  return { rows };
}
