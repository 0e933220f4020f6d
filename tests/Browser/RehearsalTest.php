<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Facebook\WebDriver\WebDriverSelect;
use Tests\Browser\Support\Harness;
use Tests\Browser\Support\Page;
use Tests\Support\Client;

/** Planning a rehearsal, holding it, writing down what was heard, and what reaches the stands. */
final class RehearsalTest extends BrowserTestCase
{
    public function testTheNextRehearsalIsPlannedDraggedLockedDroppedAndTakenBack(): void
    {
        $page = $this->rehearsal();
        $titles = fn (): array => $page->driver->executeScript('return [...document.querySelectorAll("[role=option] strong")].map((one) => one.textContent.replace(/^\d+ · /, ""))');
        $before = $titles();
        self::assertSame('Warm-up', $before[0]);
        self::assertGreaterThanOrEqual(5, count($before));

        // By keys: the second thing goes to the beginning, and is locked there.
        $page->find('[role=option]:nth-child(2)')->click();
        $page->keysWith(WebDriverKeys::ALT, WebDriverKeys::ARROW_LEFT);
        $page->until(fn (): bool => $titles()[0] === $before[1], 'it does not come earlier');
        $page->sees('locked', '[role=option]:first-child');

        // By the mouse: the last to the first.
        $page->driver->executeScript('const all = [...document.querySelectorAll("[role=option]")]; const [from, to] = [all.at(-1), all[0]];'
            . 'const data = new DataTransfer();'
            . 'for (const [on, type] of [[from, "dragstart"], [to, "dragover"], [to, "drop"], [from, "dragend"]])'
            . ' on.dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer: data }));');
        $page->until(fn (): bool => str_starts_with($titles()[0], 'Run'), 'it was not dragged');

        // What is left out can be had again, and every act is taken back.
        $page->find('[role=option]:nth-child(3)')->click();
        $page->press('Leave out');
        $page->sees('Left out:', '.more');
        $page->find('.eraser')->click();
        $page->until(fn (): bool => !str_contains($page->text('.more'), 'Left out:'), 'leaving out is not taken back');
        $page->find('.eraser')->click();
        $page->until(fn (): bool => $titles()[0] === $before[1], 'dragging is not taken back');
        self::assertSame([], $page->scriptErrors());
        self::assertLessThanOrEqual(45, (int) $page->driver->executeScript('return [...document.querySelectorAll("[role=option] .foot")].reduce((sum, one) => sum + Number(/(\d+) min/.exec(one.textContent)[1]), 0)'));
    }

    public function testMinutesAndSchoolsPlanAgain(): void
    {
        $page = $this->rehearsal();
        $minutes = $page->find('.wishes input[type=number]');
        $minutes->sendKeys([WebDriverKeys::CONTROL, 'a']);
        $minutes->sendKeys(['20', WebDriverKeys::TAB]);
        $page->until(fn (): bool => str_contains($page->text('h1'), '20 minutes'), 'it stays as long');
        (new WebDriverSelect($page->find('[aria-label="Begin with"]')))->selectByVisibleText('the beginning');
        $page->until(fn (): bool => $page->count('[role=option]') >= 2 && str_contains($page->text('.entry h2'), ' '), 'nothing is planned');
        $minutes = $page->find('.wishes input[type=number]');
        $minutes->sendKeys([WebDriverKeys::CONTROL, 'a']);
        $minutes->sendKeys(['600', WebDriverKeys::TAB]);
        $page->sees('A rehearsal lasts from 1 to 300 minutes.');
        $page->sees('20 minutes', 'h1');
        self::assertSame('20', $page->find('.wishes input[type=number]')->getAttribute('value'), 'the field shows what holds');
        self::assertSame([], $page->scriptErrors());
    }

    public function testOnTheWallTheClickerTicksAndGoesOn(): void
    {
        $page = $this->rehearsal();
        $page->press('Start')->find('.clock');
        $first = $page->text('.now h1');
        self::assertMatchesRegularExpression('~^\d+:\d\d$~', $page->text('.clock'));
        $page->keys(WebDriverKeys::PAGE_DOWN);
        $page->until(fn (): bool => $page->text('.now h1') !== $first, 'the clicker does nothing');
        $page->until(fn (): bool => $page->count('li .is-done') === 1, 'it is not ticked');
        $page->keys(WebDriverKeys::ESCAPE)->find('.plan-strip');
        $page->until(fn (): bool => $page->count('[role=option].is-done') === 1, 'the plan does not know');
        self::assertSame([], $page->scriptErrors());
    }

