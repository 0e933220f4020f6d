<script setup lang="ts">
/** The fingerboard card: a position on an instrument of a size, with finger places, tapes and millimetres; prints at true scale. */
import { ElOption, ElSelect } from 'element-plus';
import { computed, ref, watch } from 'vue';
import { api } from '../api/client';
import type { ClassChoices, Fingerboard, InstrumentName } from '../api/types';
import { useTrying } from '../ui/trying';

const props = withDefaults(defineProps<{ choices: ClassChoices; shelf?: number }>(), { shelf: 0 });

const NAMES: Record<InstrumentName, string> = { violin: 'Violin', viola: 'Viola', cello: 'Cello', bass: 'Bass' };

const instrument = ref<InstrumentName>('violin');
const size = ref(props.choices.settings.sizes.violin);
const position = ref('I');
const card = ref<Fingerboard | null>(null);
const { problem, attempt } = useTrying();

const positions = computed(() => props.choices.positions[instrument.value] ?? []);
/** Millimetres of string the card shows: from the nut to a little past the last finger. */
const length = computed(() => Math.max(...(card.value?.places.map((place) => place.mm) ?? [100])) + 22);
const spread = 12;
/** What the drawing is wide, with room for the strings' names and a bit of string beyond. */
const drawn = computed(() => length.value + 12);
/** The longest piece that every paper takes, in millimetres: long fingerboards are printed in pieces to be laid end to end. */
const PIECE = 180;
const pieces = computed(() => {
    const found: { from: number; length: number }[] = [];
    for (let from = 0; from < drawn.value; ) {
        let to = Math.min(from + PIECE, drawn.value);
        // No finger is cut in two.
        while (to < drawn.value && spots.value.some((spot) => Math.abs(spot.mm + 8 - to) < 6)) to--;
        found.push({ from, length: to - from });
        from = to;
    }
    return found;
});
const height = computed(() => (card.value?.strings.length ?? 4) * spread + 26);

watch(instrument, (now) => {
    size.value = props.choices.settings.sizes[now];
    if (!positions.value.includes(position.value)) position.value = 'I';
});
watch([instrument, size, position], fetchCard, { immediate: true });

async function fetchCard(): Promise<void> {
    const query = new URLSearchParams({ instrument: instrument.value, size: size.value ?? '', position: position.value });
    if (props.shelf) query.set('shelf', String(props.shelf));
    await attempt(async () => {
        card.value = await api.get<Fingerboard>(`class/fingerboard?${query.toString()}`);
    });
}

/** Two fingers may share a place: high 3 and low 4. */
const spots = computed(() => {
    const found = new Map<number, string[]>();
    card.value?.places.forEach((place) => found.set(place.mm, [...(found.get(place.mm) ?? []), place.words]));
    return [...found].map(([mm, fingers]) => ({ mm, fingers: fingers.join(' · ') }));
});

function print(): void {
    window.print();
}
</script>

