/** How the engraving library is asked to lay a page out. */
import type { VerovioOptions } from 'verovio';

export interface Sheet {
    /** Width of the page in CSS pixels. */
    width: number;
    /** Height of a printed page in CSS pixels; null for one endless page. */
    height: number | null;
    /** Size of the notes in percent. */
    scale: number;
    /** Room under each system, in staff spaces. */
    room: number;
    /** Where systems break: as they fit, where the printed edition has them, or where it has them and else as they fit. */
    breaks?: 'auto' | 'line' | 'smart';
}

export function layout({ width, height, scale, room, breaks = 'auto' }: Sheet): VerovioOptions {
    return {
        pageWidth: Math.max(400, Math.round((width * 100) / scale)),
        pageHeight: height === null ? 60000 : Math.round((height * 100) / scale),
        adjustPageHeight: height === null,
        scale,
        pageMarginLeft: 30,
        pageMarginRight: 30,
        pageMarginTop: 40,
        pageMarginBottom: 40,
        spacingSystem: room,
        header: 'none',
        footer: 'none',
        breaks,
        // However full a line is, it breaks where it is told to.
        breaksSmartSb: 0,
        svgViewBox: true,
        svgRemoveXlink: true,
        // What tidies the page reads where things stand from them.
        svgBoundingBoxes: true,
        svgFormatRaw: true,
        mnumInterval: 0,
        // A thick line with its number: short ones as well.
        multiRestStyle: 'block',
        font: 'Leland',
    };
}

/** One system a page: pictures that stand under one another. Systems break as they fit, or where the music says. */
export function systemLayout(width: number, scale: number, breaks: 'auto' | 'line'): VerovioOptions {
    return {
        ...layout({ width, height: null, scale, room: 0 }),
        pageHeight: 200,
        pageMarginTop: 12,
        pageMarginBottom: 12,
        // Room for the words before the lanes.
        pageMarginLeft: 80,
        // Whose a finger is: what was decided is drawn stronger than what was worked out.
        svgAdditionalAttribute: ['fing@startid'],
        breaks,
    };
}
