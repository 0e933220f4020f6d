<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;

/** pencil:changes and the reader's list as scripts call them: processes of their own, no database, no environment file. */
final class ChangesCommandTest extends TestCase
{
    use RunsCommands;

    protected function setUp(): void
    {
        $this->makeFolder();
        file_put_contents("{$this->folder}/tune.musicxml", Passage::of('4/4', 'D4q E4q F#4q G4q | A4h G4h')->inKey(2)->musicXml());
        file_put_contents("{$this->folder}/marks.txt", "1.4 hook\n");
        foreach (['before' => [], 'after' => ['--marks=marks.txt']] as $name => $marks) {
            foreach (['json', 'musicxml'] as $ending) {
                $this->artisan('pencil:mark', 'tune.musicxml', "--out={$name}.{$ending}", ...$marks);
            }
        }
    }

    protected function tearDown(): void
    {
        $this->removeFolder();
    }

    public function testItTellsWhatWasDecidedAndWhatFollows(): void
    {
        [$exit, $output, $errors] = $this->artisan('pencil:changes', 'before.json', 'after.json');
        $changes = json_decode($output, true)['changes'] ?? null;

        self::assertSame([0, ''], [$exit, $errors]);
        self::assertSame(
            ['measure' => '1', 'beat' => '4', 'part' => 'P1', 'was' => 'up', 'now' => 'down, hooked', 'kind' => 'decided',
                'text' => 'm. 1 beat 4: down, hooked, was up'],
            $changes[0] ?? null,
        );
        self::assertSame('follows', $changes[1]['kind'] ?? null);
        self::assertSame($output, $this->artisan('pencil:changes', 'before.json', 'after.json')[1], 'the same input gives the same bytes');
        self::assertSame('[]', json_encode(json_decode($this->artisan('pencil:changes', 'after.json', 'after.json')[1], true)['changes']));
    }

    public function testItReadsWhatWasExportedAndWritesText(): void
    {
        self::assertSame(0, $this->artisan('pencil:changes', 'before.musicxml', 'after.musicxml', '--part=violin i', '--out=changes.txt')[0]);
        self::assertStringStartsWith("Violin I\n  m. 1 beat 4: down, hooked, was up\n", (string) file_get_contents("{$this->folder}/changes.txt"));
        $this->artisan('pencil:changes', 'after.json', 'after.json', '--out=changes.txt');
        self::assertSame("Nothing changed.\n", file_get_contents("{$this->folder}/changes.txt"));
    }

    public function testTheReadersListIsTextAndJson(): void
    {
        $this->artisan('pencil:mark', 'tune.musicxml', '--marks=marks.txt', '--lines=list', '--out=list.txt');
        self::assertStringContainsString('[ ] m. 1 beat 4              ⊓ down again, hooked', (string) file_get_contents("{$this->folder}/list.txt"));
        $part = json_decode($this->artisan('pencil:mark', 'tune.musicxml', '--marks=marks.txt', '--lines=list')[1], true)['parts'][0] ?? [];
        self::assertSame(3, $part['minutes'] ?? null);
        self::assertStringContainsString('⊓ down again, hooked', implode("\n", array_column($part['list'], 'text')));
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function mistakes(): iterable
    {
        yield 'no such file' => [['none.json', 'after.json'], 'none.json: there is no such file'];
        yield 'another file' => [['marks.txt', 'after.json'], 'marks.txt: The file is not a readable MusicXML file'];
        yield 'another part' => [['before.json', 'after.json', '--part=Tuba'], 'there is no part “Tuba”; its parts are Violin I'];
        yield 'another ending' => [['before.json', 'after.json', '--out=changes.pdf'], '--out: a file ends in .json or .txt'];
        yield 'another profile' => [['before.json', 'after.json', '--profile=virtuoso'], '--profile: “virtuoso” is none of'];
        yield 'another school' => [['before.json', 'after.json', '--school=bow=sideways'], '--school: bow is one of'];
    }

    /** @param list<string> $arguments */
    #[DataProvider('mistakes')]
    public function testAMistakeIsOneLine(array $arguments, string $says): void
    {
        [$exit, $output, $errors] = $this->artisan('pencil:changes', ...$arguments);

        self::assertSame([1, ''], [$exit, $output]);
        self::assertStringContainsString($says, $errors);
        self::assertSame(1, substr_count(trim($errors), "\n") + 1);
        self::assertFileDoesNotExist("{$this->folder}/changes.pdf");
    }
}
