<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Browser\Support\Harness;
use Tests\Browser\Support\Page;

/** The student's page on paper: only the music, on the paper that was chosen. */
final class PrintingTest extends TestCase
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
        $page->driver->findElement(WebDriverBy::cssSelector("option[value={$paper}]"))->click();
        $page->driver->executeScript('window.print = () => {}');
        $page->press('Print', 'footer');
        $page->find('.print-page svg');
        $answer = $page->driver->executeCustomCommand('/session/:sessionId/goog/cdp/execute', 'POST', [
            'cmd' => 'Page.printToPDF',
            'params' => ['preferCSSPageSize' => true],
        ]);
        self::assertIsArray($answer);
        $file = (string) tempnam(sys_get_temp_dir(), 'pdf');
        file_put_contents($file, base64_decode((string) $answer['data']));
        $info = (string) shell_exec('pdfinfo ' . escapeshellarg($file));
        $text = (string) shell_exec('pdftotext ' . escapeshellarg($file) . ' -');
        unlink($file);

        self::assertMatchesRegularExpression('~Pages:\s+1\n~', $info);
        preg_match('~Page size:\s+([\d.]+) x ([\d.]+)~', $info, $found);
        self::assertSame($size, round((float) ($found[1] ?? 0)) . ' x ' . round((float) ($found[2] ?? 0)));
        self::assertStringContainsString('Paper Boats · Violin I · edition', $text);
        self::assertStringNotContainsString('MusicXML', $text, 'the buttons stay on the screen');
    }
}
