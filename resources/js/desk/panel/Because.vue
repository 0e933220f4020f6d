<script setup lang="ts">
/** About the chosen note: its bow or its finger and why; what waits here; what needs a look. */
import { ElMessageBox } from 'element-plus';
import { computed, ref, watch } from 'vue';
import type { CopyLook, DeskMark, DeskNote, Flag, Future, Way } from '../../api/types';
import { layStretch } from '../commands/acts';
import { actsAt, labelOf, NO_HANDS } from '../commands/table';
import BecauseBow from './BecauseBow.vue';
import BecauseHand from './BecauseHand.vue';
import ComesAgain from './ComesAgain.vue';
import Talk from './Talk.vue';
import { useBookWords } from '../state/bookWords';
import { headOf, useDesk } from '../state/store';

const desk = useDesk();
/** What the panel is about: remembered, since a director does one thing after the other. */
const side = ref<'bow' | 'hand'>(localStorage.getItem('because') === 'hand' ? 'hand' : 'bow');
watch(side, (now) => localStorage.setItem('because', now));

const note = computed<DeskNote | null>(() => desk.note);
const head = computed<DeskNote | null>(() => desk.notes[headOf(desk.notes, desk.chosen)] ?? null);
const marks = computed(() => {
    const ids = new Set([note.value?.id, head.value?.id]);
    return (desk.plan?.marks ?? []).filter((mark) => ids.has(mark.from));
});
const decided = computed(() => marks.value.filter((mark) => mark.state === 'decided'));
const waiting = computed(() => marks.value.filter((mark) => mark.state !== 'decided'));
const flags = computed<Flag[]>(() => {
    const index = note.value?.index;
    return (desk.plan?.flags ?? []).filter((flag) => index !== undefined && flag.indexes.includes(index) && flag.leftBy === null);
});
/** "m. 5 wants 4 on E: not in the book so far", told where it is met. */
const book = useBookWords();
const ofBook = computed(() => {
    const said = book.row?.words.find((one) => one.note === note.value?.id);
    if (!said || !book.row) return '';
    return book.row.isLesson ? `New here: ${said.text}.` : `${said.measure === '0' ? 'The pickup' : `Measure ${said.measure}`} wants ${said.text}: not in the book so far.`;
});
const allProposals = computed(() => (desk.plan?.marks ?? []).filter((mark) => mark.state === 'proposed'));

const JOINS: Record<string, string> = {
    start: 'starts afresh',
    change: 'changes',
    slur: 'under the slur',
    tie: 'tied over',
    hook: 'hooked',
    retake: 'retaken',
    lift: 'lifted',
};
const pitch = computed(() => note.value?.spoken ?? '');
const spoken = computed(() => {
    const finger = note.value?.finger;
    if (!finger) return '';
    return `, ${finger.number === 0 ? 'open' : (finger.words ?? '')} on the ${finger.string} string`;
});

/** How much is chosen, and from where to where; empty for one note. */
const chosen = computed(() => {
    const [from, to] = desk.stretch;
    const [first, last] = [desk.notes[from], desk.notes[to]];
    if (from === to || !first || !last) return '';
    const measures = last.index - first.index + 1;
    const size = `${to - from + 1} notes${measures > 1 ? ` in ${measures} measures` : ''}`;
    return `${size} chosen: ${first.place} to ${last.place}`;
});

/** What is for a stretch of bows is not offered for a note. */
const stretchActs = computed(() => actsAt('stretch').filter((act) => act.name !== 'fix' || (chosen.value !== '' && note.value?.bow)));
const hands = { ...NO_HANDS, lay: () => void layStretch(desk, ask) };

function takeWay(way: Way): void {
    desk.change(way.lines, [], way.text);
}

/** What a possibility of an open choice would do, once it is worked out. */
function future(mark: DeskMark, index: number): Future | undefined {
    return desk.detail?.choices.find((one) => one.text === mark.choices[index]);
}

async function ask(look: CopyLook): Promise<boolean> {
    const list = look.overwrites.slice(0, 6).join('; ');
    const more = look.overwrites.length > 6 ? ` and ${look.overwrites.length - 6} more` : '';
    try {
        await ElMessageBox.confirm(
            `Laying ${look.puts.length} marks here takes these away: ${list}${more}.`,
            'Marks stand here already',
            { confirmButtonText: 'Lay them here', cancelButtonText: 'Keep what is here' },
        );
        return true;
    } catch {
        return false;
    }
}

defineExpose({ ask });
</script>

