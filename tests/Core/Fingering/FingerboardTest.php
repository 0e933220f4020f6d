<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Reasons\ShiftCue;
use UprightPencil\Music\Instrument;
use UprightPencil\Practice\FingerboardCard;
use UprightPencil\Settings\Profile;

/** Millimetres, positions and what a hand knows, against the tables string teachers use. */
final class FingerboardTest extends TestCase
{
    public function testTheOctaveHarmonicIsTheMiddleOfTheString(): void
    {
        foreach ([Instrument::Violin, Instrument::Viola, Instrument::Cello, Instrument::Bass] as $instrument) {
            $board = Fingerboard::of($instrument);
            self::assertEqualsWithDelta($board->length / 2, $board->mm(12), 1e-9);
        }
    }

    /** @return iterable<string, array{Instrument, string, int, int, int}> */
    public static function spans(): iterable
    {
        yield '4/4 violin, first position, 1 to 4' => [Instrument::Violin, '4/4', 2, 7, 73];
        yield '4/4 violin, first position, 1 to x4' => [Instrument::Violin, '4/4', 2, 8, 86];
        yield '4/4 cello, half position, closed' => [Instrument::Cello, '4/4', 1, 4, 104];
        yield '4/4 cello, half position, extended' => [Instrument::Cello, '4/4', 1, 5, 134];
        yield '3/4 bass, half position' => [Instrument::Bass, '3/4', 1, 3, 108];
        yield 'an unknown size is the full one' => [Instrument::Violin, '7/8', 2, 7, 73];
    }

    #[DataProvider('spans')]
    public function testSpans(Instrument $instrument, string $size, int $from, int $to, int $mm): void
    {
        self::assertSame($mm, (int) round(Fingerboard::of($instrument, $size)->span($from, $to)));
    }

    public function testSmallerInstrumentsHaveSmallerSpans(): void
    {
        foreach (Fingerboard::LENGTHS as $instrument => $sizes) {
            $spans = array_map(
                static fn (string $size): float => Fingerboard::of(Instrument::from($instrument), $size)->span(2, 5),
                array_map(strval(...), array_keys($sizes)),
            );
            $sorted = $spans;
            rsort($sorted);
            self::assertSame($sorted, $spans, $instrument);
        }
    }

    /** @return iterable<string, array{Instrument, string, list<int>}> */
    public static function positions(): iterable
    {
        yield 'violin III' => [Instrument::Violin, 'III', [5, 8, 10]];
        yield 'violin I' => [Instrument::Violin, 'I', [2, 5, 7]];
        yield 'cello I' => [Instrument::Cello, 'I', [2, 3, 4, 5]];
        yield 'cello IV' => [Instrument::Cello, 'IV', [7, 8, 9, 10]];
        yield 'bass ½' => [Instrument::Bass, '½', [1, 2, 3]];
        yield 'bass III½' => [Instrument::Bass, 'III½', [6, 7, 8]];
        yield 'nothing known is first position' => [Instrument::Bass, 'XII', [2, 3, 4]];
    }

    /** @param list<int> $regular */
    #[DataProvider('positions')]
    public function testTheCardHasTheFingersOfAPosition(Instrument $instrument, string $position, array $regular): void
    {
        $card = FingerboardCard::of($instrument, '', $position)->toArray();
        self::assertIsArray($card['places']);
        $places = array_values(array_filter($card['places'], static fn (array $place): bool => $place['shape'] === 'regular'));

        self::assertSame($regular, array_column($places, 'semitones'));
        self::assertIsArray($card['cautions']);
        self::assertStringContainsString('Stop if it hurts', (string) end($card['cautions']));
    }

    public function testTheCardNamesTheNotesOnEveryString(): void
    {
        $card = FingerboardCard::of(Instrument::Violin, '4/4', 'I')->toArray();
        self::assertIsArray($card['strings']);

        self::assertSame(['G', 'D', 'A', 'E'], array_column($card['strings'], 'name'));
        self::assertContains('F♯', $card['strings'][1]['notes']);
        self::assertSame([2, 4, 5, 7], array_column($card['tapes'], 'semitones'));
    }

