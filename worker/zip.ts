import { proxy } from 'comlink';
import type { Watch } from './files';
import { inOwnWorker } from './once';
import type { ZipWorker } from './zip.worker';

/** A file in a zip: a text, or a picture. */
export interface ZipEntry {
  name: string;
  body: string | Blob;
}

/**
 * Packs files into one zip, one after another, in a worker of its own.
 * @throws an AbortError when it is stopped
 */
export const writeZip = (entries: readonly ZipEntry[], { tell, stop }: Watch): Promise<Blob> =>
  inOwnWorker<ZipWorker, Blob>(
    new Worker(new URL('./zip.worker.ts', import.meta.url), { type: 'module' }),
    stop,
    (remote) => remote.write(entries, proxy(tell)),
  );
