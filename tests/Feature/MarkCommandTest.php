<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;

/** The command as scripts call it: its own process, no database, no environment file. */
final class MarkCommandTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir() . '/pencil-' . bin2hex(random_bytes(6));
        mkdir($this->folder);
        file_put_contents("{$this->folder}/tune.musicxml", Passage::of('4/4', 'A4q | D5q E5q F5q G5q | A5h.')->withPickup()->musicXml());
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), glob("{$this->folder}/*") ?: []);
        rmdir($this->folder);
    }

    public function testItWritesTheContractsJsonToStandardOutput(): void
    {
        [$exit, $output, $errors] = $this->command('tune.musicxml');
        $json = json_decode($output, true);

        self::assertSame([0, ''], [$exit, $errors]);
        self::assertIsArray($json);
        self::assertSame('upright-pencil/marked-score', $json['format']);
        self::assertSame('up', $json['parts'][0]['notes'][0]['bow']['direction']);
        self::assertSame($output, $this->command('tune.musicxml')[1], 'the same input gives the same bytes');
    }

    public function testItTakesMarksAndWritesEveryFormat(): void
    {
        file_put_contents("{$this->folder}/marks.txt", "part Violin I\n1.1 up\n1.3 hook\n");
        foreach (['musicxml', 'mxl', 'json', 'csv', 'txt'] as $ending) {
            [$exit, $output] = $this->command('tune.musicxml', '--marks=marks.txt', "--out=out.{$ending}");
            self::assertSame([0, ''], [$exit, $output]);
            self::assertGreaterThan(30, filesize("{$this->folder}/out.{$ending}"));
        }
        self::assertSame("part Violin I\n1.1     up\n1.3     hook\n", file_get_contents("{$this->folder}/out.txt"));
        $this->command('tune.musicxml', '--marks=marks.txt', '--lines=page', '--out=page.txt');
        self::assertStringContainsString("0.1     down\n1.1     up\n", (string) file_get_contents("{$this->folder}/page.txt"));
        self::assertStringContainsString('Violin I,P1-m1-n1,1,1,1,1,1,D5,2,up,change,mark', (string) file_get_contents("{$this->folder}/out.csv"));
        self::assertSame(0, $this->command('out.mxl')[0]);
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function mistakes(): iterable
    {
        yield 'no file' => [['nowhere.xml'], 'nowhere.xml: there is no such file'];
        yield 'no score' => [['bad.xml'], 'bad.xml: The file is not a readable MusicXML file'];
        yield 'another ending' => [['bad.pdf'], '.pdf'];
        yield 'a part that is not there' => [['tune.musicxml', '--part=Oboe'], 'there is no part “Oboe”; its parts are Violin I.'];
        yield 'a profile that is none' => [['tune.musicxml', '--profile=virtuoso'], '--profile: “virtuoso” is none of first-year'];
        yield 'a school that is none' => [['tune.musicxml', '--school=bow=sideways'], '--school: bow is one of as-it-comes, downbeat'];
        yield 'a tempo of nothing' => [['tune.musicxml', '--tempo=0'], '--tempo: expected quarter notes a minute'];
        yield 'an output of another kind' => [['tune.musicxml', '--out=x.pdf'], '--out: a file ends in'];
        yield 'an unreadable line' => [['tune.musicxml', '--marks=bad.txt'], 'bad.txt, line 2: “dwn” is not a mark'];
        yield 'a folder that is not there' => [['tune.musicxml', '--out=no/where.json'], 'no/where.json: cannot be written.'];
    }

    /** @param list<string> $arguments */
    #[DataProvider('mistakes')]
    public function testAMistakeIsOneLineOnStandardErrorAndLeavesNoFile(array $arguments, string $says): void
    {
        file_put_contents("{$this->folder}/bad.xml", 'no score');
        file_put_contents("{$this->folder}/bad.pdf", 'no score');
        file_put_contents("{$this->folder}/bad.txt", "1.1 down\n1.2 dwn\n");
        $before = scandir($this->folder);
        [$exit, $output, $errors] = $this->command(...$arguments);

        self::assertSame([1, ''], [$exit, $output]);
        self::assertStringContainsString($says, $errors);
        self::assertSame(1, substr_count($errors, "\n"));
        self::assertSame($before, scandir($this->folder));
    }

    /** @return array{int, string, string} exit code, standard output, standard error */
    private function command(string ...$arguments): array
    {
        $artisan = dirname(__DIR__, 2) . '/artisan';
        $process = proc_open(
            [PHP_BINARY, $artisan, 'pencil:mark', ...$arguments],
            [1 => ['pipe', 'w'], 2 => ['pipe', 'w']],
            $pipes,
            $this->folder,
            ['PATH' => (string) getenv('PATH'), 'LOG_CHANNEL' => 'null'],
        );
        self::assertIsResource($process);
        $output = (string) stream_get_contents($pipes[1]);
        $errors = (string) stream_get_contents($pipes[2]);

        return [proc_close($process), $output, $errors];
    }
}
