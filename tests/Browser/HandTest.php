<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Support\Page;

/** The left hand, the class and what partners do, in the real interface. */
final class HandTest extends BrowserTestCase
{
    public function testTheHandLaneAndWhyAFinger(): void
    {
        $page = Page::open()->signIn()->go('/piece/2/desk')->engraved();
        $page->until(fn (): bool => $page->count('.ink .hand-dot') > 20, 'the hand lane is empty');
        self::assertGreaterThan(0, $page->count('.ink .hand-open'));
        $page->press('Hand lane', '.bottom');
        $page->until(fn (): bool => $page->count('.ink .hand-dot') === 0, 'the hand lane does not fold');
        $page->press('Hand lane', '.bottom');

        $page->press('The hand', '.because');
        $page->find('.because .board');
        $page->find('.ruler button[aria-label="Go to measure 1"]')->click();
        $page->keys(WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_RIGHT);
        $page->sees('4 on A, first position', '.because')->sees('Keeps the slur on one string', '.because');
        $page->sees('open E', '.because');
        $page->driver->navigate()->refresh();
        $page->engraved()->find('.because .board');
        self::assertSame([], $page->scriptErrors());
    }

    public function testTheClassTriesBothVersionsAndDecides(): void
    {
        $page = Page::open()->signIn()->go('/piece/2/desk')->engraved();
        $page->press('Cello', '.tabs')->engraved();
        $line = $page->type('input[name=say-it]', '5.1 up or down');
        $page->sees('1 mark', '#says');
        $before = $page->count('.ruler .marked');
        $line->sendKeys(WebDriverKeys::ENTER);
        $page->until(fn (): bool => $page->count('.ruler .marked') > $before, 'the choice was not laid');
        $page->press('Class view', 'header')->sees('Measures 4 to 7', 'h1');
        $page->until(fn (): bool => $page->count('section[aria-label="Version B"] g.note') > 3, 'the second version is not engraved');
        $page->until(fn (): bool => $page->count('.lane-down') > 2, 'the bow is not under it');
        self::assertSame(2, $page->count('h2 b'));
        // Version B is bowed in the air, silently, until it rests.
        $page->find('select[aria-label="Share of the tempo"] option')->click(); // the slowest
        $page->press('Bow it in the air', 'section[aria-label="Version B"]');
        $place = static fn (): string => (string) $page->find('section[aria-label="Version B"] .the-bow .string')->getAttribute('transform');
        $at = $place();
        $page->until(fn (): bool => $place() !== $at, 'the bow does not move');
        $page->find('section[aria-label="Version B"] .now');
        $page->press('Rest')->until(fn (): bool => $page->count('.the-bow') === 0, 'the bow does not rest');
        // Version A is heard, the bow moving with it; pressed again it is silent.
        $page->press('Hear it', 'section[aria-label="Version A"]')->find('section[aria-label="Version A"] .the-bow');
        $page->press('Be silent', 'section[aria-label="Version A"]');
        $page->until(fn (): bool => $page->count('.the-bow') === 0, 'it goes on sounding');
        $page->keys('B')->sees('B it is: down', '.el-message');
        $page->until(fn (): bool => $page->count('h2 b') === 0, 'the choice stays open');
        // Nothing is open any more: a clicker turns on by measures.
        $title = $page->text('h1');
        $page->keys(WebDriverKeys::PAGE_DOWN);
        $page->until(fn (): bool => $page->text('h1') !== $title, 'the clicker does not turn on');
        $page->keys(WebDriverKeys::ESCAPE)->engraved();
        self::assertSame([], $page->scriptErrors());
    }

    public function testAnotherFingerIsTakenByPressAndByKey(): void
    {
        $page = Page::open()->signIn()->go('/piece/2/desk')->engraved();
        $page->press('Viola', '.tabs')->engraved();
        $page->press('The hand', '.because');
        $page->find('.because .other')->click();
        $page->sees('marked', '.because .is-answer')->sees('Marked so', '.because');
        $page->keys('.')->sees('worked out', '.because .is-answer');
        $page->keys('3')->sees('Marked here', '.because');
        $page->keys('3')->sees('worked out', '.because .is-answer');
        $page->keys('o')->sees('Marked here', '.because');
        $page->control('z');
        $page->sees('worked out', '.because .is-answer');
        self::assertSame([], $page->scriptErrors());
    }

