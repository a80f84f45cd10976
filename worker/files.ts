import { proxy, type Remote } from 'comlink';
import type { CsvReading } from '../core/contents';
import type { CourseFile } from '../core/course-file';
import type { Reading } from '../core/formats';
import type { Side } from '../core/merge';
import type { FileWorker, MergePreview, WithPictures } from './files.worker';
import { inOwnWorker } from './once';

export type { MergePreview, WithPictures };

/** How far the reading is, 0 to 1, and what ends it early. */
export interface Watch {
  tell: (share: number) => void;
  stop: AbortSignal;
}

/** Reads a file off the main thread, in a worker of its own that goes when it is done, or told to stop. */
async function read<T>(
  { stop }: Watch,
  work: (remote: Remote<FileWorker>) => Promise<unknown>,
): Promise<T | { fault: string }> {
  const worker = new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await inOwnWorker<FileWorker, T>(worker, stop, work);
  } catch {
    return {
      fault: stop.aborted
        ? 'Reading the file was stopped.'
        : 'The file could not be read: it may have been moved, or be too large for this device.',
    };
  }
}

type Encoded = { encoding: string };
export const readBackupFile = (file: File, watch: Watch) =>
  read<Exclude<Reading, { fault: string }> & WithPictures>(watch, (r) => r.backup(file, proxy(watch.tell)));
export const readMergeFile = (file: File, ours: Side, now: number, watch: Watch) =>
  read<Exclude<MergePreview, { fault: string }> & WithPictures>(watch, (r) =>
    r.merge(file, proxy(watch.tell), ours, now),
  );
export const readCsvFile = (file: File, prefix: string, watch: Watch) =>
  read<CsvReading & Encoded>(watch, (r) => r.csv(file, proxy(watch.tell), prefix));
export const readCourseFileFile = (file: File, watch: Watch) =>
  read<CourseFile & Encoded>(watch, (r) => r.course(file, proxy(watch.tell)));
