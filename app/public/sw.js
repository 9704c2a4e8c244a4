// Keeps the application on the device: its own files for good, the server's answers as they were last seen. Edits are not
// its affair: the page itself queues them.
const SHELL = 'fulgent-shell-1';
const ANSWERS = 'fulgent-answers';
const KEPT_ANSWERS = /^\/api\/(shoots|looks|kit|frames|log|practice)(\/|$)/;
const LOOK = /^\/api\/looks\/[^/]+$/;
const NEVER = /\/(original|export|export\.csv|sheet\.pdf)$/;

self.addEventListener('install', (event) => {
  event.waitUntil(
    (async () => {
      const cache = await caches.open(SHELL);
      const files = await (await fetch('/shell.json', { cache: 'no-store' })).json();
      await cache.addAll(['/', ...files]);
      await self.skipWaiting();
    })(),
  );
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      const files = new Set(await (await fetch('/shell.json', { cache: 'no-store' })).json().catch(() => []));
      const cache = await caches.open(SHELL);
      for (const request of await cache.keys()) {
        const { pathname } = new URL(request.url);
        if (pathname.startsWith('/figures/')) await dropOldFigures(cache, request);
        else if (pathname !== '/' && files.size > 0 && !files.has(pathname)) await cache.delete(request);
      }
      await self.clients.claim();
    })(),
  );
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (url.origin !== self.location.origin) return;
  if (request.method === 'PUT' && LOOK.test(url.pathname)) event.respondWith(remembered(request));
  if (request.method !== 'GET') return;
  if (request.mode === 'navigate') event.respondWith(newest(SHELL, request, '/'));
  else if (/^\/(_expo|assets|figures|first)\//.test(url.pathname)) event.respondWith(kept(request));
  else if (KEPT_ANSWERS.test(url.pathname) && !NEVER.test(url.pathname)) event.respondWith(newest(ANSWERS, request, request));
});

/** Of a part of a figure only its newest version is kept. */
async function dropOldFigures(cache, request) {
  const { pathname } = new URL(request.url);
  const kept = (await cache.keys()).filter((one) => new URL(one.url).pathname === pathname);
  if (kept.length > 1 && kept[kept.length - 1].url !== request.url) await cache.delete(request);
}

/** From the network, else as it was last seen. */
async function newest(name, request, key) {
  const cache = await caches.open(name);
  try {
    const answer = await fetch(request);
    if (answer.ok) await cache.put(key, answer.clone());
    return answer;
  } catch (error) {
    const found = await cache.match(key);
    if (found) return name === ANSWERS ? marked(found) : found;
    throw error;
  }
}

/** Says that it is not from the server: the page must not take it for what is saved now. */
function marked(answer) {
  const headers = new Headers(answer.headers);
  headers.set('X-Fulgent-Kept', '1');
  return new Response(answer.body, { status: answer.status, statusText: answer.statusText, headers });
}

/** What was written is what is last seen: the answer to a write is kept as the answer to the next read. */
async function remembered(request) {
  const answer = await fetch(request);
  if (answer.ok) await (await caches.open(ANSWERS)).put(request.url, answer.clone());
  return answer;
}

/** Files whose names change with their content are taken from the device. */
async function kept(request) {
  const cache = await caches.open(SHELL);
  const found = await cache.match(request);
  if (found) return found;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request, answer.clone());
  return answer;
}
