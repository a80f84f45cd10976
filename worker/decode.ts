/** A text as it was read from a file, and the encoding it was in. */
export interface Decoded {
  text: string;
  /** Said to the reader where it is not UTF-8. */
  encoding: 'UTF-8' | 'UTF-16' | 'Windows-1252';
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
    return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Windows-1252' };
  }
}
