<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Drawing\Engraver;
use App\Drawing\NodeEngraver;
use App\Drawing\NotDrawn;
use App\Paper\Paper;
use App\Paper\PdfFile;
use App\Paper\PosterPages;
use App\Paper\PrintedPart;
use App\Paper\SlipPages;
use Tests\Support\FakeEngraver;
use ZipArchive;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Process\Process;

/** Parts as PDF files: vector, with their fonts, on the paper that was asked for. */
final class PaperTest extends FeatureTestCase
{
    public function testAPartIsAPdfFileWithItsFontsAndItsHeading(): void
    {
        $this->app->instance(Engraver::class, new NodeEngraver(storage_path('framework/drawing/worker.mjs')));
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $pdf = self::bytes($this->get("/api/v1/sections/{$section->id}/download.pdf")->assertOk()->assertHeader('Content-Type', 'application/pdf'));

        self::assertStringContainsString('Page size:       595.276 x 841.89 pts (A4)', $this->said('pdfinfo', $pdf));
        $words = $this->said('pdftotext', $pdf);
        self::assertStringContainsString('Passage', $words);
        self::assertMatchesRegularExpression('~Violin I\s~', $words);
        self::assertStringContainsString('1/1', $words);
        $fonts = array_slice(explode("\n", trim($this->said('pdffonts', $pdf))), 2);
        self::assertNotSame([], $fonts);
        foreach ($fonts as $font) {
            self::assertMatchesRegularExpression('~\+(Tinos|Leland).* yes yes ~', $font, 'embedded, and ours');
        }
        self::assertSame('', trim(implode('', array_slice(explode("\n", trim($this->said('pdfimages -list', $pdf))), 2))), 'no pictures');

        $letter = self::bytes($this->get("/api/v1/pieces/{$section->piece_id}/download.pdf?paper=letter&large=1")->assertOk());
        self::assertStringContainsString('Page size:       612 x 792 pts (letter)', $this->said('pdfinfo', $letter));
    }

    public function testAStretchOfMeasuresIsPrintedByItsNumbers(): void
    {
        $section = $this->section($this->piece('A4q | D5q E5q F5q G5q | A5q G5q F5h | A5w | G5w'));
        $this->actingAs($this->director);
        $words = fn (string $query): string => $this->said('pdftotext', self::bytes($this->get("/api/v1/sections/{$section->id}/download.pdf?{$query}")->assertOk()));

        self::assertStringContainsString('measures 2 to 4', $words('from=2&to=3'));
        self::assertStringContainsString('measures 0 to 3', $words('to=2'));
        self::assertStringContainsString('measures 3 to 5', $words('from=3'));
        $refused = fn (string $query): mixed => $this->getJson("/api/v1/sections/{$section->id}/download.pdf?{$query}")->assertUnprocessable()->json('message');
        self::assertSame('There is no measure 12; the last one is 4.', $refused('from=2&to=12'));
        self::assertSame('There is no measure B; the last one is 4.', $refused('from=B'));
        self::assertSame('Measure 1 comes before measure 3.', $refused('from=3&to=1'));
    }

    public function testPencilListsAreSlipsOneTwoOrFourOnASheet(): void
    {
        $piece = $this->twoViolins('D5q E5q F#5q G5q | A5h A5h');
        [$one, $two] = $piece->sections->all();
        $this->actingAs($this->director);
        $this->postJson("/api/v1/sections/{$one->id}/marks", ['lines' => '1.2 up', 'seen' => 99])->assertOk();
        foreach ([1 => 1, 2 => 2, 4 => 4] as $slips => $times) {
            $words = $this->said('pdftotext', self::bytes($this->get("/api/v1/sections/{$one->id}/download.pdf?what=list&slips={$slips}")->assertOk()));
            self::assertSame($times, substr_count($words, 'm. 1 beat 2'), $words);
        }
        $both = $this->said('pdftotext', self::bytes($this->get("/api/v1/pieces/{$piece->id}/download.pdf?what=list&slips=2&paper=letter")->assertOk()));
        self::assertSame(2, preg_match_all("~{$one->name} · not handed out\s+yet, \w+ \d+, \d{4}~", $both));
        self::assertSame(2, preg_match_all("~{$two->name} · not handed out\s+yet, \w+ \d+, \d{4}~", $both));
        $this->getJson("/api/v1/sections/{$one->id}/paper?what=list&slips=3")->assertUnprocessable()
            ->assertJsonPath('message', 'One, two or four lists go on a sheet.');
    }

