import { count } from '../words';

/**
 * So many of a thing, by what one of it is called: "3 sheets"; without a name for it, the number.
 * @example
 * amount(3, 'sheet') // => '3 sheets'
 * amount(3, '') // => '3'
 */
export const amount = (n: number, unit: string): string => (unit ? count(n, unit) : String(n));

/**
 * Money in hundredths, as a figure.
 * @example
 * money(1250) // => '12.50'
 */
export const money = (hundredths: number): string => (hundredths / 100).toFixed(2);