    /** @return iterable<string, array{Instrument, string, list<string>}> */
    public static function profiles(): iterable
    {
        yield 'violin, first year' => [Instrument::Violin, 'first-year', ['I']];
        yield 'violin, third position' => [Instrument::Violin, 'third-position', ['½', 'I', 'II', 'III']];
        yield 'violin, advanced' => [Instrument::Violin, 'advanced', ['½', 'I', 'II', 'III', 'IV', 'V', 'VI', 'VII']];
        yield 'cello, first year' => [Instrument::Cello, 'first-year', ['I']];
        yield 'cello, second year' => [Instrument::Cello, 'second-year', ['½', 'I']];
        yield 'cello, third position' => [Instrument::Cello, 'third-position', ['½', 'I', 'II', 'III', 'IV']];
        yield 'bass, first year' => [Instrument::Bass, 'first-year', ['½', 'I']];
        yield 'bass, second year' => [Instrument::Bass, 'second-year', ['½', 'I', 'II']];
        yield 'bass, third position' => [Instrument::Bass, 'third-position', ['½', 'I', 'II', 'II½', 'III', 'III½', 'IV']];
    }

    /** @param list<string> $names */
    #[DataProvider('profiles')]
    public function testPositionsOfAProfile(Instrument $instrument, string $profile, array $names): void
    {
        $hand = Hand::of($instrument, Profile::from($profile));
        [$lowest, $highest] = [$hand->reach()->lowest, $hand->reach()->highest];
        $found = array_values(array_unique(array_map(static fn (int $frame): string => $hand->nameOf($frame), range($lowest, $highest))));

        self::assertSame($names, $found);
    }

    /** @return iterable<string, array{Instrument, int, int, int, int, string}> */
    public static function waysIn(): iterable
    {
        yield 'violin I to III' => [Instrument::Violin, 2, 5, 1, 5, 'the first finger on the third tape'];
        yield 'violin I to IV' => [Instrument::Violin, 2, 7, 1, 7, 'the first finger where your fourth finger was'];
        yield 'violin I to II' => [Instrument::Violin, 2, 4, 1, 4, 'the first finger where your second finger was'];
        yield 'violin III to I' => [Instrument::Violin, 5, 2, 3, 5, 'home: the first finger on the first tape'];
        yield 'cello I to III' => [Instrument::Cello, 2, 5, 1, 5, 'the first finger where your fourth finger was'];
        yield 'cello I to IV' => [Instrument::Cello, 2, 7, 1, 7, 'the thumb meets the end of the neck'];
        yield 'bass I to II½' => [Instrument::Bass, 2, 4, 1, 4, 'the first finger where your fourth finger was'];
        yield 'bass to half position' => [Instrument::Bass, 2, 1, 1, 1, 'the first finger back beside the nut'];
        yield 'the octave harmonic under 4' => [
            Instrument::Violin, 2, 7, 4, 12, 'fourth finger on the harmonic in the middle of the string',
        ];
        yield 'a half step' => [Instrument::Violin, 5, 6, 1, 6, 'the whole hand up a half step, with the thumb'];
        yield 'down a long way' => [Instrument::Violin, 12, 8, 1, 8, 'the whole hand down 4 half steps, with the thumb'];
    }

    #[DataProvider('waysIn')]
    public function testHowToFindANewPlace(Instrument $instrument, int $from, int $to, int $finger, int $semitones, string $words): void
    {
        self::assertSame($words, (new ShiftCue(Hand::of($instrument, Profile::Advanced)))->words($from, $to, $finger, $semitones));
    }

    public function testOnePlaceOfTheHandMayHaveTwoNames(): void
    {
        $hand = Hand::of(Instrument::Violin, Profile::Advanced);

        self::assertTrue($hand->fits('II', 4) && $hand->fits('III', 4), 'second and low third');
        self::assertTrue($hand->fits('III', 6) && $hand->fits('IV', 6), 'raised third and low fourth');
        self::assertFalse($hand->fits('I', 5));
        self::assertFalse($hand->fits('nowhere', 2));
    }
}
