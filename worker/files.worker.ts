import { expose } from 'comlink';
import { readCourseCsv } from '../core/contents';
import { readCourseFile } from '../core/course-file';
import { MAX_CHARACTERS, readBackup } from '../core/formats';
import { decode, type Decoded } from './decode';

/** Bytes of the largest file of each sort; more is looked at by its size alone. */
const MOST_BYTES = { backup: MAX_CHARACTERS, csv: 8_000_000, course: 24_000_000 };

/** Reads a file bit by bit and tells how far it is; a sentence instead where it is larger than anything of its sort. */
async function textOf(file: File, most: number, tell: (share: number) => void): Promise<Decoded | { fault: string }> {
  if (file.size > most) return { fault: 'The file is far larger than any of its sort; it was not read.' };
  const bytes = new Uint8Array(file.size);
  const stream = file.stream().getReader();
  let at = 0;
  for (;;) {
    const { done, value } = await stream.read();
    if (done) break;
    bytes.set(value, at);
    at += value.length;
    tell(at / Math.max(1, file.size) / 2);
  }
  const decoded = decode(bytes.subarray(0, at));
  tell(0.6);
  return decoded;
}

async function readAs<T>(
  file: File,
  most: number,
  tell: (share: number) => void,
  understand: (text: string) => T | { fault: string },
): Promise<(T & { encoding: Decoded['encoding'] }) | { fault: string }> {
  const read = await textOf(file, most, tell);
  if ('fault' in read) return read;
  const made = understand(read.text);
  tell(1);
  return Object.assign(made as T & object, { encoding: read.encoding }) as T & { encoding: Decoded['encoding'] };
}

const reader = {
  backup: (file: File, tell: (share: number) => void) => readAs(file, MOST_BYTES.backup, tell, readBackup),
  csv: (file: File, tell: (share: number) => void, prefix: string) =>
    readAs(file, MOST_BYTES.csv, tell, (text) => readCourseCsv(text, prefix)),
  course: (file: File, tell: (share: number) => void) => readAs(file, MOST_BYTES.course, tell, readCourseFile),
};

export type FileWorker = typeof reader;
expose(reader);
