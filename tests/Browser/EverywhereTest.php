<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Support\Page;

/** What holds on every screen: what was done is taken back where it was done, by the same key. */
final class EverywhereTest extends BrowserTestCase
{
    public function testOneKeyTakesBackOnEveryScreen(): void
    {
        $page = Page::open()->signIn();

        // The desk.
        $page->go('/piece/2/desk')->engraved();
        $before = $page->text('.because h2');
        $page->keys(str_contains($before, 'down bow') ? 'u' : 'd')->sees('Marked here', '.because');
        $page->control('z');
        $page->until(fn (): bool => $page->text('.because h2') === $before, 'the desk takes nothing back');

        // The class view.
        $line = $page->type('input[name=say-it]', '5.1 up or down');
        $page->sees('1 mark', '#says');
        $line->sendKeys(WebDriverKeys::ENTER);
        $page->until(fn (): bool => $page->text('input[name=say-it]') === '', 'the choice is not sent');
        $page->until(fn (): bool => str_contains($page->text('.because'), 'Open until'), 'the choice is not laid');
        $page->press('Class view', 'header')->find('section[aria-label="Version B"] g.note');
        $page->keys('b')->keys('B')->told('B it is');
        $page->control('z')->told('Took back')->find('section[aria-label="Version B"] g.note');

        // Tutti.
        $page->go('/piece/2/tutti')->find('.beside .way')->click();
        $page->told('.');
        $page->control('z')->told('Took back');

        // Read-through.
        $page->go('/piece/3/read-through')->find('article');
        $flags = $page->count('article');
        $page->press('Leave it…', 'article')->find('article .why input');
        $page->keys(WebDriverKeys::ENTER);
        $page->until(fn (): bool => $page->count('article') < $flags, 'the flag is not left');
        $page->control('z')->told('Took back');
        $page->until(fn (): bool => $page->count('article') === $flags, 'the flag does not come back');

        // Hand out.
        $page->go('/piece/2/hand-out')->press('End', '.part')->told('The link is ended');
        $page->control('z')->told('Took back');
        $page->sees('Renew', '.part');

        // The class.
        $page->go('/class')->find('input[name=bows]:not(:checked)')->click();
        $page->press('Keep it', '.trying')->told('Kept.');
        $page->control('z')->told('Took back: what the class can do');

        // The rack.
        $page->go('/rack')->find('.rack .shelf');
        $pieces = $page->count('.folders article, .folder');
        $page->find('button[aria-label="More for Paper Boats"]')->click();
        $page->until(fn (): bool => $this->takes($page, 'Throw away'), 'the menu does not open');
        $page->told('is in the bin');
        $page->control('z')->told('Took back')->sees('Paper Boats', '.rack');
        self::assertSame($pieces, $page->count('.folders article, .folder'));
        self::assertSame([], $page->scriptErrors());
    }

    public function testInTuttiABlockAStretchAndSeveralSectionsAreChosenAndChanged(): void
    {
        $page = Page::open()->signIn()->go('/piece/2/tutti');
        $page->find('svg rect.down');
        $page->keys(WebDriverKeys::ARROW_RIGHT)->sees('Violin I, the pickup', '.chosen');
        self::assertSame(1, $page->count('rect.is-chosen'));
        $page->keysWith(WebDriverKeys::SHIFT, WebDriverKeys::ARROW_DOWN)->sees('Violin I and Violin II', '.chosen');
        $page->keysWith(WebDriverKeys::SHIFT, WebDriverKeys::ARROW_RIGHT);
        $page->until(fn (): bool => $page->count('rect.is-chosen') > 2, 'the stretch does not grow');
        // A press on a section's name takes it in, on a measure's number the measure in all of them.
        $page->driver->findElement(WebDriverBy::xpath('//*[name()="text" and contains(@class, "name") and text()="Cello"]'))->click();
        $page->sees('Cello', '.chosen');
        $page->driver->findElement(WebDriverBy::xpath('//*[name()="text" and contains(@class, "number") and text()="1"]'))->click();
        $page->sees('Violin I, Violin II and Cello', '.chosen');
        $page->press('tip', '.acts')->told('tip: Violin I, Violin II and Cello');
        // One press did it in three sections; so does one take it back.
        $page->go('/piece/2/desk')->engraved()->press('Cello', '.tabs')->engraved();
        $page->find('.ruler button[aria-label="Go to measure 1"]')->click();
        $page->sees('tip', '.because .parts [aria-pressed="true"]');
        $page->go('/piece/2/tutti')->find('svg rect.down');
        $page->control('z')->told('Took back: tip: Violin I, Violin II and Cello');
        $page->keys(WebDriverKeys::ARROW_RIGHT)->sees('Violin I', '.chosen');
        self::assertSame([], $page->seriousProblems(), 'Tutti with something chosen');
        $page->keys(WebDriverKeys::ESCAPE);
        $page->until(fn (): bool => $page->count('.chosen') === 0, 'it stays chosen');
        self::assertSame([], $page->scriptErrors());
    }

    private function takes(Page $page, string $wanted): bool
    {
        foreach ($page->driver->findElements(WebDriverBy::cssSelector('.el-dropdown-menu__item')) as $item) {
            if ($item->isDisplayed() && $item->getText() === $wanted) {
                $item->click();

                return true;
            }
        }

        return false;
    }

    public function testScreensOfADirectorsPhoneAreWhole(): void
    {
        $page = Page::open(390, 844, true)->signIn();
        foreach (['/rack' => '.rack .shelf', '/piece/1/hand-out' => '.hand-out .part', '/piece/2/read-through' => 'article'] as $path => $there) {
            $page->go($path)->find($there);
            $outside = $page->driver->executeScript(
                'return [...document.querySelectorAll("button, a, input, select")].filter((one) => one.offsetParent).filter((one) => {'
                . ' const { left, right, width } = one.getBoundingClientRect(); return width > 0 && (right > innerWidth + 1 || left < -1); })'
                . '.map((one) => one.textContent || one.ariaLabel || one.tagName)',
            );
            self::assertSame([], $outside, $path);
        }
    }
}
