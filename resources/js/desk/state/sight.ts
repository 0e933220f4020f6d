import { onBeforeUnmount, watch, type Ref } from 'vue';
import { api } from '../../api/client';
import { endSight, sightPage, sightScrolled, tellSight } from '../../engraving/firstSight';
import { useSession } from '../../stores/session';
import { useDesk } from './store';

/** Milliseconds after which it is told where the page was scrolled to. */
const REST = 150;

export interface DeskSight {
    /** Where the page was seen before the desk was there, it goes on. @returns false where nothing was seen */
    takeOver: () => boolean;
    tellSoon: () => void;
    /** The page is drawn on the server for the next time, if it is another than it has. */
    rest: (width: number) => void;
}

/**
 * What is seen of the page before the desk is there.
 *
 * @param page name of the page
 * @param room pixels under a system, and under each of them
 */
export function useDeskSight(scroller: Ref<HTMLElement | null>, page: Ref<string>, room: () => [number, number[]]): DeskSight {
    const desk = useDesk();
    const session = useSession();
    /** The page that the server was last asked to draw, or has. */
    let told = '';
    let wide = 0;
    let telling = 0;

    function tell(): void {
        if (desk.frame && scroller.value && wide > 0) tellSight(desk.frame.section.id, scroller.value, wide, ...room());
    }

    // What went wrong is said instead of it.
    watch(() => desk.problem !== '' || session.needsSignIn, (isOver) => {
        if (isOver) endSight();
    });
    onBeforeUnmount(() => {
        window.clearTimeout(telling);
        tell();
        endSight();
    });

    return {
        takeOver: () => {
            const scrolled = sightScrolled();
            if (scroller.value && scrolled !== null) scroller.value.scrollTop = scrolled;
            told = sightPage();
            endSight();
            return scrolled !== null;
        },
        tellSoon: () => {
            window.clearTimeout(telling);
            telling = window.setTimeout(tell, REST);
        },
        rest: (width) => {
            const section = desk.frame?.section.id;
            if (!section) return;
            wide = width;
            tell();
            if (told === page.value) return;
            told = page.value;
            void api.post(`sections/${section}/first-sight`, { width }).catch(() => undefined);
        },
    };
}
