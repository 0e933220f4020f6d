<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import HistoryDrawer from '../history/HistoryDrawer.vue';
import { useHistory } from '../history/store';
import { useSession } from '../stores/session';

const route = useRoute();
const session = useSession();
const history = useHistory();

const pieceId = computed(() => {
    const param = route.params.piece;
    return typeof param === 'string' ? param : (localStorage.getItem('last-piece') ?? null);
});
const undo = computed(() => history.next.undo);
/** What the eraser would take back, and where. */
const undoWords = computed(() => {
    const act = undo.value;
    return act ? `Undo: ${act.what}${act.where ? ` (${act.where})` : ''}` : 'Undo: nothing to take back here';
});
/** Screens that show one piece have its history. */
const shown = computed(() => (typeof route.params.piece === 'string' ? route.params.piece : null));

interface Flat {
    name: string;
    label: string;
    to: string;
    icon: string;
}

const flats = computed<Flat[]>(() => {
    const list: Flat[] = [{ name: 'rack', label: 'Rack', to: '/rack', icon: 'M4 4v16M9 4v16M14 4v16M18 5l4 15' }];
    if (pieceId.value) {
        list.push({
            name: 'desk',
            label: 'Desk',
            to: `/piece/${pieceId.value}/desk`,
            icon: 'M2 7h20M2 12h20M2 17h20M16 3l4 12',
        });
        list.push({
            name: 'tutti',
            label: 'Tutti',
            to: `/piece/${pieceId.value}/tutti`,
            icon: 'M2 6h7M12 6h10M2 12h11M16 12h6M2 18h5M10 18h12',
        });
        list.push({
            name: 'read-through',
            label: 'Read-through',
            to: `/piece/${pieceId.value}/read-through`,
            icon: 'M2 12c5-8 15-8 20 0c-5 8-15 8-20 0zM12 9a3 3 0 1 1 0 6a3 3 0 1 1 0-6',
        });
    }
    list.push({ name: 'rehearsal', label: 'Rehearse', to: '/rehearsal', icon: 'M2 5h20v14H2zM2 10h20M9 10v9M15 10v9' });
    list.push({ name: 'class', label: 'Class', to: '/class', icon: 'M4 3h16v18H4zM9 3v18M15 3v18M4 9h16M4 15h16' });
    return list;
});

/** The rehearsal's screens are one flat. */
const isHere = (name: string): boolean => route.name === name || (name === 'rehearsal' && ['rehearsal-door', 'term', 'logbook'].includes(String(route.name)));

const isHistoryOpen = ref(false);
</script>

<template>
    <nav class="pencil" aria-label="Screens">
        <button
            class="eraser"
            type="button"
            :disabled="!undo || history.isTurning"
            :title="undoWords"
            :aria-label="undoWords"
            @click="history.turn('undo')"
        >
            Undo
        </button>
        <div class="ferrule">
            <button v-if="shown" type="button" class="history-button" title="Who did what" @click="isHistoryOpen = true">
                History
            </button>
        </div>
        <div class="barrel">
            <RouterLink
                v-for="flat in flats"
                :key="flat.name"
                :to="flat.to"
                class="flat"
                :class="{ 'is-here': isHere(flat.name) }"
                :aria-current="isHere(flat.name) ? 'page' : undefined"
            >
                <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="flat.icon" /></svg>
                {{ flat.label }}
            </RouterLink>
            <span class="stretch"></span>
            <RouterLink
                class="flat is-small"
                to="/account"
                :title="session.user?.email"
                :class="{ 'is-here': route.name === 'account' }"
                :aria-current="route.name === 'account' ? 'page' : undefined"
            >
                Account
            </RouterLink>
        </div>
        <RouterLink
            v-if="pieceId"
            class="point"
            :to="`/piece/${pieceId}/hand-out`"
            :class="{ 'is-here': route.name === 'hand-out' }"
            :aria-current="route.name === 'hand-out' ? 'page' : undefined"
        >
            <span>Hand out</span>
        </RouterLink>
        <div v-else class="point" aria-hidden="true"></div>
    </nav>

    <HistoryDrawer v-if="isHistoryOpen && shown" :piece="shown" @close="isHistoryOpen = false" />
</template>

<style scoped>
.pencil {
    display: flex;
    flex-direction: column;
    width: 50px;
    height: 100%;
    margin-left: 13px;
    min-height: 0;
}

.eraser {
    height: 34px;
    flex: none;
    border: 0;
    border-radius: var(--radius-small) var(--radius-small) 0 0;
    background: var(--eraser);
    color: var(--eraser-ink);
    font-size: 12px;
    font-weight: 700;
    cursor: pointer;
}

.eraser:disabled {
    color: var(--eraser-soft);
    cursor: default;
    font-weight: 400;
}

.ferrule {
    flex: none;
    height: 26px;
    background: repeating-linear-gradient(var(--ferrule) 0 5px, var(--ferrule-dark) 5px 6.5px);
    display: grid;
    place-items: center;
}

.history-button {
    border: 0;
    background: var(--ferrule-light);
    border-radius: var(--radius-hair);
    font-size: 12px;
    padding: 1px 4px;
    color: var(--ferrule-ink);
    cursor: pointer;
}

.barrel {
    flex: 1;
    min-height: 0;
    display: flex;
    flex-direction: column;
    background: linear-gradient(90deg, var(--barrel-dark) 0 26%, var(--barrel) 26% 74%, var(--barrel-shade) 74%);
}

.flat {
    display: grid;
    justify-items: center;
    gap: 6px;
    padding: 18px 0 14px;
    border: 0;
    background: none;
    color: var(--on-barrel);
    font-size: 12px;
    text-align: center;
    text-decoration: none;
    cursor: pointer;
}

.flat svg {
    width: 24px;
    height: 24px;
    fill: none;
    stroke: currentcolor;
    stroke-width: 2;
}

.flat:hover {
    background: var(--shine);
}

.flat.is-here {
    background: var(--paper);
    color: var(--ink);
    font-weight: 700;
    letter-spacing: -0.4px;
}

.flat.is-small {
    font-size: 12px;
    padding: 10px 0;
    line-height: 1.2;
}

.stretch {
    flex: 1;
}

.point {
    flex: none;
    height: 90px;
    background: var(--wood);
    clip-path: polygon(0 0, 16% 7%, 33% 0, 50% 7%, 67% 0, 84% 7%, 100% 0, 50% 100%);
    display: grid;
    justify-items: center;
    color: var(--wood-ink);
    font-size: 12px;
    line-height: 1.15;
    text-align: center;
    text-decoration: none;
    padding-top: 16px;
    position: relative;
    margin-bottom: 8px;
}

.point span {
    width: 34px;
}

.point::after {
    content: '';
    position: absolute;
    left: 0;
    right: 0;
    bottom: 0;
    height: 28px;
    background: var(--ink);
}

.point.is-here {
    background: var(--paper);
    font-weight: 700;
}

@media (height < 520px) {
    .barrel {
        overflow-y: auto;
        scrollbar-width: none;
    }

    .flat {
        padding: 6px 0;
    }

    .flat svg {
        display: none;
    }

    .point {
        height: 62px;
        padding-top: 8px;
        margin-bottom: 2px;
    }
}
</style>
