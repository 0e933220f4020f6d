/** Whether a key belongs to what is being typed or to an open dialog, and not to the screen. */
export function isTyping(event: KeyboardEvent): boolean {
    const target = event.target as HTMLElement;
    const isField = target.isContentEditable || (['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) && (target as HTMLInputElement).type !== 'checkbox');
    return isField || document.querySelector('.el-overlay:not([style*="display: none"])') !== null;
}
