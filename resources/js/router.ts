import { createRouter, createWebHistory } from 'vue-router';
import { useSession } from './stores/session';

export const router = createRouter({
    history: createWebHistory(),
    routes: [
        { path: '/', redirect: '/rack' },
        { path: '/sign-in', name: 'sign-in', component: () => import('./signin/SignInScreen.vue'), meta: { open: true } },
        { path: '/first', name: 'first', component: () => import('./signin/FirstScreen.vue'), meta: { open: true } },
        { path: '/forgotten', name: 'forgotten', component: () => import('./signin/ForgottenScreen.vue'), meta: { open: true } },
        { path: '/welcome/:token', name: 'welcome', component: () => import('./signin/WelcomeScreen.vue'), meta: { open: true } },
        {
            path: '/invitation/:token',
            name: 'invitation',
            component: () => import('./signin/InvitationScreen.vue'),
            meta: { open: true },
        },
        { path: '/rack', name: 'rack', component: () => import('./rack/RackScreen.vue') },
        { path: '/piece/:piece/desk/:section?', name: 'desk', component: () => import('./desk/DeskScreen.vue') },
        { path: '/piece/:piece/tutti', name: 'tutti', component: () => import('./tutti/TuttiScreen.vue') },
        { path: '/piece/:piece/class-view/:section', name: 'class-view', component: () => import('./classview/ClassViewScreen.vue'), meta: { bare: true } },
        {
            path: '/piece/:piece/read-through',
            name: 'read-through',
            component: () => import('./readthrough/ReadThroughScreen.vue'),
        },
        { path: '/piece/:piece/hand-out', name: 'hand-out', component: () => import('./handout/HandOutScreen.vue') },
        { path: '/piece/:piece/corrected', name: 'correction', component: () => import('./correction/CorrectionScreen.vue') },
        { path: '/write-in', name: 'write-in', component: () => import('./writein/WriteInScreen.vue') },
        { path: '/piece/:piece/write-in', name: 'write-on', component: () => import('./writein/WriteInScreen.vue') },
        { path: '/piece/:piece/lesson', name: 'lesson', component: () => import('./lessons/LessonScreen.vue') },
        { path: '/piece/:piece/practice/:section(\\d+)', name: 'practice', component: () => import('./practice/PracticeScreen.vue') },
        { path: '/piece/:piece/warm-up', name: 'warm-up', component: () => import('./practice/WarmUpScreen.vue'), meta: { bare: true } },
        { path: '/piece/:piece/everybody/:section(\\d+)', name: 'everybody', component: () => import('./rehearsal/EverybodyScreen.vue'), meta: { bare: true } },
        { path: '/piece/:piece/logbook', name: 'logbook', component: () => import('./rehearsal/LogbookScreen.vue') },
        { path: '/rehearsal', name: 'rehearsal-door', component: () => import('./rehearsal/DoorScreen.vue') },
        { path: '/rehearsal/term/:shelf(\\d+)', name: 'term', component: () => import('./rehearsal/TermScreen.vue') },
        { path: '/rehearsal/:date(\\d+)', name: 'rehearsal', component: () => import('./rehearsal/RehearsalScreen.vue') },
        { path: '/rehearsal/:date(\\d+)/wall', name: 'wall', component: () => import('./rehearsal/WallScreen.vue'), meta: { bare: true } },
        { path: '/rehearsal/:date(\\d+)/hear', name: 'hear', component: () => import('./rehearsal/HearScreen.vue'), meta: { bare: true } },
        { path: '/book/:shelf(\\d+)', name: 'book', component: () => import('./lessons/BookScreen.vue') },
        { path: '/account', name: 'account', component: () => import('./account/AccountScreen.vue') },
        { path: '/outbox', name: 'outbox', component: () => import('./outbox/OutboxScreen.vue') },
        { path: '/evening/:who?', name: 'guide', component: () => import('./guide/GuideScreen.vue'), meta: { open: true } },
        { path: '/class', name: 'class', component: () => import('./class/ClassScreen.vue') },
        { path: '/:rest(.*)*', name: 'nowhere', component: () => import('./ui/NowhereScreen.vue'), meta: { open: true } },
    ],
});

router.beforeEach(async (to) => {
    if (to.meta.open) {
        return true;
    }
    const session = useSession();
    if (!session.isKnown) {
        await session.look().catch(() => undefined);
    }
    if (session.user) {
        return true;
    }
    return session.isFirst ? { name: 'first' } : { name: 'sign-in', query: { then: to.fullPath } };
});
