import {
  cleanupOutdatedCaches,
  matchPrecache,
  type PrecacheEntry,
  precacheAndRoute,
} from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { CacheFirst } from 'workbox-strategies';

declare const self: ServiceWorkerGlobalScope & { KEPT_FILES: PrecacheEntry[] };

/** A server that has not answered after this is as good as none: the page comes from here. */
const PAGE_MS = 5_000;

/**
 * Keeps the page itself, so that it opens without a connection: its own files and nothing of anybody's. The page comes
 * from the server wherever that answers; a version is never mixed with another one, since a page asks for its files by
 * names that hold their hash, and the files of a version stay until all its pages are closed.
 */
cleanupOutdatedCaches();
// The build writes the list here. Without an index: a page is asked for at the server first.
precacheAndRoute(self.KEPT_FILES, { directoryIndex: '', cleanURLs: false, ignoreURLParametersMatching: [] });
registerRoute(
  new NavigationRoute(
    async ({ request }) => {
      try {
        const response = await fetch(request, { signal: AbortSignal.timeout(PAGE_MS) });
        // A proxy that speaks for a server that is away.
        if (response.status < 502 || response.status > 504) return response;
      } catch {
        // No connection.
      }
      return (await matchPrecache('/index.html')) ?? Response.error();
    },
    { denylist: [/^\/(api|files|archives|live)\//] },
  ),
);

// What reads words is large and wanted by few: it is kept from its first use on. Its names hold its hash.
registerRoute(
  ({ url }) => /^\/assets\/(worker\.min|tesseract-core|reading-)/.test(url.pathname),
  new CacheFirst({ cacheName: 'reading' }),
);
