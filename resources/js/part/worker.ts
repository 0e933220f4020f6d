/**
 * The service worker of the students' pages: what was seen once can be seen without a network. From the network as long as there is
 * one that answers; what never changes from the store at once.
 */
export {};

declare const self: ServiceWorkerGlobalScope;

const STORE = 'parts-1';
/** A practice room's network may hang rather than fail. */
const PATIENCE = 4000;

self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

function isLasting(url: URL): boolean {
    return url.pathname.startsWith('/build/') || url.pathname === '/pencil.svg';
}

function isOurs(url: URL): boolean {
    return url.origin === location.origin && (isLasting(url) || url.pathname.startsWith('/part/') || /^\/api\/v1\/part\/\w+\/(drawing\/|play$|others$|practice$)/.test(url.pathname));
}

/** A page is the same whichever way a link to it was passed on. */
function keyOf(request: Request, url: URL): Request | string {
    return request.mode === 'navigate' && !url.searchParams.has('edition') && !url.searchParams.has('chair') ? url.pathname : request;
}

async function answer(request: Request, url: URL): Promise<Response> {
    const store = await caches.open(STORE);
    const key = keyOf(request, url);
    const kept = await store.match(key);
    if (kept && isLasting(url)) {
        return kept;
    }
    try {
        const fresh = await (kept ? Promise.race([fetch(request), after(PATIENCE)]) : fetch(request));
        if (fresh.status === 200) {
            await store.put(key, fresh.clone());
        } else if ([404, 410].includes(fresh.status)) {
            // Ended, or never there: what was kept of it goes.
            await store.delete(key);
        }
        return fresh.status >= 500 && kept ? kept : fresh;
    } catch (problem) {
        if (kept) return kept;
        throw problem;
    }
}

function after(milliseconds: number): Promise<never> {
    return new Promise((_, reject) => setTimeout(() => reject(new Error('The network hangs.')), milliseconds));
}

self.addEventListener('fetch', (event) => {
    const url = new URL(event.request.url);
    if (event.request.method === 'GET' && isOurs(url)) {
        event.respondWith(answer(event.request, url));
    }
});
