<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Result\SlurredNotes;
use UprightPencil\Fingering\Costs\CostModel;
use UprightPencil\Fingering\Hand\Fingerboard;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Fingering\Settings\FingerSettings;
use UprightPencil\Fingering\Solving\FigureShapes;
use UprightPencil\Fingering\Solving\HandPath;
use UprightPencil\Fingering\States\FingerConstraints;
use UprightPencil\Fingering\States\HandEvent;
use UprightPencil\Fingering\States\HandEvents;
use UprightPencil\Fingering\States\HandStates;
use UprightPencil\Marks\Chair;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Line;
use UprightPencil\Music\TempoMap;
use UprightPencil\Settings\Profile;

/** What is the same figure: one rhythm, the same slurs, equal intervals; and what is none. */
final class FigureShapesTest extends TestCase
{
    /** @return iterable<string, array{string, int, int, int, bool}> music, length, two beginnings, whether they are the same figure */
    public static function pairs(): iterable
    {
        yield 'the same notes again' => ['D4e F#4e A4e F#4e D4e F#4e A4e F#4e', 4, 0, 4, true];
        yield 'in sequence, a step higher, with equal intervals' => ['D4e F#4e A4e F#4e E4e G#4e B4e G#4e', 4, 0, 4, true];
        yield 'a step higher in the key: a minor third for a major one is another figure' => [
            'D4e F#4e A4e F#4e E4e G4e B4e G4e', 4, 0, 4, false,
        ];
        yield 'another rhythm' => ['D4e F#4e A4e F#4e D4q F#4e A4e F#4e', 4, 0, 4, false];
        yield 'other slurs' => ['(D4e F#4e) A4e F#4e D4e F#4e A4e F#4e', 4, 0, 4, false];
        yield 'broken off by a rest' => ['D4e F#4e A4e F#4e D4e F#4e re F#4e', 4, 0, 4, false];
        yield 'a chord in it' => ['D4e F#4e A4e F#4e D4e F#4+D5e A4e F#4e', 4, 0, 4, false];
    }

    #[DataProvider('pairs')]
    public function testTheSameFigureHasTheSameShape(string $music, int $length, int $one, int $other, bool $isSame): void
    {
        $shapes = FigureShapes::of($this->path($music));

        self::assertNotNull($shapes->at($one, $length));
        self::assertSame($isSame, $shapes->at($one, $length) === $shapes->at($other, $length));
    }

    /** @return iterable<string, array{string, int}> */
    public static function none(): iterable
    {
        yield 'a scale up' => ['D4e E4e F#4e G4e A4e', 4];
        yield 'a scale down' => ['A4e G4e F#4e E4e D4e', 4];
        yield 'a chromatic scale' => ['D4e D#4e E4e F4e F#4e', 4];
        yield 'one note over and over' => ['D4e D4e D4e D4e D4e', 4];
        yield 'it begins between the half beats' => ['D4s F#4s A4s F#4s D4q', 3];
    }

    #[DataProvider('none')]
    public function testSomeRunsAreNoFigure(string $music, int $length): void
    {
        self::assertNull(FigureShapes::of($this->path($music))->at($music[2] === 's' ? 1 : 0, $length));
    }

    public function testARunThatTurnsIsAFigureThoughItGoesByStep(): void
    {
        self::assertNotNull(FigureShapes::of($this->path('D4e E4e D4e C#4e D4e'))->at(0, 4));
    }

    public function testNoFigureReachesBeyondTheEnd(): void
    {
        $shapes = FigureShapes::of($this->path('D4e F#4e A4e'));

        self::assertNotNull($shapes->at(0, 3));
        self::assertNull($shapes->at(0, 4));
    }

    private function path(string $music): HandPath
    {
        $passage = Passage::of('4/4', $music);
        $score = $passage->score();
        $part = $score->parts[0];
        $hand = Hand::of($part->instrument, Profile::ThirdPosition);
        $strings = Strings::of($part->instrument);
        $settings = new FingerSettings(Profile::ThirdPosition);
        $grips = new HandStates($hand, $strings, new FingerConstraints($part, MarkBook::empty(), Chair::outside()));
        $bow = $passage->plan()->bow;
        $moments = (new HandEvents($score, $part, SlurredNotes::of($bow), TempoMap::of($score), Dynamics::of($score, $part)))->of(Line::allOf($score, $part)[0]);
        $options = array_map(static fn (HandEvent $moment) => $grips->at($moment), $moments);

        return new HandPath($moments, $options, new CostModel($hand, $strings, Fingerboard::of($part->instrument, ''), $settings, $grips), $settings);
    }
}
