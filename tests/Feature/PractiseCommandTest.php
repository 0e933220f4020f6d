<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\TestCase;

/** Practice lines as scripts ask for them: its own process, no database, no environment file. */
final class PractiseCommandTest extends TestCase
{
    use RunsCommands;

    protected function setUp(): void
    {
        $this->makeFolder();
        copy(dirname(__DIR__, 2) . '/demo/scores/iron-footbridge.musicxml', "{$this->folder}/piece.musicxml");
        file_put_contents("{$this->folder}/rests.abc", "X:1\nT:Rests\nM:4/4\nL:1/4\nK:D\nV:1 name=\"Violin\"\nz4 | D4 | z4 |]\n");
    }

    protected function tearDown(): void
    {
        $this->removeFolder();
    }

    public function testAPartIsGivenItsLinesAndItsLadder(): void
    {
        [$exit, $output, $errors] = $this->artisan('pencil:practise', 'piece.musicxml', '--part=Violin I', '--profile=third-position');
        $json = json_decode($output, true);

        self::assertSame([0, ''], [$exit, $errors]);
        self::assertIsArray($json);
        self::assertSame(['lines', 'ladder'], array_keys($json));
        self::assertLessThanOrEqual(6, count($json['lines']));
        foreach ($json['lines'] as $line) {
            self::assertSame(['kind', 'serves', 'why', 'minutes', 'abc', 'notes'], array_keys($line));
            self::assertStringStartsWith("X:1\nT:", $line['abc']);
            self::assertNotSame([], $line['serves']);
            self::assertSame(['id', 'measure', 'index', 'beat', 'voice', 'onset', 'duration', 'pitch', 'bow', 'finger', 'prints'], array_keys($line['notes'][0]));
            self::assertNotNull($line['notes'][0]['bow']);
            self::assertNotNull($line['notes'][0]['finger']);
        }
        self::assertSame([76, 126], [$json['ladder']['from'], $json['ladder']['to']]);
        self::assertSame([76, 80, 84, 88, 92, 97, 102, 107, 112, 118, 124, 126], $json['ladder']['steps']);
        self::assertSame($output, $this->artisan('pencil:practise', 'piece.musicxml', '--part=Violin I', '--profile=third-position')[1], 'the same bytes');
    }

    public function testAKindAndMinutesAreAskedFor(): void
    {
        [, $output] = $this->artisan('pencil:practise', 'piece.musicxml', '--part=P1', '--profile=third-position', '--kind=shift');
        $lines = json_decode($output, true)['lines'];
        self::assertSame(['shift'], array_values(array_unique(array_column($lines, 'kind'))));
        self::assertGreaterThan(1, count($lines), 'all of the part, not one alone');
        [, $output] = $this->artisan('pencil:practise', 'piece.musicxml', '--part=P1', '--profile=third-position', '--minutes=2');
        self::assertLessThanOrEqual(2.0, array_sum(array_column(json_decode($output, true)['lines'], 'minutes')));
        [, $output] = $this->artisan('pencil:practise', 'piece.musicxml', '--part=P1', '--marks=marks.txt');
        self::assertSame('', $output);
    }

    public function testTheDirectorsMarksCount(): void
    {
        file_put_contents("{$this->folder}/tune.abc", "X:1\nT:Tune\nM:4/4\nL:1/4\nQ:1/4=108\nK:D\nV:1 name=\"Violin\"\nA B c d | f e d f | a2 d2 |]\n");
        file_put_contents("{$this->folder}/marks.txt", "part Violin\n2.1-2.4 III\n");
        $lines = fn (string ...$more): array => array_column(
            json_decode($this->artisan('pencil:practise', 'tune.abc', '--kind=shift', '--profile=third-position', ...$more)[1], true)['lines'],
            'why',
        );
        self::assertSame([], array_filter($lines(), static fn (string $why): bool => str_contains($why, 'a shift to III')));
        self::assertNotSame([], array_filter($lines('--marks=marks.txt'), static fn (string $why): bool => str_contains($why, 'a shift to III')));
    }

    public function testWhatCannotBeIsOneSentence(): void
    {
        $cases = [
            ['piece.musicxml'],
            ['piece.musicxml', '--part=Kazoo'],
            ['piece.musicxml', '--part=P1', '--kind=acrobatics'],
            ['piece.musicxml', '--part=P1', '--minutes=none'],
            ['piece.musicxml', '--part=P1', '--minutes=0'],
            ['nowhere.musicxml', '--part=P1'],
            ['piece.musicxml', '--part=P1', '--profile=virtuoso'],
            ['piece.musicxml', '--part=P1', '--marks=missing.txt'],
        ];
        foreach ($cases as $case) {
            [$exit, $output, $errors] = $this->artisan('pencil:practise', ...$case);
            self::assertSame([1, ''], [$exit, $output], implode(' ', $case));
            self::assertMatchesRegularExpression('~^[^\n]+\.\n$~', $errors, implode(' ', $case));
        }
        [$exit, $output] = $this->artisan('pencil:practise', 'rests.abc');
        self::assertSame(0, $exit);
        self::assertLessThanOrEqual(1, count(json_decode($output, true)['lines']), 'a part of rests is no error, and asks for next to nothing');
    }
}
