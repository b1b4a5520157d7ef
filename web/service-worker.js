/*
 * The page without its server: the shell comes from the cache of this version, what the server last said from another one.
 * The build writes the version and the list of files. Marks do not pass through here: they wait in the page's own database.
 */
const VERSION = '%VERSION%';
const SHELL = ['%SHELL%'];
const SHELL_CACHE = `shell-${VERSION}`;
const ANSWERS = 'answers';
/** How long a server on a bad network is waited for before its last answer is shown, ms. */
const PATIENCE_MS = 1500;

self.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(SHELL_CACHE)
      .then((cache) => cache.addAll(SHELL))
      .then(() => self.skipWaiting()),
  );
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((n) => n !== SHELL_CACHE && n !== ANSWERS).map((n) => caches.delete(n))))
      .then(() => self.clients.claim()),
  );
});

/** Of the server's answers so many are kept; the oldest are forgotten. */
const ANSWERS_MAX = 240;

async function forget(cache) {
  const kept = await cache.keys();
  await Promise.all(kept.slice(0, Math.max(0, kept.length - ANSWERS_MAX)).map((old) => cache.delete(old)));
}

/** The server's answer, kept for later; its last one where it does not answer in time. */
async function serverFirst(request) {
  const cache = await caches.open(ANSWERS);
  const asked = fetch(request).then(async (response) => {
    if (response.ok) {
      /* At the end of the line again: what was not asked for longest is forgotten first. */
      await cache.delete(request);
      await cache.put(request, response.clone());
      await forget(cache);
    } else if (response.status === 404) await cache.delete(request);
    return response;
  });
  const late = new Promise((resolve) => setTimeout(resolve, PATIENCE_MS)).then(() => cache.match(request));
  const first = await Promise.race([asked.catch(() => cache.match(request)), late]).catch(() => undefined);
  return first ?? asked;
}

async function shellFirst(request, key) {
  const cache = await caches.open(SHELL_CACHE);
  return (await cache.match(key)) ?? fetch(request);
}

/** The page anew from its server, else the one that was kept. */
async function pageFirst(request) {
  const late = new Promise((resolve) => setTimeout(resolve, PATIENCE_MS)).then(() => shellFirst(request, '/'));
  return Promise.race([fetch(request), late]).catch(() => shellFirst(request, '/'));
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (url.pathname.startsWith('/api/')) {
    /* What is asked every few seconds, or is only of the moment, is never answered from the past. */
    if (/^\/api\/(kits|assemblies|photos)(\/|$)/.test(url.pathname) && !/(revision|export|changes)$/.test(url.pathname))
      event.respondWith(serverFirst(request));
    return;
  }
  if (url.pathname === '/pair') return;
  if (request.mode === 'navigate') event.respondWith(pageFirst(request));
  else event.respondWith(shellFirst(request, url.pathname));
});
