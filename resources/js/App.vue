<script setup lang="ts">
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useHistoryEverywhere } from './history/everywhere';
import { listenForFiles } from './rack/dropped';
import SignInSheet from './signin/SignInSheet.vue';
import { useSession } from './stores/session';
import PencilNav from './ui/PencilNav.vue';

const route = useRoute();
const session = useSession();
useHistoryEverywhere();
listenForFiles(useRouter(), () => session.user !== null);
// The server says at which call it could not write; what is the matter is asked once.
window.addEventListener('cannot-write', () => void session.look().catch(() => undefined));

const hasNav = computed(() => !route.meta.open && !route.meta.bare && route.name !== undefined && session.user !== null);
</script>

<template>
    <div class="house" :class="{ 'has-nav': hasNav }">
        <PencilNav v-if="hasNav" />
        <main class="room">
            <p v-if="hasNav && session.notice" class="notice" role="status">{{ session.notice }}</p>
            <RouterView class="screen" />
        </main>
        <SignInSheet v-if="session.needsSignIn" />
    </div>
</template>

<style>
.house {
    height: 100%;
}

.house.has-nav {
    display: grid;
    grid-template: minmax(0, 100%) / 76px minmax(0, 1fr);
}

.room {
    display: flex;
    flex-direction: column;
    height: 100%;
    min-width: 0;
}

.room > .screen {
    flex: 1;
    min-height: 0;
}

.notice {
    flex: none;
    margin: 0;
    padding: 7px 16px;
    background: var(--ink);
    color: var(--on-dark);
    font-weight: 700;
}

@media print {
    .house,
    .house.has-nav,
    .room {
        display: block;
        height: auto;
    }

    .house > .pencil {
        display: none;
    }
}
</style>
