/**
 * The bench without a server: pages of the bench that were open on this device are shown again as they were seen last, with the programs,
 * styles and pictures they need. What is done meanwhile waits in the browser as it always does. Nothing else is kept, and nothing is
 * shown from here while the server answers.
 */
const KEPT = 'ulexite-bench-1';
const BENCH = /^\/print\/[\w-]+\/(today|mix|cut|pull|proof|table|rehearse)$/;
/** Named by what they hold: kept for good. */
const LASTING = /^\/(_next\/static|words|icons|api\/blobs)\//;
/** Pages, pictures and programs together; the oldest go first. */
const MOST_KEPT = 500;

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(begin()));
self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== location.origin) return;
  if (request.mode === 'navigate') {
    event.respondWith(page(request, BENCH.test(url.pathname) ? url.pathname : undefined));
  } else if (LASTING.test(url.pathname)) event.respondWith(lasting(request));
  else if (/^\/api\/prints\/[\w-]+\/files\/look-/.test(url.pathname)) event.respondWith(newest(request));
});

async function begin() {
  for (const name of await caches.keys()) if (name !== KEPT) await caches.delete(name);
  await self.clients.claim();
}

/** Who is put out keeps nothing of the workshop here. */
const forget = () => caches.delete(KEPT);

/** `path`: under what it is kept; undefined for a page that is not. */
async function page(request, path) {
  try {
    const answer = await fetch(request);
    if (answer.status === 401) await forget();
    else if (path && answer.ok && !answer.redirected) await keep(path, answer.clone());
    return answer;
  } catch (error) {
    const kept = path && (await (await caches.open(KEPT)).match(path));
    if (kept) return kept;
    throw error;
  }
}

/** Puts an answer last, so that what was wanted longest ago stands first. */
async function keep(key, answer) {
  const cache = await caches.open(KEPT);
  await cache.delete(key);
  await cache.put(key, answer);
  const all = await cache.keys();
  for (const old of all.slice(0, Math.max(0, all.length - MOST_KEPT))) await cache.delete(old);
}

async function lasting(request) {
  const cache = await caches.open(KEPT);
  const kept = await cache.match(request);
  if (kept) return atItsAddress(kept);
  const answer = await fetch(request);
  if (answer.ok) await keep(request, answer.clone());
  return answer;
}

/**
 * What was kept carries the address it was first asked at, part after # and all, and a worker reads from its own which program it is to
 * run: without this every worker would become the one that was started first.
 */
const atItsAddress = (kept) => new Response(kept.body, { status: kept.status, headers: kept.headers });

/** As the server has it now; else as it was seen last. */
async function newest(request) {
  const cache = await caches.open(KEPT);
  try {
    const answer = await fetch(request);
    if (answer.ok) await keep(request, answer.clone());
    return answer;
  } catch (error) {
    const kept = (await cache.match(request)) ?? (await cache.match(request, { ignoreSearch: true }));
    if (kept) return kept;
    throw error;
  }
}
