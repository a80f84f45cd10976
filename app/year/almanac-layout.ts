import { addMonths, type Day, monthStart, weekStart, type Weekday } from '../../core/calendar';

/** Width of a day, and of what stands around the tiers, in the units of the drawing. */
export const WIDTH = 42;
/** Height of a day, for a mouse or pen and for a finger. */
export const HEIGHTS = { fine: 30, coarse: 44 };
export const HEAD = 34;
export const MARGIN = 34;
const GAP = 12;

/** Twelve months as columns of weeks, cut into tiers that stand one under another. */
export interface Layout {
  first: Day;
  last: Day;
  /** First days of the weeks of each tier, in order. */
  tiers: Day[][];
  width: number;
  height: number;
  /** Height of a day. */
  row: number;
}

/** Lays twelve months out from the month that holds `from`: `columns` weeks in a tier at most, tiers as even as can be. */
export function layoutOf(from: Day, firstDay: Weekday, columns: number, row: number = HEIGHTS.fine): Layout {
  const first = monthStart(from);
  const last = addMonths(first, 12) - 1;
  const weeks: Day[] = [];
  for (let w = weekStart(first, firstDay); w <= last; w += 7) weeks.push(w);
  const count = Math.ceil(weeks.length / Math.max(1, columns));
  const each = Math.ceil(weeks.length / count);
  const tiers = Array.from({ length: count }, (_, i) => weeks.slice(i * each, (i + 1) * each)).filter(
    (t) => t.length > 0,
  );
  return {
    first,
    last,
    tiers,
    width: MARGIN + each * WIDTH + 2,
    height: tiers.length * (HEAD + 7 * row + GAP),
    row,
  };
}

/** The upper left corner of a tier. */
export const tierTop = (layout: Pick<Layout, 'row'>, tier: number): number => tier * (HEAD + 7 * layout.row + GAP);

/** Where a day stands in the drawing. */
export function placeOf(layout: Layout, day: Day): { x: number; y: number } | undefined {
  for (const [t, weeks] of layout.tiers.entries()) {
    const at = Math.floor((day - weeks[0]!) / 7);
    if (day < weeks[0]! || at >= weeks.length) continue;
    const row = day - weeks[at]!;
    return { x: MARGIN + at * WIDTH, y: tierTop(layout, t) + HEAD + row * layout.row };
  }
  return undefined;
}

/** The day at a point of the drawing; undefined where no day of the twelve months is. */
export function dayAt(layout: Layout, x: number, y: number): Day | undefined {
  const tier = Math.floor(y / (HEAD + 7 * layout.row + GAP));
  const row = Math.floor((y - tierTop(layout, tier) - HEAD) / layout.row);
  const week = layout.tiers[tier]?.[Math.floor((x - MARGIN) / WIDTH)];
  if (week === undefined || x < MARGIN || row < 0 || row > 6) return undefined;
  const day = week + row;
  return day >= layout.first && day <= layout.last ? day : undefined;
}

/**
 * The line between two months, as it steps through a tier: an edge wherever a day's left or upper neighbour belongs to
 * another month. `month` tells months apart.
 */
export function monthLine(layout: Layout, month: (day: Day) => number): string {
  const parts: string[] = [];
  const inside = (d: Day) => d >= layout.first && d <= layout.last;
  for (const [t, weeks] of layout.tiers.entries()) {
    for (const [x, week] of weeks.entries()) {
      for (let row = 0; row < 7; row++) {
        const day = week + row;
        if (!inside(day)) continue;
        const left = MARGIN + x * WIDTH;
        const top = tierTop(layout, t) + HEAD + row * layout.row;
        if (x > 0 && inside(day - 7) && month(day) !== month(day - 7)) parts.push(`M${left} ${top}v${layout.row}`);
        if (row > 0 && inside(day - 1) && month(day) !== month(day - 1)) parts.push(`M${left} ${top}h${WIDTH}`);
      }
    }
  }
  return parts.join('');
}
