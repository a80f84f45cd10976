import { expose } from 'comlink';
import { readCourseCsv } from '../core/contents';
import { readCourseFile } from '../core/course-file';
import { type Backup, MAX_CHARACTERS, readBackup, writeBackup } from '../core/formats';
import {
  type Both,
  type BothWords,
  bothWords,
  changeLines,
  daysAhead,
  type Line,
  merge,
  mergeNotes,
  mergeStep,
  type MergeStep,
  type Side,
  whyApart,
} from '../core/merge';
import { decode, type Decoded } from './decode';
import { isZip, type StoredPicture, unzip } from './unzip';

/** Bytes of the largest file of each sort; more is looked at by its size alone. */
const MOST_BYTES = { backup: MAX_CHARACTERS, csv: 8_000_000, course: 24_000_000 };

/** The pictures that came with a backup, and what of them was left out, in words. */
export interface WithPictures {
  pictures: StoredPicture[];
  left: string[];
}

/** What a file of another device would bring, in words; nothing is changed yet. `now`: milliseconds of this device's clock. */
export type MergePreview =
  | { fault: string }
  | { asOf: string; theirs: Backup; epochs: true }
  | {
      asOf: string;
      theirs: Backup;
      here: Line[];
      there: Line[];
      both: { both: Both; words: BothWords }[];
      notes: string[];
      ahead: number;
      /** What it comes to, as long as nothing is written meanwhile. */
      step: MergeStep;
    };

function preview(text: string, ours: Side, now: number): MergePreview {
  const reading = readBackup(text);
  if ('fault' in reading) return reading;
  const theirs = reading.backup;
  const { lineage, traces = [], asOf, household } = theirs;
  if (!lineage)
    return {
      fault:
        'This backup was written before two devices could be merged. Restore it on both devices first; from then on each one’s new backups can be merged with the other.',
    };
  const them = { household, traces, lineage };
  const apart = whyApart(ours, them);
  if (apart) return 'fault' in apart ? apart : { asOf, theirs, epochs: true };
  const merged = merge(ours, them);
  const whole = readBackup(writeBackup({ asOf, household: merged.side.household }));
  if ('fault' in whole) return { fault: `What the two make together cannot be kept: ${whole.fault}` };
  return {
    asOf,
    theirs,
    here: changeLines(merged.side.household, merged.here),
    there: changeLines(merged.side.household, merged.there),
    both: merged.both.map((both) => ({ both, words: bothWords(ours.household, household, both) })),
    notes: mergeNotes(merged),
    ahead: daysAhead(them, now),
    step: mergeStep(ours, merged),
  };
}

/** Reads a file bit by bit and tells how far it is; a sentence instead where it is larger than anything of its sort. */
async function textOf(file: Blob, most: number, tell: (share: number) => void): Promise<Decoded | { fault: string }> {
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
  file: Blob,
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

/** A backup as it comes: one text, or a zip with that text and pictures beside it. */
async function readWithPictures<T>(
  file: Blob,
  tell: (share: number) => void,
  understand: (text: string) => T | { fault: string },
): Promise<(T & WithPictures) | { fault: string }> {
  if (!(await isZip(file))) {
    const read = await readAs(file, MOST_BYTES.backup, tell, understand);
    return 'fault' in read ? read : { ...read, pictures: [], left: [] };
  }
  const unzipped = await unzip(file, MOST_BYTES.backup, (share) => tell(share / 2));
  if ('fault' in unzipped) return unzipped;
  const { household, pictures, notes } = unzipped;
  const read = await readAs(household, MOST_BYTES.backup, (share) => tell(0.5 + share / 2), understand);
  return 'fault' in read ? read : { ...read, pictures, left: notes };
}

const reader = {
  backup: (file: File, tell: (share: number) => void) => readWithPictures(file, tell, readBackup),
  merge: (file: File, tell: (share: number) => void, ours: Side, now: number) =>
    readWithPictures(file, tell, (text) => preview(text, ours, now)),
  csv: (file: File, tell: (share: number) => void, prefix: string) =>
    readAs(file, MOST_BYTES.csv, tell, (text) => readCourseCsv(text, prefix)),
  course: (file: File, tell: (share: number) => void) => readAs(file, MOST_BYTES.course, tell, readCourseFile),
};

export type FileWorker = typeof reader;
expose(reader);
