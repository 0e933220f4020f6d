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
     * @param string $cause what makes several flags of a part one thing to look at; empty for a flag of its own
     * @param list<FlagPlace> $places all its places in playing order, its own first; empty when there is one
     */
    public function __construct(
        public FlagCode $code,
        public string $text,
        public ?string $partId = null,
        public ?int $measure = null,
        public ?Fraction $beat = null,
        public ?string $noteId = null,
        public array $ways = [],
        public string $cause = '',
        public array $places = [],
    ) {
    }

    /** What tells this flag from others across re-plannings, so that "leave it" is remembered. */
    public function key(): string
    {
        return $this->code->value . '@' . ($this->partId ?? '') . ':' . ($this->noteId ?? "m{$this->measure}");
    }

    public function rank(): FlagRank
    {
        return $this->code->rank();
    }

    /** Whether it is one of the things to look at; what is only good to know is not. */
    public function isToLookAt(): bool
    {
        return $this->rank() !== FlagRank::Know;
    }

    /** The same place and ways, said in other words. */
    public function saying(string $text): self
    {
        return $this->with(['text' => $text]);
    }

    /** @param list<Remedy> $ways */
    public function withWays(array $ways): self
    {
        return $this->with(['ways' => $ways]);
    }

    /** @param string $cause what it shares with others */
    public function because(string $cause): self
    {
        return $this->with(['cause' => $cause]);
    }

    /** @param list<FlagPlace> $places */
    public function at(array $places): self
    {
        return $this->with(['places' => $places]);
    }

    /** Its own place; null where it stands at none. */
    public function place(): ?FlagPlace
    {
        return $this->measure === null ? null : new FlagPlace($this->partId, $this->measure, $this->beat, $this->noteId);
    }

    /** @return list<FlagPlace> all of them, in playing order */
    public function allPlaces(): array
    {
        $place = $this->place();

        return $this->places === [] && $place !== null ? [$place] : $this->places;
    }

    /** @param array<string, mixed> $changes */
    private function with(array $changes): self
    {
        /** @var array{FlagCode, string} $values */
        $values = [...get_object_vars($this), ...$changes];

        return new self(...$values);
    }
}
