import { readColumns } from './columns';
import { type Counted, countedIn } from './counts';
import { endsInNumber, lineParts, type LineParts, withNumber } from './line';
import { joinWrapped, type Line, tidyLines } from './tidy';

export { MOST_LINES } from './tidy';

export const LINE_KINDS = ['heading', 'lesson', 'test', 'review', 'project', 'nothing'] as const;
export type LineKind = (typeof LINE_KINDS)[number];

/** One line of a pasted contents page and what it was taken for. */
export interface PastedLine {
  /** Line of the pasted text, from 1; the first of them when wrapped lines were joined. Several may come of one line. */
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
  /** Why it may be something else, in a few words. */
  doubt?: string;
}

/** One way to read a whole page. */
export interface PageReading {
  /** What it goes by. */
  by: (typeof READ_BY)[number];
  lines: PastedLine[];
  /** How much of the page speaks for it; the more the better. */
  score: number;
}
export const READ_BY = [
  'its columns',
  'what is set in',
  'lines without a number as headings',
  'lines without a number as lessons',
] as const;

const FRONT_OR_BACK =
  /^(?:table of )?contents$|^(?:pages?|title|acknowledge?ments?|introduction|foreword|preface|how to use this book|index|glossary|bibliography|credits|answers?(?: keys?)?|appendix(?:\b.*)?|about the (?:author|book)s?|notes(?: to the teacher)?|to the (?:teacher|parent))$/i;
const BEFORE =
  '(?:(?:unit|chapter|section|lesson|module|week|book|part|final|mid-?year|cumulative|general|end[- ]of[- ]\\S+)\\s+)*';
/** What a line is by its words: at its beginning, or as the end of a short title. */
const SPECIAL: readonly [LineKind, RegExp, RegExp][] = [
  [
    'test',
    new RegExp(`^${BEFORE}(?:tests?|quiz(?:zes)?|exam(?:ination)?s?|assessments?|self-checks?|check-?ups?)\\b`, 'i'),
    /\b(?:test|quiz|exam|examination|assessment|check)(?:\s+\d+|\s+[A-Z])?$/i,
  ],
  ['review', new RegExp(`^${BEFORE}(?:reviews?|revision)\\b`, 'i'), /\b(?:review|revision)(?:\s+\d+|\s+[A-Z])?$/i],
  [
    'project',
    new RegExp(`^${BEFORE}(?:projects?\\b|(?:lab|field trip|outing|experiment)s?:)`, 'i'),
    /\bproject(?:\s+\d+|\s+[A-Z])?$/i,
  ],
];
const SPECIAL_WORD = /^(?:test|quiz|exam|examination|assessment|review|revision|project)$/i;
const OF_LABEL: Record<string, LineKind> = {
  test: 'test',
  quiz: 'test',
  exam: 'test',
  review: 'review',
  project: 'project',
};

/** “Test 3”, “Unit 2 Review”, “Fractions quiz”: no lesson, by its label, its first words, or the end of a short title. */
function specialOf({ label, title }: LineParts): LineKind | undefined {
  if (OF_LABEL[label]) return OF_LABEL[label];
  const short = title.split(/\s+/).length <= 4;
  return SPECIAL.find(([, begins, ends]) => begins.test(title) || (short && ends.test(title)))?.[0];
}

/** A line, what it says by itself, and what it counts. */
interface Part {
  line: Line;
  parts: LineParts;
  counted?: Counted | undefined;
  mended?: boolean;
}

/**
 * Reads a pasted contents page: headings, lessons with number, title and manual pages, tests, reviews, projects, and lines that are
 * nothing. The whole page is read in several ways, and the one that most of it speaks for is taken; where another comes near, the lines
 * that they differ in carry a doubt. Every line can be mended by hand afterwards. Never throws; time is linear in the length of the text.
 */
export const readContents = (text: string): PastedLine[] => readingsOf(text)[0]?.lines ?? [];

/** How near another reading comes to put the lines they differ in into doubt. */
const NEAR = 1.5;

