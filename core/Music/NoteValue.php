<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** A written note value: a quarter, a dotted half … */
final readonly class NoteValue
{
    /** Length in quarter notes. Source: MusicXML 4.0, note-type-value. */
    public const QUARTERS = [
        'breve' => [8, 1], 'whole' => [4, 1], 'half' => [2, 1], 'quarter' => [1, 1],
        'eighth' => [1, 2], '16th' => [1, 4], '32nd' => [1, 8], '64th' => [1, 16],
    ];

    private function __construct(public string $type, public int $dots, public Fraction $length)
    {
    }

    /**
     * The fewest values that tied together last as long, the longest first. What no value fits is left in the last.
     *
     * @return list<self>
     */
    public static function spell(Fraction $length): array
    {
        $values = [];
        while ($length->isPositive()) {
            $value = self::longestWithin($length);
            if ($value === null) {
                break;
            }
            $values[] = $value;
            $length = $length->minus($value->length);
        }

        return $values;
    }

    private static function longestWithin(Fraction $length): ?self
    {
        foreach (self::QUARTERS as $type => [$numerator, $denominator]) {
            $plain = Fraction::of($numerator, $denominator);
            $dotted = $plain->times(Fraction::of(3, 2));
            if ($dotted->compare($length) <= 0) {
                return new self($type, 1, $dotted);
            }
            if ($plain->compare($length) <= 0) {
                return new self($type, 0, $plain);
            }
        }

        return null;
    }
}
