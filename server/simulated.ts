/** A number from 0 to just below `below` that is always the same for the same words: the stand-ins know no chance. */
export function fixed(words: string, below: number): number {
  let h = 2_166_136_261;
  for (let i = 0; i < words.length; i++) h = Math.imul(h ^ words.charCodeAt(i), 16_777_619);
  // A last stir, so that words that differ in their last letter differ in all of it.
  h = Math.imul(h ^ (h >>> 15), 2_246_822_507);
  return ((h ^ (h >>> 13)) >>> 0) % below;
}

const MS_A_DAY = 86_400_000;
export const dateOf = (day: number): string => new Date(day * MS_A_DAY).toISOString().slice(0, 10);

/** Days since 1970-01-01 of a date like 2026-11-12; undefined for anything else. */
export function dayOf(text: string): number | undefined {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return undefined;
  const day = Date.parse(`${text}T00:00:00Z`) / MS_A_DAY;
  return Number.isInteger(day) && dateOf(day) === text ? day : undefined;
}

/** What is asked about, as it stands in an address: “name:date” between commas; what cannot be read is passed over. */
export const askedAbout = (of: unknown, most = 100): { name: string; day: number }[] =>
  (typeof of === 'string' ? of : '')
    .split(',')
    .slice(0, most)
    .flatMap((part) => {
      const [, name, date] = /^([\w-]{1,80}):([\d-]{10})$/.exec(part) ?? [];
      const day = date === undefined ? undefined : dayOf(date);
      return name !== undefined && day !== undefined ? [{ name, day }] : [];
    });
