<?php

declare(strict_types=1);

namespace UprightPencil\Format\Abc;

use UprightPencil\Music\Fraction;

/** A meter, as the field M: says it. */
final readonly class AbcMeter
{
    /** Under three quarters of a whole note the unit is a sixteenth. Source: the ABC 2.1 standard, "L: - unit note length". */
    private const SHORT = 0.75;

    /**
     * @param string $beats as printed: "3", "2+3"; empty for none
     * @param string|null $symbol common or cut, where it is written with a letter
     * @param Fraction|null $length of a measure in whole notes; null where the music is free
     */
    private function __construct(public string $beats, public int $unit, public ?string $symbol, public ?Fraction $length)
    {
    }

    public static function free(): self
    {
        return new self('', 4, null, null);
    }

    /** @return self|string the meter, or what is wrong with it: a sentence without its full stop */
    public static function read(string $field): self|string
    {
        $text = trim($field);
        if ($text === 'C' || $text === 'C|') {
            $unit = $text === 'C' ? 4 : 2;

            return new self((string) $unit, $unit, $text === 'C' ? 'common' : 'cut', Fraction::of(1));
        }
        if ($text === '' || strtolower($text) === 'none') {
            return self::free();
        }
        if (preg_match('~^\(?(\d{1,2}(?:\+\d{1,2})*)\)?/(1|2|4|8|16|32)$~', str_replace(' ', '', $text), $match) !== 1) {
            return "“{$text}” is no meter; expected one such as 4/4, 6/8, C, C| or none";
        }
        $beats = array_sum(array_map(intval(...), explode('+', $match[1])));
        if ($beats === 0) {
            return "“{$text}” is no meter: a measure of no beats";
        }

        return new self($match[1], (int) $match[2], null, Fraction::of($beats, (int) $match[2]));
    }

    /** The unit of lengths where the tune says none, in whole notes. */
    public function usualUnit(): Fraction
    {
        return $this->length !== null && $this->length->toFloat() < self::SHORT ? Fraction::of(1, 16) : Fraction::of(1, 8);
    }
}
