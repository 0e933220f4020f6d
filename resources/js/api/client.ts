/** Talks to the server. Every failure becomes an {@link ApiError} with one sentence for the user. */

export class ApiError extends Error {
    constructor(
        message: string,
        public readonly status: number,
        public readonly body: Record<string, unknown> = {},
    ) {
        super(message);
    }

    /** The session ended, or the page is from before it. */
    get isSignedOut(): boolean {
        return this.status === 401 || this.status === 419;
    }

    /** The same call may be taken later: nobody answered, the server is busy, ill or full, or somebody has to sign in first. */
    get comesAgain(): boolean {
        return this.isOffline || this.isSignedOut || [408, 425, 429].includes(this.status) || this.status >= 500;
    }

    /** The server could not be reached; the same call may work later. */
    get isOffline(): boolean {
        return this.status === 0;
    }
}

function cookie(name: string): string {
    const found = document.cookie.split('; ').find((part) => part.startsWith(`${name}=`));
    return found ? decodeURIComponent(found.slice(name.length + 1)) : '';
}

function sentence(body: Record<string, unknown>, status: number): string {
    const errors = body.errors;
    if (errors && typeof errors === 'object' && !Array.isArray(errors)) {
        const first = Object.values(errors as Record<string, unknown>)[0];
        if (Array.isArray(first) && typeof first[0] === 'string') {
            return first[0];
        }
    }
    if (status === 401) {
        return 'You were signed out. Sign in again; your work is kept.';
    }
    if (status === 403 && (typeof body.message !== 'string' || body.message.startsWith('This action'))) {
        return 'You may look at this piece, but not do that here.';
    }
    if ([503, 507].includes(status) && typeof body.message === 'string' && body.message !== '') {
        return body.message;
    }
    if (status >= 500 || typeof body.message !== 'string' || body.message === '') {
        return 'Something went wrong on the server. Nothing was changed; try again.';
    }
    return body.message;
}

async function send(method: string, path: string, body?: unknown): Promise<Response> {
    const headers: Record<string, string> = { Accept: 'application/json', 'X-XSRF-TOKEN': cookie('XSRF-TOKEN') };
    const isForm = body instanceof FormData;
    if (body !== undefined && !isForm) {
        headers['Content-Type'] = 'application/json';
    }
    let response: Response;
    try {
        response = await fetch(`/api/v1/${path}`, {
            method,
            headers,
            credentials: 'same-origin',
            body: body === undefined ? undefined : isForm ? body : JSON.stringify(body),
        });
    } catch {
        throw new ApiError('The server cannot be reached. Your marks are kept here and sent when it is back.', 0);
    }
    if (response.status === 507) {
        window.dispatchEvent(new Event('cannot-write'));
    }
    if (!response.ok) {
        const json = (await response.json().catch(() => ({}))) as Record<string, unknown>;
        throw new ApiError(sentence(json, response.status), response.status, json);
    }
    // What could be taken back is another thing now.
    if (method !== 'GET') window.dispatchEvent(new Event('wrote'));
    return response;
}

async function json<T>(method: string, path: string, body?: unknown): Promise<T> {
    return (await (await send(method, path, body)).json()) as T;
}

export const api = {
    get: <T>(path: string) => json<T>('GET', path),
    post: <T>(path: string, body: unknown = {}) => json<T>('POST', path, body),
    put: <T>(path: string, body: unknown) => json<T>('PUT', path, body),
    patch: <T>(path: string, body: unknown) => json<T>('PATCH', path, body),
    delete: <T>(path: string, body?: unknown) => json<T>('DELETE', path, body),
    text: async (path: string) => (await send('GET', path)).text(),
    /** A file, under the name the server gives it. */
    file: async (path: string) => {
        const response = await send('GET', path);
        const said = response.headers.get('Content-Disposition') ?? '';
        const plain = /filename="?([^";]+)"?/.exec(said)?.[1];
        const name = /filename\*=utf-8''([^;]+)/i.exec(said)?.[1];
        return { file: await response.blob(), name: name ? decodeURIComponent(name) : (plain ?? 'part') };
    },
    postForText: async (path: string, body: unknown) => (await send('POST', path, body)).text(),
};
