/** A text as it was read from a file, and the encoding it was in. */
export interface Decoded {
  text: string;
  /** Said to the reader where it is not UTF-8. */
  encoding: 'UTF-8' | 'UTF-16' | 'Windows-1252';
}

/** What the bytes 0x80 to 0x9F are in Windows-1252; all others are what they are in Latin-1 (WHATWG Encoding Standard, index windows-1252). */
const FROM_80 = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';
/** Not by `TextDecoder`: some runtimes take the name for Latin-1. */
function windows1252(bytes: Uint8Array): string {
  const parts: string[] = [];
  for (let i = 0; i < bytes.length; i += 8192) parts.push(String.fromCharCode(...bytes.subarray(i, i + 8192)));
  return parts.join('').replace(/[\u0080-\u009f]/g, (c) => FROM_80[c.charCodeAt(0) - 0x80]!);
}

/**
 * The text of a file's bytes: UTF-16 where its first two bytes say so (byte order mark), else UTF-8, strictly; what is not valid
 * UTF-8 is read as Windows-1252, the usual other encoding of spreadsheets (WHATWG Encoding Standard). Byte order marks are taken off.
 */
export function decode(bytes: Uint8Array): Decoded {
  const utf16 =
    bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : '';
  if (utf16) return { text: new TextDecoder(utf16).decode(bytes), encoding: 'UTF-16' };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' };
  } catch {
    return { text: windows1252(bytes), encoding: 'Windows-1252' };
  }
}
