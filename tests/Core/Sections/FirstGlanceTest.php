<?php

declare(strict_types=1);

namespace Tests\Core\Sections;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\TwoParts;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Score;
use UprightPencil\Sections\FirstGlance;
use UprightPencil\Sections\GlanceItem;
use UprightPencil\Sections\GlanceKind;

/** What a director looks for first in a new piece. */
final class FirstGlanceTest extends TestCase
{
    private const TUNE = 'D5q E5e F#5e G5q A5q | B5e A5e G5q F#5h | E5q F#5e G5e A5q D5q | E5h. rq';
    private const ACCOMPANIMENT = 'D4h D4h | G4h D4h | A4h A4h | D4h. rq';

    public function testTheTuneIsWhereItMovesMost(): void
    {
        self::assertSame(['m. 1 to 4: Violin I'], self::told(GlanceKind::Tune, self::two(self::TUNE, self::ACCOMPANIMENT)));
        self::assertSame(['m. 1 to 4: Violin II'], self::told(GlanceKind::Tune, self::two(self::ACCOMPANIMENT, self::TUNE)));
        self::assertSame(['m. 1 to 4: Violin I and Violin II'], self::told(GlanceKind::Tune, self::two(self::TUNE, self::TUNE)));
    }

    public function testTheTuneGoesFromOneToTheOtherAtARehearsalMark(): void
    {
        $one = '[mark A]' . self::TUNE . ' | [mark B]' . self::ACCOMPANIMENT;
        $other = self::ACCOMPANIMENT . ' | ' . self::TUNE;

        self::assertSame(['m. 1 to 4: Violin I', 'm. 5 to 8: Violin II'], self::told(GlanceKind::Tune, self::two($one, $other)));
    }

    public function testWhoRestsHasNoTune(): void
    {
        $rests = 'D6q C#6e B5e A5q G5q | rw | rw | rw';
        self::assertSame(['m. 1 to 4: Violin II'], self::told(GlanceKind::Tune, self::two($rests, self::ACCOMPANIMENT)));
        self::assertSame([], self::told(GlanceKind::Tune, self::two('rw | rw', 'rw | rw')));
    }

    public function testTheLongestNotesAreNamedWithTheirTies(): void
    {
        $score = Passage::of('4/4', 'D5w~ | D5h E5h | F#5w | G5q A5q B5q C#6q')->at(96)->score();

        self::assertSame(['m. 1 beat 1: Violin I: 3.8 s'], array_slice(self::told(GlanceKind::LongNote, $score), 0, 1));
        self::assertSame([], self::told(GlanceKind::LongNote, Passage::of('4/4', 'D5q E5q F#5q G5q')->score()));
    }

    public function testTheFullestSlurIsNamedOnceForAPart(): void
    {
        $run = '(D5s E5s F#5s G5s) (A5s G5s F#5s E5s) D5h';
        $told = self::told(GlanceKind::FastSlur, Passage::of('4/4', "{$run} | {$run} | (D5e E5e F#5e G5e) A5h")->at(60)->score());

        self::assertSame(['m. 1 beat 1: Violin I: 4 notes in 1.0 s', 'm. 3 beat 1: Violin I: 4 notes in 2.0 s'], $told);
    }

    public function testChangesOfKeyMeterAndSpeedAreTold(): void
    {
        $xml = Passage::of('4/4', 'D5w | [tempo 140]D5w | D5h. | [key -2]G4h.')->at(100)->musicXml();
        $meter = '<attributes><time><beats>3</beats><beat-type>4</beat-type></time></attributes>';
        $score = (new ScoreReader())->read((string) preg_replace('~<measure number="3">~', "$0{$meter}", $xml));

        self::assertSame(['m. 2: ♩ = 140', 'm. 3: 3/4', 'm. 4: 2 flats'], self::told(GlanceKind::Change, $score));
    }

    public function testAPartWithoutDynamicsIsToldBesideOnesThatHaveThem(): void
    {
        self::assertSame([': Violin II never changes its dynamic'], self::told(GlanceKind::Dynamics, self::two('[p]D5w | [f]D5w', 'D4w | D4w')));
        self::assertSame([': No part changes its dynamic'], self::told(GlanceKind::Dynamics, self::two('D5w', 'D4w')));
        self::assertSame([], self::told(GlanceKind::Dynamics, self::two('[p]D5w | [f]D5w', '[p]D4w | [f]D4w')));
    }

    private static function two(string $one, string $other): Score
    {
        return (new ScoreReader())->read(TwoParts::musicXml($one, $other));
    }

    /** @return list<string> */
    private static function told(GlanceKind $kind, Score $score): array
    {
        $items = array_filter((new FirstGlance($score))->all(), static fn (GlanceItem $item): bool => $item->kind === $kind);

        return array_values(array_map(static fn (GlanceItem $item): string => "{$item->place}: {$item->text}", $items));
    }
}
