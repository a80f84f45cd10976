/** A sheet of labels as it is bought, or a plain sheet to be cut: lengths in millimetres. */
export interface LabelSheet {
  id: string;
  /** What it is called in the list, by what it looks like. */
  name: string;
  paper: Paper;
  across: number;
  down: number;
  width: number;
  height: number;
  /** From the sheet's left and top edge to the first label. */
  left: number;
  top: number;
  /** From one label's edge to the next one's. */
  gapX: number;
  gapY: number;
  /** A plain sheet: lines are printed to cut along. */
  cut?: boolean;
}
/** Sizes of paper in millimetres: ISO 216 A4; US Letter, 8½ by 11 inches (ANSI/ASME Y14.1, size A). */
export const PAPERS = { A4: { width: 210, height: 297 }, Letter: { width: 215.9, height: 279.4 } } as const;
export type Paper = keyof typeof PAPERS;

/**
 * Label sheets in common use, A4 and Letter, and plain sheets. Sizes of labels and margins are common practice among makers (from
 * memory): a sheet of another maker is tried out on plain paper first, held against the light.
 */
export const LABEL_SHEETS: readonly LabelSheet[] = [
  { id: 'a4-21', name: 'A4, 21 labels of 63.5 × 38.1 mm', paper: 'A4', ...grid(3, 7, 63.5, 38.1, 7.2, 15.1, 2.5, 0) },
  { id: 'a4-24', name: 'A4, 24 labels of 70 × 37 mm', paper: 'A4', ...grid(3, 8, 70, 37, 0, 0.5, 0, 0) },
  { id: 'a4-8', name: 'A4, 8 labels of 99.1 × 67.7 mm', paper: 'A4', ...grid(2, 4, 99.1, 67.7, 4.65, 13.1, 2.5, 0) },
  {
    ...{ id: 'letter-30', name: 'Letter, 30 labels of 66.7 × 25.4 mm', paper: 'Letter' as const },
    ...grid(3, 10, 66.7, 25.4, 4.75, 12.7, 3.15, 0),
  },
  {
    ...{ id: 'letter-10', name: 'Letter, 10 labels of 101.6 × 50.8 mm', paper: 'Letter' as const },
    ...grid(2, 5, 101.6, 50.8, 4, 12.7, 4.7, 0),
  },
  { id: 'a4-cut', name: 'A4, plain, to cut', paper: 'A4', ...grid(2, 7, 90, 38, 15, 15, 0, 0), cut: true },
  {
    id: 'letter-cut',
    name: 'Letter, plain, to cut',
    paper: 'Letter',
    ...grid(2, 6, 90, 38, 17.95, 20, 0, 0),
    cut: true,
  },
];

function grid(
  across: number,
  down: number,
  width: number,
  height: number,
  left: number,
  top: number,
  gapX: number,
  gapY: number,
) {
  return { across, down, width, height, left, top, gapX, gapY };
}

/** Where a label lies on its sheet, in millimetres from the left and the top edge. */
export interface Spot {
  x: number;
  y: number;
}

/** The spots of one sheet, row by row. */
export const spotsOf = (sheet: LabelSheet): Spot[] =>
  Array.from({ length: sheet.across * sheet.down }, (_, i) => ({
    x: sheet.left + (i % sheet.across) * (sheet.width + sheet.gapX),
    y: sheet.top + Math.floor(i / sheet.across) * (sheet.height + sheet.gapY),
  }));

/**
 * Labels laid out on sheets.
 * @param skip how many labels of the first sheet are used up already: 0 to all but one of them.
 */
export function laidOut<T>(sheet: LabelSheet, labels: readonly T[], skip = 0): (Spot & { label: T })[][] {
  const spots = spotsOf(sheet);
  const first = Math.min(Math.max(0, Math.floor(skip)), spots.length - 1);
  const pages: (Spot & { label: T })[][] = [];
  labels.forEach((label, i) => {
    const at = i + first;
    const page = Math.floor(at / spots.length);
    (pages[page] ??= []).push({ ...spots[at % spots.length]!, label });
  });
  return pages;
}