    public function testALongListGoesOnOnTheNextSheetRatherThanOverTheEdge(): void
    {
        $row = ['place' => 'm. 12 beat 3', 'landmark' => 'at rehearsal mark B', 'text' => '⊓ down again, hooked, 3 on the D string', 'also' => ['20', '28'], 'signs' => ['⊓']];
        $list = static fn (int $rows): array => ['length' => 'about 9 minutes', 'rows' => array_fill(0, $rows, $row), 'signs' => []];
        $boxes = static fn (array $sheets): int => substr_count(implode('', $sheets), 'fill="none" stroke="#000" stroke-width="0.2"');

        self::assertSame(4 * 5, $boxes(SlipPages::of('Tune – Viola', $list(5), 4, Paper::A4)));
        self::assertSame(2 * 30, $boxes(SlipPages::of('Tune – Viola', $list(30), 4, Paper::A4)), 'too long for a quarter of a sheet');
        $sheets = SlipPages::of('Tune – Viola', $list(300), 4, Paper::Letter);
        self::assertGreaterThan(1, count($sheets));
        self::assertSame(300, $boxes($sheets), 'each line once, none lost');
        foreach ($sheets as $sheet) {
            preg_match_all('~<text x="[^"]+" y="([^"]+)"~', $sheet, $found);
            self::assertLessThan(279.4 - 2 * 12, max(array_map(floatval(...), $found[1])));
        }
    }

    public function testThePosterHasACodeForEveryPartThatIsOut(): void
    {
        $piece = $this->twoViolins('D5q E5q F#5q G5q | A5h A5h');
        [$one, $two] = $piece->sections->all();
        $this->actingAs($this->director);
        $this->getJson("/api/v1/pieces/{$piece->id}/paper?what=poster")->assertUnprocessable()
            ->assertJsonPath('message', 'No part of this piece has a link yet. Hand one out first.');
        $this->postJson("/api/v1/sections/{$two->id}/editions")->assertCreated();
        $sheets = $this->getJson("/api/v1/pieces/{$piece->id}/paper?what=poster")->assertOk()->json('sheets');

        self::assertCount(1, $sheets);
        self::assertStringContainsString($two->name, $sheets[0]);
        self::assertStringNotContainsString(">{$one->name}<", $sheets[0]);
        self::assertStringContainsString('/part/', $sheets[0]);
        self::assertStringContainsString('>' . $two->links()->value('token') . '<', $sheets[0], 'readable for whom no camera reads the code');
        self::assertStringContainsString('Point a phone at your part', $this->said(
            'pdftotext',
            self::bytes($this->get("/api/v1/pieces/{$piece->id}/download.pdf?what=poster")->assertOk()),
        ));
        $many = PosterPages::of('Tune', array_fill(0, 40, ['name' => 'Violin I, desk 3', 'code' => '<svg viewBox="0 0 9 9"/>', 'address' => 'https://music.example.test/part/abcdefgh12345678']), Paper::Letter);
        self::assertSame(40, substr_count(implode('', $many), 'viewBox="0 0 9 9"'));
        self::assertGreaterThan(3, count($many));
    }

