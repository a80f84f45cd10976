/** The lines of a page taken apart, and what each comes to once it is known what it is. */
import { type Counted, countedIn } from './counts';
import { labelOf, lineParts, type LineParts, withNumber } from './line';
import type { LineKind, PastedLine } from './pasted';
import type { Line } from './tidy';

export const FRONT_OR_BACK =
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
export function specialOf({ label, title }: LineParts): LineKind | undefined {
  if (OF_LABEL[label]) return OF_LABEL[label];
  const short = title.split(/\s+/).length <= 4;
  return SPECIAL.find(([, begins, ends]) => begins.test(title) || (short && ends.test(title)))?.[0];
}

/** A line, what it says by itself, and what it counts. */
export interface Part {
  line: Line;
  parts: LineParts;
  counted?: Counted | undefined;
  mended?: boolean;
}

export const whole = (n: string | undefined): number | undefined =>
  n !== undefined && /^\d+$/.test(n) ? Number(n) : undefined;

/** A word as a scanner cannot tell its letters apart. */
const asScanned = (word: string) => word.toLowerCase().replace(/[i1|]/g, 'l').replace(/0/g, 'o');

/** Each line taken apart; a number that a scanner spoiled is mended where the numbers around it say what it was. */
export function mendNumbers(lines: readonly Line[], unsure: boolean): Part[] {
  const take = (text: string) => lineParts(text, unsure);
  const times = new Map<string, number>();
  for (const { text } of lines) {
    const { label } = take(text);
    times.set(label, (times.get(label) ?? 0) + 1);
  }
  const usual = new Map([...times].filter(([l, n]) => l.length > 2 && n > 1).map(([l]) => [asScanned(l), l]));
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
    const { number } = p.parts;
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
    if (n !== undefined && specialOf(now.parts) === undefined) before = { n, label: now.parts.label };
    const counted = countedIn(now.parts.title, now.parts.number !== undefined);
    return counted ? { ...now, parts: { ...now.parts, title: counted.title }, counted: counted.counted } : now;
  });
}

const HARD_TO_READ = 'its number was hard to read';
const certain = ({ doubt: _, ...line }: PastedLine): PastedLine => line;
export function lineOf({ line, parts, mended }: Part, kind: LineKind, doubt?: string): PastedLine {
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
export function special(part: Part, kind: LineKind, headings: ReadonlySet<string>): PastedLine {
  const { label, number, title } = part.parts;
  const line = lineOf(part, kind);
  if (number === undefined || !SPECIAL_WORD.test(title) || !headings.has(label) || label === '') return line;
  const { number: _n, ...rest } = line;
  return { ...rest, label: '', title: `${label[0]!.toUpperCase()}${label.slice(1)} ${number} ${title}` };
}

/** Lines that a counted line stands for, where nothing of what it counts stands under it. */
export function expanded(part: Part, heading: PastedLine, alone: boolean): PastedLine[] {
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

/** A number that neither goes on from the one before it nor begins anew is in doubt. */
export function numberDoubts(lines: readonly PastedLine[]): PastedLine[] {
  let before: { n: number; label: string } | undefined;
  // The number of the next numbered lesson behind each line.
  const behind: (string | undefined)[] = [];
  for (let i = lines.length - 1; i >= 0; i--) {
    const next = lines[i + 1];
    behind[i] = next?.kind === 'lesson' && next.number !== undefined ? next.number : behind[i + 1];
  }
  return lines.map((l, i) => {
    const n = l.kind === 'lesson' ? whole(l.number) : undefined;
    if (n === undefined) return l;
    const was = before;
    before = { n: whole(l.to) ?? n, label: l.label };
    const goesOn = whole(behind[i]) === before.n + 1;
    if (!was || was.label !== l.label || n === was.n + 1 || n === 1)
      return l.doubt === HARD_TO_READ && goesOn ? certain(l) : l;
    return l.doubt ? l : { ...l, doubt: `the number before it is ${was.n}` };
  });
}

/** Where only first pages are printed, a lesson runs to the page before the next line’s. */
export function fillPageRanges(lines: readonly PastedLine[]): PastedLine[] {
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
