// Keeps the built app in the browser, so that a reload works with the server stopped. A newer version waits until the
// reader takes it. Built by scripts/sw-plugin.ts, which puts the lists of files in.
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { CacheFirst } from 'workbox-strategies';

/** What Today, Week, Shelf and Backup need: fetched ahead. */
declare const __FIRST__: { url: string; revision: string | null }[];
/** What all other views need: kept once it was wanted, or all of it once somebody has come back. */
declare const __REST__: string[];
/** Heavy parts that few use: kept once they were wanted. */
declare const __HEAVY__: string[];
interface Scope {
  addEventListener(
    type: 'message',
    listener: (e: {
      data: unknown;
      source: { postMessage(said: string): void } | null;
      waitUntil(work: Promise<unknown>): void;
    }) => void,
  ): void;
  skipWaiting(): Promise<void>;
}

const REST = 'rest';
const known = new Set([...__REST__, ...__HEAVY__]);

cleanupOutdatedCaches();
precacheAndRoute(__FIRST__);
registerRoute(new NavigationRoute(createHandlerBoundToURL('/'), { denylist: [/^\/api\//] }));
// Names change with their content, so what is kept is never out of date.
registerRoute(({ url, sameOrigin }) => sameOrigin && known.has(url.pathname), new CacheFirst({ cacheName: REST }));

/** Breaks off what is being fetched when a newer version shall take over: a worker that is busy is not replaced. */
let fetching = new AbortController();

/** Fetches what is not here yet, one after the other, and lets go of what older versions left; whether all is here. */
async function keepRest(): Promise<boolean> {
  // Two pages may ask at once: what breaks off the one breaks off the other.
  if (fetching.signal.aborted) fetching = new AbortController();
  const { signal } = fetching;
  // Of versions that kept the solver by itself.
  await caches.delete('solver');
  const cache = await caches.open(REST);
  const here = new Set<string>();
  for (const request of await cache.keys()) {
    const { pathname } = new URL(request.url);
    if (known.has(pathname)) here.add(pathname);
    else await cache.delete(request);
  }
  try {
    for (const url of __REST__) if (!here.has(url)) await cache.add(new Request(url, { signal }));
    return true;
  } catch {
    // Out of reach, out of room or broken off: the next visit goes on from here.
    return false;
  }
}

const scope = self as unknown as Scope;
scope.addEventListener('message', (e) => {
  if (e.data === 'take over') void scope.skipWaiting();
  if (e.data === 'make way') fetching.abort();
  if (e.data === 'keep the rest')
    e.waitUntil(keepRest().then((all) => e.source?.postMessage(all ? 'all is kept' : 'not all is kept')));
});
