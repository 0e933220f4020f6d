/** Hands a part to the engraving library, in the browser and on the server alike. */
import type { VerovioToolkit } from 'verovio/esm';
import { forReading } from './reading';
import { hasOpenTies, withLongerOpenTies } from './openTies';

/** Chord symbols that are kept and not drawn: the library draws them all the same. */
const KEPT_CHORD = /<harmony[^>]*\sprint-object="no"[^>]*>[\s\S]*?<\/harmony>/g;
const ABBREVIATION = /<part-abbreviation[^>]*>[^<]*<\/part-abbreviation>/g;

/**
 * The section's name stands on the first line alone.
 *
 * @throws Error when the library cannot read the part
 */
export function load(toolkit: VerovioToolkit, musicXml: string): void {
    if (!toolkit.loadData(forReading(musicXml.replace(ABBREVIATION, '').replace(KEPT_CHORD, '')))) {
        throw new Error('The engraving library could not read this part.');
    }
    if (hasOpenTies(musicXml)) {
        toolkit.loadData(withLongerOpenTies(toolkit.getMEI()));
    }
}
