import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asIsbn13, checkDigit10, checkDigit13, readIsbn } from './index';

describe('ISBN (ISO 2108)', () => {
  // The worked examples of the ISBN Users' Manual and of the usual tables, from memory.
  it.each([
    ['978-0-306-40615-7', '9780306406157'],
    ['978-92-95055-02-5', '9789295055025'],
    ['979-10-90636-07-1', '9791090636071'],
    ['0-306-40615-2', '0306406152'],
    ['0-8044-2957-X', '080442957X'],
    ['0 19 853453 1', '0198534531'],
    ['0-85131-041-9', '0851310419'],
  ])('%s is right', (typed, isbn) => expect(readIsbn(typed)).toEqual({ isbn }));

  it.each([
    ['978-0-306-40615-8', 'the last would be 7, not 8'],
    ['0-306-40615-3', 'the last would be 2, not 3'],
    ['0-8044-2957-1', 'the last would be X, not 1'],
    ['977-0-306-40615-7', 'begins with 978 or 979'],
    ['12345', 'this has 5'],
    ['', 'this has 0'],
    ['978-0-306-4061X-7', '10 or 13 digits'],
  ])('%s is refused in words', (typed, words) => {
    const reading = readIsbn(typed);
    expect('fault' in reading && reading.fault).toContain(words);
  });

  it('every single wrong digit and every swap of two neighbours that differ by other than 5 is found', () => {
    const twelve = fc
      .array(fc.integer({ min: 0, max: 9 }), { minLength: 9, maxLength: 9 })
      .map((d) => `978${d.join('')}`);
    fc.assert(
      fc.property(twelve, fc.nat(11), fc.integer({ min: 1, max: 9 }), (body, at, by) => {
        const good = body + checkDigit13(body);
        expect(readIsbn(good)).toEqual({ isbn: good });
        const wrong = [...good];
        wrong[at] = String((Number(wrong[at]) + by) % 10);
        expect('fault' in readIsbn(wrong.join(''))).toBe(true);
      }),
    );
    const nine = fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 9, maxLength: 9 }).map((d) => d.join(''));
    fc.assert(
      fc.property(nine, fc.nat(8), (body, at) => {
        const good = body + checkDigit10(body);
        expect(readIsbn(good)).toEqual({ isbn: good });
        // Eleven is prime: an ISBN-10 finds every swap of two neighbours.
        const swapped = [...good];
        if (swapped[at] === swapped[at + 1] || swapped[at + 1] === 'X') return;
        [swapped[at], swapped[at + 1]] = [swapped[at + 1]!, swapped[at]!];
        expect('fault' in readIsbn(swapped.join(''))).toBe(true);
      }),
    );
    expect(asIsbn13('0306406152')).toBe('9780306406157');
    expect(asIsbn13('080442957X')).toBe('9780804429573');
    expect(asIsbn13('9789295055025')).toBe('9789295055025');
  });
});
