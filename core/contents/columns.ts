/** A page that is a sheet: a row of heads, and under each its own thing. */
import Papa from 'papaparse';
import { labelOf, lineParts } from './line';
import type { PastedLine } from './pasted';

type Role = 'unit' | 'number' | 'title' | 'pages' | 'other';
interface Column {
  role: Role;
  /** The word of the head: “week”, “lesson”. */
  word: string;
  /** Of several columns with pages the one to be kept: the teacher’s own book before the child’s, never the exercises. */
  rank: number;
}

const UNIT = /^(units?|chapters?|modules?|parts?|sections?|weeks?|themes?|strands?|terms?|blocks?|books?)\b/;
const NUMBERED =
  /^(?:(lesson|day|session|reading)s?\b(?:\s*(?:no\.?|nr\.?|number|#))?|(?:no\.?|nr\.?|number|seq\.?|order|#|n))$/;
const TITLE = /\b(?:titles?|topics?|names?|subjects?|contents?|read|lesson|description|what)\b/;
const PAGES = /\b(?:pp?\.?|pages?|pgs?\.?)(?:\s|$)/;
const EXERCISES = /\b(?:work\s*book|exercises?|practi[cs]e|work\s*sheets?|activity)\b/;

function columnOf(head: string): Column {
  const text = head.trim().toLowerCase();
  const column = (role: Role, word = '', rank = 0): Column => ({ role, word, rank });
  if (PAGES.test(text)) {
    if (EXERCISES.test(text)) return column('other');
    return column('pages', '', /\b(?:teacher|manual|guide|parent)/.test(text) ? 2 : 1);
  }
  if (EXERCISES.test(text)) return column('other');
  const numbered = NUMBERED.exec(text);
  if (numbered) return column('number', numbered[1] ?? 'lesson');
  const unit = UNIT.exec(text);
  if (unit) return column('unit', unit[1]!.replace(/s$/, ''));
  return TITLE.test(text) ? column('title') : column('other');
}

/** The cells of a text that is a sheet by tabs, bars, semicolons or commas. */
function cellsOf(text: string): string[][] | undefined {
  const lines = text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\n|\r/)
    .slice(0, 2000);
  const first = lines.find((l) => l.trim() !== '') ?? '';
  if (/^\s*\|.*\|/.test(first))
    return lines
      .filter((l) => !/^[\s|:-]*$/.test(l))
      .map((l) =>
        l
          .trim()
          .replace(/^\||\|$/g, '')
          .split('|')
          .map((c) => c.trim()),
      );
  const mark = ['\t', ';', '|', ','].find((m) => first.split(m).length > 1);
  // Or by gaps of white space, where the heads stand apart by them.
  if (!mark) return first.trim().split(/\s{2,}/).length < 2 ? undefined : lines.map((l) => l.trim().split(/\s{2,}/));
  const { data } = Papa.parse<string[]>(lines.join('\n'), { delimiter: mark });
  return data.map((r) => r.map((c) => c.trim()));
}

/**
 * Reads a sheet whose first row says what its columns are: units filled down, lessons by number and title, the pages of the teacher’s book.
 * Undefined where no row of heads is found, or too little stands under it.
 */
export function readColumns(text: string): PastedLine[] | undefined {
  const rows = cellsOf(text);
  const at = rows?.findIndex((r) => r.some((c) => c !== '')) ?? -1;
  if (!rows || at < 0) return undefined;
  const columns = rows[at]!.map(columnOf);
  const find = (role: Role) => columns.findIndex((c) => c.role === role);
  // Heads alone: no figures, and at least two that are understood.
  const understood = columns.filter((c) => c.role !== 'other').length;
  if (understood < 2 || rows[at]!.some((c) => /\d/.test(c))) return undefined;
  const best = columns.reduce((b, c, i) => (c.role === 'pages' && c.rank > (columns[b]?.rank ?? 0) ? i : b), -1);
  const [unitAt, numberAt] = [find('unit'), find('number')];
  const titleAt = find('title');
  if (titleAt < 0 && numberAt < 0) return undefined;
  const lines: PastedLine[] = [];
  let unit = '';
  for (const [i, cells] of rows.entries()) {
    if (i <= at || cells.every((c) => c === '')) continue;
    const [line, raw] = [i + 1, cells.join(' ').trim()];
    const named = unitAt < 0 ? '' : (cells[unitAt] ?? '');
    if (named !== '' && named !== unit) {
      unit = named;
      const { label, number, title } = lineParts(named, false);
      const bare = number !== undefined && title === '' && label === '';
      lines.push({
        ...{ line, raw, kind: 'heading', title },
        label: bare ? columns[unitAt]!.word : labelOf(label),
        ...(number === undefined ? {} : { number }),
      });
    }
    const number = numberAt < 0 ? '' : (cells[numberAt] ?? '');
    const title = titleAt < 0 ? '' : (cells[titleAt] ?? '');
    // A column called “Lesson” may hold its title.
    const plain = /^\d+[a-d½]?$/i.test(number);
    if (number === '' && title === '') continue;
    const pages = best < 0 ? '' : (cells[best] ?? '').replace(/^pp?\.?\s*/i, '').replace(/\s*[-–—]\s*/, '–');
    lines.push({
      ...{ line, raw, kind: 'lesson' },
      label: plain ? columns[numberAt]!.word : '',
      ...(plain ? { number } : {}),
      title: plain || number === '' ? title : [number, title].filter(Boolean).join(', '),
      ...(pages === '' ? {} : { pages }),
    });
  }
  return lines.filter((l) => l.kind === 'lesson').length > 0 ? lines : undefined;
}
