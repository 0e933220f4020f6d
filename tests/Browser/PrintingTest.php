<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Browser\Support\Harness;
use Tests\Browser\Support\Page;

/** The student's page on paper: only the music, on the paper that was chosen. */
final class PrintingTest extends BrowserTestCase
{
    /** @return iterable<string, array{string, string}> */
    public static function papers(): iterable
    {
        yield 'A4' => ['a4', '595 x 842'];
        yield 'US Letter' => ['letter', '612 x 792'];
    }

    #[DataProvider('papers')]
    public function testAPartPrintsOnTheChosenPaper(string $paper, string $size): void
    {
        $page = Page::open()->go(Harness::get()->studentLink())->engraved();
        $page->driver->executeScript('window.print = () => { window.printed = true; }');
        $page->find('footer details summary')->click();
        $page->driver->findElement(WebDriverBy::cssSelector("option[value={$paper}]"))->click();
        $page->press('Print the music', 'footer');
        $page->until(fn (): bool => $page->driver->executeScript('return window.printed') === true, 'nothing is printed');
        [$info, $text] = $this->printed($page, 'pdfinfo %s', 'pdftotext %s -');

        self::assertMatchesRegularExpression('~Pages:\s+1\n~', $info);
        preg_match('~Page size:\s+([\d.]+) x ([\d.]+)~', $info, $found);
        self::assertSame($size, round((float) ($found[1] ?? 0)) . ' x ' . round((float) ($found[2] ?? 0)));
        self::assertStringContainsString('Paper Boats', $text);
        self::assertMatchesRegularExpression('~Violin I · edition 1, .+ · page 1 of 1~', $text);
        self::assertSame(1, substr_count($text, 'Gently rowing'), 'the music is printed once');
        self::assertStringNotContainsString('MusicXML', $text, 'the buttons stay on the screen');
    }

    /** @return iterable<string, array{string, string, int}> instrument, position, pieces it takes */
    public static function cards(): iterable
    {
        yield 'a violin in first position fits on one piece' => ['Violin', 'I', 1];
        yield 'a bass in third position takes three' => ['Bass', 'III', 3];
    }

    #[DataProvider('cards')]
    public function testTheFingerboardCardPrintsAtTrueScale(string $instrument, string $position, int $pieces): void
    {
        $page = Page::open()->signIn()->go('/class');
        $page->find('.fingerboard-card .whole');
        $page->driver->executeScript('window.print = () => {}');
        $page->choose('Instrument', $instrument, '.fingerboard-card')->choose('Position', $position, '.fingerboard-card');
        $page->sees("{$instrument} ", '.fingerboard-card .title')->sees(", {$position} ·", '.fingerboard-card .title');
        [$words] = $this->printed($page, 'pdftotext -bbox %s -');
        self::assertStringNotContainsString('>Rack<', $words, 'the pencil at the edge stays on the screen');
        preg_match_all('~<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="[\d.]+">(\d+\.\d)</word>~', $words, $found, PREG_SET_ORDER);
        $piece = [];
        foreach ($found as [, $from, $line, $to, $mm]) {
            $piece[] = [(float) $mm, ((float) $from + (float) $to) / 2 * 25.4 / 72, (float) $line];
        }
        self::assertGreaterThan(1, count($piece), 'the millimetres are printed under the fingers');
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
    }

    public function testThePartOnOpenStringsPrintsAlone(): void
    {
        $page = Page::open()->signIn()->go('/piece/2/desk')->engraved();
        $page->press('Open strings', '.bottom')->find('.el-dialog g.note');
        [$info, $text] = $this->printed($page, 'pdfinfo %s', 'pdftotext %s -');

        self::assertMatchesRegularExpression('~Pages:\s+1\n~', $info);
        self::assertStringContainsString('Violin I on open strings', $text);
        self::assertStringNotContainsString('Rack', $text);
        self::assertStringNotContainsString('Take away', $text);
    }

    /** @return list<string> what each command says of the page as a PDF file, its name in place of %s */
    private function printed(Page $page, string ...$commands): array
    {
        $answer = $page->driver->executeCustomCommand('/session/:sessionId/goog/cdp/execute', 'POST', [
            'cmd' => 'Page.printToPDF',
            'params' => ['preferCSSPageSize' => true],
        ]);
        self::assertIsArray($answer);
        $file = (string) tempnam(sys_get_temp_dir(), 'pdf');
        file_put_contents($file, base64_decode((string) $answer['data']));
        $said = array_map(
            static fn (string $command): string => (string) shell_exec(sprintf($command, escapeshellarg($file))),
            array_values($commands),
        );
        unlink($file);

        return $said;
    }
}
