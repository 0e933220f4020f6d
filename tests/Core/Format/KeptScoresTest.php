<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Fraction;
use UprightPencil\Music\Note;
use UprightPencil\Music\Score;

/** A score that was kept and read again is the score that was kept; sums are exact however they are worked out. */
final class KeptScoresTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function scores(): iterable
    {
        foreach (glob(dirname(__DIR__, 3) . '/demo/scores/*.musicxml') ?: [] as $file) {
            yield basename($file) => [(string) file_get_contents($file)];
        }
    }

    #[DataProvider('scores')]
    public function testAKeptScoreComesBackWhole(string $xml): void
    {
        $score = (new ScoreReader())->read($xml);

        self::assertEquals($score, unserialize(serialize($score)));
    }

    public function testWhatFewNotesHaveIsKeptToo(): void
    {
        $score = Passage::of('4/4', "A4q'd g:B4e C5q~ C5qk, D5q!u | A4+E5q rq B4q_> D5q")->score();
        $again = unserialize(serialize($score));
        self::assertInstanceOf(Score::class, $again);

        $notes = $again->parts[0]->notes;
        self::assertEquals($score->parts[0]->notes, $notes);
        $graces = array_filter($notes, static fn (Note $note): bool => $note->isGrace);
        $tremolos = array_filter($notes, static fn (Note $note): bool => $note->tremolo);
        $chords = array_filter($notes, static fn (Note $note): bool => $note->inChord);
        self::assertSame([1, 1, 1], [count($graces), count($tremolos), count($chords)]);
        self::assertTrue($notes[0]->isShortened());
        self::assertNotNull($notes[0]->printedBow);
    }

    public function testSumsAreTheSameInLowestTermsWhicheverWayTheyAreMade(): void
    {
        mt_srand(7);
        for ($try = 0; $try < 400; $try++) {
            [$a, $b] = [mt_rand(-40, 40), mt_rand(-40, 40)];
            [$c, $d] = [[1, 2, 3, 4, 6, 8, 12][mt_rand(0, 6)], [1, 2, 3, 4, 6, 8, 12][mt_rand(0, 6)]];
            $sum = Fraction::of($a, $c)->plus(Fraction::of($b, $d));
            $less = Fraction::of($a, $c)->minus(Fraction::of($b, $d));
            self::assertSame((string) Fraction::of($a * $d + $b * $c, $c * $d), (string) $sum);
            self::assertSame((string) Fraction::of($a * $d - $b * $c, $c * $d), (string) $less);
            self::assertTrue($less->plus(Fraction::of($b, $d))->equals(Fraction::of($a, $c)));
        }
    }

    public function testTheStrokesThatTurnedRoundAreToldOnceEach(): void
    {
        $before = $this->bow('');
        $after = $this->bow('1.1 up');

        self::assertSame([], $before->turnedSince($before->directions()));
        $turned = $after->turnedSince($before->directions());
        self::assertSame(array_values(array_unique($turned)), $turned);
        foreach ($turned as $id) {
            self::assertTrue($after->at($id)?->isHead);
            self::assertNotSame($before->at($id)?->direction, $after->at($id)->direction);
        }
        self::assertCount(5, $turned);
    }

    public function testAnotherPartIsNotCompared(): void
    {
        $other = Passage::of('4/4', 'A4q B4q')->plan()->bow;

        self::assertSame([], $this->bow('1.1 up')->turnedSince($other->directions()));
    }

    private function bow(string $marks): BowPlan
    {
        return Passage::of('4/4', 'A4q (B4q C5q) D5q | E5h F5h')->marked($marks)->plan()->bow;
    }
}