<template>
    <aside class="because" aria-label="Because">
        <template v-if="note">
            <h2>{{ pitch }}<template v-if="note.bow">, {{ note.bow.direction }} bow</template></h2>
            <p class="quiet place">
                <template v-if="note.measure === '0'">{{ note.inWords }}</template>
                <template v-else>measure {{ note.measure }}, beat {{ note.beat }}</template>
                <template v-if="note.bow"> · stroke {{ note.bow.stroke }} · {{ JOINS[note.bow.join] }}</template>
            </p>
            <p v-if="ofBook" class="of-book">{{ ofBook }}</p>
            <p v-if="chosen" class="chosen-stretch">{{ chosen }}</p>
            <div class="sides" role="group" aria-label="What to look at">
                <button type="button" :aria-pressed="side === 'bow'" @click="side = 'bow'">The bow</button>
                <button type="button" :aria-pressed="side === 'hand'" @click="side = 'hand'">The hand</button>
            </div>
            <BecauseBow v-if="side === 'bow'" />
            <BecauseHand v-else />
            <div v-if="desk.mayPropose" class="stretch-acts" role="group" aria-label="With the stretch">
                <button v-for="act in stretchActs" :key="act.name" type="button" :title="act.says" @click="act.does(desk, hands)">
                    {{ labelOf(act, desk) }} <kbd>{{ act.keys[0] }}</kbd>
                </button>
            </div>
            <p v-if="desk.mayPropose && desk.mayEdit" class="propose">
                <label><input v-model="desk.isProposing" type="checkbox" /> propose instead of decide <kbd>p</kbd></label>
            </p>

            <section v-if="decided.length">
                <h3>Marked here</h3>
                <ul>
                    <li v-for="mark in decided" :key="mark.key">
                        <span>{{ mark.words }}<small v-if="mark.for !== 'all'"> for {{ mark.for }}</small></span>
                        <span class="quiet">{{ mark.author }}</span>
                        <button v-if="desk.mayEdit" class="plain-button" type="button" :aria-label="`Take away ${mark.words}`" @click="desk.change([], [mark.key], `take away ${mark.words} at ${mark.place}`)">
                            take away
                        </button>
                    </li>
                </ul>
            </section>
            <section v-for="mark in waiting" :key="mark.key" class="also" :class="mark.state">
                <template v-if="mark.state === 'proposed'">
                    <p><strong>{{ mark.author }}</strong> proposes at {{ mark.place }}: <strong>{{ mark.words }}</strong></p>
                    <div v-if="desk.mayEdit">
                        <button class="paper-button" type="button" @click="desk.settle(mark.key, 'take')">Take it</button>
                        <button class="plain-button" type="button" @click="desk.settle(mark.key, 'decline')">Decline</button>
                    </div>
                    <button v-else-if="mark.mine" class="plain-button" type="button" @click="desk.change([], [mark.key], 'withdraw a proposal')">
                        Withdraw it
                    </button>
                </template>
                <template v-else>
                    <p>Open until the class has tried it:</p>
                    <button v-for="(choice, index) in mark.choices" :key="choice" class="paper-button" type="button" :disabled="!desk.mayEdit" @click="desk.settle(mark.key, 'choose', index)">
                        {{ choice }}
                        <small v-if="future(mark, index)">{{ future(mark, index)?.does }}</small>
                    </button>
                </template>
            </section>
            <ComesAgain :ask="ask" />
            <section v-for="flag in flags" :key="flag.key" class="flag" :class="{ 'is-known': flag.rank === 'know' }">
                <h3>{{ flag.title }}</h3>
                <p>{{ flag.text }}</p>
                <button v-for="way in flag.ways" :key="way.text" class="way" type="button" :disabled="!desk.mayPropose" @click="takeWay(way)">
                    {{ way.text }}
                </button>
                <button v-if="desk.mayEdit" class="plain-button" type="button" @click="desk.leave(flag.key, true)">Leave it</button>
            </section>
        </template>
        <p v-else class="quiet">This part has no notes.</p>
        <section v-if="allProposals.length" class="all">
            <h3>Proposals waiting</h3>
            <button v-for="mark in allProposals" :key="mark.key" type="button" class="proposal" @click="desk.chooseId(mark.from)">
                {{ mark.place }} {{ mark.words }} <span>· {{ mark.author }}</span>
            </button>
        </section>
        <Talk />
        <p class="visually-hidden" aria-live="polite">
            <template v-if="chosen">{{ chosen }}</template>
            <template v-else-if="note">
                {{ note.measure === '0' ? 'the pickup' : `measure ${note.measure}` }}, beat {{ note.beat }}, {{ pitch }},
                {{ note.bow ? `${note.bow.direction} bow` : 'no bow' }}{{ spoken }}
            </template>
        </p>
    </aside>
