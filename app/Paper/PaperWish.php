<?php

declare(strict_types=1);

namespace App\Paper;

/** What is wanted on paper. */
final readonly class PaperWish
{
    /**
     * @param string $what part, open-strings, patterns or list; of a piece also score or poster
     * @param bool $hasCode whether the square code of the part's link stands on its first page
     * @param string $from first measure, as printed; empty from the beginning
     * @param string $to last measure, as printed; empty to the end
     * @param int $slips how many lists stand on a sheet: {@see SlipPages::COUNTS}
     * @param bool $hasEveryFinger whether every note shows its finger, whatever the page shows otherwise
     * @param bool $namesNotes whether the names of the notes stand under them, whatever the class is used to
     */
    public function __construct(
        public string $what,
        public Paper $paper,
        public bool $isLarge,
        public bool $hasCode,
        public string $from,
        public string $to,
        public int $slips = 1,
        public bool $hasEveryFinger = false,
        public bool $namesNotes = false,
    ) {
    }
}