    public function testAnOpenChoiceTellsWhatItDoesAndIsDecidedWithOnePress(): void
    {
        $page = Page::open()->signIn()->go('/piece/1/desk')->engraved();
        $page->press('Viola', '.tabs')->engraved();
        $line = $page->type('input[name=say-it]', '2.1 down or up');
        $page->sees('1 mark', '#says');
        $line->sendKeys(WebDriverKeys::ENTER);
        $line->sendKeys(WebDriverKeys::ESCAPE);
        $page->find('.ruler button[aria-label="Go to measure 2"]')->click();
        $page->sees('Open until the class has tried it', '.because');
        $page->until(fn (): bool => $page->count('.because .also small') === 2, 'the futures are not told');
        $page->driver->findElements(WebDriverBy::cssSelector('.because .also .paper-button'))[1]->click();
        $page->until(fn (): bool => $page->count('.because .also') === 0, 'the choice is still open');
        $page->sees('up bow', '.because h2');
        self::assertSame([], $page->scriptErrors());
    }

    public function testAPluckedNoteRingsOn(): void
    {
        $page = Page::open()->signIn()->go('/piece/1/desk')->engraved();
        $line = $page->type('input[name=say-it]', '12.1 let ring');
        $page->sees('1 mark', '#says');
        $line->sendKeys(WebDriverKeys::ENTER);
        $line->sendKeys(WebDriverKeys::ESCAPE);
        $page->until(fn (): bool => $page->count('g.lv') === 1, 'no open tie is drawn');
        // As long as a reader expects a tie, not a speck over the notehead.
        $width = 'return document.querySelector("g.lv path").getBoundingClientRect().width';
        $notehead = 'return document.querySelector("g.notehead").getBoundingClientRect().width';
        self::assertGreaterThan(1.3 * $page->driver->executeScript($notehead), $page->driver->executeScript($width));
        $page->control('z');
        $page->until(fn (): bool => $page->count('g.lv') === 0, 'the mark was not undone');
        self::assertSame([], $page->scriptErrors());
    }

    public function testMarksAreCarriedToAReturn(): void
    {
        $page = Page::open()->signIn()->go('/piece/2/desk')->engraved();
        $page->press('Violin II', '.tabs')->engraved();
        $page->find('.ruler button[aria-label="Go to measure 1"]')->click();
        $page->sees('measure 1, beat 1', '.place');
        $page->keys('h')->sees('Marked here', '.because');
        $page->find('.ruler button[aria-label="Go to measure 5"]')->click();
        // What comes a moment later stands above it.
        $page->sees('again', '.because .again')->sees('instead', '.because');
        $page->press('Same bowing here', '.because .again');
        $page->told('laid');
        $page->sees('Marked here', '.because');
        self::assertSame([], $page->scriptErrors());
    }

    public function testAStretchIsFrozenCopiedAndLaid(): void
    {
        $page = Page::open()->signIn()->go('/piece/1/desk')->engraved();
        $page->press('Cello', '.tabs')->engraved();
        $page->find('.ruler button[aria-label="Go to measure 1"]')->click();
        $page->keysWith(WebDriverKeys::ALT, WebDriverKeys::ARROW_RIGHT);
        $page->keysWith(WebDriverKeys::ALT, WebDriverKeys::ARROW_RIGHT);
        $page->keys('f')->sees('Marked here', '.because');
        $page->keys('c')->told('are ready to be laid elsewhere');
        $page->find('.ruler button[aria-label="Go to measure 9"]')->click();
        $page->keys('v')->told('laid');
        $page->until(fn (): bool => $page->count('.ruler .marked') >= 2, 'nothing was laid');
        self::assertSame([], $page->scriptErrors());
    }

    public function testTheClassDecidesBetweenOpenAndFour(): void
    {
        $page = Page::open()->signIn()->go('/class');
        $page->sees('Open string or fourth finger', '.class-screen');
        $page->until(fn (): bool => $page->count('.example svg g.note') > 20, 'the examples are not engraved');
        $page->find('input[name=open][value], input[name=open]');
        $page->driver->findElements(WebDriverBy::cssSelector('input[name=open]'))[2]->click();
        // What it would do is told before it is kept.
        $page->sees('Not kept yet.', '.trying')->sees('in m.', '.trying')->press('Keep it', '.trying')->told('Kept');
        $page->driver->navigate()->refresh();
        $page->sees('Open string or fourth finger', '.class-screen');
        self::assertTrue($page->driver->findElements(WebDriverBy::cssSelector('input[name=open]'))[2]->isSelected());
        $page->control('z')->told('Took back: what the class can do');
        $page->until(
            fn (): bool => $page->driver->findElements(WebDriverBy::cssSelector('input[name=open]'))[0]->isSelected(),
            'it was not taken back',
        );
        $page->sees('string 328 mm', '.fingerboard-card')->sees('Stop if it hurts', '.fingerboard-card');
        self::assertSame([], $page->seriousProblems(), 'class');
        self::assertSame([], $page->scriptErrors());
    }

