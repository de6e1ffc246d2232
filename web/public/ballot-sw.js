/**
 * Keeps the ballot's page on the phone, so that a reload works without a network. Pages come from the server
 * whenever it answers; files that are named by their content never change, so one that is here is as good.
 * Nothing of the API is kept: answers wait in the page's own memory.
 */
const CACHE = 'jacana-ballot-1';
const PAGE = '/b/';
const PATIENCE_MS = 4000;

self.addEventListener('install', (event) => {
  self.skipWaiting();
  event.waitUntil(caches.open(CACHE).then((cache) => cache.add(new Request(PAGE, { cache: 'reload' }))));
});

self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

/** The page says what it was made of, once it stands: that is kept, and what older versions were made of goes. */
self.addEventListener('message', (event) => {
  if (event.data?.kind !== 'made-of' || !Array.isArray(event.data.files)) return;
  event.waitUntil(keep(event.data.files.filter((file) => isFile(new URL(file)))));
});

async function keep(files) {
  const cache = await caches.open(CACHE);
  const known = (await cache.keys()).map(({ url }) => url);
  await Promise.all(files.filter((file) => !known.includes(file)).map((file) => cache.add(file)));
  const stale = known.filter((url) => isFile(new URL(url)) && !files.includes(url));
  await Promise.all(stale.map((url) => cache.delete(url)));
}

const isFile = ({ origin, pathname }) => origin === self.location.origin && pathname.startsWith('/assets/');

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (request.mode === 'navigate' && /^\/b(\/|$)/.test(url.pathname)) event.respondWith(page(request));
  else if (isFile(url)) event.respondWith(file(request));
});

/** The page as the server has it; as it was last, where no answer comes in time. */
async function page(request) {
  const cache = await caches.open(CACHE);
  const asked = fetch(request).then((reply) => {
    // The page as it is for everybody: what came along for one panelist is not kept for the next.
    if (reply.ok) void cache.add(new Request(PAGE, { cache: 'reload' })).catch(() => undefined);
    return reply;
  });
  const late = new Promise((go) => setTimeout(go, PATIENCE_MS));
  const reply = await Promise.race([asked.catch(() => undefined), late]);
  return reply ?? (await cache.match(PAGE)) ?? asked;
}

async function file(request) {
  const cache = await caches.open(CACHE);
  const known = await cache.match(request);
  if (known) return known;
  const reply = await fetch(request);
  if (reply.ok) await cache.put(request, reply.clone());
  return reply;
}
