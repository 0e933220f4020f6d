import { flushPromises, mount } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import AccountScreen from '../../resources/js/account/AccountScreen.vue';
import EverythingOfMine from '../../resources/js/account/EverythingOfMine.vue';
import type { Account, Errand } from '../../resources/js/api/types';
import { router } from '../../resources/js/router';
import FirstScreen from '../../resources/js/signin/FirstScreen.vue';
import WelcomeScreen from '../../resources/js/signin/WelcomeScreen.vue';
import { calls, serve } from './support';

const account: Account = {
    user: { id: 1, name: 'Maren', email: 'maren@example.test' },
    used: 3 * 1024 * 1024,
    quota: 200 * 1024 * 1024,
    signIns: [
        { when: '2026-11-20T10:00:00Z', what: 'Firefox on Linux', here: true },
        { when: '2026-11-19T10:00:00Z', what: 'Safari on an iPhone or iPad', here: false },
    ],
    pack: null,
    unpack: null,
};

function errand(over: Partial<Errand> = {}): Errand {
    return { id: 4, kind: 'pack', state: 'works', done: 2, total: 5, says: null, at: '2026-11-20T10:00:00Z', hasFile: false, ...over };
}

beforeEach(() => {
    setActivePinia(createPinia());
    serve(() => account);
});

describe('the account', () => {
    it('shows where one is signed in and how much room there is', async () => {
        const screen = mount(AccountScreen, { global: { plugins: [router] } });
        await flushPromises();
        expect(screen.text()).toContain('Firefox on Linux');
        expect(screen.text()).toContain('Your scores take 3.0 MB of 200 MB');
    });

    it('tells beside the form why a password is not taken, and keeps what was typed', async () => {
        const screen = mount(AccountScreen, { global: { plugins: [router] } });
        await flushPromises();
        serve(() => new Error('Choose a password of at least 12 characters: three or four words will do.'));
        await screen.find('input[name=current]').setValue('old');
        await screen.find('input[name=password]').setValue('short');
        await screen.findAll('form')[1]!.trigger('submit');
        await flushPromises();
        expect(screen.find('[role=alert]').text()).toContain('at least 12 characters');
        expect((screen.find('input[name=password]').element as HTMLInputElement).value).toBe('short');
        expect(calls.at(-1)?.body).toEqual({ current: 'old', password: 'short' });
    });
});

describe('everything of mine', () => {
    it('tells how far it is, can be stopped, and gives the file in the end', async () => {
        vi.useFakeTimers();
        let now = errand();
        serve(() => now);
        const sheet = mount(EverythingOfMine, { props: { pack: errand({ state: 'waits', total: 0 }), unpack: null } });
        expect(sheet.text()).toContain('waiting for its turn');
        await vi.advanceTimersByTimeAsync(1100);
        expect(sheet.text()).toContain('2 of 5 pieces');
        await sheet.find('.plain-button').trigger('click');
        await vi.advanceTimersByTimeAsync(10);
        expect(calls.some((call) => call.method === 'DELETE' && call.path === 'account/errands/4')).toBe(true);
        now = errand({ state: 'done', hasFile: true });
        await vi.advanceTimersByTimeAsync(1100);
        expect(sheet.find('a').attributes('href')).toBe('/api/v1/account/errands/4/file');
        const asked = calls.length;
        await vi.advanceTimersByTimeAsync(5000);
        expect(calls.length).toBe(asked);
        sheet.unmount();
        vi.useRealTimers();
    });

    it('says what was brought in and what was not', () => {
        const sheet = mount(EverythingOfMine, {
            props: { pack: null, unpack: errand({ kind: 'unpack', state: 'failed', says: 'This is not a file that “Everything of mine” made.' }) },
        });
        expect(sheet.find('[role=status]').text()).toContain('This is not a file');
    });
});

describe('the doors', () => {
    it('lets the first director in with the code', async () => {
        serve((call) => (call.path === 'session' ? { user: null, first: true, notice: null } : new Error('This is not the code that the server printed.')));
        const screen = mount(FirstScreen, { global: { plugins: [router] } });
        await flushPromises();
        await screen.find('input[name=code]').setValue('ABCD');
        await screen.find('form').trigger('submit');
        await flushPromises();
        expect(calls.some((call) => call.path === 'first' && call.body.code === 'ABCD')).toBe(true);
        expect(screen.find('[role=alert]').text()).toContain('not the code');
    });

    it('takes a password by letter', async () => {
        serve(() => ({ user: account.user }));
        await router.push('/welcome/abc123def?email=maren%40example.test');
        const screen = mount(WelcomeScreen, { global: { plugins: [router] } });
        await screen.find('input[name=password]').setValue('fiddlehead rosin lamp');
        await screen.find('form').trigger('submit');
        await flushPromises();
        expect(calls.find((call) => call.path === 'password')?.body).toEqual({
            email: 'maren@example.test', token: 'abc123def', name: '', password: 'fiddlehead rosin lamp',
        });
    });
});
