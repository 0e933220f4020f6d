/** How long an open tie is drawn, in beats. */
const LONG = 0.7;

/** Whether a score has notes that ring on. */
export function hasOpenTies(musicXml: string): boolean {
    return musicXml.includes('type="let-ring"');
}

/**
 * The engraving library reads the open tie of MusicXML as one that ends where its note begins, and draws it as a speck over the
 * notehead. In its own format (MEI) the end can be said: a little after the note.
 */
export function withLongerOpenTies(mei: string): string {
    return mei.replace(/(<lv [^>]*tstamp2="\d+m\+)([\d.]+)"/g, (_, upToBeat: string, beat: string) => `${upToBeat}${Number(beat) + LONG}"`);
}
