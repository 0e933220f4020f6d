<?php

declare(strict_types=1);

namespace App\Paper;

use App\Drawing\Engraver;
use App\Drawing\NotDrawn;

/** Draws marked parts for paper, one after another. */
final readonly class PartPages
{
    public function __construct(private Engraver $engraver, private PdfFile $file)
    {
    }

    /**
     * @param iterable<array{title: string, part: string, about: string, composer: string, musicxml: string}> $parts
     * @return string one PDF file of all of them
     * @throws NotDrawn
     */
    public function pdf(iterable $parts, Paper $paper, bool $isLarge): string
    {
        $printed = [];
        foreach ($parts as $part) {
            foreach ($this->engraver->draw($part['musicxml'], [$paper->sheet($isLarge)]) as $pages) {
                $printed[] = new PrintedPart($part['title'], $part['part'], $part['about'], $pages, $part['composer']);
            }
        }

        return $this->file->of($printed, $paper);
    }
}
