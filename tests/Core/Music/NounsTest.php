<?php

declare(strict_types=1);

namespace Tests\Core\Music;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Line;
use UprightPencil\Music\Meter;
use UprightPencil\Music\NoteValue;
use UprightPencil\Music\Pitch;
use UprightPencil\Music\TempoMap;

final class NounsTest extends TestCase
{
    public function testFractionsAreExactAndInLowestTerms(): void
    {
        self::assertSame('3/2', (string) Fraction::of(6, 4));
        self::assertSame('-1/3', (string) Fraction::of(2, -6));
        self::assertSame('1', (string) Fraction::of(1, 3)->plus(Fraction::of(2, 3)));
        self::assertSame('1/6', (string) Fraction::of(1, 2)->minus(Fraction::of(1, 3)));
        self::assertSame('3/8', (string) Fraction::of(3, 4)->times(Fraction::of(1, 2)));
        self::assertSame('3', (string) Fraction::of(3, 4)->dividedBy(Fraction::of(1, 4)));
        self::assertTrue(Fraction::of(2, 4)->equals(Fraction::of(1, 2)));
        self::assertTrue(Fraction::of(1, 3)->isLessThan(Fraction::of(1, 2)));
        self::assertSame(-2, Fraction::of(-5, 3)->floor());
    }

    public function testFractionsReadAndSayDecimals(): void
    {
        self::assertSame('11/4', (string) Fraction::parse('2.75'));
        self::assertSame('4/3', (string) Fraction::parse('4/3'));
        self::assertSame('2.75', Fraction::of(11, 4)->toDecimal());
        self::assertSame('4/3', Fraction::of(4, 3)->toDecimal());
        self::assertSame('3', Fraction::of(3)->toDecimal());
        self::assertSame('10', Fraction::of(10)->toDecimal());
    }

    /** @return iterable<string, array{string}> */
    public static function noNumbers(): iterable
    {
        foreach (['', 'x', '1/', '1/0', '2,5', '1e9', '99999999999999'] as $text) {
            yield "“{$text}”" => [$text];
        }
    }

    #[DataProvider('noNumbers')]
    public function testWhatIsNoNumberIsToldSo(string $text): void
    {
        $this->expectException(MusicException::class);
        Fraction::parse($text);
    }

    public function testPitchesNameThemselves(): void
    {
        self::assertSame('C#5', (string) Pitch::named('C#5'));
        self::assertSame('Bbb3', (string) Pitch::of('B', -2, 3));
        self::assertSame('G♯', Pitch::named('G#4')->spoken());
        self::assertSame(60, Pitch::named('C4')->semitone());
        self::assertSame(Pitch::named('B#3')->semitone(), Pitch::named('C4')->semitone());
        self::assertFalse(Pitch::named('B#3')->equals(Pitch::named('C4')));
        self::assertSame(1, Pitch::named('D4')->step() - Pitch::named('C4')->step());
        $this->expectException(MusicException::class);
        Pitch::named('H2');
    }

    public function testMetersKnowTheirBeats(): void
    {
        $compound = Meter::of(6, 8);
        self::assertTrue($compound->isCompound());
        self::assertSame('3/2', (string) $compound->pulse());
        self::assertSame('3', (string) $compound->length());
        self::assertSame('4', (string) $compound->beatAt(Fraction::of(3, 2)));
        self::assertSame('3/2', (string) $compound->offsetOf(Fraction::of(4)));
        self::assertFalse(Meter::of(3, 8)->isCompound());
        $common = Meter::of(4, 4);
        self::assertSame([3, 1, 2, 1, 0], array_map(
            static fn (Fraction $offset): int => $common->strengthAt($offset),
            [Fraction::zero(), Fraction::of(1), Fraction::of(2), Fraction::of(3), Fraction::of(1, 2)],
        ));
        self::assertSame(1, Meter::of(3, 4)->strengthAt(Fraction::of(1)));
        self::assertSame([1, 1], [$compound->strengthAt(Fraction::of(3, 2)), Meter::of(2, 4)->strengthAt(Fraction::of(1))], 'of two beats the second is light');
    }

    public function testLengthsAreSpelledWithTheFewestNotes(): void
    {
        $spell = static fn (Fraction $length): string => implode('+', array_map(
            static fn (NoteValue $value): string => $value->type . str_repeat('.', $value->dots),
            NoteValue::spell($length),
        ));
        self::assertSame('half.', $spell(Fraction::of(3)));
        self::assertSame('whole+quarter', $spell(Fraction::of(5)));
        self::assertSame('half+eighth', $spell(Fraction::of(5, 2)));
        self::assertSame('16th', $spell(Fraction::of(1, 4)));
        self::assertSame('', $spell(Fraction::zero()));
    }

