<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Drawing\Engraver;
use App\Drawing\NotDrawn;

/** Draws a note for every notehead, at once. */
final class FakeEngraver implements Engraver
{
    public string $version = 'one';
    public ?string $refuses = null;
    public int $drawn = 0;

    public function version(): string
    {
        return $this->version;
    }

    public function squareCode(string $address): string
    {
        return "<svg viewBox=\"0 0 9 9\"><title>{$address}</title></svg>";
    }

    public function systems(string $musicXml, int $width, int $scale): array
    {
        if ($this->refuses !== null) {
            throw NotDrawn::because($this->refuses);
        }
        $this->drawn++;
        $marks = substr_count($musicXml, '<up-bow') + substr_count($musicXml, '<down-bow');

        return ["<svg><text>A desk of {$width}, {$marks} bow signs, {$this->version}</text></svg>"];
    }

    public function draw(string $musicXml, array $sheets, ?array $measures = null): iterable
    {
        foreach ($sheets as $sheet) {
            if ($this->refuses !== null) {
                throw NotDrawn::because($this->refuses);
            }
            $this->drawn++;
            $fingers = substr_count($musicXml, '<fingering');

            $which = $measures === null ? '' : ", measures {$measures[0]} to {$measures[1]}";

            yield $sheet->value => ["<svg class=\"engraving\"><text>{$sheet->value}, {$fingers} fingers, {$this->version}{$which}</text></svg>"];
        }
    }
}
