/** Pages engraved before, kept in the browser: a part that nobody changed since is there at once when it is opened again. */
import type { Picture } from './picture';

/** A system as it was engraved, and the measures it is of. */
export interface KeptSystem extends Picture {
    source: string[];
}

interface KeptPage {
    /** What the page was made of. */
    name: string;
    systems: KeptSystem[];
}

const PREFIX = 'engraved';
/** Another build may engrave otherwise. */
const STORE = `${PREFIX}-${__BUILD__}`;
/** So many parts are kept, the last ones. */
const MOST = 20;

function addressOf(place: string): string {
    return `/engraved/${encodeURIComponent(place)}`;
}

/**
 * @param place which page: a part at a width and a size
 * @param name what it is made of now
 */
export async function keptPage(place: string, name: string): Promise<KeptSystem[] | null> {
    try {
        const store = await caches.open(STORE);
        const answer = await store.match(addressOf(place));
        const page = (await answer?.json()) as KeptPage | undefined;
        return page?.name === name ? page.systems : null;
    } catch {
        return null;
    }
}

export async function keepPage(place: string, name: string, systems: KeptSystem[]): Promise<void> {
    try {
        const store = await caches.open(STORE);
        await store.delete(addressOf(place));
        await store.put(addressOf(place), new Response(JSON.stringify({ name, systems } satisfies KeptPage)));
        const all = await store.keys();
        await Promise.all(all.slice(0, Math.max(0, all.length - MOST)).map((old) => store.delete(old)));
        const stores = await caches.keys();
        await Promise.all(stores.filter((one) => one.startsWith(PREFIX) && one !== STORE).map((one) => caches.delete(one)));
    } catch {
        // It is engraved again next time.
    }
}

/** Music does not stay on a computer that somebody signed out of. */
export async function forgetPages(): Promise<void> {
    try {
        const stores = await caches.keys();
        await Promise.all(stores.filter((one) => one.startsWith(PREFIX)).map((one) => caches.delete(one)));
    } catch {
        // There is no such store here.
    }
}
