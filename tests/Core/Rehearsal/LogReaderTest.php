<?php

declare(strict_types=1);

namespace Tests\Core\Rehearsal;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Ensemble;
use UprightPencil\Rehearsal\Heard\HeardNote;
use UprightPencil\Rehearsal\Log\LogReader;
use UprightPencil\Rehearsal\Log\RehearsalLog;
use UprightPencil\Rehearsal\Log\UnreadableLog;
use UprightPencil\Rehearsal\Planning\Coverage;
use UprightPencil\Rehearsal\Planning\Played;

/** A log of rehearsals as scripts write it. */
final class LogReaderTest extends TestCase
{
    public function testWhatWasPlayedIsReadByMeasureNumbers(): void
    {
        $log = self::read('{"rehearsals": [{"date": "2026-11-06", "played": [{"from": "2", "to": 3}, {"from": "1", "to": "4", "run": true}]}, {}]}');

        self::assertSame(2, $log->rehearsals);
        self::assertEquals([new Played(0, 1, 2, false), new Played(0, 0, 3, true)], $log->played);
    }

    public function testWhatIsHeardAgainIsCountedAndBetterEndsIt(): void
    {
        $one = '{"heard": [{"measure": "2", "part": "viola", "kind": "rhythm"}, {"measure": "3", "text": "breathe together"}]}';
        $log = self::read("{\"rehearsals\": [{$one}, {$one}, {$one}]}");
        self::assertSame([3, 3], array_map(static fn (HeardNote $heard): int => $heard->times, $log->heard));
        self::assertSame(['heard: the rhythm, the third time', 'heard: breathe together, the third time'], array_map(
            static fn (HeardNote $heard): string => $heard->words(),
            $log->heard,
        ));

        $better = '{"heard": [{"measure": "2", "part": "P2", "kind": "rhythm", "better": true}]}';
        $log = self::read("{\"rehearsals\": [{$one}, {$better}, {$one}]}");
        $times = array_combine(
            array_map(static fn (HeardNote $heard): string => $heard->number, $log->heard),
            array_map(static fn (HeardNote $heard): int => $heard->times, $log->heard),
        );
        self::assertEquals(['2' => 1, '3' => 2], $times);
    }

    /** @return iterable<string, array{string, string}> */
    public static function badLogs(): iterable
    {
        yield 'no JSON' => ['hello', 'this is not a log of rehearsals: it is no JSON'];
        yield 'another JSON' => ['{"marks": []}', 'this is not a log of rehearsals: “rehearsals” is missing'];
        yield 'a number for a rehearsal' => ['{"rehearsals": [4]}', 'rehearsal 1: expected a list of what was played'];
        yield 'a measure that is not there' => [
            '{"rehearsals": [{}, {"played": [{"from": "77"}]}]}', 'rehearsal 2: this score has no measure “77”',
        ];
        yield 'no measure' => ['{"rehearsals": [{"heard": [{}]}]}', 'rehearsal 1: expected the printed number of a measure'];
        yield 'a part that is not there' => [
            '{"rehearsals": [{"heard": [{"measure": 1, "part": "Flute"}]}]}', 'rehearsal 1: this score has no part “Flute”',
        ];
        yield 'a kind that is none' => [
            '{"rehearsals": [{"heard": [{"measure": 1, "kind": "ugly"}]}]}',
            'rehearsal 1: expected “kind” to be one of accidental, rhythm, too-long, too-short, bow, late-shift, too-loud, not-together, words',
        ];
    }

    #[DataProvider('badLogs')]
    public function testABadLogIsAnsweredByASentence(string $json, string $sentence): void
    {
        $this->expectException(UnreadableLog::class);
        $this->expectExceptionMessage($sentence);
        self::read($json);
    }

    public function testHowLongSinceIsReckonedInRehearsals(): void
    {
        $coverage = Coverage::of(3, 3, [new Played(0, 0, 1, false), new Played(2, 1, 1, false), new Played(1, 0, 2, true)]);

        self::assertSame([3, 1, 4], [$coverage->since(0), $coverage->since(1), $coverage->since(2)], 'never is longer than ever');
        self::assertSame(4, $coverage->longestSince(0, 2));
        self::assertSame([0 => true, 1 => true], $coverage->rehearsed());
        self::assertSame(2, $coverage->sinceRun());
        self::assertSame(1, Coverage::none(3)->sinceRun());
    }

    private static function read(string $json): RehearsalLog
    {
        $lines = ['Violin I' => 'D4 | D4 | D4 | D4 |', 'Viola' => 'D4 | D4 | D4 | D4 |'];

        return LogReader::read($json, Ensemble::of('4/4', $lines)->score());
    }
}
