<?php

declare(strict_types=1);

namespace App\Drawing;

/** Draws music on sheets of known sizes. */
interface Engraver
{
    /** Changes when the same music would be drawn differently. */
    public function version(): string;

    /**
     * @param list<Sheet> $sheets
     * @param array{int, int}|null $measures index of the first and of the one after the last; null for all of them
     * @return iterable<string, list<string>> the pages of each sheet as SVG, by the sheet's name, as they are ready
     * @throws NotDrawn
     */
    public function draw(string $musicXml, array $sheets, ?array $measures = null): iterable;

    /**
     * The systems of a desk of a width, as the desk's own engraver draws them.
     *
     * @param int $width in pixels
     * @param int $scale size of the notes in percent
     * @return list<string> SVG of each system
     * @throws NotDrawn
     */
    public function systems(string $musicXml, int $width, int $scale): array;

    /**
     * @return string the square code of an address, SVG
     * @throws NotDrawn
     */
    public function squareCode(string $address): string;
}
