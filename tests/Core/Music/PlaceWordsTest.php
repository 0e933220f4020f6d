<?php

declare(strict_types=1);

namespace Tests\Core\Music;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\PlaceWords;

/** Places as they are said. */
final class PlaceWordsTest extends TestCase
{
    #[TestWith([1, 1, 'beat 1'])]
    #[TestWith([5, 2, 'the and of 2'])]
    #[TestWith([7, 4, 'the last sixteenth of 1'])]
    #[TestWith([13, 4, 'the second sixteenth of 3'])]
    #[TestWith([4, 3, 'the second triplet of 1'])]
    #[TestWith([8, 3, 'the last triplet of 2'])]
    #[TestWith([17, 8, 'just after beat 2'])]
    public function testABeatIsSaidAsInARehearsal(int $numerator, int $denominator, string $words): void
    {
        self::assertSame($words, PlaceWords::beat(Fraction::of($numerator, $denominator)));
    }

    public function testStretchesAndNumbersKnowThePickup(): void
    {
        self::assertSame(['m. 9', 'the pickup'], [PlaceWords::numbered('9'), PlaceWords::numbered('0')]);
        self::assertSame(['9', '9–16', 'pickup–8', 'pickup'], [
            PlaceWords::stretch('9', '9'),
            PlaceWords::stretch('9', '16'),
            PlaceWords::stretch('0', '8'),
            PlaceWords::stretch('0', '0'),
        ]);
    }

    public function testAPickupIsThePickup(): void
    {
        [$pickup, $first] = Passage::of('4/4', 'D4q E4q | F4q G4q A4q B4q | C5h')->withPickup()->score()->measures;

        self::assertSame('the pickup', PlaceWords::of($pickup, Fraction::zero()));
        self::assertSame('beat 2 of the pickup', PlaceWords::of($pickup, Fraction::of(1)));
        self::assertSame('m. 1 beat 1', PlaceWords::of($first, Fraction::zero()));
        self::assertSame('m. 1, the and of 2', PlaceWords::of($first, Fraction::of(3, 2)));
        self::assertSame('m. 1 beat 2 to beat 3', PlaceWords::between($first, Fraction::of(1), $first, Fraction::of(2)));
        self::assertSame('beat 2 of the pickup to m. 1 beat 1', PlaceWords::between($pickup, Fraction::of(1), $first, Fraction::zero()));
    }
}
