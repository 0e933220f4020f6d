<?php

declare(strict_types=1);

namespace UprightPencil\Review;

use UprightPencil\Music\Fraction;

/** Something that needs a look, at its place, with the ways out of it. */
final readonly class Flag
{
    /**
     * @param int|null $measure index of the measure; null for the whole score
     * @param Fraction|null $beat counted from 1 in the meter's lower number
     * @param string|null $noteId the notehead it stands at
     * @param list<Remedy> $ways best first
     */
    public function __construct(
        public FlagCode $code,
        public string $text,
        public ?string $partId = null,
        public ?int $measure = null,
        public ?Fraction $beat = null,
        public ?string $noteId = null,
        public array $ways = [],
    ) {
    }

    /** What tells this flag from others across re-plannings, so that "leave it" is remembered. */
    public function key(): string
    {
        return $this->code->value . '@' . ($this->partId ?? '') . ':' . ($this->noteId ?? "m{$this->measure}");
    }

    /** The same place and ways, said in other words. */
    public function saying(string $text): self
    {
        return new self($this->code, $text, $this->partId, $this->measure, $this->beat, $this->noteId, $this->ways);
    }

    /** @param list<Remedy> $ways */
    public function withWays(array $ways): self
    {
        return new self($this->code, $this->text, $this->partId, $this->measure, $this->beat, $this->noteId, $ways);
    }
}