    /** In a room without a network: kept in the phone, sent when there is one again. */
    public function testAPhoneWritesDownWhatWasHeardWithoutANetwork(): void
    {
        $page = Page::open(390, 844, true)->signIn()->go('/rehearsal');
        $page->find('.plan-strip [role=option]');
        $page->press('On my phone')->find('.targets button');
        $width = $page->driver->executeScript('return document.documentElement.scrollWidth - document.documentElement.clientWidth');
        self::assertLessThanOrEqual(0, $width, 'it is as wide as the phone');
        foreach ($page->driver->findElements(WebDriverBy::cssSelector('.targets button, .kinds button, .who button')) as $target) {
            self::assertGreaterThanOrEqual(44, $target->getSize()->getHeight(), 'large enough for a thumb');
        }
        $page->find('.kinds button');
        $page->network(false);
        $page->find('.targets button:nth-child(2)')->click();
        $number = $page->find('.targets button[aria-pressed=true]')->getText();
        $page->press('Viola', '.who');
        $page->press('Not together', '.kinds');
        $page->sees('1 kept here');
        // It goes by itself as soon as it can.
        $page->network(true);
        $page->until(fn (): bool => !str_contains($page->text('body'), 'kept here'), 'it is not sent');
        $page->until(fn (): bool => str_contains($page->text('.heard'), "m. {$number} · not together"), 'it is not in the book');
    }

    /** From what was heard to the stand: one press marks it, the next edition tells the players. */
    public function testACorrectionReachesTheStudentsPage(): void
    {
        $page = Page::open()->signIn()->go('/piece/1/desk')->engraved();
        $page->press('Heard…')->find('.el-dialog .kinds');
        $measure = $page->find('.el-dialog [aria-label=Measure]');
        $measure->sendKeys([WebDriverKeys::CONTROL, 'a']);
        $measure->sendKeys('4');
        $page->press('Too short', '.el-dialog');
        $page->until(fn (): bool => $page->count('.el-dialog .kinds') === 0, 'it stays open');
        $page->go('/piece/1/logbook')->find('.heard');
        $page->sees('m. 4 · too short', '.heard');
        $page->press('Make it:', '.heard');
        $page->until(fn (): bool => !str_contains($page->text('.heard'), 'Make it'), 'it is not made');

        $api = Client::signedIn(Harness::get()->url);
        $section = $api->json('GET', '/api/v1/pieces/1/handout')['sections'][0]['id'];
        $api->json('POST', "/api/v1/sections/{$section}/editions");
        $student = Page::open(390, 844, true)->go(Harness::get()->studentLink())->engraved();
        $student->find('.to-heard')->click();
        $student->sees('What we heard', '#heard');
        $student->sees('too short', '#heard');
        $student->sees('hold', '#list');
        self::assertLessThanOrEqual(390, $student->driver->executeScript('return document.documentElement.scrollWidth'));
        self::assertSame([], $student->scriptErrors());
    }

    public function testTuttiShowsWhereToTuneAndWhoEnters(): void
    {
        $page = Page::open()->signIn()->go('/piece/3/tutti?view=unisons');
        $page->sees('Where to tune', '.beside');
        $page->sees('begins:', '.beside');
        $page->find('.fork');
        $page->press('Drone', '.beside article');
        $page->until(fn (): bool => $page->count('.beside [aria-pressed=true]') === 1, 'no drone sounds');
        $page->press('Stop the drone');
        $page->press('Entrances');
        $page->sees('Who enters when', '.beside');
        $page->until(fn (): bool => $page->count('.cell.enters') > 0, 'there is no grid');
        self::assertSame([], $page->scriptErrors());
    }

    public function testALineForEverybodyAndWhatIsHardAreShown(): void
    {
        $page = Page::open()->signIn()->go('/piece/1/everybody/1?from=1&to=4');
        $page->until(fn (): bool => $page->count('.voices g.note') >= 20, 'not everybody has the line');
        self::assertSame(5, $page->count('.voices section'));
        $page->go('/piece/3/desk')->find('.hard .strip button i');
        $page->driver->executeScript('document.querySelector(".hard .strip button i").parentElement.click()');
        $page->sees('hard.', '.why');
        self::assertSame([], $page->scriptErrors());
    }

    public function testATermIsMadeAndAskedHowItIsReckoned(): void
    {
        $page = $this->rehearsal();
        $page->press('Term')->find('.columns ol li');
        $rows = $page->count('.columns ol li');
        $page->press('Put it in');
        $page->until(fn (): bool => $page->count('.columns ol li') === $rows + 1, 'the date is not there');
        $page->press('How is that reckoned?');
        $page->sees('worked twice, three times where hard');
        $page->find('.eraser')->click();
        $page->until(fn (): bool => $page->count('.columns ol li') === $rows, 'it is not taken back');
        self::assertSame([], $page->scriptErrors());
    }

    private function rehearsal(): Page
    {
        $page = Page::open()->signIn()->go('/rehearsal');
        $page->find('.plan-strip [role=option]');

        return $page;
    }
}
