<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\TestCase;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\SharedSigns;

/** What holds for everybody stands once in a score. */
final class SharedSignsTest extends TestCase
{
    public function testMarksAndTemposStandOverTheTopPartAlone(): void
    {
        $type = static fn (string $inside, string $after = ''): string => "<direction><direction-type>{$inside}</direction-type>{$after}</direction>";
        $mark = $type('<rehearsal>A</rehearsal>');
        $tempo = $type('<metronome><beat-unit>quarter</beat-unit><per-minute>96</per-minute></metronome>');
        $words = $type('<words>Lively</words>', '<sound tempo="96"/>');
        $own = $type('<words>pizz.</words>');
        $measure = static fn (int $number, string $inside): string => "<measure number=\"{$number}\">{$inside}</measure>";
        $top = $measure(1, $tempo . $mark . $mark . $words . $own) . $measure(2, '');
        $below = $measure(1, $tempo . $mark . $words . $own) . $measure(2, $mark);
        $document = Document::open('<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>A</part-name></score-part>'
            . '<score-part id="P2"><part-name>B</part-name></score-part></part-list>'
            . "<part id=\"P1\">{$top}</part><part id=\"P2\">{$below}</part></score-partwise>");
        SharedSigns::sayOnce($document);
        $xml = $document->toString();
        [$first, $second] = explode('<part id="P2">', $xml);

        self::assertSame([1, 1, 1, 1], array_map(static fn (string $what): int => substr_count($first, $what), ['<metronome>', '<rehearsal>', 'Lively', 'pizz.']));
        // In the second measure only the lower part has the mark: it stays.
        self::assertSame([0, 1, 0, 1], array_map(static fn (string $what): int => substr_count($second, $what), ['<metronome>', '<rehearsal>', 'Lively', 'pizz.']));
    }
}
