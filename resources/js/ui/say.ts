import { ElMessage } from 'element-plus';
import { h } from 'vue';

/** Over the foot of the page: what is said there covers neither the head nor the buttons below it. */
const THERE = { placement: 'bottom', offset: 76 } as const;

/** Tells the user something in one sentence. */
export function tell(sentence: string): void {
    ElMessage({ message: sentence, type: 'success', duration: 3500, grouping: true, ...THERE });
}

export function warn(sentence: string): void {
    ElMessage({ message: sentence, type: 'error', duration: 7000, showClose: true, grouping: true, ...THERE });
}

/** Tells what was done, with a way to take it back. */
export function tellWithUndo(sentence: string, undo: () => void): void {
    const message = ElMessage({
        ...THERE,
        duration: 9000,
        type: 'success',
        message: h('span', [
            `${sentence} `,
            h(
                'button',
                {
                    class: 'plain-button',
                    onClick: () => {
                        message.close();
                        undo();
                    },
                },
                'Undo',
            ),
        ]),
    });
}

/** "12 November", or with the time for today. */
export function when(iso: string): string {
    const date = new Date(iso);
    const isToday = date.toDateString() === new Date().toDateString();
    return isToday
        ? `today ${date.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}`
        : date.toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });
}

/** Lays a text on the clipboard; where there is none, shows it to be copied by hand. */
export async function copy(text: string, said = 'The link is copied.'): Promise<void> {
    try {
        await navigator.clipboard.writeText(text);
        tell(said);
    } catch {
        window.prompt('Copy this:', text);
    }
}
