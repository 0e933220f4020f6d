<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

use UprightPencil\Fingering\Hand\FingerShape;
use UprightPencil\Fingering\Result\NoteFinger;

/** Why a note is easily out of tune: what puts it on the watch list. */
enum PitchRisk: string
{
    case Shift = 'shift';
    case Reach = 'reach';
    case Fourth = 'fourth';
    /** Low, or a high third: elsewhere than beginners learn it first. */
    case Moved = 'moved';

    /** @return self|null null for a note that is safe */
    public static function of(?NoteFinger $finger): ?self
    {
        return match (true) {
            $finger === null || $finger->number === 0 => null,
            $finger->isShift => self::Shift,
            $finger->shape->isExtension() => self::Reach,
            $finger->number === 4 => self::Fourth,
            self::isMoved($finger) => self::Moved,
            default => null,
        };
    }

    /** Whether a finger stands elsewhere than beginners learn it first. The second is learned high. */
    public static function isMoved(NoteFinger $finger): bool
    {
        return match ($finger->shape) {
            FingerShape::Low, FingerShape::Forward, FingerShape::Back => true,
            FingerShape::High => $finger->number !== 2,
            default => false,
        };
    }

    /** How much it asks for a line of its own. */
    public function weight(): float
    {
        return match ($this) {
            self::Shift, self::Reach => 0.9,
            self::Fourth, self::Moved => 0.6,
        };
    }

    public function words(NoteFinger $finger): string
    {
        return match ($this) {
            self::Shift => "after a shift to {$finger->position}",
            self::Reach => "a reach, {$finger->words()} on {$finger->string}",
            self::Fourth => "the 4 on {$finger->string}",
            self::Moved => "{$finger->words()} on {$finger->string}",
        };
    }
}