    public function testPatternsOpenStringsAndTempos(): void
    {
        $page = Page::open()->signIn()->go('/piece/2/desk')->engraved();
        $page->press('Patterns', '.bottom')->sees('2-3 close', '.el-dialog');
        $page->press('m. 7', '.el-dialog')->sees('measure 7', '.place');
        $page->press('Open strings', '.bottom')->sees('on open strings', '.el-dialog');
        $page->until(fn (): bool => $page->count('.el-dialog g.note') > 30, 'the practice line is not engraved');
        $page->find('.el-dialog__headerbtn')->click();
        $page->until(fn (): bool => $page->count('.open-strings') === 0, 'the sheet does not close');
        $page->press('♩ = 112', '.signs');
        $input = $page->find('.el-dialog input');
        $input->sendKeys('nonsense');
        $page->press('Use these tempos', '.el-dialog')->told('a tempo is a number of quarter notes a minute');
        $input->clear();
        $input->sendKeys('96');
        $page->press('Use these tempos', '.el-dialog');
        $page->sees('♩ = 96', '.signs');
        self::assertSame([], $page->scriptErrors());
    }

    public function testATouchOpensARingOfLikelyChoices(): void
    {
        $page = Page::open()->signIn()->go('/piece/1/desk')->engraved();
        $page->press('Violin II', '.tabs')->engraved();
        $page->driver->executeScript(
            'document.querySelector(".sheet g.note .notehead").dispatchEvent('
                . 'new PointerEvent("click", {bubbles: true, pointerType: "touch"}))',
        );
        $page->find('.ring button[aria-label="up bow"]')->click();
        $page->until(fn (): bool => $page->count('.ring') === 0, 'the ring stays');
        $page->sees('up bow', '.because h2');
        self::assertSame([], $page->scriptErrors());
    }

    public function testPartnersChooseTheirChair(): void
    {
        $page = Page::open()->signIn()->go('/piece/3/desk')->engraved();
        $page->press('Violin II', '.tabs')->engraved();
        $before = $page->count('.ruler .marked');
        $line = $page->type('input[name=say-it]', '7.3 change up @outside');
        $page->sees('1 mark', '#says');
        $line->sendKeys(WebDriverKeys::ENTER);
        $page->until(fn (): bool => $page->count('.ruler .marked') > $before, 'the mark was not laid');
        $page->go('/piece/3/hand-out')->sees('Violin II', '.hand-out');
        $parts = $page->driver->findElements(WebDriverBy::cssSelector('.part'));
        $parts[1]->findElement(WebDriverBy::xpath('.//button[contains(., "Hand out")]'))->click();
        // What still needs a decision is said first; one press goes on.
        $page->sees('still need', '.el-message-box')->press('Hand out anyway', '.el-message-box');
        $page->until(fn (): bool => $page->count('.part .link > a') >= 1, 'there is no link');
        $url = (string) $page->driver->findElements(WebDriverBy::cssSelector('.part .link > a'))[0]->getAttribute('href');
        $student = Page::open(390, 844, true)->go($url);
        $student->sees('I sit', '.chairs')->press('inside', '.chairs');
        $student->engraved();
        $student->driver->navigate()->refresh();
        $student->until(
            fn (): bool => $student->count('.chairs button[aria-pressed=true]') === 1,
            'the chair is not remembered',
        );
        self::assertStringContainsString('inside', $student->text('.chairs button[aria-pressed=true]'));
    }

    public function testTuttiShowsFingersEntrancesAndUnisons(): void
    {
        $page = Page::open()->signIn()->go('/piece/3/tutti');
        $page->find('.middle svg rect');
        $page->press('Fingers', '.views');
        $page->until(fn (): bool => $page->count('svg text.finger') > 20, 'no fingers are shown');
        $page->press('Entrances', '.views');
        $page->until(fn (): bool => $page->count('svg .entrance') >= 5, 'no entrances are shown');
        $page->press('Tuning', '.views');
        $page->until(fn (): bool => $page->count('svg .unison') > 3, 'no unisons are shown');
        $page->press('Bows and slurs', '.views');
        self::assertSame([], $page->scriptErrors());
    }
}
