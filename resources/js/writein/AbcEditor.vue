<script setup lang="ts">
/** The typed text: with its own undo, what cannot be read underlined, and the chosen note in a box. */
import { defaultKeymap, history, historyKeymap, redo, undo } from '@codemirror/commands';
import { setDiagnostics, type Diagnostic } from '@codemirror/lint';
import { EditorState, StateEffect, StateField } from '@codemirror/state';
import { Decoration, EditorView, keymap, type DecorationSet } from '@codemirror/view';
import { onBeforeUnmount, onMounted, ref, watch } from 'vue';
import type { TypedProblem } from '../api/types';
import { offsetOf, type Writing } from './text';

const props = defineProps<{ text: string; problems: TypedProblem[]; boxed: { from: number; to: number } | null }>();
const emit = defineEmits<{ change: [writing: Writing]; caret: [writing: Writing] }>();

const box = StateEffect.define<{ from: number; to: number } | null>();
const boxes = StateField.define<DecorationSet>({
    create: () => Decoration.none,
    update(marks, transaction) {
        const wanted = transaction.effects.find((effect) => effect.is(box));
        if (!wanted) return marks.map(transaction.changes);
        const { value } = wanted as StateEffect<{ from: number; to: number } | null>;
        return value && value.to > value.from ? Decoration.set([Decoration.mark({ class: 'boxed-note' }).range(value.from, value.to)]) : Decoration.none;
    },
    provide: (field) => EditorView.decorations.from(field),
});

const host = ref<HTMLElement | null>(null);
let view: EditorView | null = null;

function writing(): Writing {
    const { doc, selection } = view?.state ?? EditorState.create({ doc: props.text });
    return { text: doc.toString(), from: selection.main.from, to: selection.main.to };
}

/** Puts a changed text in place: what is the same before and behind stays, so that undo takes back one step. */
function put(next: Writing): void {
    if (!view) return;
    const now = view.state.doc.toString();
    let from = 0;
    while (from < now.length && from < next.text.length && now[from] === next.text[from]) from += 1;
    let behind = 0;
    while (behind < now.length - from && behind < next.text.length - from && now.at(-1 - behind) === next.text.at(-1 - behind)) behind += 1;
    view.dispatch({
        changes: { from, to: now.length - behind, insert: next.text.slice(from, next.text.length - behind) },
        selection: { anchor: Math.min(next.from, next.text.length), head: Math.min(next.to, next.text.length) },
        scrollIntoView: true,
        userEvent: 'input',
    });
}

/** Chooses a stretch of the text. */
function choose(from: number, to: number): void {
    const long = view?.state.doc.length ?? 0;
    view?.dispatch({ selection: { anchor: Math.min(from, long), head: Math.min(to, long) }, scrollIntoView: true });
}

onMounted(() => {
    if (!host.value) return;
    view = new EditorView({
        parent: host.value,
        state: EditorState.create({
            doc: props.text,
            selection: { anchor: props.text.length },
            extensions: [
                history({ newGroupDelay: 300 }),
                keymap.of([...defaultKeymap.filter(({ key }) => key !== 'Escape'), ...historyKeymap]),
                EditorView.lineWrapping,
                boxes,
                EditorView.contentAttributes.of({ 'aria-label': 'The music as ABC', spellcheck: 'false', autocapitalize: 'off', autocorrect: 'off' }),
                EditorView.updateListener.of((update) => {
                    if (update.docChanged) emit('change', writing());
                    else if (update.selectionSet) emit('caret', writing());
                }),
            ],
        }),
    });
});
onBeforeUnmount(() => view?.destroy());

watch(
    () => props.problems,
    (problems) => {
        if (!view) return;
        const text = view.state.doc.toString();
        const told = problems.map(({ line, column, text: message }): Diagnostic => {
            const from = offsetOf(text, line, column);
            return { from, to: Math.min(text.length, from + 1), severity: 'error', message: `${message}.` };
        });
        view.dispatch(setDiagnostics(view.state, told));
    },
);
watch(() => props.boxed, (value) => view?.dispatch({ effects: box.of(value) }));

defineExpose({
    writing,
    put,
    choose,
    undo: () => (view ? undo(view) : false),
    redo: () => (view ? redo(view) : false),
    focus: () => view?.focus(),
});
</script>

<template>
    <div ref="host" class="abc"></div>
</template>

<style scoped>
.abc {
    min-height: 0;
    height: 100%;
}

.abc :deep(.cm-editor) {
    height: 100%;
    background: none;
    font-size: 16px;
}

.abc :deep(.cm-editor.cm-focused) {
    outline: 2px solid var(--cedar);
    outline-offset: 2px;
}

.abc :deep(.cm-scroller) {
    font-family: 'DejaVu Sans Mono', ui-monospace, Menlo, Consolas, monospace;
    line-height: 1.65;
}

.abc :deep(.cm-cursor) {
    border-left: 2px solid var(--cedar);
}

/* Where buttons write, whether the text has the focus or not. */
.abc :deep(.cm-cursorLayer) {
    visibility: visible;
}

.abc :deep(.boxed-note) {
    background: var(--cedar-tint);
    border-radius: var(--radius-small);
    box-shadow: 0 0 0 2px var(--cedar);
}

.abc :deep(.cm-lintRange-error) {
    background-image: none;
    text-decoration: underline wavy var(--wrong);
}
</style>
