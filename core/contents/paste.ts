import { endsInNumber, lineParts, type LineParts } from './line';

export const LINE_KINDS = ['heading', 'lesson', 'test', 'nothing'] as const;
export type LineKind = (typeof LINE_KINDS)[number];

/** One line of a pasted contents page and what it was taken for. */
export interface PastedLine {
  /** Line of the pasted text, from 1; the first of them when wrapped lines were joined. */
  line: number;
  /** The text as it was pasted, wrapped lines joined. */
  raw: string;
  kind: LineKind;
  /** What the book calls it, in lower case: "lesson", "day"; empty for bare numbers. */
  label: string;
  number?: string;
  /** "Days 3–7": the last of several lessons in one line. */
  to?: string;
  title: string;
  pages?: string;
}

/** Most lines read, and most characters of one; what lies beyond is said to be left out, never guessed at. */
export const MOST_LINES = 20_000;
const LONGEST_LINE = 500;

const FRONT_OR_BACK =
  /^(?:table of )?contents$|^(?:pages?|title|acknowledge?ments?|introduction|foreword|preface|how to use this book|index|glossary|bibliography|credits|answers?(?: keys?)?|appendix(?:\b.*)?|about the (?:author|book)s?|notes(?: to the teacher)?|to the (?:teacher|parent))$/i;
const TEST =
  /^(?:(?:unit|chapter|final|mid-?year|end[- ]of[- ]\S+)\s+)?(?:tests?|quiz(?:zes)?|exam(?:ination)?s?|assessments?)\b/i;
const TEST_AT_END = /\b(?:test|quiz|exam|examination|assessment)(?:\s+\d+|\s+[A-Z])?$/i;

/**
 * Reads a pasted contents page, line by line: units and chapters as headings, lessons with number, title and manual
 * pages, tests, and lines that are nothing. It looks at the whole page before it decides: a number at the end is a page
 * where most lines end in rising numbers; "Chapter" is a heading where lessons stand under it, else a lesson itself.
 * Every line can be mended by hand afterwards. Never throws; time is linear in the length of the text.
 */
export function readContents(text: string): PastedLine[] {
  const lines = joinWrapped(tidyLines(text));
  const unsure = pagesAtEnd(lines.map((l) => l.text));
  const read = lines.map((l) => ({ ...l, parts: lineParts(l.text, unsure) }));
  const headings = headingLabels(read.map((r) => r.parts));
  const numbered = read.filter((r) => r.parts.number !== undefined).length;
  const mostlyNumbered = numbered * 2 >= read.length;
  const result = read.map(({ text: raw, line, hash, parts }, i): PastedLine => {
    const { label, number, to, title, pages } = parts;
    const kind = hash ? 'heading' : kindOf(parts, raw, read[i + 1]?.parts, headings, mostlyNumbered, numbered);
    return {
      line,
      raw,
      kind,
      label: label === 'roman' || label === 'letters' ? '' : label,
      ...(number === undefined ? {} : { number }),
      ...(to === undefined ? {} : { to }),
      title,
      ...(pages === undefined ? {} : { pages }),
    };
  });
  return fillPageRanges(result);
}

interface Line {
  line: number;
  text: string;
  /** It was marked as a heading by leading number signs. */
  hash: boolean;
}

