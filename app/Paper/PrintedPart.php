<?php

declare(strict_types=1);

namespace App\Paper;

/** The pages of one part, and what stands over them. */
final readonly class PrintedPart
{
    /**
     * @param string $about edition and date; empty for none
     * @param list<string> $pages as they were drawn, SVG
     * @param string $composer empty for none
     */
    public function __construct(
        public string $title,
        public string $part,
        public string $about,
        public array $pages,
        public string $composer = '',
    ) {
    }
}
