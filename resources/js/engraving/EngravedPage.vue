<script setup lang="ts">
/**
 * A part as an engraved page, with a layer for ink over it.
 *
 * The engraving is made in a worker and swapped in when it is ready, so that the chosen note stays where the eye is.
 */
import { nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { engraver } from './engraver';
import { noteElement } from './ink';
import { sentenceOf } from '../ui/trying';

const props = withDefaults(
    defineProps<{
        musicXml: string | null;
        /** Id of the note that must not move when the page is engraved again. */
        hold?: string | null;
        scale?: number;
        room?: number;
        label: string;
    }>(),
    { hold: null, scale: 42, room: 6 },
);
const emit = defineEmits<{ drawn: []; pick: [id: string, extend: boolean, at: MouseEvent] }>();

const root = ref<HTMLElement | null>(null);
const sheet = ref<HTMLElement | null>(null);
const svg = ref('');
const problem = ref('');
const isWorking = ref(false);
let width = 0;
let observer: ResizeObserver | null = null;
let run = 0;

async function engrave(): Promise<void> {
    if (!props.musicXml || width < 200) {
        return;
    }
    run += 1;
    const mine = run;
    isWorking.value = true;
    try {
        const pages = await engraver.engrave({
            musicXml: props.musicXml,
            width,
            height: null,
            scale: props.scale,
            room: props.room,
        });
        if (mine !== run) {
            return;
        }
        await swap(pages.join(''));
        problem.value = '';
    } catch (error) {
        problem.value = sentenceOf(error);
    } finally {
        if (mine === run) isWorking.value = false;
    }
}

function heldTop(): number | null {
    const note = props.hold && sheet.value ? noteElement(sheet.value, props.hold) : null;
    return note ? note.getBoundingClientRect().top : null;
}

async function swap(markup: string): Promise<void> {
    const before = heldTop();
    svg.value = markup;
    await nextTick();
    const after = heldTop();
    const scroller = root.value?.closest('.scroller');
    if (before !== null && after !== null && scroller) {
        scroller.scrollTop += after - before;
    }
    emit('drawn');
}

function pick(event: MouseEvent): void {
    const note = (event.target as Element).closest('g.note');
    if (note?.id) {
        emit('pick', note.id, event.shiftKey, event);
        return;
    }
    // A near miss counts: the closest notehead within a finger's width.
    let best: { id: string; far: number } | null = null;
    for (const each of sheet.value?.querySelectorAll('g.note') ?? []) {
        const box = (each.querySelector('.notehead') ?? each).getBoundingClientRect();
        const far = Math.hypot(box.x + box.width / 2 - event.clientX, (box.y + box.height / 2 - event.clientY) * 0.5);
        if (far < 26 && (!best || far < best.far)) {
            best = { id: each.id, far };
        }
    }
    if (best) {
        emit('pick', best.id, event.shiftKey, event);
    }
}

onMounted(() => {
    observer = new ResizeObserver(([entry]) => {
        const now = Math.floor(entry?.contentRect.width ?? 0);
        if (Math.abs(now - width) > 4) {
            width = now;
            void engrave();
        }
    });
    if (root.value) observer.observe(root.value);
});
onBeforeUnmount(() => observer?.disconnect());
watch(
    () => [props.musicXml, props.scale, props.room],
    () => {
        // Another part: the old page must not be taken for it.
        if (!props.musicXml) svg.value = '';
        void engrave();
    },
);

defineExpose({ sheet });
</script>

<template>
    <div ref="root" class="engraved">
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <p v-else-if="!svg" class="quiet waiting">Engraving the page…</p>
        <div class="layers">
            <!-- eslint-disable-next-line vue/no-v-html -->
            <div ref="sheet" class="sheet" role="img" :aria-label="label" @click="pick" v-html="svg"></div>
            <slot v-if="svg"></slot>
        </div>
        <span v-if="isWorking && svg" class="working" aria-hidden="true"></span>
    </div>
</template>

<style scoped>
.engraved {
    position: relative;
}

.layers {
    position: relative;
}

.sheet :deep(svg) {
    display: block;
    width: 100%;
    height: auto;
    overflow: visible;
}

.sheet :deep(g.note) {
    cursor: pointer;
}

.waiting {
    padding: 40px;
    text-align: center;
}

.problem {
    padding: 20px;
    color: var(--wrong);
}

.working {
    position: absolute;
    top: 8px;
    right: 8px;
    width: 7px;
    height: 7px;
    border-radius: 50%;
    background: var(--cedar);
    animation: breathe 1s infinite alternate;
}

@keyframes breathe {
    to {
        opacity: 0.2;
    }
}
</style>
