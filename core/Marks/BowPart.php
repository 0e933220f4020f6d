<?php

declare(strict_types=1);

namespace UprightPencil\Marks;

/** A part of the bow, or how much of it, as a director asks for it. */
enum BowPart: string
{
    case Frog = 'frog';
    case Balance = 'balance';
    case Middle = 'middle';
    case Tip = 'tip';
    case LowerHalf = 'lower half';
    case UpperHalf = 'upper half';
    case Whole = 'whole bow';
    case Save = 'save';

    /** As it is written over the music. */
    public function plainWords(): string
    {
        return match ($this) {
            self::Frog => 'at the frog',
            self::Balance => 'at the balance point',
            self::Middle => 'in the middle',
            self::Tip => 'at the tip',
            self::Save => 'save bow',
            default => $this->value,
        };
    }

    /** Reads what a director types: the short word, or as it is printed. */
    public static function read(string $words): ?self
    {
        foreach (self::cases() as $part) {
            if ($words === $part->value || $words === $part->plainWords()) {
                return $part;
            }
        }

        return null;
    }
}