</template>

<style scoped>
.stretch-acts {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    margin: 8px 0;
}

.stretch-acts button {
    border: 0;
    padding: 0;
    background: none;
    color: var(--cedar-ink);
    font-size: 13px;
    cursor: pointer;
}

.of-book {
    margin: 4px 0 0;
    font-size: 13px;
    color: var(--cedar-ink);
}

.chosen-stretch {
    margin: 4px 0 0;
    color: var(--cedar-ink);
    font-weight: 700;
}

.because {
    /* What is read aloud only scrolls with it, and not with the whole page. */
    position: relative;
    height: 100%;
    overflow: auto;
    padding: 22px 14px 30px 18px;
    background: var(--panel);
    border-left: 1px solid var(--hair);
}

.place {
    margin: 3px 0 14px;
    font-size: 13px;
}

.because :deep(.card) {
    background: var(--paper);
    border: 1px solid var(--hair);
    border-radius: var(--radius-large);
    padding: 11px 13px;
    margin: 0 0 10px;
}

.because :deep(.card p) {
    margin: 4px 0 0;
    font-size: 13px;
}

.because :deep(.is-answer) {
    background: var(--cedar-tint);
    border-color: var(--cedar);
}

.because :deep(.card small) {
    float: right;
    font-weight: 400;
    color: var(--soft);
}

.because :deep(.other) {
    display: block;
    width: 100%;
    text-align: left;
    cursor: pointer;
    color: var(--ink);
}

.because :deep(.other:hover:enabled) {
    border-color: var(--cedar);
}

.because :deep(.other span) {
    display: block;
    font-size: 13px;
}

.sides {
    display: grid;
    grid-template-columns: 1fr 1fr;
    margin-bottom: 10px;
    border-bottom: 1px solid var(--hair);
}

.sides button {
    border: 0;
    border-bottom: 3px solid transparent;
    background: none;
    padding: 5px 0;
    color: var(--soft);
    cursor: pointer;
    font-size: 14px;
}

.sides button[aria-pressed='true'] {
    color: var(--ink);
    font-weight: 700;
    border-bottom-color: var(--cedar);
}

.also .paper-button {
    display: block;
    width: 100%;
    text-align: left;
    margin-bottom: 4px;
}

.also .paper-button small {
    display: block;
    font-weight: 400;
    color: var(--soft);
}

.because :deep(.acts) {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 6px;
    margin-bottom: 10px;
}

.because :deep(.acts button),
.way {
    display: flex;
    justify-content: space-between;
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    background: var(--paper);
    padding: 6px 9px;
    font-size: 13px;
    color: var(--ink);
    cursor: pointer;
    text-align: left;
}

.way {
    width: 100%;
    margin: 4px 0;
}

.because :deep(.acts button:hover),
.way:hover {
    border-color: var(--cedar);
}

.because :deep(.acts.is-blue button) {
    border-color: var(--blue-pencil);
    color: var(--blue-pencil);
}

.propose {
    font-size: 13px;
    margin: 0 0 12px;
}

section {
    margin-top: 14px;
}

section h3 {
    font: 700 13px var(--sans);
    color: var(--soft);
    margin-bottom: 4px;
}

ul {
    list-style: none;
    margin: 0;
    padding: 0;
}

li {
    display: flex;
    align-items: center;
    gap: 8px;
}

li .plain-button {
    margin-left: auto;
}

.also {
    border-radius: var(--radius-large);
    padding: 8px 12px;
    border: 1px dashed var(--soft);
}

.also.proposed {
    border: 1px solid var(--blue-pencil);
    color: var(--blue-pencil);
    background: var(--blue-tint);
}

.also p {
    margin: 0 0 6px;
    font-size: 13px;
}

.flag h3 {
    color: var(--wrong);
}

.flag p {
    margin: 0 0 4px;
    font-size: 13px;
}

.proposal {
    display: block;
    width: 100%;
    border: 0;
    background: none;
    text-align: left;
    color: var(--blue-pencil);
    padding: 4px 0;
    cursor: pointer;
    font-size: 13px;
}

.is-known h3 {
    color: var(--soft);
    font-weight: 400;
}
</style>
