<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import SignInSheet from './signin/SignInSheet.vue';
import { useSession } from './stores/session';
import PencilNav from './ui/PencilNav.vue';

const route = useRoute();
const session = useSession();
const hasNav = computed(() => !route.meta.open && route.name !== undefined && session.user !== null);
</script>

<template>
    <div class="house" :class="{ 'has-nav': hasNav }">
        <PencilNav v-if="hasNav" />
        <main class="room">
            <RouterView />
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
    height: 100%;
    min-width: 0;
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
