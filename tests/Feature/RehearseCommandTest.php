<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\TestCase;

/** What scripts ask about a rehearsal: its own process, no database, no environment file. */
final class RehearseCommandTest extends TestCase
{
    use RunsCommands;

    protected function setUp(): void
    {
        $this->makeFolder();
        copy(dirname(__DIR__, 2) . '/demo/scores/iron-footbridge.musicxml', "{$this->folder}/piece.musicxml");
        file_put_contents("{$this->folder}/one.abc", "X:1\nT:One\nM:4/4\nL:1/4\nK:D\nV:1 name=\"Violin\"\nd4 |]\nV:2 name=\"Cello\" clef=bass\nD,4 |]\n");
    }

    protected function tearDown(): void
    {
        $this->removeFolder();
    }

    public function testItAnswersInTheShapeScriptsRelyOn(): void
    {
        [$exit, $output, $errors] = $this->artisan('pencil:rehearse', 'piece.musicxml');
        $json = json_decode($output, true);

        self::assertSame([0, ''], [$exit, $errors]);
        self::assertIsArray($json);
        self::assertSame(['tuning', 'entrances', 'stretches', 'plan', 'tune'], array_keys($json));
        foreach ($json['tuning'] as $place) {
            self::assertSame(['measure', 'beat', 'from', 'seconds', 'pitchClass', 'parts', 'without', 'hear'], array_keys($place));
            self::assertGreaterThanOrEqual(1.0, $place['seconds']);
            self::assertGreaterThanOrEqual(2, count($place['parts']));
            self::assertSame(5, count($place['parts']) + count($place['without']), 'every section has it or is told where');
        }
        foreach ($json['entrances'] as $measure) {
            self::assertSame(['measure', 'events', 'text'], array_keys($measure));
            foreach ($measure['events'] as $event) {
                self::assertContains($event['does'], ['enters', 'changes', 'stops']);
                self::assertContains($event['line'], ['outside', 'inside', 'all']);
            }
        }
        self::assertSame(['1', '100'], [$json['stretches'][0]['from'], end($json['stretches'])['to']]);
        self::assertLessThanOrEqual(45, array_sum(array_column($json['plan'], 'minutes')));
        self::assertSame($output, $this->artisan('pencil:rehearse', 'piece.musicxml')[1], 'the same bytes');
    }

    public function testMinutesAndWhereItBeginsAreAskedFor(): void
    {
        foreach (['end' => ['89', '100'], 'order' => ['1', '8']] as $begin => $expected) {
            [, $output] = $this->artisan('pencil:rehearse', 'piece.musicxml', '--minutes=12', "--begin={$begin}");
            $work = array_values(array_filter(json_decode($output, true)['plan'], static fn (array $one): bool => $one['kind'] === 'work'));
            self::assertSame($expected, [$work[0]['from'], $work[0]['to']], $begin);
        }
    }

    public function testTheLogIsTakenUp(): void
    {
        file_put_contents("{$this->folder}/log.json", json_encode(['rehearsals' => [
            ['date' => '2026-11-19', 'played' => [['from' => '1', 'to' => '64'], ['from' => '81', 'to' => '100']], 'heard' => [
                ['measure' => '45', 'part' => 'Violin II', 'kind' => 'accidental', 'text' => 'B flat'],
            ]],
        ]]));
        [$exit, $output] = $this->artisan('pencil:rehearse', 'piece.musicxml', '--minutes=30', '--log=log.json');
        $plan = array_values(array_filter(json_decode($output, true)['plan'], static fn (array $one): bool => $one['kind'] === 'work'));

        self::assertSame(0, $exit);
        $worked = array_map(static fn (array $one): array => [$one['from'], $one['to']], $plan);
        self::assertContains(['65', '72'], $worked, 'what was left out');
        self::assertContains(['73', '80'], $worked, 'what was left out');
        self::assertStringContainsString('B flat', implode('', array_column($plan, 'why')));
    }

    public function testAPieceOfOneMeasure(): void
    {
        [$exit, $output] = $this->artisan('pencil:rehearse', 'one.abc', '--minutes=5');

        self::assertSame(0, $exit);
        self::assertSame('D', json_decode($output, true)['tuning'][0]['pitchClass']);
    }

    public function testWhatIsWrongIsOneLine(): void
    {
        file_put_contents("{$this->folder}/bad.json", '{"rehearsals": [{"played": [{"from": "500"}]}]}');
        $asks = [
            [['--minutes=0'], '--minutes: expected whole minutes, from 1 to 300.'],
            [['--minutes=600'], '--minutes: expected whole minutes, from 1 to 300.'],
            [['--minutes=some'], '--minutes: expected whole minutes, from 1 to 300.'],
            [['--begin=middle'], '--begin: “middle” is none of end, long, hard, order.'],
            [['--log=none.json'], 'none.json: there is no such file, or it cannot be opened.'],
            [['--log=bad.json'], 'bad.json: rehearsal 1: this score has no measure “500”.'],
            [['--log=one.abc'], 'one.abc: this is not a log of rehearsals: it is no JSON.'],
        ];
        foreach ($asks as [$options, $sentence]) {
            [$exit, $output, $errors] = $this->artisan('pencil:rehearse', 'piece.musicxml', ...$options);
            self::assertSame([1, '', "{$sentence}\n"], [$exit, $output, $errors]);
        }
    }
}
