import { type Clock, clockOf, isClock } from './day';

const MINUTES_A_DAY = 1440;

/**
 * Minutes of a number of hours as it is typed; nothing but blanks is none. Undefined where it cannot be read or is more than a day.
 * @example
 * ['2.5', '2,5', '', '25', 'x'].map(minutesTyped) // => [150, 150, 0, undefined, undefined]
 */
export function minutesTyped(hours: string): number | undefined {
  const minutes = Math.round(Number(hours.trim().replace(',', '.') || '0') * 60);
  return minutes >= 0 && minutes <= MINUTES_A_DAY ? minutes : undefined;
}
/**
 * Minutes as hours that can be typed.
 * @example
 * hoursTyped(150) // => '2.5'
 */
export const hoursTyped = (minutes: number): string => String(Math.round((minutes / 60) * 100) / 100);

export interface Hours {
  from: Clock;
  to: Clock;
}

/** Most stretches that one day is cut into. */
const MOST = 6;
const TIME = String.raw`(\d{1,2})(?:[:.h](\d{2}))?`;
const STRETCH = new RegExp(String.raw`^${TIME}\s*(?:-|–|—|to|until)\s*${TIME}$`, 'i');

/**
 * Reads stretches of a day as a person writes them: "9-12", "9:00–12:30, 14 to 15:30". In order of time; nothing but blanks
 * is no stretch at all. Undefined when it cannot be read, when a stretch ends before it starts, or when two overlap.
 */
export function readHours(text: string): Hours[] | undefined {
  const parts = text
    .split(/[,;]/)
    .map((p) => p.trim())
    .filter(Boolean);
  if (parts.length > MOST) return undefined;
  const read = parts.map((p): Hours | undefined => {
    const m = STRETCH.exec(p);
    if (!m) return undefined;
    const clock = (hour: string, minute = '00') => `${hour.padStart(2, '0')}:${minute}`;
    const [from, to] = [clock(m[1]!, m[2]), clock(m[3]!, m[4])];
    return isClock(from) && isClock(to) && from < to ? { from, to } : undefined;
  });
  if (!read.every((h) => h !== undefined)) return undefined;
  read.sort((a, b) => (a.from < b.from ? -1 : 1));
  return read.every((h, i) => i === 0 || read[i - 1]!.to <= h.from) ? read : undefined;
}

/** The same as a person writes it: "09:00–12:30, 14:00–15:30". */
export const writeHours = (hours: readonly { from: number; to: number }[]): string =>
  hours.map((h) => `${clockOf(h.from)}–${clockOf(h.to)}`).join(', ');
