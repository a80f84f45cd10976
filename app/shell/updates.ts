/** The service worker’s life as the page sees it: registered once; a newer version waits until it is taken. */

let waiting: ServiceWorker | undefined;
const listeners = new Set<() => void>();

function found(worker: ServiceWorker | null): void {
  // Without a controller this is the first version, not a newer one.
  if (!worker || !navigator.serviceWorker.controller) return;
  waiting = worker;
  for (const l of listeners) l();
}

/** Registers the service worker; where there is none (a plain http address on another machine), nothing happens. */
export async function watchUpdates(): Promise<void> {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  try {
    const registration = await navigator.serviceWorker.register('/sw.js');
    found(registration.waiting);
    registration.addEventListener('updatefound', () => {
      const { installing } = registration;
      installing?.addEventListener('statechange', () => installing.state === 'installed' && found(installing));
    });
  } catch {
    // The app works without it; only a reload with the server stopped does not.
  }
}

export const subscribeToUpdates = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
export const updateReady = (): boolean => waiting !== undefined;

/** Lets the newer version take over and loads the page anew from it. */
export function takeUpdate(): void {
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
  waiting?.postMessage('take over');
}
