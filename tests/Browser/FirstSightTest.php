<?php

declare(strict_types=1);

namespace Tests\Browser;

use Tests\Browser\Support\Harness;
use Tests\Browser\Support\Page;

/** The desk's page is seen at once, and goes on where it was seen. */
final class FirstSightTest extends BrowserTestCase
{
    public static function setUpBeforeClass(): void
    {
        putenv('PENCIL_DRAWS_AHEAD=true');
        Harness::renew();
    }

    public static function tearDownAfterClass(): void
    {
        putenv('PENCIL_DRAWS_AHEAD');
        Harness::renew();
    }

    public function testTheDeskTakesThePageOverWithoutAJump(): void
    {
        $page = Page::open()->signIn()->go('/piece/1/desk')->engraved();
        $address = $page->driver->getCurrentURL();
        $page->driver->executeScript('document.querySelector(".scroller").scrollTop = 150');
        $page->until(fn (): bool => $this->hasSight($page), 'the page is never drawn beforehand', 60);
        $page->driver->executeCustomCommand('/session/:sessionId/goog/cdp/execute', 'POST', [
            'cmd' => 'Page.addScriptToEvaluateOnNewDocument',
            'params' => ['source' => <<<'JS'
                window.seen = {};
                const look = () => {
                    const sight = document.getElementById('first-sight');
                    const note = (sight ?? document.querySelector('.sheet'))?.querySelectorAll('g.note')[20];
                    if (note) {
                        const { x, y } = note.querySelector('.notehead').getBoundingClientRect();
                        window.seen[sight ? 'before' : 'after'] = [note.id, Math.round(x), Math.round(y)];
                    }
                    requestAnimationFrame(look);
                };
                requestAnimationFrame(look);
                JS],
        ]);
        $page->driver->get($address);
        $page->engraved()->until(
            fn (): bool => $page->driver->executeScript('return window.seen.after !== undefined') === true,
            'the desk never takes over',
        );
        [$before, $after] = $page->driver->executeScript('return [window.seen.before, window.seen.after]');

        self::assertIsArray($before, 'the music is there before the desk');
        self::assertSame($before, $after);
        self::assertSame(0, $page->count('#first-sight'));
        $page->driver->executeScript('window.first = document.querySelector(".sheet g.note");');
        $page->keys('u');
        $page->until(
            fn (): bool => $page->driver->executeScript(<<<'JS'
                const now = document.getElementById(window.first.id);
                return now !== window.first && [...now.querySelectorAll('use')].some((use) => use.getAttribute('href').includes('E612'));
                JS) === true,
            'a system that was drawn on the server is not engraved again with its up bow',
        );
        self::assertSame([], $page->scriptErrors());
    }

    private function hasSight(Page $page): bool
    {
        return $page->driver->executeAsyncScript(
            'const done = arguments[0]; fetch(location.href).then((answer) => answer.text()).then((text) => done(text.includes("first-sight")));',
        ) === true;
    }
}
