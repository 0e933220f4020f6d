import { onBeforeUnmount, onMounted, watch } from 'vue';
import { useRoute } from 'vue-router';
import { isTyping } from '../ui/typing';
import { useHistory } from './store';

/** The one undo follows from screen to screen, also to those without the pencil at their side. */
export function useHistoryEverywhere(): void {
    const route = useRoute();
    const history = useHistory();

    /** On every screen but the desk, which has keys of its own. */
    function keydown(event: KeyboardEvent): void {
        const isUndo = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z';
        if (!isUndo || history.onDesk || route.meta.open || isTyping(event)) return;
        event.preventDefault();
        void history.turn(event.shiftKey ? 'redo' : 'undo');
    }

    watch(
        () => [route.name, route.params.piece],
        () => {
            const { piece } = route.params;
            if (route.name !== undefined && !route.meta.open) history.show(String(route.name), typeof piece === 'string' ? piece : null);
        },
        { immediate: true },
    );
    onMounted(() => {
        window.addEventListener('wrote', history.lookSoon);
        window.addEventListener('keydown', keydown);
    });
    onBeforeUnmount(() => {
        window.removeEventListener('wrote', history.lookSoon);
        window.removeEventListener('keydown', keydown);
    });
}