/** Every way to read a page that comes to something else, the one that most speaks for first. */
export function readingsOf(text: string): PageReading[] {
  const found: PageReading[] = [];
  const add = (by: PageReading['by'], lines: PastedLine[], score: number) => found.push({ by, lines, score });
  const columns = readColumns(text);
  if (columns) add('its columns', fillPageRanges(columns), Infinity);
  const lines = joinWrapped(tidyLines(text));
  const unsure = pagesAtEnd(lines.map((l) => l.text));
  const parts = mendNumbers(lines, unsure);
  const nested = nesting(parts);
  if (nested) add('what is set in', nested, scoreOf(nested) + 0.2 * lines.length);
  for (const as of ['headings', 'lessons'] as const) {
    const read = byNumbers(parts, as);
    add(`lines without a number as ${as}`, read, scoreOf(read));
  }
  const sorted = found
    .map((r, i) => ({ r, i }))
    .sort((a, b) => b.r.score - a.r.score || a.i - b.i)
    .map(({ r }) => r);
  const different = sorted.filter((r, i) => sorted.findIndex((o) => same(o.lines, r.lines)) === i);
  const [best, ...others] = different;
  if (!best) return [];
  const near = others.filter((o) => best.score - o.score < NEAR);
  return [{ ...best, lines: doubted(best.lines, near) }, ...others];
}

const what = (l: PastedLine) => JSON.stringify([l.line, l.kind, l.label, l.number, l.to, l.title, l.pages]);
const same = (a: readonly PastedLine[], b: readonly PastedLine[]): boolean =>
  a.length === b.length && a.every((l, i) => what(l) === what(b[i]!));

/** Lines that a near reading takes for something else say so. */
function doubted(lines: readonly PastedLine[], near: readonly PageReading[]): PastedLine[] {
  const kinds = near.map((r) => new Map(r.lines.map((l) => [`${l.line} ${l.number ?? ''}`, l.kind])));
  return lines.map((l) => {
    const other = kinds.map((k) => k.get(`${l.line} ${l.number ?? ''}`)).find((k) => k !== undefined && k !== l.kind);
    return l.doubt || !other ? l : { ...l, doubt: `it may be ${other === 'nothing' ? 'nothing' : `a ${other}`}` };
  });
}

/** Whether numbers behind a single space are pages: most lines end in one, and they hardly ever fall. */
function pagesAtEnd(lines: readonly string[]): boolean {
  const ends = lines.map(endsInNumber).filter((n) => n !== undefined);
  if (ends.length < 3 || ends.length * 10 < lines.length * 6) return false;
  const falls = ends.filter((n, i) => i > 0 && n < ends[i - 1]!).length;
  return falls * 10 <= ends.length && ends.at(-1)! > lines.length;
}

const whole = (n: string | undefined): number | undefined =>
  n !== undefined && /^\d+$/.test(n) ? Number(n) : undefined;

/** A word as a scanner cannot tell its letters apart. */
const asScanned = (word: string) => word.toLowerCase().replace(/[i1|]/g, 'l').replace(/0/g, 'o');

/** Each line taken apart; a number that a scanner spoiled is mended where the numbers around it say what it was. */
function mendNumbers(lines: readonly Line[], unsure: boolean): Part[] {
  const take = (text: string) => lineParts(text, unsure);
  const labels = lines.map(({ text }) => take(text)).map((p) => p.label);
  const usual = new Map(
    labels.filter((l) => l.length > 2 && labels.indexOf(l) !== labels.lastIndexOf(l)).map((l) => [asScanned(l), l]),
  );
  const plain = lines.map((line): Part => {
    const [word = ''] = line.text.split(' ', 1);
    const label = usual.get(asScanned(word));
    if (label && word.toLowerCase() !== label && word.length === label.length)
      return { line, parts: take(`${label}${line.text.slice(word.length)}`), mended: true };
    // “3 chapters of 4 readings” begins with no number of its own.
    const all = countedIn(line.text, false);
    return all?.counted.each
      ? { line, parts: { label: '', title: '', sure: false }, counted: all.counted }
      : { line, parts: take(line.text) };
  });
  let before: { n: number; label: string } | undefined;
  return plain.map((p, i): Part => {
    if (p.counted) return p;
    const { label, number } = p.parts;
    const next = plain.slice(i + 1, i + 4).find((o) => o.parts.number !== undefined);
    const after = whole(next?.parts.number);
    // What follows the last one; for the first, what comes before the next one.
    const expected = before ? before.n + 1 : after === undefined ? undefined : after - 1;
    let now = p;
    if (expected !== undefined && expected > 0 && whole(number) !== expected) {
      const text = withNumber(p.line.text, expected);
      const parts = text === undefined ? undefined : take(text);
      const fits = parts && whole(parts.number) === expected && (!before || parts.label === before.label);
      // A number that goes on from here by itself is no fault of the scanner’s.
      if (fits && !(whole(number) === 1 && after === 2)) now = { line: p.line, parts, mended: true };
    }
    const n = whole(now.parts.to ?? now.parts.number);
    if (
      n !== undefined &&
      specialOf(now.parts) === undefined &&
      (!before || before.label === now.parts.label || label === '')
    )
      before = { n, label: now.parts.label };
    else if (n !== undefined && specialOf(now.parts) === undefined) before = { n, label: now.parts.label };
    const counted = countedIn(now.parts.title, now.parts.number !== undefined);
    return counted ? { ...now, parts: { ...now.parts, title: counted.title }, counted: counted.counted } : now;
  });
}

