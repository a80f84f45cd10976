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
