import { type Remote, wrap } from 'comlink';

/**
 * Does one thing in a worker of its own, which goes when it is done, broken, or told to stop.
 * @throws what went wrong in it, or an AbortError
 */
export async function inOwnWorker<W, T>(
  worker: Worker,
  stop: AbortSignal,
  work: (remote: Remote<W>) => Promise<unknown>,
): Promise<T> {
  try {
    const ended = new Promise<never>((_, reject) => {
      worker.onerror = (e) => reject(new Error(e.message || 'The work broke off.'));
      stop.addEventListener('abort', () => reject(new DOMException('stopped', 'AbortError')));
    });
    return await Promise.race([work(wrap<W>(worker)) as Promise<T>, ended]);
  } finally {
    worker.terminate();
  }
}