/** Labels under which other numbered lines stand: those are headings. */
function headingLabels(all: readonly Part[]): Set<string> {
  const parts = all.map((p) => p.parts);
  const special = parts.map((p) => specialOf(p) !== undefined);
  const first = new Map<string, number>();
  parts.forEach((p, i) => p.number !== undefined && !special[i] && !first.has(p.label) && first.set(p.label, i));
  const holds = new Map<string, { n: number; full: number }>();
  for (let i = 0; i < parts.length; i++) {
    const { label, number } = parts[i]!;
    if (number === undefined || special[i]) continue;
    const h = holds.get(label) ?? { n: 0, full: 0 };
    holds.set(label, h);
    h.n++;
    if (all[i]!.counted) h.full++;
    // Only the next numbered line counts: under a heading stands something of another label.
    let k = i + 1;
    while (k < parts.length && (parts[k]!.number === undefined || special[k])) k++;
    const next = parts[k];
    // A line of another label is no child when that label came first: it is the heading above both.
    const above = next && first.get(next.label)! < first.get(label)! && first.get(next.label)! < i;
    if (next && next.label !== label && !above && !all[i]!.counted) h.full++;
  }
  const headings = new Set<string>();
  for (const [label, h] of holds) if (h.full * 2 > h.n) headings.add(label);
  return headings;
}

const HARD_TO_READ = 'its number was hard to read';
const certain = ({ doubt: _, ...line }: PastedLine): PastedLine => line;
const labelOf = (label: string) => (label === 'roman' || label === 'letters' ? '' : label);
function lineOf({ line, parts, mended }: Part, kind: LineKind, doubt?: string): PastedLine {
  const { label, number, to, title, pages } = parts;
  const why = doubt ?? (mended ? HARD_TO_READ : undefined);
  return {
    ...{ line: line.line, raw: line.text, kind, label: labelOf(label), title },
    ...(number === undefined ? {} : { number }),
    ...(to === undefined ? {} : { to }),
    ...(pages === undefined ? {} : { pages }),
    ...(why === undefined ? {} : { doubt: why }),
  };
}

/** “Chapter 1 Review” under chapters that are headings: one title, and no chapter. */
function special(part: Part, kind: LineKind, headings: ReadonlySet<string>): PastedLine {
  const { label, number, title } = part.parts;
  const line = lineOf(part, kind);
  if (number === undefined || !SPECIAL_WORD.test(title) || !headings.has(label) || label === '') return line;
  const { number: _n, ...rest } = line;
  return { ...rest, label: '', title: `${label[0]!.toUpperCase()}${label.slice(1)} ${number} ${title}` };
}

/** Lines that a counted line stands for, where nothing of what it counts stands under it. */
function expanded(part: Part, heading: PastedLine, alone: boolean): PastedLine[] {
  const { counted } = part;
  if (!counted || !alone || counted.n < 1) return [heading];
  const base = { line: heading.line, raw: heading.raw };
  const lessons = (label: string, n: number): PastedLine => ({
    ...{ ...base, kind: 'lesson', label, number: '1', title: '' },
    ...(n > 1 ? { to: String(n) } : {}),
  });
  const { each } = counted;
  if (!each) return [heading, lessons(counted.label, counted.n)];
  return Array.from({ length: Math.min(counted.n, 200) }, (_, i) => [
    { ...base, kind: 'heading' as const, label: counted.label, number: String(i + 1), title: '' },
    lessons(each.label, each.n),
  ]).flat();
}

