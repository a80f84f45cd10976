// Keeps the built app in the browser, so that a reload works with the server stopped. A newer version waits until the
// reader takes it. Built by scripts/sw-plugin.ts, which puts the list of files in.
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { CacheFirst } from 'workbox-strategies';

declare const __FILES__: { url: string; revision: string | null }[];
interface Scope {
  addEventListener(type: 'message', listener: (e: { data: unknown }) => void): void;
  skipWaiting(): Promise<void>;
}

cleanupOutdatedCaches();
precacheAndRoute(__FILES__);
registerRoute(new NavigationRoute(createHandlerBoundToURL('/'), { denylist: [/^\/api\//] }));
// The solver is kept once it was wanted; its name changes with its content.
registerRoute(({ url }) => url.pathname.endsWith('.wasm'), new CacheFirst({ cacheName: 'solver' }));
const scope = self as unknown as Scope;
scope.addEventListener('message', (e) => {
  if (e.data === 'take over') void scope.skipWaiting();
});
