<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;

/** The command as scripts call it: its own process, no database, no environment file. */
final class MarkCommandTest extends TestCase
{
    use RunsCommands;

    protected function setUp(): void
    {
        $this->makeFolder();
        file_put_contents("{$this->folder}/tune.musicxml", Passage::of('4/4', 'A4q | D5q E5q F5q G5q | A5h.')->withPickup()->musicXml());
    }

    protected function tearDown(): void
    {
        $this->removeFolder();
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
        foreach (['musicxml', 'mxl', 'pdf', 'json', 'csv', 'txt'] as $ending) {
            [$exit, $output] = $this->command('tune.musicxml', '--marks=marks.txt', "--out=out.{$ending}");
            self::assertSame([0, ''], [$exit, $output]);
            self::assertGreaterThan(30, filesize("{$this->folder}/out.{$ending}"));
        }
        self::assertSame("part Violin I\n1.1     up\n1.3     hook\n", file_get_contents("{$this->folder}/out.txt"));
        $this->command('tune.musicxml', '--marks=marks.txt', '--lines=page', '--out=page.txt');
        self::assertStringContainsString("0.1     down\n1.1     up\n", (string) file_get_contents("{$this->folder}/page.txt"));
        self::assertStringContainsString('Violin I,P1-m1-n1,1,1,1,1,1,D5,2,up,change,mark', (string) file_get_contents("{$this->folder}/out.csv"));
        self::assertSame(0, $this->command('out.mxl')[0]);
        self::assertStringStartsWith('%PDF-', (string) file_get_contents("{$this->folder}/out.pdf"));
    }

    public function testATypedTuneIsReadAndWritten(): void
    {
        file_put_contents("{$this->folder}/typed.abc", "X:1\nT:Typed\nM:4/4\nL:1/4\nK:G\nd | G A B c | (d c) B k2 | G4 |]\n");
        [$exit, $output, $errors] = $this->artisan('pencil:mark', 'typed.abc', '--school=bow=downbeat');
        $json = json_decode($output, true);

        self::assertSame(0, $exit);
        self::assertSame('typed.abc: Line 6, column 23: “k” is not read here; expected a note, a rest, a bar or a sign.', trim(explode("\n", $errors)[0]));
        self::assertIsArray($json);
        self::assertSame(['Typed', 'up', 'down'], [
            $json['title'], $json['parts'][0]['notes'][0]['bow']['direction'], $json['parts'][0]['notes'][1]['bow']['direction'],
        ]);

        [$exit, , $errors] = $this->artisan('pencil:mark', 'typed.abc', '--out=marked.abc');
        self::assertSame(0, $exit);
        $marked = (string) file_get_contents("{$this->folder}/marked.abc");
        self::assertStringContainsString('K:G', $marked);
        self::assertStringContainsString('v!3!G2', $marked);

        file_put_contents("{$this->folder}/none.abc", "X:1\nK:G\n");
        [$exit, , $errors] = $this->artisan('pencil:mark', 'none.abc', '--out=none.json');
        self::assertSame([1, 'none.abc: This tune has no notes that can be read. Line 1, column 1: there are no notes yet.'], [$exit, trim($errors)]);
        self::assertFileDoesNotExist("{$this->folder}/none.json");
    }

    public function testTheContractsFingerFields(): void
    {
        $json = json_decode($this->command('tune.musicxml', '--profile=third-position')[1], true);
        self::assertIsArray($json);
        $finger = $json['parts'][0]['notes'][1]['finger'];

        foreach (['string', 'number', 'shape', 'position', 'shift', 'leaveDown', 'origin', 'why', 'others'] as $key) {
            self::assertArrayHasKey($key, $finger);
        }
        self::assertSame(['A', 3, 'regular', 'I', false, 'worked-out'], [
            $finger['string'], $finger['number'], $finger['shape'], $finger['position'], $finger['shift'], $finger['origin'],
        ]);
        self::assertNotSame([], $finger['others']);
        foreach ($finger['others'] as $other) {
            self::assertSame(['string', 'number', 'shape', 'position', 'costs', 'why'], array_keys($other));
        }
        $costs = array_column($finger['others'], 'costs');
        self::assertGreaterThan(0, min($costs));
        self::assertSame($costs[0], min($costs), 'the best stands first');
    }