    public function testSecondsFollowTheTempos(): void
    {
        $score = Passage::of('4/4', 'D4w | [tempo 120] D4w | [tempo 60] D4w')->at(60)->score();
        $tempo = TempoMap::of($score);

        self::assertEqualsWithDelta(4.0, $tempo->seconds(Fraction::zero(), Fraction::of(4)), 1e-9);
        self::assertEqualsWithDelta(2.0, $tempo->seconds(Fraction::of(4), Fraction::of(8)), 1e-9);
        self::assertEqualsWithDelta(2.0 + 1.0, $tempo->seconds(Fraction::of(2), Fraction::of(6)), 1e-9);
        self::assertSame(60.0, $tempo->quartersPerMinuteAt(Fraction::of(9)));
        self::assertEqualsWithDelta(2.0, TempoMap::of($score, 120)->seconds(Fraction::zero(), Fraction::of(4)), 1e-9);
    }

    public function testWithoutATempoAHundredIsAssumed(): void
    {
        $xml = (string) preg_replace('~<direction>.*?</direction>~s', '', Passage::of('4/4', 'D4w')->musicXml());
        $score = (new \UprightPencil\Format\MusicXml\ScoreReader())->read($xml);

        self::assertSame([], $score->tempos);
        self::assertSame(100.0, TempoMap::of($score)->quartersPerMinuteAt(Fraction::zero()));
    }

    public function testATempoOfNothingIsPassedOver(): void
    {
        $score = Passage::of('4/4', 'D4w | [tempo 0] E4w')->at(90)->score();

        self::assertCount(1, $score->tempos);
        self::assertSame(90.0, TempoMap::of($score)->quartersPerMinuteAt(Fraction::of(5)));
    }

    public function testATempoWordStandsForANumber(): void
    {
        $score = Passage::of('4/4', 'D4w | [Allegro] E4w')->at(60)->score();

        self::assertSame(126.0, TempoMap::of($score)->quartersPerMinuteAt(Fraction::of(5)));
    }

    public function testWedgesLeadFromOneDynamicToTheNext(): void
    {
        $score = Passage::of('4/4', '[p] [<] D4h E4h | [/] [f] F4w | [>] G4w | [/] A4w')->score();
        $loudness = Dynamics::of($score, $score->parts[0]);

        self::assertSame(1.0, $loudness->levelAt(0.0));
        self::assertEqualsWithDelta(2.5, $loudness->levelAt(2.0), 0.01);
        self::assertSame(4.0, $loudness->levelAt(4.0));
        self::assertSame(3.0, $loudness->levelAt(13.0));
        self::assertTrue($loudness->isSteady(4.0, 8.0));
        self::assertFalse($loudness->isSteady(0.0, 4.0));
    }

    public function testWithoutADynamicItIsMezzoForte(): void
    {
        $score = Passage::of('4/4', 'D4w')->score();

        self::assertSame(3.0, Dynamics::of($score, $score->parts[0])->levelAt(0.0));
    }

    public function testLinesGatherChordsAndGraceNotes(): void
    {
        $score = Passage::of('4/4', 'g:C4e D4+A4h (E4h g:F4e)')->score();
        $line = Line::allOf($score, $score->parts[0])[0];

        self::assertCount(2, $line->events);
        self::assertCount(2, $line->events[0]->notes);
        self::assertCount(1, $line->events[0]->graceBefore);
        self::assertCount(1, $line->events[1]->graceAfter, 'a grace note slurred from the note before belongs to it');
    }

    public function testTwoStavesAreTwoLines(): void
    {
        $xml = str_replace(
            ['<key>', '<voice>2</voice>', '<voice>1</voice>'],
            ['<staves>2</staves><key>', '<voice>1</voice><staff>2</staff>', '<voice>1</voice><staff>1</staff>'],
            Passage::of('4/4', 'D5h E5h // D4q E4q F4q G4q')->musicXml(),
        );
        $score = (new \UprightPencil\Format\MusicXml\ScoreReader())->read((string) preg_replace(
            '~<staves>2</staves>(<key>.*?</time>)~s',
            '$1<staves>2</staves>',
            $xml,
        ));

        self::assertCount(2, Line::allOf($score, $score->parts[0]));
    }
}
