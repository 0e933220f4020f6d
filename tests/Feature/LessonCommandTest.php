<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\TestCase;

/** One line for every section, as scripts ask for it: its own process, no database, no environment file. */
final class LessonCommandTest extends TestCase
{
    use RunsCommands;

    protected function setUp(): void
    {
        $this->makeFolder();
        file_put_contents("{$this->folder}/steps.abc", "X:1\nT:Harbour Steps\nM:4/4\nL:1/4\nK:D\nA |: F G A2 | (B/A/) G F2 |1 D3 A :|2 D3 |]\n");
    }

    protected function tearDown(): void
    {
        $this->removeFolder();
    }

    public function testEverySectionGetsThePartItReads(): void
    {
        [$exit, $output, $errors] = $this->artisan('pencil:lesson', 'steps.abc', '--profile=first-year');
        $json = json_decode($output, true);

        self::assertSame([0, ''], [$exit, $errors]);
        self::assertIsArray($json);
        self::assertSame('upright-pencil/marked-score', $json['format']);
        self::assertSame([], $json['moved']);
        self::assertSame(['Violin I', 'Violin II', 'Viola', 'Cello', 'Bass'], array_column($json['parts'], 'name'));
        self::assertSame([0, 0, 0, -1, -1], array_column($json['parts'], 'octaves'));
        self::assertSame(['A4', 'A4', 'A4', 'A3', 'A3'], array_map(static fn (array $part): string => $part['notes'][0]['pitch'], $json['parts']));
        $strokes = array_map(static fn (array $part): array => array_column(array_column($part['notes'], 'bow'), 'direction'), $json['parts']);
        self::assertCount(1, array_unique($strokes, SORT_REGULAR), 'one rhythm, one bowing');
        self::assertSame($output, $this->artisan('pencil:lesson', 'steps.abc', '--profile=first-year')[1], 'the same input gives the same bytes');
    }

    public function testSectionsAreChosenAndFilesWritten(): void
    {
        foreach (['musicxml', 'mxl', 'json'] as $ending) {
            [$exit, $output, $errors] = $this->artisan('pencil:lesson', 'steps.abc', '--for=violin,viola,cello,bass', "--out=out.{$ending}");
            self::assertSame([0, '', ''], [$exit, $output, $errors]);
        }
        $xml = (string) file_get_contents("{$this->folder}/out.musicxml");
        self::assertSame(4, substr_count($xml, '<score-part '));
        self::assertStringContainsString('<octave-change>-1</octave-change>', $xml);
        [, $again] = $this->artisan('pencil:mark', 'out.musicxml');
        [, $first] = $this->artisan('pencil:lesson', 'steps.abc', '--for=violin,viola,cello,bass');
        $strokes = static fn (string $json): array => array_map(
            static fn (array $part): array => array_column(array_column($part['notes'], 'bow'), 'direction'),
            json_decode($json, true)['parts'],
        );
        self::assertSame($strokes($first), $strokes($again), 'read back it has the same strokes');
    }

    public function testWhatNoOctaveHoldsIsMovedAndTold(): void
    {
        file_put_contents("{$this->folder}/wide.abc", "X:1\nM:4/4\nL:1/4\nK:D\nD E F G | A B c d |]\n");
        [, $output] = $this->artisan('pencil:lesson', 'wide.abc', '--profile=first-year', '--for=violin,bass');
        $json = json_decode($output, true);

        self::assertSame([['P2', '2', '3', -7], ['P2', '2', '4', -7]], array_map(
            static fn (array $move): array => [$move['part'], $move['measure'], $move['beat'], $move['by']],
            $json['moved'],
        ));
        self::assertSame(['C#3', 'D3'], array_slice(array_column($json['parts'][1]['notes'], 'pitch'), 6));
        self::assertStringContainsString('lies outside what the class has learned', $json['moved'][0]['why']);
        $kept = json_decode($this->artisan('pencil:lesson', 'wide.abc', '--profile=first-year', '--for=bass', '--notes=kept')[1], true);
        self::assertSame([[], ['C#4', 'D4']], [$kept['moved'], array_slice(array_column($kept['parts'][0]['notes'], 'pitch'), 6)]);
    }

    public function testABookSaysWhatIsNew(): void
    {
        mkdir("{$this->folder}/book");
        file_put_contents("{$this->folder}/book/01.abc", "X:1\nM:4/4\nL:1/4\nK:D\nD E F G | A2 A2 |]\n");
        file_put_contents("{$this->folder}/book/02.abc", "X:2\nM:4/4\nL:1/4\nK:C\nD E F G | A2 (A G) |]\n");
        file_put_contents("{$this->folder}/book/10.abc", "X:10\nM:3/4\nL:1/4\nK:C\nD E F | A3 |]\n");
        [$exit, $output] = $this->artisan('pencil:lesson', 'book/02.abc', '--book=book', '--for=violin,cello');
        $parts = json_decode($output, true)['parts'];

        self::assertSame(0, $exit);
        self::assertSame(['low 2 on D', 'F natural', 'a slur of two notes'], array_column($parts[0]['new'], 'text'));
        self::assertSame(['place', 'pitch', 'slur'], array_column($parts[0]['new'], 'kind'));
        self::assertSame(['1', '3'], [$parts[0]['new'][0]['measure'], $parts[0]['new'][0]['beat']]);
        self::assertSame(['2 on D', 'F natural', 'a slur of two notes'], array_column($parts[1]['new'], 'text'), 'a cello has its own second finger');
        $tenth = json_decode($this->artisan('pencil:lesson', 'book/10.abc', '--book=book', '--for=violin')[1], true);
        self::assertSame(['dotted half notes', '3/4'], array_column($tenth['parts'][0]['new'], 'text'));
    }

    public function testAnythingElseIsToldInALine(): void
    {
        foreach (
            [
            ['steps.abc', '--for=kazoo', '--for: “kazoo” is none of violin, '],
            ['nothing.abc', '--for=violin', 'nothing.abc: there is no such file'],
            ['steps.abc', '--book=nowhere', 'nowhere: there is no such folder'],
            ['steps.abc', '--notes=somehow', '--notes: expected singly, phrase or kept'],
            ['steps.abc', '--out=x.pdf', '--out: a file ends in .musicxml, .mxl or .json'],
            ] as [$file, $option, $said]
        ) {
            [$exit, $output, $errors] = $this->artisan('pencil:lesson', $file, $option);
            self::assertSame([1, ''], [$exit, $output]);
            self::assertStringStartsWith($said, $errors);
            self::assertSame(1, substr_count($errors, "\n"));
        }
        file_put_contents("{$this->folder}/slip.abc", "X:1\nM:4/4\nL:1/4\nK:D\nD E [F G | A4 |]\n");
        [$exit, , $errors] = $this->artisan('pencil:lesson', 'slip.abc');
        self::assertSame(0, $exit, 'the rest is worked out');
        self::assertStringContainsString('slip.abc: Line 5, column 5: this chord is not closed', $errors);
    }
}
