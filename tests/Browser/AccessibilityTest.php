<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Tests\Browser\Support\Harness;
use Tests\Browser\Support\Page;

/** No screen has anything serious an accessibility scan can find. */
final class AccessibilityTest extends BrowserTestCase
{
    public function testTheDirectorsScreens(): void
    {
        $page = Page::open()->go('/sign-in');
        $page->find('input[name=email]');
        self::assertSame([], $page->seriousProblems(), 'sign-in');
        foreach (['/forgotten', '/welcome/abcdefgh12?email=a%40example.test'] as $door) {
            $page->go($door)->find('form input');
            self::assertSame([], $page->seriousProblems(), $door);
        }
        $page->signIn();
        self::assertSame([], $page->seriousProblems(), 'rack');
        $page->go('/account')->sees('Where you are signed in');
        self::assertSame([], $page->seriousProblems(), 'account');
        $page->go('/rack')->find('.rack .shelf');
        $page->driver->findElement(WebDriverBy::cssSelector('input[type=file]'))
            ->sendKeys(dirname(__DIR__, 2) . '/demo/scores/paper-boats.musicxml');
        $page->sees('What was understood', '.el-dialog');
        usleep(400_000);
        self::assertSame([], $page->seriousProblems(), 'what was understood');
        $page->go('/piece/2/desk')->engraved();
        self::assertSame([], $page->seriousProblems(), 'desk');
        $page->press('The hand', '.because')->find('.because .board');
        self::assertSame([], $page->seriousProblems(), 'desk, the hand');
        $page->go('/piece/2/tutti')->find('.middle svg rect');
        self::assertSame([], $page->seriousProblems(), 'tutti');
        $page->go('/piece/3/read-through')->find('article');
        self::assertSame([], $page->seriousProblems(), 'read-through');
        $page->go('/piece/2/hand-out')->find('.part');
        self::assertSame([], $page->seriousProblems(), 'hand out');
    }

    /** @return iterable<string, array{string, string, list<string>}> address, what shows that it is there, and what is pressed then */
    public static function otherScreens(): iterable
    {
        yield 'class' => ['/class', '.class-screen article svg g.note', []];
        yield 'class view' => ['/piece/2/class-view/6', '.class-view g.note', []];
        yield 'a corrected score' => ['/piece/2/corrected', '.correction, main, h1', []];
        yield 'outbox' => ['/outbox', 'h1', []];
        yield 'an evening' => ['/evening/directors', 'h1', []];
        yield 'nowhere' => ['/no/such/place', 'h1, h2', []];
        yield 'key card' => ['/piece/2/desk', '.sheet g.note', ['Keys']];
        yield 'look it over' => ['/piece/2/desk', '.sheet g.note', ['Look it over']];
        yield 'patterns' => ['/piece/2/desk', '.sheet g.note', ['Patterns']];
        yield 'open strings' => ['/piece/2/desk', '.sheet g.note', ['Open strings']];
        yield 'tempos' => ['/piece/2/desk', '.sheet g.note', ['♩ =']];
        yield 'everything that can be said' => ['/piece/2/desk', '.sheet g.note', ['?']];
        yield 'a part on paper' => ['/piece/2/hand-out', '.part', ['PDF']];
        yield 'write-in' => ['/write-in', '.board .place', []];
        yield 'write-in by fingers' => ['/write-in', '.board .place', ['by fingers']];
        yield 'a book' => ['/book/2', 'tbody tr', []];
        yield 'a lesson' => ['/piece/8/lesson', '.lesson g.note', []];
        yield 'practice lines' => ['/piece/2/practice/6', '.line-row g.note', []];
        yield 'warm-up' => ['/piece/2/warm-up', '.stage g.note', []];
        yield 'playing along' => ['/piece/2/tutti', '.tutti svg', ['Play along']];
        yield 'tuning' => ['/piece/2/tutti?view=unisons', '.beside article', []];
        yield 'who enters' => ['/piece/2/tutti?view=entrances', '.beside h2', []];
        yield 'a rehearsal' => ['/rehearsal/4', '.plan-strip [role=option]', []];
        yield 'what was heard' => ['/rehearsal/4', '.plan-strip [role=option]', ['+ what was heard']];
        yield 'a term' => ['/rehearsal/term/1', '.columns ol li', []];
        yield 'on the wall' => ['/rehearsal/4/wall', '.clock', []];
        yield 'in the room' => ['/rehearsal/4/hear', '.targets button', []];
        yield 'logbook' => ['/piece/3/logbook', '.heard', []];
        yield 'a line for everybody' => ['/piece/2/everybody/6?from=1&to=4', '.voices g.note', []];
        yield 'history' => ['/piece/2/desk', '.sheet g.note', ['History']];
    }

    public function testTheOtherScreens(): void
    {
        $page = Page::open()->signIn();
        foreach (self::otherScreens() as $name => [$path, $css, $presses]) {
            $page->go($path)->find($css);
            foreach ($presses as $text) {
                $page->press($text)->find('.el-dialog, .el-drawer, .fingers, .play-bar');
                // It comes in from the side.
                usleep(500_000);
            }
            self::assertSame([], $page->seriousProblems(), $name);
        }
        self::assertSame([], $page->scriptErrors());
    }

    public function testTheStudentsPage(): void
    {
        $page = Page::open(360, 740, true)->go(Harness::get()->studentLink())->engraved();
        self::assertSame([], $page->seriousProblems(), 'music');
        $page->press('Pencil list')->find('.list li');
        self::assertSame([], $page->seriousProblems(), 'pencil list');
        $page->press('Practise')->find('.practise .lines, .practise .quiet');
        self::assertSame([], $page->seriousProblems(), 'practise');
        $page->press('Play')->find('.play-bar');
        $page->press('more');
        self::assertSame([], $page->seriousProblems(), 'playing along');
        self::assertLessThanOrEqual(360, $page->driver->executeScript('return document.documentElement.scrollWidth'));
    }

    public function testNothingOutsideTheApplicationIsFetched(): void
    {
        $page = Page::open()->signIn()->go('/piece/1/desk')->engraved();
        $hosts = $page->driver->executeScript(
            'return [...new Set(performance.getEntriesByType("resource").map((one) => new URL(one.name).host))]',
        );

        self::assertSame([parse_url(Harness::get()->url, PHP_URL_HOST) . ':' . parse_url(Harness::get()->url, PHP_URL_PORT)], $hosts);
    }
}
