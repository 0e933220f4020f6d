<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** A bowing printed for one time through only: "2nd time: retake ⊓". */
final readonly class VisitSign
{
    /** @param ''|'hook'|'retake'|'lift' $join how the stroke is reached, where the page says it */
    public function __construct(public Direction $direction, public string $join = '')
    {
    }

    /**
     * Reads words of a page; empty when they say something else.
     *
     * @return array<int, self> by the time through
     */
    public static function read(string $words): array
    {
        if (preg_match('~^([2-9]) ?[x×] ?(⊓|v)$~iu', $words, $match) === 1) {
            return [(int) $match[1] => new self(self::direction($match[2]))];
        }
        $time = '\d{1,2}(?:st|nd|rd|th)';
        $pattern = "~^({$time}(?:(?:, | and ){$time})*) time:? ?(?:(hook|retake|lift),? (?:then )?)?(⊓|v)\$~iu";
        if (preg_match($pattern, $words, $match) !== 1) {
            return [];
        }
        $join = strtolower($match[2]);
        $sign = new self(self::direction($match[3]), $join === 'hook' || $join === 'retake' || $join === 'lift' ? $join : '');
        preg_match_all('~\d+~', $match[1], $passes);

        return array_fill_keys(array_map(intval(...), $passes[0]), $sign);
    }

    private static function direction(string $sign): Direction
    {
        return $sign === '⊓' ? Direction::Down : Direction::Up;
    }
}
