/** Makes a finished drawing small: what nothing refers to, and digits nobody sees, go. */

/** Elements of the library's drawing that show nothing and hold nothing that does. */
const EMPTY = /<g(?: [^>]*)?\/>|<g(?: [^>]*[^>/])?>\s*<\/g>/g;

export function slim(svg: string): string {
    const used = new Set([...svg.matchAll(/href="#([^"]+)"/g)].map(([, id]) => id));
    const id = /<svg [^>]*id="([^"]+)"/.exec(svg)?.[1] ?? '';
    let made = svg
        // The library names each drawing in its styles; ours may stand side by side, and look alike.
        .replaceAll(`#${id} `, '.engraving ')
        .replace(/\.engraving g\.cursor[^{]*\{[^}]*\}/g, '')
        .replace('<svg ', '<svg class="engraving" ')
        .replace('font-family="Times, serif"', 'font-family="Tinos, Notes in Words, Times, serif"')
        // Notes stay known by their names: what sounds is shown at them.
        .replace(/ (?:id|data-id)="([^"]*)"( class="note")/g, ' data-note="$1"$2')
        // So do measures: a rest of several is one of them.
        .replace(/ id="m-(\d+)"( class="measure[ "])/g, ' data-measure="$1"$2')
        .replace(/ id="([^"]*)"/g, (whole, id: string) => (used.has(id) ? whole : ''))
        .replace(/ (?:data-)?(?:color|overflow)="(?:black|visible)"/g, '')
        // The font has a name of our own: it is a part of the library's.
        .replace(/font-family="Leland"/g, 'font-family="Notes in Words"')
        .replace(/<desc>[^<]*<\/desc>/, '')
        .replace(/>\s+</g, '><')
        .replace(/(\d+\.\d)\d+/g, '$1');
    for (let before = ''; before !== made;) {
        before = made;
        made = made.replace(EMPTY, '');
    }
    return made;
}