<template>
    <section class="fingerboard-card">
        <h2>The fingerboard card</h2>
        <div class="choose no-print">
            <ElSelect v-model="instrument" aria-label="Instrument" class="narrow">
                <ElOption v-for="(name, key) in NAMES" :key="key" :value="key" :label="name" />
            </ElSelect>
            <ElSelect v-model="size" aria-label="Size" class="narrow">
                <ElOption v-for="one in choices.sizes[instrument]" :key="one" :value="one" :label="one" />
            </ElSelect>
            <ElSelect v-model="position" aria-label="Position" class="narrow">
                <ElOption v-for="one in positions" :key="one" :value="one" :label="one" />
            </ElSelect>
            <button type="button" class="paper-button" @click="print">Print at true scale</button>
        </div>
        <p v-if="problem" role="alert">{{ problem }}</p>
        <template v-if="card">
            <p class="title">
                {{ NAMES[instrument] }} {{ card.size }}, {{ card.position }} · string {{ card.length }} mm from nut to bridge
            </p>
            <svg class="store" aria-hidden="true">
                <defs>
                    <g id="fingerboard-drawing">
                        <rect class="nut" x="6.4" y="3" width="1.6" :height="card.strings.length * spread" />
                        <rect
                            v-for="tape in card.tapes"
                            v-show="tape.mm < length"
                            :key="tape.semitones"
                            class="tape"
                            :x="tape.mm + 7.5"
                            y="3"
                            width="1"
                            :height="card.strings.length * spread"
                        />
                        <g v-for="(string, index) in [...card.strings].reverse()" :key="string.name">
                            <line class="string" x1="8" :x2="length + 10" :y1="9 + index * spread" :y2="9 + index * spread" :stroke-width="0.4 + index * 0.2" />
                            <text class="name" x="1" :y="10.5 + index * spread">{{ string.name }}</text>
                            <g v-for="(place, at) in card.places" :key="`${place.finger}${place.shape}`">
                                <circle :class="['place', place.shape]" :cx="place.mm + 8" :cy="9 + index * spread" r="3.4" />
                                <text class="note" :x="place.mm + 8" :y="10.2 + index * spread">{{ string.notes[at] }}</text>
                            </g>
                        </g>
                        <g v-for="(spot, at) in spots" :key="spot.mm">
                            <text class="finger" :x="spot.mm + 8" :y="card.strings.length * spread + 9">{{ spot.fingers }}</text>
                            <text class="mm" :x="spot.mm + 8" :y="card.strings.length * spread + (at % 2 ? 19 : 14.5)">{{ spot.mm }}</text>
                        </g>
                    </g>
                </defs>
            </svg>
            <svg class="whole" :viewBox="`0 0 ${drawn} ${height}`" role="img" aria-label="Fingerboard with the finger places of this position">
                <use href="#fingerboard-drawing" />
            </svg>
            <figure v-for="(piece, at) in pieces" :key="piece.from" class="piece">
                <svg :viewBox="`${piece.from} 0 ${piece.length} ${height}`" :style="{ width: `${piece.length}mm`, height: `${height}mm` }" aria-hidden="true">
                    <use href="#fingerboard-drawing" />
                </svg>
                <figcaption v-if="pieces.length > 1">
                    Piece {{ at + 1 }} of {{ pieces.length }}{{ at > 0 ? ': lay its left edge to the right edge of the piece before' : '' }}.
                </figcaption>
            </figure>
            <div class="check">
                <svg viewBox="0 0 100 4" aria-hidden="true"><path d="M0.1 0 V4 M0.1 2 H99.9 M99.9 0 V4" /></svg>
                100 mm: lay a ruler on this line. If it is shorter, print at 100 %, not “fit to page”.
            </div>
            <p class="quiet small">Millimetres from the nut. Yellow: where tapes lie. The octave harmonic is at {{ card.octave }} mm.</p>
            <ul>
                <li v-for="caution in card.cautions" :key="caution">{{ caution }}</li>
            </ul>
        </template>
    </section>
</template>

<style scoped>
.fingerboard-card {
    background: var(--paper);
    border: 1px solid var(--hair);
    border-radius: var(--radius-large);
    padding: 14px 18px;
}

.choose {
    display: flex;
    gap: 10px;
    margin: 10px 0;
}

.narrow {
    width: 110px;
}

.title {
    margin: 8px 0;
    font-weight: 700;
}

.whole {
    width: 100%;
    max-width: 900px;
    display: block;
}

.store {
    position: absolute;
    width: 0;
    height: 0;
}

.piece,
.check {
    display: none;
}

.nut {
    fill: var(--ink);
}

.string {
    stroke: var(--string-dark);
}

.tape {
    fill: var(--tape);
}

.place {
    fill: var(--paper);
    stroke: var(--ink);
    stroke-width: 0.5;
}

.place.low,
.place.high {
    stroke-dasharray: 1.2 0.9;
}

.place.forward,
.place.back {
    stroke: var(--cedar);
    stroke-dasharray: 0.8 0.8;
}

text {
    font-family: var(--sans);
    text-anchor: middle;
}

.name {
    font-size: 4.5px;
    text-anchor: start;
}

.note {
    font-size: 3.1px;
}

.finger {
    font-size: 5px;
    font-weight: 700;
}

.mm {
    font-size: 3.4px;
    fill: var(--soft);
}

.small {
    font-size: 13px;
}

ul {
    margin: 6px 0 0;
    padding-left: 18px;
}

@media print {
    .fingerboard-card {
        border: 0;
        padding: 0;
    }

    /* True scale: a millimetre of the drawing is a millimetre of paper. */
    .piece {
        display: block;
        margin: 0 0 6mm;
        break-inside: avoid;
    }

    .piece svg {
        display: block;
    }

    .check {
        display: block;
        font-size: 11px;
    }

    .check svg {
        display: block;
        width: 100mm;
        height: 4mm;
        stroke: var(--print);
        stroke-width: 0.2;
        fill: none;
    }

    .whole,
    .no-print {
        display: none;
    }
}
</style>
