/** Another class is tried before it is kept: what it would turn round, piece after piece. */
import { computed, ref, shallowRef, type ComputedRef, type Ref } from 'vue';
import { api } from '../api/client';
import type { ClassPiece, ClassSettings, TogetherLook } from '../api/types';
import { toldOf } from '../readthrough/gather';

export interface PieceLook {
    title: string;
    /** What turns, part by part; none where nothing does. */
    lines: string[];
}

export interface ClassLook {
    looks: Ref<PieceLook[]>;
    /** "Paper Boats, 2 of 9"; empty when nothing is being looked at. */
    looking: Ref<string>;
    untouched: ComputedRef<number>;
    begin: (settings: ClassSettings, shelf: number) => Promise<void>;
    stop: () => void;
}

const NOTHING = 'no bow turns and no finger changes';

export function useClassLook(): ClassLook {
    const looks = shallowRef<PieceLook[]>([]);
    const looking = ref('');
    const untouched = computed(() => looks.value.filter((look) => look.lines.length === 0).length);
    let run = 0;

    function stop(): void {
        run += 1;
        looking.value = '';
    }

    async function begin(settings: ClassSettings, shelf: number): Promise<void> {
        run += 1;
        const mine = run;
        looks.value = [];
        looking.value = 'your pieces';
        try {
            const pieces = await api.get<ClassPiece[]>(`class/pieces${shelf ? `?shelf=${shelf}` : ''}`);
            for (const [index, piece] of pieces.entries()) {
                if (mine !== run) return;
                looking.value = `${piece.title}, ${index + 1} of ${pieces.length}`;
                const parts = await api.post<TogetherLook[]>(`pieces/${piece.id}/class`, settings);
                if (mine !== run) return;
                const told = toldOf(parts.filter((part) => part.words !== NOTHING || part.raised > 0 || part.solved > 0));
                looks.value = [...looks.value, { title: piece.title, lines: told }];
            }
        } catch {
            // It can be kept without having been looked at to the end.
        } finally {
            if (mine === run) looking.value = '';
        }
    }

    return { looks, looking, untouched, begin, stop };
}
