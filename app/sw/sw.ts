// Keeps the built app in the browser, so that a reload works with the server stopped. A newer version waits until the
// reader takes it. Built by scripts/sw-plugin.ts, which puts the list of files in.
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

declare const __FILES__: { url: string; revision: string | null }[];
interface Scope {
  addEventListener(type: 'message', listener: (e: { data: unknown }) => void): void;
  skipWaiting(): Promise<void>;
}

cleanupOutdatedCaches();
precacheAndRoute(__FILES__);
registerRoute(new NavigationRoute(createHandlerBoundToURL('/'), { denylist: [/^\/api\//] }));
const scope = self as unknown as Scope;
scope.addEventListener('message', (e) => {
  if (e.data === 'take over') void scope.skipWaiting();
});
