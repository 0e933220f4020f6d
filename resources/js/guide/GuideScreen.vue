<script setup lang="ts">
/** How an evening goes: one page for directors, one for co-teachers, one for students, with pictures of the made-up demo. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import desk from '../../../docs/screenshots/desk.png';
import handOut from '../../../docs/screenshots/hand-out.png';
import practiceLines from '../../../docs/screenshots/practice-lines.png';
import bringIn from '../../../docs/screenshots/bring-in.png';
import myPart from '../../../docs/screenshots/my-part.png';
import readThrough from '../../../docs/screenshots/read-through.png';
import tutti from '../../../docs/screenshots/tutti.png';
import writeIn from '../../../docs/screenshots/write-in.png';

interface Step {
    title: string;
    text: string;
    picture?: string;
    /** What the picture shows. */
    shows?: string;
    isPhone?: boolean;
}

const route = useRoute();
const READERS = [
    { key: 'directors', name: 'For directors' },
    { key: 'co-teachers', name: 'For co-teachers' },
    { key: 'students', name: 'For students' },
] as const;
const who = computed(() => READERS.find((one) => one.key === route.params.who)?.key ?? 'directors');

const STEPS: Record<(typeof READERS)[number]['key'], Step[]> = {
    directors: [
        {
            title: 'Bring a score in',
            text: 'Drop a MusicXML file anywhere. You see what was understood before it is kept: the parts, for which instruments they are, the order it is played in, and measures that do not add up.',
            picture: bringIn, shows: 'The sheet “What was understood”, over the rack',
        },
        {
            title: 'Or write it in',
            text: 'What is on paper only is typed, pointed at on the fingerboard, or told by strings and fingers: a line for the class, some measures of a part, a rhythm alone. Every section gets its part in its clef and octave, and a book of lessons says what each one brings. “Write in” on the desk does it over any piece: a wrong note is put right where it stands, and a part that is on paper comes into the score.',
            picture: writeIn, shows: 'Write-in: the text, the engraved line with its bows, the fingerboard',
        },
        {
            title: 'Look it over',
            text: 'On the desk, “Look it over” says who has the tune, where the long notes are and what changes. Then Read-through goes from one thing that needs a look to the next. Each card shows the music and what every way out would do; one press does it in all the sections that have it.',
            picture: readThrough, shows: 'Read-through: a long note in two sections, with its ways out',
        },
        {
            title: 'Mark what you want otherwise',
            text: 'Every bow and finger is worked out already. Choose a note: beside the page stands why it is so, and what else it could be. d and u turn the bow, a digit takes a finger, / takes a line as you would say it. Whatever you do, Undo at the top of the pencil names it and takes it back.',
            picture: desk, shows: 'The desk: a line being typed, with what it would do',
        },
        {
            title: 'Let the sections agree',
            text: 'Tutti shows all sections as blocks, down filled and up outlined. Where two play the same rhythm and bow it otherwise, the quarrel stands out and is settled with one press.',
            picture: tutti, shows: 'Tutti: the strokes of all sections in time',
        },
        {
            title: 'Give them something to practise',
            text: '“Practice lines” on the desk has what each part asks most, with its reason and its music: keep it, leave it out, put it in your order, add “a shift line for m. 34”. “Warm-up for all” makes some minutes for the whole class out of it, large enough for a wall. Everything can be heard.',
            picture: practiceLines, shows: 'The practice lines of the first violins',
        },
        {
            title: 'Hand out',
            text: 'Each part becomes an edition: a link that opens on any phone without an account, a PDF, a slip with what to pencil in, a poster of codes for the wall. When you mark more, hand out again: players are told what changed, and nothing else.',
            picture: handOut, shows: 'Hand out: parts, links and paper',
        },
    ],
    'co-teachers': [
        {
            title: 'Say yes',
            text: 'An invitation comes by letter and stands on your rack. It says what you may do: look, propose, or change; in the whole piece or in some parts.',
        },
        {
            title: 'Propose',
            text: 'What you mark where you may propose is written in blue until the director takes it or leaves it. You are told what became of it. With p you propose even where you could decide.',
            picture: desk, shows: 'The desk with two proposals in blue',
        },
        {
            title: 'Say why',
            text: '“Write to co-teachers here” leaves a word at a note. Who was part of the talk gets a letter; what is settled can still be read.',
        },
        {
            title: 'Two at once',
            text: 'Who else is at the piece, and at which measure, stands above the page. What they do appears within two seconds. If both of you mark one note, the first one stands and both versions are shown.',
        },
        {
            title: 'Nothing of yours is taken back behind you',
            text: 'Undo takes back your own steps. Who goes back in the history to before something you did is asked first whether yours stays.',
        },
    ],
    students: [
        {
            title: 'Open your part',
            text: 'Point your phone at the code on the wall or open the link. There is no account. If your section has chairs, say where you sit, and you see your lines only.',
            picture: myPart, shows: 'A part on a phone', isPhone: true,
        },
        {
            title: 'Pencil it in',
            text: 'If you have a printed part, Pencil list says what to write, where, and how long it takes. Tick what is done; your ticks stay on your phone.',
        },
        {
            title: 'Read it from a stand',
            text: 'Make the notes larger or smaller, show more or fewer fingers, turn on Dark room. Once opened, the part is there without a network.',
        },
        {
            title: 'Play along',
            text: 'Play sounds your part as it is marked, and the bow moves as it should: which way, how much, on which string. Slower or faster, a few measures round and round, every second time alone, on open strings, or only the bow in the air.',
            picture: myPart, shows: 'A part on a phone; Play is at its foot', isPhone: true,
        },
        {
            title: 'Practise',
            text: 'The hard places of your part in their order, each with a line of its own and a ladder of tempos. Say clean or again, tick what goes. Where you stand stays on your phone.',
        },
        {
            title: 'When something changes',
            text: 'A newer edition is announced while the page is open; you take it when you like. What changed is marked in the margin until you tick it. Older editions stand under More.',
        },
    ],
};
</script>

