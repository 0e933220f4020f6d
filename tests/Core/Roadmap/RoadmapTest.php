<?php

declare(strict_types=1);

namespace Tests\Core\Roadmap;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Plan\Planner;
use UprightPencil\Review\Flag;
use UprightPencil\Roadmap\Roadmap;

final class RoadmapTest extends TestCase
{
    /** @return iterable<string, array{string, string}> */
    public static function roads(): iterable
    {
        yield 'straight' => ['D4w | D4w', '1 2'];
        yield 'a repeat from the beginning' => ['D4w | D4w [back] | D4w', '1 2 1 2 3'];
        yield 'a repeat from its sign' => ['D4w | [repeat] D4w | D4w [back] | D4w', '1 2 3 2 3 4'];
        yield 'three times' => ['[repeat] D4w [back 3] | D4w', '1 1 1 2'];
        yield 'two endings' => ['[repeat] D4w | [1] D4w [back] | [2] D4w | D4w', '1 2 1 3 4'];
        yield 'three endings' => ['[repeat] D4w | [1] D4w [back] | [2] D4w [back] | [3] D4w', '1 2 1 3 1 4'];
        yield 'an ending for two passes' => ['[repeat] D4w | [1,2] D4w [back 3] | [3] D4w', '1 2 1 2 1 3'];
        yield 'two repeats in a row' => ['D4w [back] | [repeat] D4w [back] | D4w', '1 1 2 2 3'];
        yield 'a repeat inside a repeat' => ['[repeat] D4w | [repeat] D4w [back] | D4w [back] | D4w', '1 2 2 3 1 2 2 3 4'];
        yield 'da capo al fine' => ['D4w | [fine] D4w | D4w [D.C. al Fine]', '1 2 3 1 2'];
        yield 'dal segno' => ['D4w | [segno] D4w | [fine] D4w | D4w [D.S. al Fine]', '1 2 3 4 2 3'];
        yield 'dal segno al coda' => [
            'D4w | [segno] D4w | D4w [to coda] | D4w [D.S. al Coda] | [coda] D4w | D4w',
            '1 2 3 4 2 3 5 6',
        ];
        yield 'two coda signs, the first is the way out' => [
            'D4w | [segno] D4w | D4w [coda] | D4w [D.S. al Coda] | [coda] D4w',
            '1 2 3 4 2 3 5',
        ];
        yield 'repeats are not taken after a jump, and the last ending is' => [
            '[repeat] D4w | [1] D4w [back] | [2] D4w [fine] | D4w [D.C. al Fine]',
            '1 2 1 3 4 1 3',
        ];
        yield 'a segno that is not there' => ['D4w | D4w [D.S. al Fine] | D4w', '1 2 3'];
        yield 'a repeat that never closes' => ['D4w | [repeat] D4w | D4w', '1 2 3'];
    }

    #[DataProvider('roads')]
    public function testMeasuresComeInPlayingOrder(string $music, string $order): void
    {
        $score = Passage::of('4/4', $music)->score();

        self::assertSame($order, implode(' ', Roadmap::of($score)->numbers($score->measures)));
    }

    /** @return iterable<string, array{Passage, list<string>}> */
    public static function counts(): iterable
    {
        yield 'clean music raises nothing' => [Passage::of('4/4', 'D4w | D4w'), []];
        yield 'the last measure pays the pickup' => [Passage::of('4/4', 'A4q | D5w | D5h.')->withPickup(), []];
        yield 'a last measure that does not' => [Passage::of('4/4', 'A4q | D5w | D5w')->withPickup(), ['pickup-unpaid@2']];
        yield 'a measure too short' => [Passage::of('4/4', 'D4w | D4h. | D4w'), ['does-not-add-up@2']];
        yield 'a measure too long' => [Passage::of('4/4', 'D4w | D4w D4q | D4w'), ['does-not-add-up@2']];
        yield 'two halves of a measure at a repeat sign' => [
            Passage::of('4/4', 'D4w | D4h. [back] | [repeat] E4q | D4w | D4h. [back]'),
            [],
        ];
        yield 'a repeat back to the pickup, short by it' => [Passage::of('4/4', 'A4q | D5w | D5h. [back]')->withPickup(), []];
        yield 'a first ending after the pickup is full and supplies it itself' => [
            Passage::of('4/4', 'A4q | [repeat] D5w | [1] D5h. A4q [back] | [2] D5h.')->withPickup(),
            [],
        ];
        yield 'a first ending that is short though the sign stands after the pickup' => [
            Passage::of('4/4', 'A4q | [repeat] D5w | [1] D5h. [back] | [2] D5h.')->withPickup(),
            ['does-not-add-up@2'],
        ];
        yield 'no segno' => [Passage::of('4/4', 'D4w | D4w [D.S. al Fine]'), ['jump-unclear@2', 'jump-unclear@2']];
        yield 'a coda nobody leaves for' => [Passage::of('4/4', 'D4w | D4w [D.C. al Coda] | [coda] D4w'), ['jump-unclear@2']];
        yield 'a repeat never closed' => [Passage::of('4/4', '[repeat] D4w | D4w'), ['jump-unclear@1']];
    }

    /** @param list<string> $flags */
    #[DataProvider('counts')]
    public function testMeasuresAreCounted(Passage $passage, array $flags): void
    {
        $score = $passage->score();
        $found = array_map(
            static fn (Flag $flag): string => "{$flag->code->value}@{$score->measures[(int) $flag->measure]->number}",
            (new Planner())->plan($score)->flags,
        );

        self::assertSame($flags, $found);
    }

    public function testPartsOfDifferentLengthAreTold(): void
    {
        $xml = Passage::of('4/4', 'D4w | D4w')->musicXml();
        $xml = str_replace(
            '</score-part></part-list>',
            '</score-part><score-part id="P2"><part-name>Cello</part-name></score-part></part-list>',
            $xml,
        );
        preg_match('~<measure number="1">.*?</measure>~s', $xml, $first);
        $xml = str_replace('</score-partwise>', "<part id=\"P2\">{$first[0]}</part></score-partwise>", $xml);
        $score = (new \UprightPencil\Format\MusicXml\ScoreReader())->read($xml);

        self::assertSame('parts-differ-in-length', (new Planner())->plan($score)->flags[0]->code->value);
    }
}
