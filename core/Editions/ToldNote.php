<?php

declare(strict_types=1);

namespace UprightPencil\Editions;

/** What a marked score tells of one notehead, as far as a player sees or does it. */
final readonly class ToldNote
{
    /**
     * @param string $measure as printed
     * @param int $index of its measure, from 0
     * @param string $beat counted from 1 in the meter's lower number
     * @param string $place as it is said: "m. 9 beat 3"
     * @param string $key what the note is, whichever edition of the score it stands in
     * @param string|null $direction "down" or "up"; null where there is no bow
     * @param string $join how it starts: "change", "slur", "hook" …; empty where there is no bow
     * @param list<string> $changes inside the notehead: "up on 3"
     * @param string|null $finger in words: "low 2 on A"; null where there is no hand
     * @param list<string> $written slurs and words that somebody wrote here: "slur-to-P1-m1-n4", "“whole bow”"
     */
    public function __construct(
        public string $id,
        public string $measure,
        public int $index,
        public string $beat,
        public string $place,
        public string $key,
        public ?string $direction,
        public string $join,
        public bool $isBowMarked,
        public array $changes,
        public ?string $finger,
        public string $position,
        public bool $isFingerMarked,
        public array $written,
    ) {
    }

    /** Whether a stroke begins here. */
    public function isHead(): bool
    {
        return $this->direction !== null && !in_array($this->join, ['slur', 'tie'], true);
    }

    /** What the bow does, in words. */
    public function bow(): string
    {
        $words = match ($this->join) {
            '' => 'no bow',
            'slur' => 'slurred',
            'tie' => 'tied',
            'hook' => "{$this->direction}, hooked",
            'retake' => "{$this->direction}, retaken",
            'lift' => "{$this->direction}, lifted",
            default => (string) $this->direction,
        };

        return implode(', ', [$words, ...array_map(static fn (string $change): string => "change {$change}", $this->changes)]);
    }

    public function hand(): string
    {
        if ($this->finger === null) {
            return 'no finger';
        }

        return $this->finger . ($this->position === '' || $this->position === 'I' ? '' : " ({$this->position})");
    }
}
