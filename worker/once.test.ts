import { expose } from 'comlink';
import { describe, expect, it, vi } from 'vitest';
import { hear, inOwnWorker, staying } from './once';

interface Adder {
  add(a: number, b: number): number;
  never(): Promise<void>;
}

/** A worker as the browser has it, within this thread; `deaf`: its file could not be had, so that nothing answers. */
function aWorker(deaf = false) {
  const { port1, port2 } = new MessageChannel();
  if (!deaf)
    expose({ add: (a: number, b: number) => a + b, never: () => new Promise<void>(() => undefined) } as Adder, port2);
  port1.start();
  const end = vi.fn(() => port1.close());
  const worker = Object.assign(port1, { terminate: end, onerror: null }) as unknown as Worker;
  const breakIt = (message?: string) => worker.onerror?.({ message } as ErrorEvent);
  return { worker, end, breakIt };
}

describe('a worker', () => {
  it('answers; one whose file cannot be had, or that breaks, is heard by all who wait, and by who asks after', async () => {
    const { worker, end, breakIt } = aWorker(true);
    const broke = vi.fn();
    const heard = hear<Adder>(worker, broke);
    const waiting = [heard.ask((r) => r.add(1, 2)), heard.ask((r) => r.never())];
    const ends = Promise.allSettled(waiting);
    breakIt();
    for (const one of await ends)
      expect(one).toMatchObject({
        status: 'rejected',
        reason: { message: expect.stringMatching(/could not be loaded/) },
      });
    await expect(heard.ask((r) => r.add(1, 2))).rejects.toThrow(/could not be loaded/);
    breakIt('again');
    expect(broke).toHaveBeenCalledTimes(1);
    expect(end).toHaveBeenCalledTimes(1);
  });

  it('that broke is followed by another for what is asked next', async () => {
    const made = [aWorker(true), aWorker()];
    let n = 0;
    const ask = staying<Adder>(() => made[n++]!.worker);
    const first = ask((r) => r.add(1, 2));
    made[0]!.breakIt('out of memory');
    await expect(first).rejects.toThrow('out of memory');
    expect(await ask((r) => r.add(1, 2))).toBe(3);
    expect(await ask((r) => r.add(4, 3))).toBe(7);
    expect(n).toBe(2);
    made[1]!.end();
  });

  it('of one’s own goes when it is done, and when it is told to stop', async () => {
    const done = aWorker();
    expect(await inOwnWorker<Adder, number>(done.worker, new AbortController().signal, (r) => r.add(2, 2))).toBe(4);
    expect(done.end).toHaveBeenCalledTimes(1);
    const stopped = aWorker();
    const stop = new AbortController();
    const work = inOwnWorker<Adder, void>(stopped.worker, stop.signal, (r) => r.never());
    stop.abort();
    await expect(work).rejects.toMatchObject({ name: 'AbortError' });
    expect(stopped.end).toHaveBeenCalledTimes(1);
    const late = aWorker();
    await expect(inOwnWorker<Adder, void>(late.worker, stop.signal, (r) => r.never())).rejects.toMatchObject({
      name: 'AbortError',
    });
    expect(late.end).toHaveBeenCalledTimes(1);
  });
});
