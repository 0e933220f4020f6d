<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Settings\Profile;

/** A string's number that the edition prints is held to: the highest string is 1. */
final class PrintedStringTest extends TestCase
{
    /** @param list<string> $flags */
    #[DataProvider('numbers')]
    public function testThePrintedNumberIsHeldTo(string $part, string $pitch, string $number, string $string, array $flags): void
    {
        $xml = Passage::of('4/4', "{$pitch}h E4h")->by($part)->musicXml();
        $sign = "<notations><technical><string>{$number}</string></technical></notations>";
        $score = (new ScoreReader())->read((string) preg_replace('~<type>half</type>~', "\$0{$sign}", $xml, 1));
        $plan = (new Planner(new PlanOptions(Profile::ThirdPosition)))->part($score, $score->parts[0], MarkBook::empty());
        $finger = $plan->fingers->at('P1-m1-n1');

        self::assertSame([$string, 'printed'], [$finger?->string, $finger?->origin->value]);
        self::assertSame($flags, array_map(static fn ($flag): string => $flag->code->value, $plan->flags));
    }

    /** @return iterable<string, array{string, string, string, string, list<string>}> */
    public static function numbers(): iterable
    {
        yield 'violin, the second' => ['Violin I', 'D5', '2', 'A', []];
        yield 'violin, the third: higher up' => ['Violin I', 'D5', '3', 'D', []];
        yield 'violin, the first: it does not go so low' => ['Violin I', 'D5', '1', 'A', ['marks-contradict']];
        yield 'violin, the fifth: there is none' => ['Violin I', 'D5', '5', 'A', ['marks-contradict']];
        yield 'violin, none' => ['Violin I', 'D5', '0', 'A', ['marks-contradict']];
        yield 'viola, the first' => ['Viola', 'D5', '1', 'A', []];
        yield 'cello, the second, open' => ['Cello', 'D3', '2', 'D', []];
        yield 'cello, the third' => ['Cello', 'D3', '3', 'G', []];
        yield 'cello, the fourth: further than the class is, and kept' => ['Cello', 'D3', '4', 'C', ['out-of-range']];
        yield 'bass, the second' => ['Bass', 'D3', '2', 'D', []];
    }
}
