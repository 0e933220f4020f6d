/**
 * The service worker of the students' pages: what was seen once can be seen without a network. From the network as long as there is
 * one that answers; what never changes from the store at once.
 */
import type { FromWorker, ToWorker } from './offline';

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
function keyOf(isPage: boolean, url: URL): string {
    return isPage && !url.searchParams.has('edition') && !url.searchParams.has('chair') ? url.pathname : url.href;
}

function tokenOf(url: URL): string {
    return /^(?:\/api\/v1)?\/part\/(\w+)/.exec(url.pathname)?.[1] ?? '';
}

/** Nothing of a part whose link has ended stays on the phone. */
async function forget(token: string): Promise<void> {
    const store = await caches.open(STORE);
    const kept = token === '' ? [] : await store.keys();
    await Promise.all(kept.filter(({ url }) => tokenOf(new URL(url)) === token).map((request) => store.delete(request)));
}

/** Fetches, and keeps what comes, however late it is. */
async function fetched(request: Request, url: URL, key: string): Promise<Response> {
    const fresh = await fetch(request);
    if (fresh.status === 200) {
        await (await caches.open(STORE)).put(key, fresh.clone());
    } else if ([404, 410].includes(fresh.status)) {
        await ((fresh.status === 410 || request.mode === 'navigate') ? forget(tokenOf(url)) : (await caches.open(STORE)).delete(key));
    }
    return fresh;
}

function after(milliseconds: number): Promise<null> {
    return new Promise((resolve) => setTimeout(() => resolve(null), milliseconds));
}

async function tell(word: FromWorker): Promise<void> {
    (await self.clients.matchAll()).forEach((client) => client.postMessage(word));
}

async function answer(event: FetchEvent, url: URL): Promise<Response> {
    const { request } = event;
    const key = keyOf(request.mode === 'navigate', url);
    const kept = await (await caches.open(STORE)).match(key);
    if (kept && isLasting(url)) {
        return kept;
    }
    const coming = fetched(request, url, key);
    if (!kept) {
        return coming;
    }
    try {
        const fresh = await Promise.race([coming, after(PATIENCE)]);
        if (fresh) return fresh.status >= 500 ? kept : fresh;
        // What comes after all is kept for the next time, and told where somebody reads what is older.
        event.waitUntil(
            coming.then((late) => (late.status === 200 && late.headers.get('ETag') !== kept.headers.get('ETag') ? tell({ late: url.href }) : undefined)).catch(() => undefined),
        );
    } catch {
        // No network: what was kept.
    }
    return kept;
}

self.addEventListener('fetch', (event) => {
    const url = new URL(event.request.url);
    if (event.request.method === 'GET' && isOurs(url)) {
        event.respondWith(answer(event, url));
    }
});

/** What a page loaded before this worker was there. */
async function keep(addresses: string[]): Promise<void> {
    const store = await caches.open(STORE);
    await Promise.all(
        addresses.map(async (address, at) => {
            const url = new URL(address);
            const key = keyOf(at === 0, url);
            if (!isOurs(url) || (await store.match(key))) return;
            // Out of the browser's own store where it is there.
            const headers = { Accept: at === 0 ? 'text/html' : '*/*' };
            const loaded = await fetch(address, { headers, cache: isLasting(url) ? 'force-cache' : 'default', credentials: 'same-origin' });
            if (loaded.status === 200) await store.put(key, loaded);
        }),
    );
}

self.addEventListener('message', (event) => {
    const asked = event.data as ToWorker;
    event.waitUntil(('keep' in asked ? keep(asked.keep) : forget(asked.forget)).catch(() => undefined));
});
