/** One system of an engraved page, as the browser and the server draw it. */
import type { VerovioToolkit } from 'verovio/esm';
import { tidy } from './tidy';

export interface Picture {
    svg: string;
    /** In CSS pixels, at the width asked for. */
    width: number;
    height: number;
    /** How many measures are in it, and the ids of their notes. */
    measures: number;
    notes: string[];
}

/** @param page from 1: each system is a page of its own */
export function drawSystem(toolkit: VerovioToolkit, page: number): string {
    return tidy(toolkit.renderToSVG(page), true);
}

export function pictureOf(svg: string): Picture {
    const [, width = '0', height = '0'] = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svg) ?? [];
    return {
        svg,
        width: Number(width),
        height: Number(height),
        measures: svg.match(/class="measure[ "]/g)?.length ?? 0,
        notes: [...svg.matchAll(/<g id="([^"]+)" class="note[ "]/g)].map(([, id]) => id ?? ''),
    };
}
