<?php

declare(strict_types=1);

namespace App\Paper;

use App\Drawing\Engraver;
use App\Drawing\NotDrawn;
use App\Drawing\Sheet;

/** Draws marked parts for paper, one after another. */
final readonly class PartPages
{
    public function __construct(private Engraver $engraver, private PdfFile $file)
    {
    }

    /**
     * @param iterable<array{title: string, part: string, about: string, composer: string, musicxml: string}> $parts
     * @param array{int, int}|null $measures index of the first and of the one after the last; null for all of them
     * @param Sheet|null $on what they are drawn on, if not as parts are
     * @return string one PDF file of all of them
     * @throws NotDrawn
     */
    public function pdf(iterable $parts, Paper $paper, bool $isLarge, ?array $measures = null, ?Sheet $on = null): string
    {
        $printed = [];
        $sheet = $on ?? $paper->sheet($isLarge);
        foreach ($parts as $part) {
            foreach ($this->engraver->draw($part['musicxml'], [$sheet], $measures) as $pages) {
                $printed[] = new PrintedPart($part['title'], $part['part'], $part['about'], $pages, $part['composer']);
            }
        }

        return $this->file->of($printed, $paper);
    }
}