/** By labels and numbers; lines without a number are headings over those with one, or lessons among them. */
function byNumbers(parts: readonly Part[], without: 'headings' | 'lessons'): PastedLine[] {
  const headings = headingLabels(parts);
  const numbered = parts.filter((p) => p.parts.number !== undefined).length;
  const mostly = numbered * 2 >= parts.length;
  const capitals = (t: string) => t.length > 3 && t === t.toUpperCase() && /\p{Lu}/u.test(t);
  const kindOf = ({ line, parts: p, counted }: Part, next: Part | undefined): LineKind => {
    if (line.hash) return 'heading';
    if (FRONT_OR_BACK.test(p.title) && p.number === undefined) return 'nothing';
    if (p.title === '' && p.number === undefined && !counted) return 'nothing';
    const kind = specialOf(p);
    if (kind) return kind;
    if (counted?.each) return 'heading';
    if (p.number !== undefined) {
      if (headings.has(p.label)) return 'heading';
      // A page number of its own, torn off its line.
      return p.label === '' && p.title === '' && numbered <= 1 ? 'nothing' : 'lesson';
    }
    if (!/\p{L}|\d/u.test(line.text)) return 'nothing';
    if (/:$/.test(p.title) || (capitals(p.title) && p.pages === undefined) || counted) return 'heading';
    if (!mostly || without === 'lessons') return 'lesson';
    return next?.parts.number !== undefined && !specialOf(next.parts) && p.pages === undefined ? 'heading' : 'lesson';
  };
  const kinds = parts.map((p, i) => kindOf(p, parts[i + 1]));
  const titles = bookTitles(parts, kinds, mostly);
  const made = parts.flatMap((p, i): PastedLine[] => {
    const kind = kinds[i]!;
    if (titles.has(i)) return [lineOf(p, 'nothing', titles.get(i))];
    if (kind !== 'heading' && kind !== 'lesson' && kind !== 'nothing') return [special(p, kind, headings)];
    // What is counted is there already where a lesson stands next.
    const alone = kinds.slice(i + 1).find((k) => k !== 'nothing') !== 'lesson';
    return expanded(p, lineOf(p, p.counted && alone ? 'heading' : kind), alone);
  });
  return fillPageRanges(numberDoubts(made));
}

/**
 * The book’s own title: what stands without a number before the first numbered line, but for a last one that is a heading like others
 * further down. Said to be doubtful where no “Contents” stands behind it.
 */
function bookTitles(
  parts: readonly Part[],
  kinds: readonly LineKind[],
  mostly: boolean,
): Map<number, string | undefined> {
  const titles = new Map<number, string | undefined>();
  const first = parts.findIndex((p) => p.parts.number !== undefined || p.line.hash || p.counted !== undefined);
  const contents = parts.findIndex((p) => /^(?:table of )?contents$/i.test(p.parts.title));
  if (first <= 0) return titles;
  const counts = parts[first]!.counted !== undefined;
  if (!mostly && !counts && contents < 0) return titles;
  const bare = (i: number) => parts[i]!.parts.number === undefined && parts[i]!.parts.pages === undefined;
  const later = kinds.some((k, i) => i > first && k === 'heading' && bare(i) && !parts[i]!.counted);
  const last = later && kinds[first] === 'lesson' ? first - 1 : first;
  for (let i = 0; i < last; i++)
    if (bare(i) && kinds[i] !== 'nothing' && (i < contents || contents < 0 || mostly))
      titles.set(i, i < contents ? undefined : 'taken for the title of the book');
  return titles;
}

