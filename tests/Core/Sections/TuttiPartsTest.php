<?php

declare(strict_types=1);

namespace Tests\Core\Sections;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Score;
use UprightPencil\Sections\Entrance;
use UprightPencil\Sections\Entrances;
use UprightPencil\Sections\Unison;
use UprightPencil\Sections\Unisons;

/** Entrances, and the notes sections share. */
final class TuttiPartsTest extends TestCase
{
    public function testFirstNotesAndNotesAfterALongRestAreEntrances(): void
    {
        $score = $this->together('D4w | rw | rh D4h', 'rq D3q D3h | D3w | D3w', 'Cello');
        $found = array_map(
            static fn (Entrance $one): string => "{$one->part} m{$one->measure} beat {$one->beat->toDecimal()}",
            (new Entrances($score))->of($score->parts),
        );

        self::assertSame(['P1 m0 beat 1', 'P2 m0 beat 2', 'P1 m2 beat 3'], $found);
    }

    public function testAShortRestIsNoEntrance(): void
    {
        $score = $this->together('D4q rq D4h', 'D3h rq D3q', 'Cello');

        self::assertCount(2, (new Entrances($score))->of($score->parts));
    }

    public function testOctavesAndUnisonsAreToldApart(): void
    {
        $score = $this->together('D4h A4h', 'D4h A3h', 'Viola');
        $found = (new Unisons($score))->of($score->parts);

        self::assertSame([['D', true], ['A', false]], array_map(static fn (Unison $one): array => [$one->name, $one->isUnison], $found));
        self::assertSame(['P1', 'P2'], $found[0]->parts);
    }

    public function testTheBassSoundsAnOctaveLower(): void
    {
        $score = $this->together('D3h', 'D3h', 'Bass');

        self::assertFalse((new Unisons($score))->of($score->parts)[0]->isUnison);
    }

    public function testShortNotesAreNoPlaceToTune(): void
    {
        $score = $this->together('D4e D4e D4q C4h', 'D4e D4e E4q E4h', 'Viola');

        self::assertSame([], (new Unisons($score))->of($score->parts));
    }

    private function together(string $one, string $other, string $name): Score
    {
        $first = Passage::of('4/4', $one)->musicXml();
        preg_match('~<part id="P1">.*</part>~s', Passage::of('4/4', $other)->by($name)->musicXml(), $second);
        $xml = str_replace(
            ['</score-part></part-list>', '</score-partwise>'],
            [
                "</score-part><score-part id=\"P2\"><part-name>{$name}</part-name></score-part></part-list>",
                str_replace('"P1"', '"P2"', $second[0]) . '</score-partwise>',
            ],
            $first,
        );

        return (new ScoreReader())->read($xml);
    }
}
