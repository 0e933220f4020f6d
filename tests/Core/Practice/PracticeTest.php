<?php

declare(strict_types=1);

namespace Tests\Core\Practice;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\OpenStringWriter;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Note;
use UprightPencil\Plan\Planner;
use UprightPencil\Practice\FingerPatterns;
use UprightPencil\Practice\PatternUse;

/** The practice line on open strings, and the map of finger patterns. */
final class PracticeTest extends TestCase
{
    public function testTheOpenStringLineShowsNoPositionsAndNoStrings(): void
    {
        $passage = Passage::of('4/4', 'A5q C6q B5q A5q | E6q E6h. | D5q E5q F#5q G5q')->profile('advanced')->marked('1 III');
        $written = (new OpenStringWriter(Document::open($passage->musicXml())))->write($passage->plan());
        preg_match_all('~<words[^>]*>([^<]+)</words>~', $written, $found);

        self::assertSame([], $found[1]);
        self::assertStringNotContainsString('<bracket', $written);
    }

    public function testTheSameRhythmAndBowingOnTheStringOfEachFinger(): void
    {
        $xml = Passage::of('4/4', '(D4e E4e) F#4q (B4e C#5e) D5q | E5h D4h')->inKey(2)->musicXml();
        $document = Document::open($xml);
        $score = (new ScoreReader())->fromDocument($document);
        $plan = (new Planner())->plan($score)->parts[0];
        $written = (new OpenStringWriter($document))->write($plan);
        $line = (new ScoreReader())->read($written);

        self::assertSame(
            ['D4', 'D4', 'D4', 'A4', 'A4', 'A4', 'E5', 'D4'],
            array_map(static fn (Note $note): string => (string) $note->pitch, $line->parts[0]->notes),
        );
        self::assertSame(
            array_map(static fn (Note $note): string => "{$note->offset} {$note->duration}", $score->parts[0]->notes),
            array_map(static fn (Note $note): string => "{$note->offset} {$note->duration}", $line->parts[0]->notes),
        );
        self::assertCount(2, $line->parts[0]->slurs);
        self::assertStringContainsString('Violin I on open strings', $written);
        self::assertStringNotContainsString('<fingering', $written);
        self::assertStringNotContainsString('<alter>', $written);
    }

    public function testADoubleStopIsTwoOpenStrings(): void
    {
        $document = Document::open(Passage::of('4/4', 'D4+B4h F#4+A4h')->inKey(2)->musicXml());
        $plan = (new Planner())->plan((new ScoreReader())->fromDocument($document))->parts[0];
        $line = (new ScoreReader())->read((new OpenStringWriter($document))->write($plan));

        self::assertSame(
            ['D4', 'A4', 'D4', 'A4'],
            array_map(static fn (Note $note): string => (string) $note->pitch, $line->parts[0]->notes),
        );
    }

    public function testPatternsStandWhereTheyFirstAppear(): void
    {
        $plan = Passage::of('4/4', 'D4q E4q F#4q G4q | A4q B4q C5q D5q | D4q E4q F#4q G4q')->profile('second-year')->inKey(1)->plan();
        $map = (new FingerPatterns($plan->part, $plan->fingers))->map();

        self::assertSame([['D', '2-3 close'], ['A', '1-2 close']], array_map(
            static fn (PatternUse $one): array => [$one->string, $one->pattern],
            $map,
        ));
        self::assertSame([0, 2], $map[0]->measures);
    }

    public function testTwoPatternsMeetOnNeighbouringStrings(): void
    {
        $plan = Passage::of('4/4', 'E4e F#4e G4e E4e B4e C5e D5e B4e')->profile('second-year')->inKey(1)->plan();
        $meetings = (new FingerPatterns($plan->part, $plan->fingers))->meetings();

        self::assertSame(['2-3 close on D meets 1-2 close on A'], array_column($meetings, 'text'));
    }

    public function testOnePatternThroughoutMeetsNothing(): void
    {
        $plan = Passage::of('4/4', 'E4q F#4q G4q E4q | B4q C#5q D5q B4q')->profile('second-year')->inKey(2)->plan();

        self::assertSame([], (new FingerPatterns($plan->part, $plan->fingers))->meetings());
    }

    public function testPatternsByWhatIsKnownOfThem(): void
    {
        $plan = Passage::of('4/4', 'E4q F#4q G#4q E4q | B4q Bb4q A4h | G4q A4q G4h')->profile('second-year')->marked('3.2 4')->plan();
        $found = array_column((new FingerPatterns($plan->part, $plan->fingers))->map(), 'pattern');

        self::assertSame(['1-2 apart and 2-3 apart', '3-4 apart'], $found);
    }
}
