/** A file that is dropped anywhere is brought in, and never opened by the browser in place of the application. */
import type { Router } from 'vue-router';

let waiting: File[] = [];

/** Files that were dropped on another screen: handed over once. */
export function droppedElsewhere(): File[] {
    const files = waiting;
    waiting = [];
    return files;
}

function hasFiles(event: DragEvent): boolean {
    return event.dataTransfer?.types.includes('Files') ?? false;
}

/** @param mayBringIn whether somebody is there who has a rack */
export function listenForFiles(router: Router, mayBringIn: () => boolean): void {
    window.addEventListener('dragover', (event) => {
        if (hasFiles(event)) event.preventDefault();
    });
    window.addEventListener('drop', (event) => {
        // A screen that takes files itself has taken them.
        if (event.defaultPrevented || !hasFiles(event)) return;
        event.preventDefault();
        const files = Array.from(event.dataTransfer?.files ?? []);
        if (files.length === 0 || !mayBringIn()) return;
        waiting = files;
        void router.push('/rack');
    });
}
