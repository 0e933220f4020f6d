<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** Words that change the tempo from a place on: bit by bit, at once, or back to what it was. */
final readonly class TempoBend
{
    public const SLOWER = 'slower';
    public const FASTER = 'faster';
    public const BACK = 'back';
    public const SLOWER_AT_ONCE = 'slower at once';
    public const FASTER_AT_ONCE = 'faster at once';

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
            preg_match('~\brit(\.|ard|en)|\brall|\ballarg|\bslowing\b|\bslow down\b|\brit$~u', $words) => self::SLOWER,
            preg_match('~\baccel|\bstring(\.|endo)\b|\bquickening\b|\bspeeding up\b~u', $words) => self::FASTER,
            preg_match('~\bslower\b|\bmeno mosso\b~u', $words) => self::SLOWER_AT_ONCE,
            preg_match('~\bfaster\b|\bpi(ù|u) mosso\b~u', $words) => self::FASTER_AT_ONCE,
            default => null,
        };
    }
}
