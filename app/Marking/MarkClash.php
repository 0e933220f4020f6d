<?php

declare(strict_types=1);

namespace App\Marking;

use RuntimeException;

/** Two people changed the same note. Nothing was written; both versions are told. */
final class MarkClash extends RuntimeException
{
    /** @var array<string, mixed>|null */
    public ?array $yours = null;
    /** @var array<string, mixed>|null */
    public ?array $theirs = null;

    /**
     * @param array{after: array<string, mixed>|null} $mine
     * @param array{after: array<string, mixed>|null} $theirs
     */
    public static function sameNote(string $who, array $mine, array $theirs): self
    {
        $clash = new self("{$who} has just marked this note too ("
            . self::words($theirs['after']) . '; yours: ' . self::words($mine['after'])
            . '). Theirs stands; mark it again if yours should.');
        $clash->yours = $mine['after'];
        $clash->theirs = $theirs['after'];

        return $clash;
    }

    public static function changedSince(string $who): self
    {
        return new self("{$who} has changed this mark since, so your step cannot be taken back here.");
    }

    /** @param string $label what would be turned back now */
    public static function anotherAct(string $label): self
    {
        return new self("Something was done since. Next comes “{$label}”; nothing was turned back.");
    }

    public static function thingChangedSince(string $label): self
    {
        return new self("This was changed since, so “{$label}” cannot be turned back here.");
    }

    public static function otherScore(): self
    {
        return new self('A corrected score was brought in since then. Take that back first.');
    }

    public static function notEmpty(): self
    {
        return new self('There are pieces on this shelf now. Move them first.');
    }

    public static function sinceLooked(): self
    {
        return new self('Marks were changed while you looked. Nothing was brought in; look at the list again.');
    }

    /** @param array<string, mixed>|null $record */
    private static function words(?array $record): string
    {
        $kinds = $record['kinds'] ?? null;

        return is_array($kinds) ? implode(' or ', array_filter($kinds, is_string(...))) : 'taken away';
    }
}
