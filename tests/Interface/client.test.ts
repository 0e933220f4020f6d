import { describe, expect, it, vi } from 'vitest';
import { ApiError, api } from '../../resources/js/api/client';

/** What the user is told when the server answers so. */
async function told(status: number, body: unknown): Promise<ApiError> {
    vi.stubGlobal('fetch', vi.fn(() => Promise.resolve(new Response(typeof body === 'string' ? body : JSON.stringify(body), { status }))));
    try {
        await api.get('rack');
    } catch (error) {
        if (error instanceof ApiError) return error;
    }
    throw new Error('It was taken for an answer.');
}

const LOOK = 'You may look at this piece, but not do that here.';
const WRONG = 'Something went wrong on the server. Nothing was changed; try again.';

describe('what the user is told', () => {
    it.each([
        ['the first of several errors', 422, { message: 'Two things.', errors: { title: ['The title is long.', 'And odd.'], x: ['No.'] } }, 'The title is long.'],
        ['the server’s sentence', 422, { message: 'There is no such choice.' }, 'There is no such choice.'],
        ['odd errors are left aside', 422, { message: 'Plain.', errors: [] }, 'Plain.'],
        ['a session that ended', 401, { message: 'Unauthenticated.' }, 'You were signed out. Sign in again; your work is kept.'],
        ['no right, in the framework’s words', 403, { message: 'This action is unauthorized.' }, LOOK],
        ['no right, without words', 403, {}, LOOK],
        ['no right, in our words', 403, { message: 'You may propose here now.' }, 'You may propose here now.'],
        ['a server that is busy, in our words', 503, { message: 'The server is being updated.' }, 'The server is being updated.'],
        ['a full disk, in our words', 507, { message: 'The disk is full.' }, 'The disk is full.'],
        ['a busy server without words', 503, { message: '' }, WRONG],
        ['a fault, whatever it says', 500, { message: 'SQLSTATE' }, WRONG],
        ['no words at all', 404, {}, WRONG],
        ['no JSON', 502, '<html>', WRONG],
    ])('%s', async (_, status, body, sentence) => {
        expect((await told(status, body)).message).toBe(sentence);
    });

    it('knows a session that ended, and a server out of reach', async () => {
        expect([(await told(401, {})).isSignedOut, (await told(419, {})).isSignedOut, (await told(403, {})).isSignedOut]).toEqual([true, true, false]);
        vi.stubGlobal('fetch', vi.fn(() => Promise.reject(new TypeError('no network'))));
        const offline = await api.get('rack').catch((error: unknown) => error as ApiError);
        expect(offline).toMatchObject({ status: 0, isOffline: true, isSignedOut: false });
        expect((await told(500, {})).isOffline).toBe(false);
    });

    it('tells the frame when nothing can be written', async () => {
        const heard = vi.fn();
        window.addEventListener('cannot-write', heard);
        await told(500, {});
        expect(heard).not.toHaveBeenCalled();
        await told(507, { message: 'The disk is full.' });
        expect(heard).toHaveBeenCalledTimes(1);
    });
});

describe('what is sent', () => {
    it('sends JSON with the token of the cookie, and files as they are', async () => {
        const fetched = vi.fn<(url: string, init: RequestInit) => Promise<Response>>(() => Promise.resolve(new Response('{}')));
        vi.stubGlobal('fetch', fetched);
        document.cookie = 'XSRF-TOKEN=a%20b';
        await api.post('pieces', { title: 'Tune' });
        await api.post('scores/look', new FormData());
        await api.get('rack');
        const [json, form, get] = fetched.mock.calls.map(([url, init]) => ({ url, ...init }));
        expect(json).toMatchObject({
            url: '/api/v1/pieces', method: 'POST', body: '{"title":"Tune"}', credentials: 'same-origin',
            headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': 'a b', Accept: 'application/json' },
        });
        expect(form?.body).toBeInstanceOf(FormData);
        expect(form?.headers).not.toHaveProperty('Content-Type');
        expect(get).toMatchObject({ url: '/api/v1/rack', method: 'GET', body: undefined });
        expect(get?.headers).not.toHaveProperty('Content-Type');
    });
});
