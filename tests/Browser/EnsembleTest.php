<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Facebook\WebDriver\WebDriverSelect;
use Tests\Browser\Support\Harness;
use Tests\Browser\Support\Page;
use Tests\Support\TwoParts;

/** Several ensembles, how far their parts are, how many fingers each page shows, and hands that differ. */
final class EnsembleTest extends BrowserTestCase
{
    public function testEachEnsembleHasItsOwnLevel(): void
    {
        $page = Page::open()->signIn()->go('/class');
        $page->sees('All ensembles', '.ensembles')->press('Workshop book', '.ensembles');
        $page->sees('has settings of its own', '.ensembles');
        $page->until(fn (): bool => $page->driver->findElements(WebDriverBy::cssSelector('input[name=profile]'))[0]->isSelected(), 'not first year');
        $page->press('Spring concert', '.ensembles')->sees('goes with all the others', '.ensembles');
        $page->until(fn (): bool => $page->driver->findElements(WebDriverBy::cssSelector('input[name=profile]'))[1]->isSelected(), 'not second year');
        $page->driver->navigate()->refresh();
        $page->sees('goes with all the others', '.ensembles')->press('All ensembles', '.ensembles');
        self::assertSame([], $page->scriptErrors());
        self::assertSame([], $page->seriousProblems(), 'class');
    }

    public function testWhatIsDoneIsTickedAndTheRackShowsIt(): void
    {
        $page = Page::open()->signIn()->go('/piece/2/desk')->engraved();
        $page->press('Bass', '.tabs')->engraved();
        $page->press('Fingers done', '.bottom')->told('Fingers done: Bass');
        $page->until(fn (): bool => $page->count('.done i.is-done') === 1, 'the tick does not show');
        $page->go('/rack')->find('.folder');
        $label = $page->find('.folder [aria-label^="Bass"][aria-label*="100% fingered"]')->getAttribute('aria-label');
        self::assertStringContainsString('bowed', (string) $label);
        $page->go('/piece/2/desk')->engraved();
        $page->until(fn (): bool => $page->count('.done i.is-done') === 1, 'the tick is forgotten');
        $page->press('Fingers done', '.bottom');
        $page->until(fn (): bool => $page->count('.done i.is-done') === 0, 'the tick stays');
        self::assertSame([], $page->scriptErrors());
    }

    public function testAStudentTakesMoreFingersAndKeepsThem(): void
    {
        $page = Page::open(390, 844, true)->go(Harness::get()->studentLink())->engraved();
        $shown = $page->count('.drawn g.fing');
        (new WebDriverSelect($page->find('footer select[name=fingers]')))->selectByValue('every');
        $page->until(fn (): bool => $page->count('.drawn g.fing') > 2 * $shown, 'no more fingers appear');
        $page->driver->navigate()->refresh();
        $page->engraved()->until(fn (): bool => $page->count('.drawn g.fing') > 2 * $shown, 'the choice is forgotten');
        self::assertSame([], $page->scriptErrors());
    }

    public function testALineInTwoHandsIsToldInTuttiAndMadeAlike(): void
    {
        $page = Page::open()->signIn();
        $file = sys_get_temp_dir() . '/two-hands-' . bin2hex(random_bytes(4)) . '.musicxml';
        file_put_contents($file, TwoParts::musicXml('D5q E5q F#5q A4q | B4q C#5q D5h', 'D5q E5q F#5q A4q | B4q C#5q D5h'));
        $page->find('input[type=file]')->sendKeys($file);
        $page->sees('What was understood', '.el-dialog')->press('Keep it', '.el-dialog');
        $page->engraved();
        $line = $page->type('input[name=say-it]', '1.2 4, on A');
        $page->sees('2 marks', '#says');
        $line->sendKeys(WebDriverKeys::ENTER);
        $line->sendKeys(WebDriverKeys::ESCAPE);
        $page->sees('4', '.sheet g.fing');
        preg_match('~/piece/(\d+)/~', $page->driver->getCurrentURL(), $piece);
        $page->go("/piece/{$piece[1]}/tutti")->sees('All bow alike', '.beside');
        $page->press('Fingers', '.views')->sees('One line, two hands', '.beside');
        $page->press('Violin II as Violin I: the same fingers', '.beside');
        $page->sees('All hands alike', '.beside');
        // One press did it, and the eraser takes it back here.
        $page->control('z')->told('Took back: Violin II as Violin I: the same fingers')->sees('One line, two hands', '.beside');
        $page->press('Entrances', '.views')->sees('Who enters when', '.beside');
        unlink($file);
        self::assertSame([], $page->scriptErrors());
    }

    public function testTheDeskFitsATabletHeldEitherWay(): void
    {
        foreach ([[1024, 768], [820, 1100], [1280, 600]] as [$width, $height]) {
            $page = Page::open($width, $height, true)->signIn()->go('/piece/2/desk')->engraved();
            $overlap = $page->driver->executeScript(
                "return document.querySelector('.middle').getBoundingClientRect().right - document.querySelector('.right').getBoundingClientRect().left;",
            );
            self::assertLessThanOrEqual(1, $overlap, "{$width} pixels wide");
            $beyond = $page->driver->executeScript('return document.documentElement.scrollWidth - window.innerWidth;');
            self::assertLessThanOrEqual(0, $beyond, "{$width} pixels wide");
            $below = $page->driver->executeScript('return document.documentElement.scrollHeight - window.innerHeight;');
            self::assertLessThanOrEqual(0, $below, "{$width} by {$height}: only what is in the page scrolls");
        }
    }
}
