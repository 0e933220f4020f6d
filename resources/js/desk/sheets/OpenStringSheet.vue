<script setup lang="ts">
/** The practice line: this part's rhythm and bowing on open strings, to be played, printed or taken away. */
import { ElDialog } from 'element-plus';
import { computed, onMounted, ref } from 'vue';
import { api } from '../../api/client';
import EngravedPage from '../../engraving/EngravedPage.vue';
import { cut, type CutScore } from '../../engraving/score';
import { useDesk } from '../state/store';
import { useTrying } from '../../ui/trying';

const emit = defineEmits<{ close: [] }>();
const desk = useDesk();
const musicXml = ref<string | null>(null);
const score = computed<CutScore | null>(() => (musicXml.value === null ? null : cut(musicXml.value)));
const { problem, attempt } = useTrying();

onMounted(async () => {
    document.body.classList.add('prints-sheet');
    await attempt(async () => {
        musicXml.value = await api.text(`sections/${desk.frame?.section.id}/open-strings`);
    });
});

function close(): void {
    document.body.classList.remove('prints-sheet');
    emit('close');
}

function save(): void {
    if (!musicXml.value) return;
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([musicXml.value], { type: 'application/vnd.recordare.musicxml+xml' }));
    link.download = `${desk.piece?.title ?? 'part'} - ${desk.frame?.section.name ?? ''} on open strings.musicxml`;
    link.click();
    URL.revokeObjectURL(link.href);
}

function print(): void {
    window.print();
}
</script>

<template>
    <ElDialog
        :model-value="true"
        title="On open strings"
        append-to-body
        width="900px"
        top="5vh"
        class="open-strings"
        @close="close"
    >
        <template #header>
            <strong>{{ desk.piece?.title }}: {{ desk.frame?.section.name }} on open strings</strong>
        </template>
        <p class="quiet no-print">
            Work the bow out first: every note on the string its fingering uses.
            <button type="button" class="plain-button" @click="print">Print</button>
            <button type="button" class="plain-button" :disabled="!musicXml" @click="save">Take away as MusicXML</button>
        </p>
        <p v-if="problem" role="alert">{{ problem }}</p>
        <div class="scroller" tabindex="0" role="region" aria-label="The part on open strings">
            <EngravedPage :score="score" :scale="38" label="The part on open strings" />
        </div>
    </ElDialog>
</template>

<style scoped>
.scroller {
    max-height: 66vh;
    overflow: auto;
    background: var(--paper);
}

@media print {
    .scroller {
        max-height: none;
        overflow: visible;
    }

    .no-print {
        display: none;
    }
}
</style>
