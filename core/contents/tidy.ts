/** The lines of a pasted page before anything is understood of them: cleaned, joined where they were broken, with how they are set. */
import { lineParts, type LineParts } from './line';

/** Most lines read, and most characters of one; what lies beyond is said to be left out, never guessed at. */
export const MOST_LINES = 20_000;
const LONGEST_LINE = 500;

export interface Line {
  line: number;
  text: string;
  /** It was marked as a heading by leading number signs. */
  hash: boolean;
  /** How far it is set in: columns of white space in front, and one more for a bullet. */
  depth: number;
}

export function tidyLines(text: string): Line[] {
  return text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\n|\r|\u2028|\f/, MOST_LINES)
    .map((raw, i) => {
      const clean = raw
        .slice(0, LONGEST_LINE)
        .replace(/[\u00A0\u2007\u202F]/g, ' ')
        .replace(/\u00AD|\u200B/g, '')
        .replace(/\s+$/, '');
      const hash = /^\s*#{1,6}\s+\S/.test(clean);
      // A row of a spreadsheet may have empty cells in front.
      const front = /^[\s\t]*(?:#{1,6}\s+)?([•▪◦*☐□–—-]\s+)?/.exec(clean)!;
      const white = /^\s*/.exec(clean)![0].replace(/\t/g, '    ').length;
      const text = clean
        .slice(front[0].length)
        // “№ 8”, and a page that a scanner took apart behind its leader.
        .replace(/№\s*/g, '#')
        .replace(/((?:[.·…_]\s?){2}\s*)(\d) (\d)$/, '$1$2$3');
      return { line: i + 1, text, hash, depth: 2 * white + (front[1] ? 1 : 0) };
    })
    .filter((l) => l.text !== '' && !/^[\s._~=*·…-]+$/.test(l.text));
}

/** Joins a title that runs over two lines, mending a word broken by a hyphen. */
export function joinWrapped(lines: Line[]): Line[] {
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
