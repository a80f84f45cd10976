/**
 * International Standard Book Numbers (ISO 2108). An ISBN-13 is right when its digits, weighted 1 and 3 in turn, add up to
 * a multiple of 10; an ISBN-10 when its digits, weighted 10 down to 1, add up to a multiple of 11, an X standing for 10.
 */

const digitsOf = (text: string) => text.replace(/[\s-]/g, '').toUpperCase();

const sum13 = (digits: string) => [...digits].reduce((n, d, i) => n + Number(d) * (i % 2 === 0 ? 1 : 3), 0);
const sum10 = (digits: string) => [...digits].reduce((n, d, i) => n + (d === 'X' ? 10 : Number(d)) * (10 - i), 0);

/**
 * An ISBN as typed (spaces and hyphens allowed) without them; or a sentence that says what is wrong with it.
 * `readIsbn('978-0-306-40615-7')` gives `{ isbn: '9780306406157' }`.
 */
export function readIsbn(text: string): { isbn: string } | { fault: string } {
  const digits = digitsOf(text);
  if (/^\d{13}$/.test(digits)) {
    if (!/^97[89]/.test(digits)) return { fault: 'An ISBN of 13 digits begins with 978 or 979.' };
    return sum13(digits) % 10 === 0
      ? { isbn: digits }
      : { fault: checkFault(digits, checkDigit13(digits.slice(0, 12))) };
  }
  if (/^\d{9}[\dX]$/.test(digits)) {
    return sum10(digits) % 11 === 0
      ? { isbn: digits }
      : { fault: checkFault(digits, checkDigit10(digits.slice(0, 9))) };
  }
  return { fault: `An ISBN has 10 or 13 digits; this has ${digits.replace(/[^\dX]/g, '').length}.` };
}

const checkFault = (digits: string, wanted: string) =>
  `One digit of this ISBN is wrong: with these the last would be ${wanted}, not ${digits.at(-1)}.`;

/** The check digit of the first twelve digits of an ISBN-13. */
export function checkDigit13(twelve: string): string {
  return String((10 - (sum13(twelve) % 10)) % 10);
}

/** The check digit of the first nine digits of an ISBN-10: 0 to 9, or X. */
export function checkDigit10(nine: string): string {
  const n = (11 - (sum10(nine) % 11)) % 11;
  return n === 10 ? 'X' : String(n);
}

/** The ISBN-13 of the same book; an ISBN-10 gets 978 in front and a new check digit. */
export function asIsbn13(isbn: string): string {
  if (isbn.length === 13) return isbn;
  const twelve = `978${isbn.slice(0, 9)}`;
  return twelve + checkDigit13(twelve);
}
