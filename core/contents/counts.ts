/** Lessons that a contents page counts instead of naming: “Unit 1 Water (3 lessons)”, “5 chapters of 4 readings”. */
import { figuresOf, LABELS, WORD_NUMBERS } from './line';

export interface Counted {
  n: number;
  /** What is counted, in the singular. */
  label: string;
  /** “… of 4 readings”. */
  each?: { n: number; label: string };
}

const N = `(\\d{1,3}|${WORD_NUMBERS})`;
const SOME = `${N}\\s+(${LABELS}|class|sheet)(?:e?s)`;
const EACH = new RegExp(
  `(?:^|[:,(–—-]\\s*)${SOME}(?:\\s+(?:of|with|à)\\s+${SOME}(?:\\s+each)?|,\\s*${SOME}\\s+each)\\s*\\)?$`,
  'i',
);
const ALONE = new RegExp(`^\\(?\\s*${SOME}\\s*\\)?$`, 'i');
const AT_END = new RegExp(`^(.*?)\\s*(?:\\(\\s*${SOME}\\s*\\)|[,;:–—-]\\s*${SOME})$`, 'i');

/** What a title counts, and the title without it; undefined where it counts nothing. `numbered`: it may be nothing but a count. */
export function countedIn(title: string, numbered: boolean): { title: string; counted: Counted } | undefined {
  const each = EACH.exec(title);
  if (each) {
    const [whole, n, label, ...rest] = each;
    const [m, inner] = rest.filter((x) => x !== undefined);
    return {
      title: title.slice(0, title.length - whole.length).replace(/[\s:,(–—-]+$/, ''),
      counted: {
        ...{ n: Number(figuresOf(n!)), label: label!.toLowerCase() },
        each: { n: Number(figuresOf(m!)), label: inner!.toLowerCase() },
      },
    };
  }
  const bare = numbered ? ALONE.exec(title) : null;
  if (bare) return { title: '', counted: { n: Number(figuresOf(bare[1]!)), label: bare[2]!.toLowerCase() } };
  const end = AT_END.exec(title);
  if (!end) return undefined;
  const [, before, n, label, m, other] = end;
  return { title: before!.trim(), counted: { n: Number(figuresOf(n ?? m!)), label: (label ?? other!).toLowerCase() } };
}
