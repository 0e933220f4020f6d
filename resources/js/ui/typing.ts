/** Whether a key belongs to what is being typed. */
export function isField(event: KeyboardEvent): boolean {
    const target = event.target as HTMLElement;
    return target.isContentEditable || (['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) && (target as HTMLInputElement).type !== 'checkbox');
}

/** Whether a key belongs to what is being typed or to an open dialog, and not to the screen. */
export function isTyping(event: KeyboardEvent): boolean {
    return isField(event) || document.querySelector('.el-overlay:not([style*="display: none"])') !== null;
}
