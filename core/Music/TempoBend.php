<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** Words that bend the tempo from a place on: slower, faster, or back to what it was. */
final readonly class TempoBend
{
    public const SLOWER = 'slower';
    public const FASTER = 'faster';
    public const BACK = 'back';

    /** @param self::* $way */
    public function __construct(
        public int $measure,
        public Fraction $offset,
        public string $way,
    ) {
    }

    /**
     * What the words of an edition mean for the tempo; null when they mean nothing.
     *
     * @return self::*|null
     */
    public static function way(string $words): ?string
    {
        $words = mb_strtolower($words);

        return match (1) {
            preg_match('~\ba tempo\b|\btempo (primo|i|1)\b|\btempo i°~u', $words) => self::BACK,
            preg_match('~\brit(\.|ard|en)|\brall|\ballarg|\bslow(ing|er)\b|\brit$~u', $words) => self::SLOWER,
            preg_match('~\baccel|\bstring(\.|endo)|\bfaster\b~u', $words) => self::FASTER,
            default => null,
        };
    }
}
