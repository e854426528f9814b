// Keeps the room's page and what it is made of, so that a reload without a network comes back.
import { ASSETS } from './asset-cache.js';
import { TOO_EARLY } from './server.js';

const ROOMS = 'ledger-rooms';

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== 'GET' || url.origin !== self.location.origin) {
    return;
  }
  if (url.pathname.startsWith('/assets/')) {
    event.respondWith(fromCacheFirst(event.request));
  } else if (/^\/sittings\/\d+\/exhibits\/[^/]+$/.test(url.pathname)) {
    event.respondWith(fromNetworkFirst(event.request, (answer) => answer.status !== TOO_EARLY));
  } else if (event.request.mode === 'navigate' && /^\/sittings\/\d+$/.test(url.pathname)) {
    event.respondWith(fromNetworkFirst(event.request));
  }
});

async function fromCacheFirst(request) {
  const cache = await caches.open(ASSETS);
  const kept = await cache.match(request);
  if (kept) {
    return kept;
  }
  const response = await fetch(request);
  if (response.ok) {
    await cache.put(request, response.clone());
  }
  return response;
}

/** @param stands whether an answer of the server is to be shown; else what was kept is, if anything */
async function fromNetworkFirst(request, stands = () => true) {
  const cache = await caches.open(ROOMS);
  try {
    const response = await fetch(request);
    if (response.ok && !response.redirected && (request.mode !== 'navigate' || response.headers.get('Ledger-Keep'))) {
      await cache.put(request, response.clone());
    }
    return stands(response) ? response : ((await cache.match(request)) ?? response);
  } catch (offline) {
    const kept = await cache.match(request);
    if (kept) {
      return kept;
    }
    throw offline;
  }
}
