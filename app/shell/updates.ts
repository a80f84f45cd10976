/** The service worker’s life as the page sees it: registered once; a newer version waits until it is taken. */
import { fromDay } from '../../core/calendar';
import { usedBefore } from '../../store';
import { todayHere } from '../ui/dates';

let waiting: ServiceWorker | undefined;
/** What of the program opens without a connection: nothing, what was fetched ahead, or every page. */
type Kept = 'nothing' | 'some' | 'all';
let kept: Kept = 'nothing';
/** Milliseconds after which a page has mostly drawn what it shows. */
const IDLE = 5000;
const listeners = new Set<() => void>();
const tellAll = () => {
  for (const l of listeners) l();
};

function found(worker: ServiceWorker | null): void {
  // Without a controller this is the first version, not a newer one.
  if (!worker || !navigator.serviceWorker.controller) return;
  waiting = worker;
  tellAll();
}

/** Registers the service worker; where there is none (a plain http address on another machine), nothing happens. */
export async function watchUpdates(): Promise<void> {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  try {
    const registration = await navigator.serviceWorker.register('/sw.js');
    found(registration.waiting);
    const follow = (installing: ServiceWorker | null) =>
      installing?.addEventListener('statechange', () => installing.state === 'installed' && found(installing));
    // The browser may have begun on a newer version before this page listened.
    follow(registration.installing);
    registration.addEventListener('updatefound', () => follow(registration.installing));
    await navigator.serviceWorker.ready;
    putKept('some');
    // Somebody who looks in once need not fetch it all; whoever comes back shall have every page without a connection.
    if (!usedBefore(fromDay(todayHere()))) return;
    // Some browsers do not tell when they are idle.
    if ('requestIdleCallback' in window) requestIdleCallback(() => void keepTheRest());
    else setTimeout(() => void keepTheRest(), IDLE);
  } catch {
    // The app works without it; only a reload with the server stopped does not.
  }
}

function putKept(now: Kept): void {
  kept = now;
  tellAll();
}
export const keptHere = (): Kept => kept;

/** Has all pages fetched that are not kept yet; whether all are here then. */
export async function keepTheRest(): Promise<boolean> {
  const { active } = await navigator.serviceWorker.ready;
  return new Promise((resolve) => {
    const listen = ({ data }: MessageEvent) => {
      if (data !== 'all is kept' && data !== 'not all is kept') return;
      navigator.serviceWorker.removeEventListener('message', listen);
      if (data === 'all is kept') putKept('all');
      resolve(data === 'all is kept');
    };
    navigator.serviceWorker.addEventListener('message', listen);
    navigator.serviceWorker.startMessages();
    active?.postMessage('keep the rest');
  });
}

export const subscribeToUpdates = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
export const updateReady = (): boolean => waiting !== undefined;

/** Lets the newer version take over and loads the page anew from it. */
export function takeUpdate(): void {
  // Another tab may have let it in already.
  if (waiting?.state === 'activated') return location.reload();
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
  // What is still being fetched for the older version would keep the newer one waiting.
  navigator.serviceWorker.controller?.postMessage('make way');
  waiting?.postMessage('take over');
}
