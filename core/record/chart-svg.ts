/** Bars that lie, one below the other: what a portfolio draws. */
export interface BarChart {
  title: string;
  /** What the figures are of: “days”, “hours”. */
  unit: string;
  bars: readonly { label: string; value: number; words: string }[];
  /** A level that is asked for, with its words. */
  needed?: { value: number; words: string };
}

const WIDTH = 640;
const ROW = 24;
const LEFT = 210;
const RIGHT = 90;
const TOP = 12;
/** Letters of a label that fit in front of its bar. */
const LETTERS = 30;

export const escapeXml = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/**
 * A chart as an SVG drawing that stands by itself: without script and motion, black on white, of a fixed width for print, each bar with its
 * figure beside it. Empty for no bars. `alone`: as a file, not inside a page.
 */
export function chartSvg({ title, unit, bars, needed }: BarChart, alone = false): string {
  if (bars.length === 0) return '';
  const most = Math.max(1, needed?.value ?? 0, ...bars.map((b) => b.value));
  const long = (value: number) => Math.round((value / most) * (WIDTH - LEFT - RIGHT));
  const height = TOP + bars.length * ROW + (needed ? ROW : 4);
  const rows = bars.map(({ label, value, words }, i) => {
    const y = TOP + i * ROW;
    const short = label.length > LETTERS ? `${label.slice(0, LETTERS - 1)}…` : label;
    return `<text x="${LEFT - 8}" y="${y + 15}" text-anchor="end">${escapeXml(short)}</text>
<rect x="${LEFT}" y="${y + 3}" width="${long(value)}" height="${ROW - 8}" fill="#777" stroke="#000"/>
<text x="${LEFT + long(value) + 6}" y="${y + 15}">${escapeXml(words)}</text>`;
  });
  const line = needed
    ? `<path d="M${LEFT + long(needed.value)} ${TOP - 6}V${TOP + bars.length * ROW}" stroke="#000" stroke-dasharray="5 3"/>
<text x="${LEFT + long(needed.value)}" y="${TOP + bars.length * ROW + 16}" text-anchor="middle">${escapeXml(needed.words)}</text>`
    : '';
  return `<svg${alone ? ' xmlns="http://www.w3.org/2000/svg"' : ''} width="${WIDTH}" height="${height}" viewBox="0 0 ${WIDTH} ${height}" role="img" aria-label="${escapeXml(`${title}, in ${unit}`)}" font-family="Georgia, serif" font-size="14">
${rows.join('\n')}
${line}</svg>`;
}
