import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiError } from '../../resources/js/api/client';
import { patience, useOutbox, type Outbox } from '../../resources/js/api/outbox';

const isTexts = (value: unknown): value is string[] => Array.isArray(value);
const sent: string[] = [];
const refused: string[] = [];
let answers: number[] = [];

/** @param given how the server answers each try, 200 for yes */
function box(...given: number[]): Outbox<string> {
    answers = given;
    return useOutbox<string>({
        key: 'test-box',
        isItems: isTexts,
        send: (item) => {
            const status = answers.shift() ?? 200;
            if (status !== 200) return Promise.reject(new ApiError(`says ${status}`, status));
            sent.push(item);
            return Promise.resolve();
        },
        refused: (item, { message }) => refused.push(`${item}: ${message}`),
    });
}

describe('the outbox', () => {
    beforeEach(() => {
        vi.useFakeTimers();
        localStorage.clear();
        sent.length = refused.length = 0;
    });
    afterEach(() => vi.useRealTimers());

    it.each([0, 408, 425, 429, 500, 502, 503, 504, 507])('keeps what is answered with %i, and sends it again', async (status) => {
        const open = box(status, status);
        await open.add('a mark');
        expect(open.items.value).toEqual(['a mark']);
        expect(open.problem.value).toBe(`says ${status}`);
        expect(JSON.parse(localStorage.getItem('test-box') ?? '[]')).toEqual(['a mark']);
        await vi.advanceTimersByTimeAsync(10_000);
        expect(sent).toEqual(['a mark']);
        expect([open.items.value, open.problem.value, localStorage.getItem('test-box')]).toEqual([[], '', '[]']);
        expect(refused).toEqual([]);
    });

    it.each([400, 403, 404, 409, 413, 422])('tells what is refused with %i, and goes on', async (status) => {
        const open = box(status);
        await open.add('one');
        await open.add('another');
        expect([sent, refused, open.items.value]).toEqual([['another'], [`one: says ${status}`], []]);
    });

    it('sends in order: what comes later waits for what is before it', async () => {
        const open = box(503);
        await open.add('first');
        answers = [503];
        await open.add('second');
        expect([sent, open.items.value]).toEqual([[], ['first', 'second']]);
        await vi.advanceTimersByTimeAsync(60_000);
        expect(sent).toEqual(['first', 'second']);
    });

    it('waits for somebody to sign in, and does not ask in between', async () => {
        const open = box(401);
        await open.add('a mark');
        await vi.advanceTimersByTimeAsync(300_000);
        expect(sent).toEqual([]);
        await open.flush();
        expect(sent).toEqual(['a mark']);
    });

    it('finds again what was kept before the page was opened', async () => {
        localStorage.setItem('test-box', '["from yesterday"]');
        await box().flush();
        expect(sent).toEqual(['from yesterday']);
    });

    it('grows more patient, up to a minute', () => {
        expect([1, 2, 3, 4, 5, 6, 20].map(patience)).toEqual([2, 4, 8, 16, 32, 60, 60]);
    });
});
