<?php

declare(strict_types=1);

namespace App\Practice;

/** What the director chose of a section's practice lines. */
final readonly class LineChoice
{
    public const MOST = 24;

    /**
     * @param list<string>|null $keys of lines in the order they are worked in; null where the product chooses
     * @param array<string, int> $goals quarter notes a minute to which a line is worked up, by its key
     */
    public function __construct(public ?array $keys = null, public array $goals = [])
    {
    }

    /** @param array<mixed>|null $kept */
    public static function from(?array $kept): self
    {
        $keys = $kept['lines'] ?? null;
        $goals = $kept['goals'] ?? [];

        return new self(
            is_array($keys) ? array_values(array_filter($keys, is_string(...))) : null,
            is_array($goals) ? array_filter($goals, is_int(...)) : [],
        );
    }

    /** @return array{lines: list<string>|null, goals: array<string, int>}|null as it is kept; null for no choice at all */
    public function toArray(): ?array
    {
        return $this->keys === null && $this->goals === [] ? null : ['lines' => $this->keys, 'goals' => $this->goals];
    }
}