function tidyLines(text: string): Line[] {
  return text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\n|\r|\u2028|\f/, MOST_LINES)
    .map((raw, i) => {
      const clean = raw
        .slice(0, LONGEST_LINE)
        .replace(/[\u00A0\u2007\u202F]/g, ' ')
        .replace(/\u00AD|\u200B/g, '')
        .replace(/\s+$/, '');
      const hash = /^\s*#{1,6}\s+/.test(clean);
      // A row of a spreadsheet may have empty cells in front.
      const bare = clean.replace(/^[\s\t]*(?:#{1,6}\s+)?(?:[•▪◦*☐□–—-]\s+)?/, '');
      return { line: i + 1, text: bare, hash };
    })
    .filter((l) => l.text !== '');
}

/** Joins a title that runs over two lines, mending a word broken by a hyphen. */
function joinWrapped(lines: Line[]): Line[] {
  const parts = lines.map((l) => lineParts(l.text, false));
  const withPages = parts.filter((p) => p.pages !== undefined).length;
  const joined: Line[] = [];
  for (let i = 0; i < lines.length; i++) {
    const now = lines[i]!;
    const before = joined.at(-1);
    const lower = /^\p{Ll}/u.test(now.text) && parts[i]!.number === undefined;
    const open = before !== undefined && before.line === lines[i - 1]?.line && parts[i - 1]!.pages === undefined;
    const hyphen = open && /\p{L}-$/u.test(before.text) && lower;
    const wraps = open && lower && withPages * 2 >= lines.length && parts[i - 1]!.number !== undefined;
    if (before && (hyphen || wraps)) {
      before.text = hyphen ? before.text.slice(0, -1) + now.text : `${before.text} ${now.text}`;
      // What the joined line says decides whether a third one may follow.
      parts[i] = {
        ...parts[i]!,
        ...(parts[i - 1]!.number === undefined ? {} : { number: parts[i - 1]!.number }),
      } as LineParts;
      before.line = lines[i]!.line;
      continue;
    }
    joined.push({ ...now });
  }
  return joined;
}

/** Whether numbers behind a single space are pages: most lines end in one, and they hardly ever fall. */
function pagesAtEnd(lines: readonly string[]): boolean {
  const ends = lines.map(endsInNumber).filter((n) => n !== undefined);
  if (ends.length < 3 || ends.length * 10 < lines.length * 6) return false;
  const falls = ends.filter((n, i) => i > 0 && n < ends[i - 1]!).length;
  return falls * 10 <= ends.length && ends.at(-1)! > lines.length;
}

/** Labels under which other numbered lines stand: those are headings. */
function headingLabels(parts: readonly LineParts[]): Set<string> {
  const holds = new Map<string, { n: number; full: number }>();
  for (let i = 0; i < parts.length; i++) {
    const { label, number } = parts[i]!;
    if (number === undefined || isTest(parts[i]!)) continue;
    const h = holds.get(label) ?? { n: 0, full: 0 };
    holds.set(label, h);
    h.n++;
    // Only the next numbered line counts: under a heading stands something of another label.
    let k = i + 1;
    while (k < parts.length && (parts[k]!.number === undefined || isTest(parts[k]!))) k++;
    const next = parts[k];
    if (next && next.label !== label && !alreadyInside(next.label, label, parts, i)) h.full++;
  }
  const headings = new Set<string>();
  for (const [label, h] of holds) if (h.full * 2 > h.n) headings.add(label);
  return headings;
}

/** “Test 3”, “Unit 2 Test”, “Fractions quiz”: a test by its label, or by a short title. */
const isTest = ({ label, title }: LineParts) =>
  /^(?:test|quiz|exam)$/.test(label) || TEST.test(title) || (title.split(/\s+/).length <= 4 && TEST_AT_END.test(title));

/** A line of another label is no child when that label came first: it is the heading above both. */
function alreadyInside(next: string, label: string, parts: readonly LineParts[], at: number): boolean {
  const first = (l: string) => parts.findIndex((p) => p.number !== undefined && p.label === l);
  const a = first(next);
  return a >= 0 && a < first(label) && a < at;
}

function kindOf(
  parts: LineParts,
  raw: string,
  next: LineParts | undefined,
  headings: ReadonlySet<string>,
  mostlyNumbered: boolean,
  numbered: number,
): LineKind {
  const { label, number, title, pages } = parts;
  if (FRONT_OR_BACK.test(title) && number === undefined) return 'nothing';
  if (title === '' && number === undefined) return 'nothing';
  if (isTest(parts)) return 'test';
  if (number !== undefined) {
    if (headings.has(label)) return 'heading';
    // A page number of its own, torn off its line.
    return label === '' && title === '' && numbered <= 1 ? 'nothing' : 'lesson';
  }
  if (!/\p{L}|\d/u.test(raw)) return 'nothing';
  const capitals = title.length > 3 && title === title.toUpperCase() && /\p{Lu}/u.test(title);
  if (/:$/.test(title) || (capitals && pages === undefined)) return 'heading';
  if (mostlyNumbered) return next?.number !== undefined && pages === undefined ? 'heading' : 'lesson';
  return 'lesson';
}

/** Where only first pages are printed, a lesson runs to the page before the next line’s. */
function fillPageRanges(lines: PastedLine[]): PastedLine[] {
  const pageOf = (l: PastedLine | undefined) => (l?.pages && /^\d+$/.test(l.pages) ? Number(l.pages) : undefined);
  return lines.map((l, i) => {
    const from = pageOf(l);
    if (from === undefined || l.kind === 'heading') return l;
    const next = lines.slice(i + 1, i + 6).find((x) => x.pages !== undefined);
    const to = pageOf(next);
    if (to === undefined || to - 1 <= from || to - from > 400) return l;
    return { ...l, pages: `${from}–${to - 1}` };
  });
}
