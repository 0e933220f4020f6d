<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Result;

/** Which notes of a part lie under one bow with the note before: all the left hand needs to know of the bow. */
final readonly class SlurredNotes implements \Stringable
{
    /** @param array<string, true> $ids of notes slurred or tied to the one before */
    private function __construct(private array $ids)
    {
    }

    public static function of(BowPlan $plan): self
    {
        $ids = [];
        foreach ($plan->notes as $id => $bow) {
            if ($bow->connection === BowConnection::Slur || $bow->connection === BowConnection::Tie) {
                $ids[$id] = true;
            }
        }

        return new self($ids);
    }

    /** Reads what {@see __toString()} wrote. */
    public static function parse(string $text): self
    {
        return new self($text === '' ? [] : array_fill_keys(explode(' ', $text), true));
    }

    public function has(string $noteId): bool
    {
        return isset($this->ids[$noteId]);
    }

    public function __toString(): string
    {
        return implode(' ', array_keys($this->ids));
    }
}
