import { isIsoDate, toDay } from '../core/calendar';

/** A number from 0 to just below `below` that is always the same for the same words: the stand-ins know no chance. */
export function fixed(words: string, below: number): number {
  let h = 2_166_136_261;
  for (let i = 0; i < words.length; i++) h = Math.imul(h ^ words.charCodeAt(i), 16_777_619);
  // A last stir, so that words that differ in their last letter differ in all of it.
  h = Math.imul(h ^ (h >>> 15), 2_246_822_507);
  return ((h ^ (h >>> 13)) >>> 0) % below;
}

/** What is asked about, as it stands in an address: “name:date” between commas; what cannot be read is passed over. */
export const askedAbout = (of: unknown, most = 100): { name: string; day: number }[] =>
  (typeof of === 'string' ? of : '')
    .split(',')
    .slice(0, most)
    .flatMap((part) => {
      const [, name, date] = /^([\w-]{1,80}):([\d-]{10})$/.exec(part) ?? [];
      return name !== undefined && isIsoDate(date) ? [{ name, day: toDay(date) }] : [];
    });