    public function testOpenChoicesStandAtTheNoteWhereTheyBegin(): void
    {
        file_put_contents("{$this->folder}/marks.txt", "1.1 slur 1.2 or no slurs
1.3 III or I
");
        $json = json_decode($this->command('tune.musicxml', '--marks=marks.txt', '--profile=third-position')[1], true);
        self::assertIsArray($json);
        [, $first, , $third] = $json['parts'][0]['notes'];

        self::assertSame(['slur 1.2', 'no slurs'], array_column($first['choices'], 'text'));
        self::assertSame([['1.3 III'], ['1.3 I']], array_column($third['choices'], 'lines'));
        self::assertSame('III', $third['finger']['position']);
        self::assertContains('III or I', $third['prints']);
        self::assertArrayNotHasKey('choices', $json['parts'][0]['notes'][2]);
    }

    public function testSchoolsSizesAndDensities(): void
    {
        $fingers = fn (string ...$options): array => array_map(
            static fn (array $note): string => $note['finger']['string'] . $note['finger']['number'],
            json_decode($this->command('scale.musicxml', ...$options)[1], true)['parts'][0]['notes'],
        );
        file_put_contents("{$this->folder}/scale.musicxml", Passage::of('4/4', 'G4q A4q B4q A4q')->musicXml());

        self::assertSame(['D3', 'A0', 'A1', 'A0'], $fingers());
        self::assertSame(['D3', 'D4', 'A1', 'D4'], $fingers('--school=open=four'));
        $list = fn (string ...$options): string => $this->command('scale.musicxml', '--lines=page', '--out=list.txt', ...$options)[1]
            . file_get_contents("{$this->folder}/list.txt");
        self::assertStringContainsString('0', $list('--density=every'));
        self::assertStringNotContainsString(', 0', $list('--density=sparse'));
    }

    public function testTempoFromAPlaceOnAndAPageForAChair(): void
    {
        file_put_contents("{$this->folder}/long.musicxml", Passage::of('4/4', 'D4w | [mark B] E4w')->at(120)->musicXml());
        $flags = fn (string ...$options): array => array_column(
            json_decode($this->command('long.musicxml', ...$options)[1], true)['parts'][0]['flags'],
            'measure',
        );
        self::assertSame([], $flags());
        self::assertSame(['2'], $flags('--tempo=B:30'));
        self::assertSame(['1'], $flags('--tempo=30'), 'told once, with both places');

        file_put_contents("{$this->folder}/marks.txt", "1.3 change up @outside
1.4 change up @inside
");
        foreach (['outside' => 0, 'inside' => 0] as $chair => $unused) {
            [$exit, $output] = $this->command('long.musicxml', '--marks=marks.txt', "--chair={$chair}");
            self::assertSame(0, $exit);
            self::assertSame('down', json_decode($output, true)['parts'][0]['notes'][1]['bow']['direction']);
        }
    }

    public function testThePartOnOpenStringsIsWritten(): void
    {
        [$exit, $output] = $this->command('tune.musicxml', '--practice=open-strings', '--out=open.musicxml');

        self::assertSame([0, ''], [$exit, $output]);
        preg_match_all('~<step>(\w)</step>~', (string) file_get_contents("{$this->folder}/open.musicxml"), $steps);
        self::assertSame(['A', 'A', 'E', 'E', 'E', 'E'], $steps[1]);
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function mistakes(): iterable
    {
        yield 'no file' => [['nowhere.xml'], 'nowhere.xml: there is no such file'];
        yield 'an unknown chair' => [['tune.musicxml', '--chair=balcony'], '--chair: expected outside, inside'];
        yield 'a tempo from nowhere' => [['tune.musicxml', '--tempo=Z:90'], '“Z” is neither a measure nor a rehearsal mark'];
        yield 'tempo 0' => [['tune.musicxml', '--tempo=1:0'], '--tempo: expected quarter notes a minute'];
        yield 'an unknown density' => [['tune.musicxml', '--density=thick'], '--density: expected sparse'];
        yield 'an unknown wording' => [['tune.musicxml', '--wording=runes'], '--wording: expected words'];
        yield 'an unknown practice' => [['tune.musicxml', '--practice=scales'], '--practice: expected open-strings'];
        yield 'practice as JSON' => [['tune.musicxml', '--practice=open-strings'], 'ends in .musicxml or .mxl'];
        yield 'no score' => [['bad.xml'], 'bad.xml: The file is not a readable MusicXML file'];
        yield 'another ending' => [['bad.pdf'], '.pdf'];
        yield 'a part that is not there' => [['tune.musicxml', '--part=Oboe'], 'there is no part “Oboe”; its parts are Violin I.'];
        yield 'a profile that is none' => [['tune.musicxml', '--profile=virtuoso'], '--profile: “virtuoso” is none of first-year'];
        yield 'a school that is none' => [['tune.musicxml', '--school=bow=sideways'], '--school: bow is one of as-it-comes, downbeat'];
        yield 'a tempo of nothing' => [['tune.musicxml', '--tempo=0'], '--tempo: expected quarter notes a minute'];
        yield 'an output of another kind' => [['tune.musicxml', '--out=x.docx'], '--out: a file ends in'];
        yield 'paper of another size' => [['tune.musicxml', '--out=x.pdf', '--paper=a5'], '--paper: expected a4 or letter'];
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
        return $this->artisan('pencil:mark', ...$arguments);
    }
}
