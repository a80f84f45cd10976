/** Taking one line of a contents page apart: leader and pages, label word, number, title. */

/** What a line says before the whole page has been looked at. */
export interface LineParts {
  /** The word before the number, in lower case and singular: "lesson", "chapter", "day", "book"; empty for bare numbers. */
  label: string;
  /** The number as shown: "12", "3.2", "IV" read as "4", "A". */
  number?: string;
  /** Last number of "Days 3–7". */
  to?: string;
  title: string;
  /** Pages as printed: "46", "46–48", "xi". */
  pages?: string;
  /** The pages were set off by a leader, a tab, brackets or "p.", so they cannot be part of the title. */
  sure: boolean;
}

const WORDS = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'].concat([
  'eleven',
  'twelve',
  'thirteen',
  'fourteen',
  'fifteen',
  'sixteen',
  'seventeen',
  'eighteen',
  'nineteen',
  'twenty',
]);
export const WORD_NUMBERS = WORDS.join('|');
export const LABELS =
  'lesson|chapter|unit|part|book|section|module|theme|volume|strand|topic|term|week|day|session|step|exercise|activity|booklet|level|story|proposition|problem|reading|letter|sound|hymn|psalm|poem|set|group|block|phase|stage|quarter|test|quiz|exam|review|project';
const ROMAN = 'm{0,3}(?:cm|cd|d?c{0,3})(?:xc|xl|l?x{0,3})(?:ix|iv|v?i{0,3})';
/** “3”, “1.2”, and what stands between two numbers: “2a”, “11½”. */
const FIGURES = '\\d+(?:\\.\\d+)*(?:[a-d]|[½¼¾])?';
const NUMBER = `${FIGURES}|${WORDS.join('|')}|(?=[mdclxvi])${ROMAN}`;
const RANGE = '\\s*(?:-|–|—|to)\\s*';

const ROMAN_VALUES: Record<string, number> = { i: 1, v: 5, x: 10, l: 50, c: 100, d: 500, m: 1000 };
/** A Roman numeral in lower case as a number. */
function fromRoman(text: string): number {
  let sum = 0;
  for (let i = 0; i < text.length; i++) {
    const v = ROMAN_VALUES[text[i]!]!;
    sum += v < (ROMAN_VALUES[text[i + 1] ?? ''] ?? 0) ? -v : v;
  }
  return sum;
}

/** A number in figures, words or Roman numerals, as figures. */
export function figuresOf(text: string): string {
  const t = text.toLowerCase();
  if (/^\d/.test(t)) return text;
  const word = WORDS.indexOf(t);
  return String(word >= 0 ? word + 1 : fromRoman(t));
}

const PAGE = `(?:\\d{1,4}|(?=[xvi])${ROMAN.replace('m{0,3}(?:cm|cd|d?c{0,3})', '')})`;
const PAGES = `(${PAGE})(?:${RANGE}(${PAGE}))?`;
/** Pages behind a leader, a tab or a gap; behind "p."; in brackets; or, unsurely, behind a single space. */
const SURE = [
  new RegExp(`(?:\\s*(?:[.,·…_]\\s?){2,}\\s*|\\t\\s*|\\s{2,})(?:pp?\\.?\\s*|pages?\\s+)?${PAGES}$`, 'i'),
  new RegExp(`[,;]?\\s*(?:\\bpp?\\.\\s*|\\bpages?\\s+)${PAGES}$`, 'i'),
  new RegExp(`\\s*[([]\\s*(?:pp?\\.?\\s*|pages?\\s+)${PAGES}\\s*[)\\]]$`, 'i'),
];
const UNSURE = /\s(\d{1,4})(?:\s*[-–—]\s*(\d{1,4}))?$/;
/** Behind these a number is a chapter of another book, a verse, a count: no page. */
const NO_PAGE =
  /(?:^|[\s(])(?:ch|chs|chap|chaps|chapters?|vols?|nos?|figs?|books?|bk|parts?|acts?|scenes?|verses?|vv?|psalms?|lessons?|units?|days?|weeks?|ex|exercises?|problems?|to|through|and|of|set|table)\.?$/i;

const LABELLED = new RegExp(
  `^(?:the\\s+)?(${LABELS})(s?)\\.?\\s*(?:no\\.?\\s*|number\\s+|#\\s*)?(${NUMBER})(?:${RANGE}(${NUMBER}))?(?![\\p{L}\\d])\\s*[.:;,)–—-]*\\s*(.*)$`,
  'iu',
);
const NAMED_BEFORE = new RegExp(
  `^(first|second|third|fourth|fifth|sixth)\\s+(${LABELS})\\b\\s*[.:;,–—-]*\\s*(.*)$`,
  'i',
);
const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'];
const BARE = new RegExp(
  `^[(§#]?\\s*(${FIGURES})(?![\\p{L}\\d])(?:\\s*[-–—]\\s*(\\d+))?\\s*[.):\\]–—-]*(?:\\s+(.*))?$`,
  'u',
);
const BARE_ROMAN = new RegExp(`^((?=[MDCLXVI])${ROMAN.toUpperCase().replace(/M\{0,3\}/, 'M{0,3}')})\\s*[.):]\\s*(.*)$`);
const LETTERED = /^(?:([A-Z])\s*[.):]|([a-z])\))\s+(.*)$/;

