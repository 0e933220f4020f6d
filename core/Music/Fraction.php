<?php

declare(strict_types=1);

namespace UprightPencil\Music;

use UprightPencil\Music\Exception\InexactTime;
use UprightPencil\Music\Exception\MusicException;

/**
 * An exact length or moment of musical time, in quarter notes.
 *
 * Always in lowest terms with a positive denominator, so that equal values are equal strings.
 */
final readonly class Fraction implements \Stringable
{
    private function __construct(
        public int $numerator,
        public int $denominator,
    ) {
    }

    /**
     * @throws InexactTime when the denominator is zero, or a number is beyond what can be told exactly
     */
    public static function of(int $numerator, int $denominator = 1): self
    {
        if ($denominator === 0) {
            throw InexactTime::zeroDenominator();
        }
        // Scores use few lengths over and over: one object each keeps what is stored of them small. Sums are made anew, which is
        // quicker than looking them up.
        /** @var array<int, self> $known */
        static $known = [];
        if ($numerator >= 0 && $numerator < 0x100000 && $denominator > 0 && $denominator < 0x1000) {
            return $known[$numerator << 12 | $denominator] ??= self::inLowestTerms($numerator, $denominator);
        }

        return self::inLowestTerms($numerator, $denominator);
    }

    /**
     * @param int $denominator not zero
     * @throws InexactTime when integers cannot hold it
     */
    private static function inLowestTerms(int $numerator, int $denominator): self
    {
        // The one integer that has no opposite.
        if ($numerator === PHP_INT_MIN || $denominator === PHP_INT_MIN) {
            throw InexactTime::isTooFine();
        }
        if ($denominator === 1) {
            return new self($numerator, 1);
        }
        if ($denominator < 0) {
            $numerator = -$numerator;
            $denominator = -$denominator;
        }
        $divisor = $numerator < 0 ? -$numerator : $numerator;
        $rest = $denominator;
        while ($rest !== 0) {
            $next = $divisor % $rest;
            $divisor = $rest;
            $rest = $next;
        }

        return $divisor === 1 ? new self($numerator, $denominator) : new self(intdiv($numerator, $divisor), intdiv($denominator, $divisor));
    }

    /**
     * What integers can hold exactly; a product beyond them comes as a float.
     *
     * @throws InexactTime when it is beyond them
     */
    private static function exact(int|float $numerator, int|float $denominator): self
    {
        if (!is_int($numerator) || !is_int($denominator)) {
            throw InexactTime::isTooFine();
        }

        return self::inLowestTerms($numerator, $denominator);
    }

    public static function zero(): self
    {
        return new self(0, 1);
    }

    /**
     * Reads "3", "3/4" or "2.75".
     *
     * @throws MusicException when the text is no number
     */
    public static function parse(string $text): self
    {
        if (preg_match('~^(-?\d{1,9})(?:/(\d{1,9}))?$~', $text, $match) === 1) {
            return self::of((int) $match[1], isset($match[2]) ? (int) $match[2] : 1);
        }
        if (preg_match('~^(-?)(\d{1,9})\.(\d{1,6})$~', $text, $match) === 1) {
            $scale = 10 ** strlen($match[3]);
            $value = (int) $match[2] * $scale + (int) $match[3];

            return self::of($match[1] === '-' ? -$value : $value, $scale);
        }

        throw MusicException::notANumber($text);
    }

    /**
     * @throws InexactTime when the sum cannot be told exactly
     */
    public function plus(self $other): self
    {
        if ($this->denominator === $other->denominator) {
            return self::exact($this->numerator + $other->numerator, $this->denominator);
        }

        return self::exact(
            $this->numerator * $other->denominator + $other->numerator * $this->denominator,
            $this->denominator * $other->denominator,
        );
    }

    /**
     * @throws InexactTime when the difference cannot be told exactly
     */
    public function minus(self $other): self
    {
        if ($this->denominator === $other->denominator) {
            return self::exact($this->numerator - $other->numerator, $this->denominator);
        }

        return self::exact(
            $this->numerator * $other->denominator - $other->numerator * $this->denominator,
            $this->denominator * $other->denominator,
        );
    }

    /**
     * @throws InexactTime when the product cannot be told exactly
     */
    public function times(self|int $other): self
    {
        $other = is_int($other) ? new self($other, 1) : $other;

        return self::exact($this->numerator * $other->numerator, $this->denominator * $other->denominator);
    }

    /**
     * @throws InexactTime when the divisor is zero or the quotient cannot be told exactly
     */
    public function dividedBy(self|int $other): self
    {
        $other = is_int($other) ? new self($other, 1) : $other;

        if ($other->numerator === 0) {
            throw InexactTime::zeroDenominator();
        }

        return self::exact($this->numerator * $other->denominator, $this->denominator * $other->numerator);
    }

    /**
     * Negative, zero or positive, as this value is less than, equal to or more than the other. Beyond what integers hold it is
     * compared as floats are.
     */
    public function compare(self $other): int
    {
        return $this->numerator * $other->denominator <=> $other->numerator * $this->denominator;
    }

    public function equals(self $other): bool
    {
        return $this->numerator === $other->numerator && $this->denominator === $other->denominator;
    }

    public function isLessThan(self $other): bool
    {
        return $this->compare($other) < 0;
    }

    public function isMoreThan(self $other): bool
    {
        return $this->compare($other) > 0;
    }

    public function isZero(): bool
    {
        return $this->numerator === 0;
    }

    public function isPositive(): bool
    {
        return $this->numerator > 0;
    }

    public function isWhole(): bool
    {
        return $this->denominator === 1;
    }

    /** The largest whole number not above this value. */
    public function floor(): int
    {
        return (int) floor($this->numerator / $this->denominator);
    }

    /** The least number that both of two positive ones divide. */
    public static function commonMultiple(int $one, int $other): int
    {
        [$large, $rest] = [$one, $other];
        while ($rest !== 0) {
            [$large, $rest] = [$rest, $large % $rest];
        }

        return intdiv($one, $large) * $other;
    }

    public static function smaller(self $one, self $other): self
    {
        return $one->compare($other) <= 0 ? $one : $other;
    }

    public static function larger(self $one, self $other): self
    {
        return $one->compare($other) >= 0 ? $one : $other;
    }

    public function toFloat(): float
    {
        return $this->numerator / $this->denominator;
    }

    /** "5/2", or "2" for a whole number. */
    public function __toString(): string
    {
        return $this->denominator === 1 ? (string) $this->numerator : "{$this->numerator}/{$this->denominator}";
    }

    /** As a plain decimal where it has an exact short one ("2.75"), else as a fraction ("4/3"). */
    public function toDecimal(): string
    {
        if (in_array($this->denominator, [1, 2, 4, 8, 16, 5, 10], true)) {
            return rtrim(rtrim(number_format($this->toFloat(), 4, '.', ''), '0'), '.');
        }

        return (string) $this;
    }
}
