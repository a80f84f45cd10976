import { count } from '../words';

/** Symbols of units stay as they are in the plural (ISO 80000-1), and so do their usual abbreviations. */
const SYMBOL = /^(?:[mk]?g|[mcd]?l|[mck]?m|oz|lbs?|fl\.? ?oz|ft|in|yd|pt|qt|gal|pcs?)\.?$/i;

/** What several of one are called, as a parent typed what one is called; a word typed as several stays. */
function several(unit: string): string {
  if (SYMBOL.test(unit) || /[^s]s$/i.test(unit)) return unit;
  if (/(?:ss|x|z|ch|sh)$/i.test(unit)) return `${unit}es`;
  return /[^aeiou]y$/i.test(unit) ? `${unit.slice(0, -1)}ies` : `${unit}s`;
}

/**
 * So many of a thing, by what one of it is called: "3 sheets"; without a name for it, the number.
 * @example
 * amount(3, 'sheet') // => '3 sheets'
 * amount(2, 'kg') // => '2 kg'
 * amount(2, 'box') // => '2 boxes'
 * amount(3, '') // => '3'
 */
export const amount = (n: number, unit: string): string => (unit ? count(n, unit, several(unit)) : String(n));

/**
 * Money in hundredths, as a figure.
 * @example
 * money(1250) // => '12.50'
 */
export const money = (hundredths: number): string => (hundredths / 100).toFixed(2);
