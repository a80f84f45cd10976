import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decode } from './decode';

const bytes = (...list: number[]) => Uint8Array.from(list);

describe('the encoding of a file', () => {
  it('is UTF-8 for any text written so, a byte order mark taken off', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        const plain = text.replace(/^\uFEFF/, '');
        const written = new TextEncoder().encode(plain);
        expect(decode(written)).toEqual({ text: plain, encoding: 'UTF-8' });
        expect(decode(bytes(0xef, 0xbb, 0xbf, ...written)).text).toBe(plain);
      }),
    );
  });

  it('is UTF-16 where the first two bytes say so, either way round', () => {
    expect(decode(bytes(0xff, 0xfe, 0x57, 0, 0xe9, 0))).toEqual({ text: 'Wé', encoding: 'UTF-16' });
    expect(decode(bytes(0xfe, 0xff, 0, 0x57, 0, 0xe9))).toEqual({ text: 'Wé', encoding: 'UTF-16' });
  });

  // The WHATWG Encoding Standard’s table of windows-1252: 0x80 is the euro sign, 0x93 and 0x94 are quotation marks.
  it('is Windows-1252 for what is not valid UTF-8, letters whole', () => {
    expect(decode(bytes(0x45, 0x63, 0x6c, 0x75, 0x73, 0xe9, 0x65, 0x20, 0x80))).toEqual({
      text: 'Eclusée €',
      encoding: 'Windows-1252',
    });
    expect(decode(bytes(0x93, 0x94)).text).toBe('“”');
  });
});
