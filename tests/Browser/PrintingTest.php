<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Browser\Support\Harness;
use Facebook\WebDriver\WebDriverKeys;
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

    public function testSheetsAreLookedAtBeforeTheyAreSaved(): void
    {
        $page = Page::open()->signIn()->go('/piece/1/hand-out')->sees('Co-teachers');
        $page->press('All parts', '.on-paper')->sees('5 pages', '.paper-preview');
        self::assertSame(5, $page->count('.sheet-of-paper > svg'));
        self::assertSame([], $page->seriousProblems(), 'sheets of paper');
        $page->driver->executeScript(
            'HTMLAnchorElement.prototype.click = function () { window.saved = [this.download, this.protocol]; };',
        );
        $page->press('Save as one PDF', '.paper-preview');
        $page->until(fn (): bool => $page->driver->executeScript('return window.saved') !== null, 'no file is saved');
        self::assertSame(['Paper Boats.pdf', 'blob:'], $page->driver->executeScript('return window.saved'));
        $page->keys(WebDriverKeys::ESCAPE);
        $page->find('.on-paper input[aria-label="First measure"]')->sendKeys('99');
        $page->press('Open strings', '.part')->sees('There is no measure 99; the last one is 24.', '.paper-preview');
        self::assertSame([], $page->scriptErrors());
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