<template>
    <div class="guide">
        <header>
            <h1>How an evening goes</h1>
            <nav aria-label="For whom">
                <RouterLink v-for="one in READERS" :key="one.key" :to="`/evening/${one.key}`" :aria-current="who === one.key ? 'page' : undefined">{{ one.name }}</RouterLink>
            </nav>
        </header>
        <ol>
            <li v-for="step in STEPS[who]" :key="step.title" :class="{ 'is-plain': !step.picture }">
                <div>
                    <h2>{{ step.title }}</h2>
                    <p>{{ step.text }}</p>
                </div>
                <img v-if="step.picture" :src="step.picture" :alt="step.shows" loading="lazy" :class="{ 'is-phone': step.isPhone }" />
            </li>
        </ol>
        <p v-if="who !== 'students'"><RouterLink to="/rack">To the rack</RouterLink></p>
    </div>
</template>

<style scoped>
.guide {
    height: 100%;
    overflow: auto;
    padding: 18px 30px 60px;
}

header {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 8px 30px;
}

nav {
    display: flex;
    gap: 16px;
}

nav a {
    color: var(--cedar-ink);
}

nav a[aria-current] {
    color: var(--ink);
    font-weight: 700;
    text-decoration: none;
}

ol {
    list-style-position: inside;
    margin: 18px 0;
    padding: 0;
    max-width: 1120px;
}

li {
    display: grid;
    grid-template-columns: minmax(240px, 1fr) minmax(0, 1.4fr);
    gap: 26px;
    align-items: start;
    padding: 18px 0;
    border-top: 1px solid var(--hair);
}

li.is-plain {
    grid-template-columns: minmax(0, 640px);
}

h2 {
    margin-bottom: 6px;
    font-size: 18px;
}

p {
    margin: 0;
    line-height: 1.55;
}

img {
    width: 100%;
    height: auto;
    border: 1px solid var(--hair);
    border-radius: var(--radius);
    box-shadow: var(--shadow);
}

img.is-phone {
    max-width: 260px;
}

@media (width < 760px) {
    li,
    li.is-plain {
        grid-template-columns: minmax(0, 1fr);
    }
}
</style>
