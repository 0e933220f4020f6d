/** What a director does on the rack; each is told, and taken back by the eraser. */
import { ElMessageBox } from 'element-plus';
import type { ComputedRef, InjectionKey } from 'vue';
import { api } from '../api/client';
import type { RackInvitation, RackPiece, Shelf } from '../api/types';
import { useHistory } from '../history/store';
import { tell, tellWithUndo } from '../ui/say';
import { orWarn } from '../ui/trying';

export type RackActs = ReturnType<typeof useRackActs>;
/** The menus of pieces and shelves do what the rack they stand on does. */
export const RACK_ACTS: InjectionKey<RackActs> = Symbol('rack acts');

/** @returns what was typed; null where it was left */
async function ask(title: string, question: string, does: string, value = ''): Promise<string | null> {
    const answer = await ElMessageBox.prompt(question, title, {
        inputValue: value,
        confirmButtonText: does,
        cancelButtonText: 'Leave it',
        inputValidator: (typed: string | null) => (typed ?? '').trim() !== '' || 'It needs a name.',
    }).catch(() => null);
    return answer === null ? null : answer.value.trim();
}

async function isSure(title: string, sentence: string, does: string, not = 'Leave it'): Promise<boolean> {
    return ElMessageBox.confirm(sentence, title, { confirmButtonText: does, cancelButtonText: not }).then(() => true, () => false);
}

/**
 * @param shelves those of the rack
 * @param reload called when something was changed
 */
 
export function useRackActs(shelves: ComputedRef<Shelf[]>, reload: () => Promise<void>) {
    const history = useHistory();

    /** @returns whether it went well */
    async function change(work: () => Promise<unknown>, said = ''): Promise<boolean> {
        const isDone = await orWarn(async () => {
            await work();
            await reload();
        });
        if (isDone && said !== '') tellWithUndo(said, () => void history.turn('undo'));
        return isDone;
    }

    async function rename(piece: RackPiece): Promise<void> {
        const title = await ask('Rename', 'The new title', 'Rename', piece.title);
        if (title !== null) await change(() => api.patch(`pieces/${piece.id}`, { title }));
    }

    async function move(piece: RackPiece, shelf: number): Promise<void> {
        const name = shelves.value.find((one) => one.id === shelf)?.name ?? '';
        await change(() => api.patch(`pieces/${piece.id}`, { shelf }), `“${piece.title}” stands on “${name}” now.`);
    }

    async function archive(piece: RackPiece): Promise<void> {
        const archived = !piece.archived;
        const said = archived ? `“${piece.title}” is with the earlier pieces.` : `“${piece.title}” is back.`;
        await change(() => api.patch(`pieces/${piece.id}`, { archived }), said);
    }

    async function remove(piece: RackPiece): Promise<void> {
        await change(() => api.delete(`pieces/${piece.id}`), `“${piece.title}” is in the bin, with its links, and stays there for 30 days.`);
    }

    async function restore(piece: RackPiece): Promise<void> {
        if (await change(() => api.post(`pieces/${piece.id}/restore`))) tell(`“${piece.title}” is back on its shelf.`);
    }

    async function burn(piece: RackPiece): Promise<void> {
        const sentence = `“${piece.title}” goes for good: its marks, its editions and the links students have. This cannot be taken back.`;
        if (await isSure('Throw away for good', sentence, 'Throw away for good')) await change(() => api.delete(`pieces/${piece.id}/bin`));
    }

    async function accept(invitation: RackInvitation): Promise<void> {
        await change(() => api.post(`shares/${invitation.id}/mine`));
    }

    async function leave(share: number | undefined, title: string): Promise<void> {
        const sentence = `“${title}” leaves your rack. Its owner may ask you again.`;
        if (await isSure('Leave this piece', sentence, 'Leave the piece', 'Stay')) await change(() => api.delete(`shares/${share}/mine`));
    }

    async function addShelf(): Promise<void> {
        const name = await ask('A new shelf', 'For a concert, a term or a book', 'Add the shelf');
        if (name !== null) await change(() => api.post('shelves', { name, kind: 'programme' }), `“${name}” is added.`);
    }

    async function renameShelf(shelf: Shelf): Promise<void> {
        const name = await ask('Rename the shelf', 'Its new name', 'Rename', shelf.name);
        if (name !== null) await change(() => api.patch(`shelves/${shelf.id}`, { name }));
    }

    /** Only an empty one goes: the server says what stands on it. */
    async function removeShelf(shelf: Shelf): Promise<void> {
        await change(() => api.delete(`shelves/${shelf.id}`), `The shelf “${shelf.name}” is removed.`);
    }

    return { shelves, rename, move, archive, remove, restore, burn, accept, leave, addShelf, renameShelf, removeShelf };
}