/** Takes the pages off the end of a line. */
function takePages(line: string): { rest: string; pages?: string; sure: boolean } {
  const join = (a: string, b: string | undefined) => (b && b !== a ? `${a}–${b}` : a);
  for (const pattern of SURE) {
    const m = pattern.exec(line);
    if (
      m &&
      m.index > 0 &&
      !(pattern === SURE[0] && NO_PAGE.test(line.slice(0, m.index)) && !/[.·…_]{2}|\t/.test(m[0]))
    )
      return { rest: line.slice(0, m.index), pages: join(m[1]!, m[2]), sure: true };
  }
  const m = UNSURE.exec(line);
  return m && m.index > 0 && !NO_PAGE.test(line.slice(0, m.index))
    ? { rest: line.slice(0, m.index), pages: join(m[1]!, m[2]), sure: false }
    : { rest: line, sure: false };
}

/** The label, number and title of what stands before the pages. */
function takeNumber(text: string): Omit<LineParts, 'pages' | 'sure'> {
  const labelled = LABELLED.exec(text);
  if (labelled) {
    const [, label, , number, to, title] = labelled;
    return {
      label: label!.toLowerCase(),
      number: figuresOf(number!),
      ...(to ? { to: figuresOf(to) } : {}),
      title: title!.trim(),
    };
  }
  const named = NAMED_BEFORE.exec(text);
  if (named) {
    const number = String(ORDINALS.indexOf(named[1]!.toLowerCase()) + 1);
    return { label: named[2]!.toLowerCase(), number, title: named[3]!.trim() };
  }
  const bare = BARE.exec(text);
  if (bare && (bare[3] !== undefined || !/^\d{3,}$/.test(bare[1]!))) {
    return { label: '', number: bare[1]!, ...(bare[2] ? { to: bare[2] } : {}), title: (bare[3] ?? '').trim() };
  }
  const roman = BARE_ROMAN.exec(text);
  if (roman) return { label: 'roman', number: figuresOf(roman[1]!), title: roman[2]!.trim() };
  const letter = LETTERED.exec(text);
  if (letter) return { label: 'letters', number: letter[1] ?? letter[2]!, title: letter[3]!.trim() };
  return { label: '', title: text.trim() };
}

/** Takes one line apart. With `pagesUnsure`, a number behind a single space counts as the page. */
export function lineParts(line: string, pagesUnsure: boolean): LineParts {
  const taken = takePages(line);
  if (taken.pages !== undefined && (taken.sure || pagesUnsure)) {
    const parts = takeNumber(taken.rest.trim());
    // "Lesson 12" alone: the number is the lesson's, not a page.
    if (taken.sure || parts.number !== undefined || parts.title.split(/\s+/).length > 1 || !isLabel(parts.title))
      return { ...parts, pages: taken.pages, sure: taken.sure };
  }
  return { ...takeNumber(line.trim()), sure: false };
}

const isLabel = (word: string) => new RegExp(`^(?:${LABELS})s?$`, 'i').test(word.trim());
/** Whether a line ends in a number that could be a page. */
export const endsInNumber = (line: string): number | undefined => {
  const m = UNSURE.exec(line);
  return m && !NO_PAGE.test(line.slice(0, m.index)) ? Number(m[1]) : undefined;
};

/** What a scanner makes of figures: l, I and | for 1, o for 0, a space within. */
const SCANNED = /^((?:[\p{L}]+\.?\s+)?#?\s*)([\dlIoO|](?:\s?[\dlIoO|]){0,3})(?![\p{L}\d])/u;
/**
 * A line whose number a scanner spoiled, with the figures that were expected in its place; undefined where what stands there is nothing
 * like them. “Lesson 1 O Hooks”, 10 → “Lesson 10 Hooks”.
 */
export function withNumber(line: string, expected: number): string | undefined {
  const [, before = '', figures = ''] = SCANNED.exec(line) ?? [];
  // The whole of it, or a shorter piece: “1 0” of “1 0 7”.
  for (let piece = figures; piece !== ''; piece = piece.slice(0, -1).trimEnd()) {
    const read = piece.replace(/\s/g, '').replace(/[lI|]/g, '1').replace(/[oO]/g, '0');
    if (Number(read) === expected) return `${before}${expected}${line.slice(before.length + piece.length)}`;
  }
  return undefined;
}

/** A label as it is shown: what is counted in Roman figures or letters has no word. */
export const labelOf = (label: string): string => (label === 'roman' || label === 'letters' ? '' : label);
