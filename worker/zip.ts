import { proxy } from 'comlink';
import type { Watch } from './files';
import { inOwnWorker } from './once';
import type { ZipEntry, ZipWorker } from './zip.worker';

export type { ZipEntry };

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
