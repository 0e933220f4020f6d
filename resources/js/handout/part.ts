/** What is asked of a part on Hand out in more than one place. */
import QRCode from 'qrcode-svg';
import { api } from '../api/client';
import type { HandOutSection } from '../api/types';
import { remembered } from '../ui/remembered';

/** What is laid out to be looked at: each part's name and where its sheets are asked for; and the files it can be saved as. */
export interface Order {
    title: string;
    sheets: { name: string; path: string }[];
    files: { label: string; path: string }[];
}

/** What of a part goes on sheets of its own. */
export type PartSheet = 'part' | 'open-strings' | 'patterns' | 'list';

export function isDrawing({ edition }: HandOutSection): boolean {
    return edition !== null && ['waits', 'works'].includes(edition.drawing) && edition.pages > 0;
}

/** What has not changed is not handed out again. */
export function mayHandOut({ edition, since, heard }: HandOutSection): boolean {
    return !edition || !since || since.added.length + since.removed.length + heard > 0;
}

/** The square code of an address, as SVG. */
export function squareCode(url: string): string {
    return new QRCode({ content: url, width: 240, height: 240, padding: 1, join: true, ecl: 'M', container: 'svg-viewbox' }).svg();
}

/** The paper that was chosen last; before that, what is usual where the browser is. */
export function paperHere(): string {
    return remembered('paper', navigator.language === 'en-US' ? 'letter' : 'a4', (value): value is string => typeof value === 'string');
}

/** Has the browser keep a file under the name the server gives it. */
export async function save(path: string): Promise<void> {
    const { file, name } = await api.file(path);
    const address = URL.createObjectURL(file);
    const link = document.createElement('a');
    link.href = address;
    link.download = name;
    link.click();
    setTimeout(() => URL.revokeObjectURL(address), 60_000);
}
