import { type Remote, wrap } from 'comlink';

/** What is said of a worker whose file could not be had, or that was ended: nothing more is known of either. */
const BROKE = 'a part of the app could not be loaded, or broke off';

/** A worker that is heard when it breaks: what asks it would wait for ever otherwise, with no word on the page. */
export interface Heard<W> {
  /**
   * What the worker answers.
   * @throws what went wrong in it, or that it broke, at once if it is broken already
   */
  ask<T>(call: (remote: Remote<W>) => Promise<unknown>): Promise<T>;
  /** Ends it; what is asked of it by then is refused as stopped. */
  end(): void;
}

/** Listens to a worker; `broke` is told once it has broken, and it is ended then. */
export function hear<W>(worker: Worker, broke?: () => void): Heard<W> {
  const remote = wrap<W>(worker);
  const waiting = new Set<(error: Error) => void>();
  let over: Error | undefined;
  const finish = (error: Error) => {
    if (over) return;
    over = error;
    worker.terminate();
    for (const refuse of waiting) refuse(error);
    waiting.clear();
  };
  worker.onerror = (e) => {
    if (over) return;
    finish(new Error(e.message || BROKE));
    broke?.();
  };
  return {
    ask: <T>(call: (remote: Remote<W>) => Promise<unknown>) =>
      new Promise<T>((resolve, reject) => {
        if (over) return reject(over);
        waiting.add(reject);
        // Taken out when it is answered: a worker that lives long is not to hold all its answers.
        const answered = () => waiting.delete(reject);
        (call(remote) as Promise<T>).then(resolve, reject).finally(answered);
      }),
    end: () => finish(new DOMException('stopped', 'AbortError')),
  };
}

/** A worker that stays for what is asked next; after it broke, another is made for that. */
export function staying<W>(make: () => Worker): Heard<W>['ask'] {
  let open: Heard<W> | undefined;
  return (call) => {
    open ??= hear<W>(make(), () => (open = undefined));
    return open.ask(call);
  };
}

/**
 * Does one thing in a worker of its own, which goes when it is done, broken, or told to stop.
 * @throws what went wrong in it, or an AbortError
 */
export async function inOwnWorker<W, T>(
  worker: Worker,
  stop: AbortSignal,
  work: (remote: Remote<W>) => Promise<unknown>,
): Promise<T> {
  const heard = hear<W>(worker);
  stop.addEventListener('abort', heard.end);
  if (stop.aborted) heard.end();
  try {
    return await heard.ask<T>(work);
  } finally {
    stop.removeEventListener('abort', heard.end);
    heard.end();
  }
}
