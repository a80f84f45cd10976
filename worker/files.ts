import { proxy, type Remote, wrap } from 'comlink';
import type { CsvReading } from '../core/contents';
import type { CourseFile } from '../core/course-file';
import type { Reading } from '../core/formats';
import type { FileWorker } from './files.worker';

/** Reads a file off the main thread, in a worker of its own that goes when it is done. `tell` is given how far it is, 0 to 1. */
async function read<T>(work: (remote: Remote<FileWorker>) => Promise<unknown>): Promise<T | { fault: string }> {
  const worker = new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' });
  try {
    const broken = new Promise<{ fault: string }>((resolve) => {
      worker.onerror = () => resolve({ fault: 'The file could not be read; it may be too large for this device.' });
    });
    return await Promise.race([work(wrap<FileWorker>(worker)) as Promise<T>, broken]);
  } catch {
    return { fault: 'The file could not be read: it may have been moved, or be too large for this device.' };
  } finally {
    worker.terminate();
  }
}

type Tell = (share: number) => void;
type Encoded = { encoding: string };
export const readBackupFile = (file: File, tell: Tell) => read<Reading>((r) => r.backup(file, proxy(tell)));
export const readCsvFile = (file: File, prefix: string, tell: Tell) =>
  read<CsvReading & Encoded>((r) => r.csv(file, proxy(tell), prefix));
export const readCourseFileFile = (file: File, tell: Tell) =>
  read<CourseFile & Encoded>((r) => r.course(file, proxy(tell)));