    public function testAFileHasItsTitleItsEditionAndItsDate(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $this->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated();
        $pdf = self::bytes($this->get("/api/v1/sections/{$section->id}/download.pdf")->assertOk());
        $today = now()->format('F j, Y');

        self::assertMatchesRegularExpression("~Title:\s+{$section->piece->title} – {$section->name}\n~", $this->said('pdfinfo', $pdf));
        self::assertStringContainsString("edition 1, {$today}", $this->said('pdftotext', $pdf));
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 99])->assertOk();
        $list = self::bytes($this->get("/api/v1/sections/{$section->id}/download.pdf?what=list")->assertOk());
        self::assertStringContainsString("edition 1 and later changes, {$today}", (string) preg_replace('~\s+~', ' ', $this->said('pdftotext', $list)));
    }

    public function testTheScoreHasTheMarksOfAllParts(): void
    {
        $this->app->instance(Engraver::class, new NodeEngraver(storage_path('framework/drawing/worker.mjs')));
        $piece = $this->twoViolins('D5q E5q F#5q G5q | A5h A5h');
        $this->actingAs($this->director);
        foreach ($piece->sections as $section) {
            $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => "1.2 \"in {$section->name}\"", 'seen' => 99])->assertOk();
        }
        $words = $this->said('pdftotext', self::bytes($this->get("/api/v1/pieces/{$piece->id}/download.pdf?what=score")->assertOk()));

        self::assertStringContainsString('Score', $words);
        foreach ($piece->sections as $section) {
            self::assertStringContainsString("in {$section->name}", $words);
        }
    }

    public function testOpenStringsPatternsAndTheCodeAreSetForPaperToo(): void
    {
        $this->app->instance(Engraver::class, new NodeEngraver(storage_path('framework/drawing/worker.mjs')));
        $section = $this->section($this->piece('A4q | D5q E5q F#5q G5q | A5q G5q F#5h | B4q C#5q D5h'));
        $this->actingAs($this->director);
        $words = fn (string $query): string => $this->said('pdftotext -layout', self::bytes(
            $this->get("/api/v1/sections/{$section->id}/download.pdf?{$query}")->assertOk(),
        ));
        $patterns = $words('what=patterns&paper=letter');

        self::assertStringContainsString('Violin I on open strings', $words('what=open-strings'));
        self::assertMatchesRegularExpression('~Violin I: finger patterns.*String +Pattern +First in +Measures.*m\. \d~s', $patterns);
        $this->postJson("/api/v1/sections/{$section->id}/editions")->assertCreated();
        $sheets = fn (string $query): string => (string) $this->getJson("/api/v1/sections/{$section->id}/paper?{$query}")->assertOk()->json('sheets.0');
        $path = static fn (string $svg): int => substr_count($svg, 'crispEdges');
        self::assertSame(0, $path($sheets('large=0')));
        self::assertGreaterThan(0, $path($sheets('code=1')));
        $this->getJson("/api/v1/sections/{$section->id}/paper?what=poem")->assertUnprocessable()
            ->assertJsonPath('message', 'Parts, open strings, finger patterns, pencil lists, the score and the poster of codes can be printed; this cannot.');
    }

    public function testWhatWasLookedAtIsNotDrawnAgain(): void
    {
        $engraver = new FakeEngraver();
        $this->app->instance(Engraver::class, $engraver);
        $piece = $this->twoViolins('D5q E5q F#5q G5q');
        $this->actingAs($this->director);
        foreach ($piece->sections as $section) {
            $this->getJson("/api/v1/sections/{$section->id}/paper")->assertOk()->assertJsonCount(1, 'sheets');
        }
        $pdf = self::bytes($this->get("/api/v1/pieces/{$piece->id}/download.pdf")->assertOk());
        self::assertStringContainsString('Pages:           2', $this->said('pdfinfo', $pdf));
        self::assertSame(2, $engraver->drawn);

        $this->postJson("/api/v1/sections/{$this->section($piece)->id}/marks", ['lines' => '1.1 up', 'seen' => 0])->assertOk();
        $this->getJson("/api/v1/sections/{$this->section($piece)->id}/paper")->assertOk();
        self::assertSame(3, $engraver->drawn, 'a mark is drawn');
    }

    public function testAllPartsComeAsASetOfFiles(): void
    {
        $piece = $this->twoViolins('D5q E5q F#5q G5q');
        $this->actingAs($this->director);
        $bytes = (string) $this->get("/api/v1/pieces/{$piece->id}/download.zip?code=1")->assertOk()->assertHeader('Content-Type', 'application/zip')->getContent();
        $path = (string) tempnam(sys_get_temp_dir(), 'set');
        file_put_contents($path, $bytes);
        $zip = new ZipArchive();
        $zip->open($path);

        self::assertSame(['01 Passage - Violin I.pdf', '02 Passage - Violin II.pdf'], [$zip->getNameIndex(0), $zip->getNameIndex(1)]);
        self::assertStringStartsWith('%PDF-', (string) $zip->getFromIndex(1));
        $zip->close();
        unlink($path);
        $this->get("/api/v1/pieces/{$piece->id}/download.zip?what=score")->assertNotFound();
        $this->get("/api/v1/pieces/{$piece->id}/download.mxl")->assertNotFound();
    }

    /** @return iterable<string, array{string, string, string, int}> instrument, size, position, pieces it takes */
    public static function cards(): iterable
    {
        yield 'a violin in first position fits on one piece' => ['violin', '4/4', 'I', 1];
        yield 'a bass in third position takes three' => ['bass', '3/4', 'III', 3];
    }

    /** A ruler laid on the card measures what the instrument measures. */
    #[DataProvider('cards')]
    public function testTheFingerboardCardIsAtTrueScale(string $instrument, string $size, string $position, int $pieces): void
    {
        $this->actingAs($this->director);
        $query = http_build_query(['instrument' => $instrument, 'size' => $size, 'position' => $position, 'paper' => 'letter']);
        $pdf = self::bytes($this->get("/api/v1/class/fingerboard.pdf?{$query}")->assertOk());
        $words = $this->said('pdftotext -bbox', $pdf);
        preg_match_all('~<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="[\d.]+">(\d+\.\d)</word>~', $words, $found, PREG_SET_ORDER);
        $piece = [];
        foreach ($found as [, $from, $line, $to, $mm]) {
            $piece[] = [(float) $mm, ((float) $from + (float) $to) / 2 * 25.4 / 72, (float) $line];
        }
        $measured = 0;
        foreach ($piece as [$mm, $at, $line]) {
            foreach ($piece as [$otherMm, $other, $otherLine]) {
                if ($mm < $otherMm && abs($line - $otherLine) < 20 && $at < $other) {
                    self::assertEqualsWithDelta($otherMm - $mm, $other - $at, 0.6, "{$mm} to {$otherMm}");
                    $measured++;
                }
            }
        }

        self::assertGreaterThan(0, $measured);
        self::assertSame($pieces === 1 ? 0 : $pieces, substr_count($words, '>Piece<'));
        self::assertStringContainsString('Page size:       612 x 792 pts (letter)', $this->said('pdfinfo', $pdf));
    }

    public function testAStudentTakesTheEditionAsItWasDrawn(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $token = basename((string) $this->postJson("/api/v1/sections/{$section->id}/editions")->json('link.url'));
        auth()->guard('web')->logout();
        $words = $this->said('pdftotext', self::bytes($this->get("/api/v1/part/{$token}/download.pdf")->assertOk()));

        self::assertStringContainsString('a4, 2 fingers, one', $words);
        self::assertMatchesRegularExpression('~edition 1, \d+ \w+ \d{4} · 1/1~', $words);
    }

    public function testSeveralPartsAreOneFileEachWithItsOwnPages(): void
    {
        $drawn = '<svg viewBox="0 0 100 100"><path d="M0 0 L100 100" stroke="black"/></svg>';
        $pdf = $this->file()->of([
            new PrintedPart('A & B <i>', 'Violin', '', [$drawn, $drawn]),
            new PrintedPart('A & B <i>', 'Viola', 'edition 2', [$drawn], 'C. & D.'),
        ], Paper::A4);

        self::assertStringContainsString('Pages:           3', $this->said('pdfinfo', $pdf));
        $words = $this->said('pdftotext', $pdf);
        $odd = $this->file()->of([new PrintedPart('Dvorný: Suite in B♭ and F♯', 'Řeka', '', [$drawn], 'Ж. Ω')], Paper::A4);
        // Every letter comes from a font that has it: none is the box of a missing one.
        self::assertStringContainsString('Suite in B♭ and F♯', $this->said('pdftotext', $odd));
        self::assertStringContainsString('NotoMusic', $this->said('pdffonts', $odd));
        foreach (['A & B <i>', '1/2', '2/2', 'edition 2 · 1/1', 'A & B <i> · Violin', 'C. & D.'] as $expected) {
            self::assertStringContainsString($expected, $words);
        }
    }

    /** @return iterable<string, array{PdfFile, string, string}> */
    public static function failures(): iterable
    {
        $fonts = dirname(__DIR__, 2) . '/storage/framework/drawing/fonts';
        yield 'no converter' => [new PdfFile($fonts, '/no/such/program'), '<svg/>', 'librsvg’s converter is missing'];
        yield 'no fonts' => [new PdfFile('/no/such/folder'), '<svg/>', 'librsvg’s converter is missing'];
        yield 'a page that is none' => [new PdfFile($fonts), '<svg', 'could not be made into a PDF file'];
    }

    #[DataProvider('failures')]
    public function testWhatGoesWrongIsASentence(PdfFile $file, string $page, string $sentence): void
    {
        $this->expectException(NotDrawn::class);
        $this->expectExceptionMessageMatches("~{$sentence}.*\\.$~u");
        $file->of([new PrintedPart('Tune', 'Violin', '', [$page])], Paper::Letter);
    }

    public function testAnEngraverThatFailsIsASentenceForTheDirector(): void
    {
        $this->app->instance(Engraver::class, new NodeEngraver('/no/such/script.mjs'));
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $this->getJson("/api/v1/sections/{$section->id}/download.pdf")->assertStatus(503)
            ->assertJsonPath('message', 'Pages cannot be drawn on this server: Node or its engraver is missing. ./pencil up installs both.');
    }

    private function file(): PdfFile
    {
        return app(PdfFile::class);
    }

    private static function bytes(TestResponse $answer): string
    {
        $pdf = (string) $answer->getContent();
        self::assertStringStartsWith('%PDF-', $pdf);

        return $pdf;
    }

    private function said(string $command, string $pdf): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'pdf');
        file_put_contents($file, $pdf);
        $process = new Process([...explode(' ', $command), $file, ...(str_starts_with($command, 'pdftotext') ? ['-'] : [])]);
        $process->mustRun();
        unlink($file);

        return $process->getOutput();
    }
}
