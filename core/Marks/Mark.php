<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

use UprightPencil\Music\Fraction;

/**
 * One decision of a person at a place in a part.
 */
final readonly class Mark
{
    public Chair $for;

    /**
     * @param list<MarkKind> $kinds one; or, for an open choice, the possibilities the class will try
     * @param string $from id of the note it stands at
     * @param string $to id of the note it reaches to; the same as `from` where it reaches no further
     * @param Fraction|null $inside quarter notes from the note's beginning, for a mark inside it
     * @param Chair|null $for who it is for; null for everybody
     * @param int|null $pass acts on this time through only; null on all
     * @param list<string> $targets ids of the second place of each kind that names one ('' for the others)
     * @param MarkReason|null $reason what the mark is meant to reach
     * @param string $author as people read it
     * @param int $line line of the pencil lines it was read from, 0 for none
     * @param string $authorId by which authors are told apart: two may have one name; empty where nobody is known
     */
    public function __construct(
        public string $id,
        public array $kinds,
        public string $from,
        public string $to,
        public ?Fraction $inside = null,
        public MarkState $state = MarkState::Decided,
        ?Chair $for = null,
        public ?int $pass = null,
        public array $targets = [],
        public ?MarkReason $reason = null,
        public string $comment = '',
        public string $author = '',
        public string $time = '',
        public int $line = 0,
        public string $authorId = '',
    ) {
        $this->for = $for ?? Chair::all();
    }

    public function kind(): MarkKind
    {
        return $this->kinds[0];
    }

    /** Whether it is for the left hand; the others are for the bow, or words. */
    public function isForHand(): bool
    {
        return $this->kind()->slot()->group() === MarkGroup::Hand;
    }

    public function isChoice(): bool
    {
        return count($this->kinds) > 1;
    }

    /** Whether it decides anything: proposals and open choices wait. */
    public function acts(): bool
    {
        return $this->state === MarkState::Decided && !$this->isChoice();
    }

    /** Marks with the same key take each other's place. */
    public function key(): string
    {
        $slots = array_unique(array_map(static fn (MarkKind $kind): string => $kind->slot()->value, $this->kinds));

        return implode('|', [
            $this->from,
            $this->kind()->anchor() === Anchor::Range ? $this->to : '',
            implode('+', $slots),
            (string) $this->inside,
            $this->for->value,
            (string) $this->pass,
            $this->state === MarkState::Proposed ? 'proposed by ' . ($this->authorId === '' ? $this->author : "#{$this->authorId}") : '',
        ]);
    }

    /** An open choice with one possibility taken; a proposal decided. */
    public function decided(int $choice = 0): self
    {
        return $this->with(
            kinds: [$this->kinds[$choice]],
            targets: [$this->targets[$choice] ?? ''],
            state: MarkState::Decided,
        );
    }

    /**
     * The same mark at other notes, without its author, its reason or its comment: those belong to the first place.
     *
     * @param list<string> $targets
     */
    public function at(string $from, string $to, array $targets): self
    {
        return new self('', $this->kinds, $from, $to, $this->inside, $this->state, $this->for, $this->pass, $targets);
    }

    /**
     * The same mark, of the same person, where the score has put its notes.
     *
     * @param list<string> $targets
     */
    public function movedTo(string $from, string $to, array $targets, ?MarkReason $reason): self
    {
        return new self(
            $this->id,
            $this->kinds,
            $from,
            $to,
            $this->inside,
            $this->state,
            $this->for,
            $this->pass,
            $targets,
            $reason,
            $this->comment,
            $this->author,
            $this->time,
            0,
            $this->authorId,
        );
    }

    /** What it says, whatever its place. */
    public function words(): string
    {
        return implode(' or ', array_map(static fn (MarkKind $kind): string => $kind->words(), $this->kinds));
    }

    public function by(string $author, string $time, string $authorId = ''): self
    {
        return $this->with(author: $author, time: $time, authorId: $authorId);
    }

    public function named(string $id): self
    {
        return $this->with(id: $id);
    }

    public function inState(MarkState $state): self
    {
        return $this->with(state: $state);
    }

    /**
     * @param list<MarkKind>|null $kinds
     * @param list<string>|null $targets
     */
    private function with(
        ?array $kinds = null,
        ?array $targets = null,
        ?MarkState $state = null,
        ?string $author = null,
        ?string $time = null,
        ?string $id = null,
        ?string $authorId = null,
    ): self {
        return new self(
            $id ?? $this->id,
            $kinds ?? $this->kinds,
            $this->from,
            $this->to,
            $this->inside,
            $state ?? $this->state,
            $this->for,
            $this->pass,
            $targets ?? $this->targets,
            $this->reason,
            $this->comment,
            $author ?? $this->author,
            $time ?? $this->time,
            $this->line,
            $authorId ?? $this->authorId,
        );
    }
}
