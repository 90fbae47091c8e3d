import { clientsClaim } from 'workbox-core';
import { cleanupOutdatedCaches, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { missingOf, newNonce, withNonce } from './shell';

declare const self: ServiceWorkerGlobalScope;
/** Every file of the page, told by the build. */
declare const FILES: { url: string; revision: string | null }[];

const KEPT = 'north-hinge-shell';
const PAGE = '/';
const POLICY = 'Content-Security-Policy';
/** A page that does not come in so long is opened as it is kept: a signal too weak to answer is none. */
const PATIENCE_MS = 3_000;

precacheAndRoute(FILES);
cleanupOutdatedCaches();
self.addEventListener('install', (event) => {
  event.waitUntil(keepShell().then(() => self.skipWaiting()));
});
clientsClaim();
// What the server alone can answer goes there: its data, its documents, and this file.
registerRoute(new NavigationRoute(({ request }) => opened(request), { denylist: [/^\/api\//, /^\/static\//] }));

async function keepShell(): Promise<void> {
  const page = await fetch(PAGE, { cache: 'reload' });
  const html = await page.clone().text();
  const missing = missingOf(
    html,
    FILES.map(({ url }) => url),
  );
  // Of another release than this file: the next one keeps what goes together.
  if (!page.ok || missing.length) throw new Error(`not kept: ${page.status} ${missing}`);
  const cache = await caches.open(KEPT);
  await cache.put(PAGE, page);
}

async function opened(request: Request): Promise<Response> {
  try {
    const answer = await fetch(request, { signal: AbortSignal.timeout(PATIENCE_MS) });
    if (answer.status < 500) return answer;
  } catch {
    // No connection, or none worth the name.
  }
  return (await kept()) ?? fetch(request);
}

async function kept(): Promise<Response | undefined> {
  const page = await caches.match(PAGE, { cacheName: KEPT });
  if (!page) return undefined;
  const shell = withNonce({ html: await page.text(), policy: page.headers.get(POLICY) ?? '' }, newNonce());
  const headers = new Headers(page.headers);
  headers.set(POLICY, shell.policy);
  return new Response(shell.html, { headers });
}
