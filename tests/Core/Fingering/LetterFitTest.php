<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\LetterFit;
use UprightPencil\Fingering\Hand\Position;
use UprightPencil\Fingering\Settings\BassHand;
use UprightPencil\Music\Instrument;
use UprightPencil\Settings\Profile;

/** Whose note it is: on violin and viola the letter decides which finger takes it. All on the A string. */
final class LetterFitTest extends TestCase
{
    #[DataProvider('notes')]
    public function testTheLetterDecides(Instrument $instrument, int $finger, int $frame, int $steps, int $semitones, LetterFit $fit): void
    {
        self::assertSame($fit, Hand::of($instrument, Profile::Advanced, BassHand::OneTwoFour)->ownership($finger, $frame, $steps, $semitones));
    }

    /** @return iterable<string, array{Instrument, int, int, int, int, LetterFit}> */
    public static function notes(): iterable
    {
        $violin = Instrument::Violin;
        yield 'B is the first finger’s' => [$violin, 1, 2, 1, 2, LetterFit::Full];
        yield 'B flat too, low' => [$violin, 1, 2, 1, 1, LetterFit::Full];
        yield 'A sharp as well: there is no other' => [$violin, 1, 2, 0, 1, LetterFit::Full];
        yield 'C is not the first finger’s' => [$violin, 1, 2, 2, 3, LetterFit::None];
        yield 'C sharp is the second’s' => [$violin, 2, 2, 2, 4, LetterFit::Full];
        yield 'D flat is not' => [$violin, 2, 2, 3, 4, LetterFit::None];
        yield 'D sharp is the third’s, high' => [$violin, 3, 2, 3, 6, LetterFit::Full];
        yield 'E flat is the fourth’s, low' => [$violin, 4, 2, 4, 6, LetterFit::Full];
        yield 'E flat with the third: one place for both' => [$violin, 3, 2, 4, 6, LetterFit::Shared];
        yield 'D sharp with the fourth: one place for both' => [$violin, 4, 2, 3, 6, LetterFit::Shared];
        yield 'F flat with the third: too far' => [$violin, 3, 2, 5, 6, LetterFit::None];
        yield 'F with the fourth, reaching on' => [$violin, 4, 2, 5, 8, LetterFit::Full];
        yield 'E sharp with the fourth, reaching on' => [$violin, 4, 2, 4, 8, LetterFit::Full];
        yield 'G flat with the fourth' => [$violin, 4, 2, 6, 8, LetterFit::None];
        yield 'half position goes by semitones' => [$violin, 2, 1, 1, 2, LetterFit::HalfPosition];
        yield 'C in half position' => [$violin, 2, 1, 2, 3, LetterFit::Full];
        yield 'D in third position' => [$violin, 1, 5, 3, 5, LetterFit::Full];
        yield 'E flat with the first, in third: another letter' => [$violin, 1, 4, 4, 6, LetterFit::None];
        yield 'the viola as the violin' => [Instrument::Viola, 3, 2, 4, 6, LetterFit::Shared];
        yield 'the cello goes by semitones' => [Instrument::Cello, 2, 2, 3, 3, LetterFit::Full];
        yield 'and the bass' => [Instrument::Bass, 4, 2, 5, 4, LetterFit::Full];
    }

    public function testNamesOfPositions(): void
    {
        self::assertSame(['½', 'I', 'II', 'II½', 'III', 'III½', 'IV', 'V', 'V½', 'VI'], Position::all(Instrument::Bass));
        foreach ([Instrument::Violin, Instrument::Viola, Instrument::Cello] as $instrument) {
            self::assertSame(['½', 'I', 'II', 'III', 'IV', 'V', 'VI', 'VII'], Position::all($instrument));
        }
        $bass = Hand::of(Instrument::Bass, Profile::Advanced, BassHand::OneTwoFour);
        self::assertSame(['½', 'II½', 'VI', 'VI'], array_map($bass->nameOf(...), [1, 4, 10, 11]));
        $violin = Hand::of(Instrument::Violin, Profile::Advanced, BassHand::OneTwoFour);
        self::assertSame(['½', 'I', 'II', 'II', 'III', 'III', 'IV', 'VII'], array_map($violin->nameOf(...), [1, 2, 3, 4, 5, 6, 7, 12]));
        self::assertSame(['II', 'III', 'I'], [$violin->nameOf(4, 2), $violin->nameOf(4, 3), $violin->nameOf(2, 3)], 'the letters decide');
    }
}