/** A number that neither goes on from the one before it nor begins anew is in doubt. */
function numberDoubts(lines: readonly PastedLine[]): PastedLine[] {
  let before: { n: number; label: string } | undefined;
  return lines.map((l, i) => {
    const n = l.kind === 'lesson' ? whole(l.number) : undefined;
    if (n === undefined) return l;
    const was = before;
    before = { n: whole(l.to) ?? n, label: l.label };
    const confirmed = lines.slice(i + 1).find((o) => o.kind === 'lesson' && o.number !== undefined);
    const goesOn = whole(confirmed?.number) === before.n + 1;
    if (!was || was.label !== l.label || n === was.n + 1 || n === 1)
      return l.doubt === HARD_TO_READ && goesOn ? certain(l) : l;
    return l.doubt ? l : { ...l, doubt: `the number before it is ${was.n}` };
  });
}

/** By what is set in, or bulleted: what has lines below it is a heading. Undefined where nothing is, or headings hold too little. */
function nesting(all: readonly Part[]): PastedLine[] | undefined {
  // “Contents” stands over everything, and is no heading of it.
  const parts = all.filter((p) => p.parts.number !== undefined || !FRONT_OR_BACK.test(p.parts.title));
  const lines = parts.map((p) => p.line);
  const depths = lines.map((l) => l.depth);
  if (new Set(depths).size < 2 || lines.some((l) => l.hash)) return undefined;
  const parent = depths.map((d, i) => (depths[i + 1] ?? -1) > d);
  // Of headings within headings the inner ones.
  const heads = parent.filter((p, i) => p && !parent[i + 1]).length;
  const leaves = parent.filter((p) => !p).length;
  if (leaves < 1.5 * heads || parts.some((p, i) => parent[i] && p.parts.pages !== undefined)) return undefined;
  const headings = new Set(parts.flatMap((p, i) => (parent[i] ? [p.parts.label] : [])));
  const made = all.flatMap((p): PastedLine[] => {
    const i = parts.indexOf(p);
    if (i < 0) return [lineOf(p, 'nothing')];
    if (parent[i]) return [lineOf(p, 'heading')];
    const kind = specialOf(p.parts);
    return kind ? [special(p, kind, headings)] : expanded(p, lineOf(p, 'lesson'), p.counted !== undefined);
  });
  return fillPageRanges(numberDoubts(made));
}

/** How much speaks for a reading: numbers that run, pages that rise, headings that hold something; against it what swallows or dangles. */
function scoreOf(lines: readonly PastedLine[]): number {
  let score = 0;
  let before: number | undefined;
  let page: number | undefined;
  let held: number | undefined;
  const numbered = lines.filter((l) => l.kind === 'lesson' && l.number !== undefined).length;
  const some = lines.some((l) => l.kind === 'heading');
  const close = () => {
    if (held !== undefined) score += held === 0 ? -2 : held === 1 ? 0 : 0.5;
  };
  for (const [i, l] of lines.entries()) {
    if (l.kind === 'heading') {
      // A part that holds only chapters is no empty heading.
      if (!(held === 0 && lines[i - 1]?.kind === 'heading')) close();
      held = 0;
      continue;
    }
    if (l.kind === 'nothing') continue;
    if (held === undefined && some && l.kind === 'lesson') {
      // Lessons before the first heading.
      score -= 1.5;
      held = 2;
    }
    if (held !== undefined) held++;
    const n = l.kind === 'lesson' ? whole(l.number) : undefined;
    if (n !== undefined) {
      if (before !== undefined) score += n === before + 1 || n === 1 ? 1 : -1;
      before = whole(l.to) ?? n;
    } else if (l.kind === 'lesson' && numbered * 2 >= lines.length) score -= 0.3;
    const p = whole(l.pages?.replace(/–.*/, ''));
    if (p !== undefined) {
      if (page !== undefined) score += p >= page ? 0.3 : -1;
      page = p;
    }
  }
  close();
  return score;
}

/** Where only first pages are printed, a lesson runs to the page before the next line’s. */
function fillPageRanges(lines: readonly PastedLine[]): PastedLine[] {
  const pageOf = (l: PastedLine | undefined) => whole(l?.pages);
  return lines.map((l, i) => {
    const from = pageOf(l);
    if (from === undefined || l.kind === 'heading') return l;
    const next = lines.slice(i + 1, i + 6).find((x) => x.pages !== undefined);
    const to = next?.pages === undefined ? undefined : whole(next.pages.replace(/–.*/, ''));
    if (to === undefined || to - 1 <= from || to - from > 400) return l;
    return { ...l, pages: `${from}–${to - 1}` };
  });
}
