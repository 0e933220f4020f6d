<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Facebook\WebDriver\WebDriverSelect;
use Tests\Browser\Support\Harness;
use Tests\Browser\Support\Page;
use Tests\Support\Client;
use Tests\Support\Server;

/** The student's page on a phone: the music at once, sizes, the list, a newer edition, no network. */
final class StudentTest extends BrowserTestCase
{
    public function testTheMusicComesWithThePageAndNothingHeavyAfterIt(): void
    {
        $page = Page::open(390, 844, true)->go(Harness::get()->studentLink())->engraved();
        $page->driver->navigate()->refresh();
        $page->engraved();
        usleep(3_500_000);
        $fetched = $page->driver->executeScript(
            'return performance.getEntriesByType("resource").map((one) => [new URL(one.name).pathname, one.decodedBodySize])',
        );
        self::assertIsArray($fetched);
        self::assertLessThan(300_000, array_sum(array_column($fetched, 1)), (string) json_encode($fetched));
        self::assertSame([], array_values(array_filter(array_column($fetched, 0), static fn (string $path): bool => str_contains($path, '/app-'))));
        self::assertSame('phone', $page->find('.my-part')->getAttribute('data-sheet'));
        self::assertLessThanOrEqual(390, $page->driver->executeScript('return document.documentElement.scrollWidth'));
        self::assertSame([], $page->scriptErrors());
    }

    public function testNotesAreMadeLargerAndStaySo(): void
    {
        $page = Page::open(390, 844, true)->go(Harness::get()->studentLink())->engraved();
        $size = static fn (): float => (float) $page->driver->executeScript('return document.querySelector(".drawn .notehead").getBoundingClientRect().height');
        $before = $size();
        $page->find('[data-size="1"]')->click();
        $page->until(fn (): bool => $size() > 1.4 * $before, 'the notes are no larger');
        $page->driver->navigate()->refresh();
        $page->engraved()->until(fn (): bool => $size() > 1.4 * $before, 'the size is forgotten');
        $page->find('[data-size="-1"]')->click();
        $page->until(fn (): bool => $size() < 1.1 * $before, 'the notes are no smaller');
        self::assertSame([], $page->scriptErrors());
    }

    public function testTheListIsTickedAndTheRoomGoesDark(): void
    {
        $page = Page::open(390, 844, true)->go(Harness::get()->studentLink())->engraved();
        self::assertSame(0, $page->driver->executeScript('return document.querySelector(".list").offsetHeight'));
        $ink = self::share($page, static fn (int $grey): bool => $grey < 100);
        self::assertGreaterThan(0.01, $ink);
        $page->press('Pencil list')->sees('signs, about', '.list')->sees('measure after', '.list');
        self::assertStringNotContainsString('@', $page->text('.list'));
        $page->find('.list li:nth-child(2) input')->click();
        (new WebDriverSelect($page->find('select[name=fingers]')))->selectByValue('every');
        $page->find('footer details:nth-of-type(2) summary')->click();
        $page->find('input[name=dark]')->click();
        $page->driver->navigate()->refresh();
        $page->engraved();
        // Every sign is there, white on black: as much as there was black on white, and nothing in between but its edges.
        $page->until(fn (): bool => $page->driver->executeScript('return document.documentElement.classList.contains("is-dark")') === true, 'it is not dark');
        $light = self::share($page, static fn (int $grey): bool => $grey > 155);
        self::assertGreaterThan(0.75 * $ink, $light, 'signs are lost in the dark');
        foreach (['.drawn .notehead use', '.drawn .staff path', '.drawn .stem path', '.drawn .barLine path', '.drawn .artic use'] as $sign) {
            self::assertTrue(self::isLight($page, $sign), "{$sign} cannot be seen");
        }
        $page->press('Pencil list');
        self::assertTrue($page->find('.list li:nth-child(2) input')->isSelected());
        self::assertFalse($page->find('.list li:nth-child(1) input')->isSelected());
        self::assertSame('rgb(0, 0, 0)', $page->driver->executeScript('return getComputedStyle(document.querySelector(".my-part")).backgroundColor'));
        self::assertSame([], $page->scriptErrors());
    }

    public function testATurnedPhoneGetsTheDrawingThatFitsAndTheMusicKeepsTheHeight(): void
    {
        $page = Page::open(390, 844, true)->go(Harness::get()->studentLink())->engraved();
        self::assertSame('phone', $page->find('.my-part')->getAttribute('data-sheet'));
        (new ChromeDevToolsDriver($page->driver))->execute('Emulation.setDeviceMetricsOverride', [
            'width' => 844, 'height' => 390, 'deviceScaleFactor' => 2, 'mobile' => true,
        ]);
        $page->until(fn (): bool => $page->find('.my-part')->getAttribute('data-sheet') !== 'phone', 'the turned phone keeps the narrow drawing');
        $share = $page->driver->executeScript('return document.querySelector(".music").clientHeight / window.innerHeight');
        self::assertGreaterThanOrEqual(0.6, $share);
        $page->keys(WebDriverKeys::PAGE_DOWN);
        $page->until(fn (): bool => $page->driver->executeScript('return document.querySelector(".music").scrollTop') > 20, 'a pedal turns nothing');
        self::assertSame([], $page->scriptErrors());
    }

    /** @param callable(int): bool $counts of a grey from 0 to 255 */
    private static function share(Page $page, callable $counts): float
    {
        [$picture, $scale] = self::picture($page);
        $box = $page->driver->executeScript('const { left, top, width, height } = document.querySelector(".music").getBoundingClientRect(); return [left, top, width, height]');
        self::assertIsArray($box);
        [$found, $all] = [0, 0];
        for ($x = (int) ($box[0] * $scale); $x < ($box[0] + $box[2] - 20) * $scale; $x += 2) {
            for ($y = (int) ($box[1] * $scale); $y < ($box[1] + $box[3]) * $scale; $y += 2) {
                $all++;
                $found += $counts(imagecolorat($picture, $x, $y) & 0xFF) ? 1 : 0;
            }
        }

        return $found / max(1, $all);
    }

    /** Whether the first sign of a kind that is seen has light in it. */
    private static function isLight(Page $page, string $css): bool
    {
        [$picture, $scale] = self::picture($page);
        $box = $page->driver->executeScript(
            'const { left, top, width, height } = [...document.querySelectorAll(arguments[0])].map((one) => one.getBoundingClientRect())'
            . '.find((box) => box.top > document.querySelector(".music").getBoundingClientRect().top); return [left, top, width, height]',
            [$css],
        );
        self::assertIsArray($box);
        for ($x = (int) (($box[0] - 1) * $scale); $x <= ($box[0] + $box[2] + 1) * $scale; $x++) {
            for ($y = (int) (($box[1] - 1) * $scale); $y <= ($box[1] + $box[3] + 1) * $scale; $y++) {
                if (($x >= 0 && $x < imagesx($picture)) && ($y >= 0 && $y < imagesy($picture)) && (imagecolorat($picture, $x, $y) & 0xFF) > 120) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @return array{\GdImage, float} the window as it is seen, and its pixels to a pixel of the page's */
    private static function picture(Page $page): array
    {
        $picture = imagecreatefromstring($page->driver->takeScreenshot());
        self::assertNotFalse($picture);

        return [$picture, imagesx($picture) / (float) $page->driver->executeScript('return window.innerWidth')];
    }

    public function testChangedPlacesHaveABarUntilTheyAreTickedAndSlipsArePrinted(): void
    {
        $director = Client::signedIn(Harness::get()->url);
        $section = (int) Harness::get()->database()->query('select section_id from links where ended_at is null order by id limit 1')->fetchColumn();
        $director->json('POST', "sections/{$section}/editions");
        $director->json('POST', "sections/{$section}/marks", ['lines' => '13.1 up', 'seen' => 9007199254740991]);
        $director->json('POST', "sections/{$section}/editions");
        $page = Page::open(390, 844, true)->go(Harness::get()->studentLink())->engraved();
        $page->until(fn (): bool => $page->count('.changed-bar') > 0, 'changed places have no bar');
        $page->press('Pencil list')->sees('Changed since edition', '.changed')->sees('m. 13: up', '.changed');
        $page->driver->executeScript('window.print = () => { window.printed = true; }; document.querySelector("select[name=slips]").value = "2"');
        $page->find('footer details summary')->click();
        $page->press('Print the corrections', 'footer');
        self::assertSame(2, $page->count('#slips > div'));
        self::assertStringContainsString('Corrections, edition', (string) $page->driver->executeScript('return document.querySelector("#slips h2").textContent'));
        foreach ($page->driver->findElements(WebDriverBy::cssSelector('.changed input')) as $box) {
            $box->click();
        }
        self::assertSame(0, $page->count('.changed-bar'));
        $page->driver->navigate()->refresh();
        $page->engraved();
        self::assertSame(0, $page->count('.changed-bar'), 'the ticks are forgotten');
        self::assertSame([], $page->scriptErrors());
    }

    public function testALinkMayShowTheListAlone(): void
    {
        $director = Client::signedIn(Harness::get()->url);
        $link = (int) Harness::get()->database()->query('select id from links where ended_at is null order by id limit 1')->fetchColumn();
        $address = Harness::get()->studentLink();
        $director->json('PATCH', "links/{$link}", ['shows' => 'list']);
        $page = Page::open(390, 844, true)->go($address)->sees('signs, about', '.list');
        self::assertSame([0, 0], [$page->count('.drawn'), $page->count('[data-tab]')]);
        $page->until(
            fn (): bool => (int) Harness::get()->database()->query("select count(*) from readers where link_id = {$link}")->fetchColumn() > 0,
            'who opened it is not counted',
        );
        $director->json('PATCH', "links/{$link}", ['shows' => 'all']);
        self::assertSame([], $page->scriptErrors());
    }

    public function testANewerEditionIsSaidAndNotSwappedIn(): void
    {
        $student = Page::open(390, 844, true)->go(Harness::get()->studentLink())->engraved();
        $look = static fn (): mixed => $student->driver->executeScript('document.dispatchEvent(new Event("visibilitychange"))');
        $signs = $student->count('.drawn use');
        $director = Client::signedIn(Harness::get()->url);
        $section = (int) Harness::get()->database()->query('select section_id from links where ended_at is null order by id limit 1')->fetchColumn();
        $director->json('POST', "sections/{$section}/marks", ['lines' => '13.2 up', 'seen' => 9007199254740991]);
        $number = $director->json('POST', "sections/{$section}/editions")['edition']['number'];
        $student->until(function () use ($look, $student, $number): bool {
            $look();

            return str_contains($student->text('#news'), "Edition {$number} is out.");
        }, 'the newer edition is not announced');
        self::assertSame($signs, $student->count('.drawn use'));
        $student->press('Show it', '#news')->sees("edition {$number}", 'header')->engraved();
        $student->press('Pencil list')->sees('new', '.list');
        $student->find('footer details:nth-of-type(2) summary')->click();
        $student->press('Edition 1', 'footer')->sees('This is an earlier edition.', '#news')->engraved();
        self::assertSame([], $student->scriptErrors());
    }

    public function testWhatWasOpenedOnceOpensWithoutANetwork(): void
    {
        $server = new Server();
        $token = (string) $server->database()->query('select token from links where ended_at is null order by id limit 1')->fetchColumn();
        $page = Page::open(390, 844, true)->go("{$server->url}/part/{$token}")->engraved();
        $page->until(
            fn (): bool => $page->driver->executeScript('return navigator.serviceWorker.controller !== null') === true,
            'no service worker takes the page over',
        );
        // Opened once and no more: what came before the worker is kept by it all the same.
        $page->until(
            fn (): bool => $page->driver->executeAsyncScript(
                'const done = arguments[0]; caches.open("parts-1").then((store) => store.keys()).then((kept) => {'
                . ' const paths = kept.map(({ url }) => new URL(url).pathname);'
                . ' done(paths.includes(location.pathname) && paths.some((path) => path.startsWith("/build/"))); });',
            ) === true,
            'the first visit is not kept',
        );
        $page->until(
            fn (): bool => $page->driver->executeAsyncScript(
                'const done = arguments[0]; caches.open("parts-1").then((store) => store.keys()).then((keys) => done(keys.some((key) => key.url.includes("drawing/"))));',
            ) === true,
            'the pages for paper are not kept',
        );
        $server->stop();
        $page->driver->navigate()->refresh();
        $page->engraved()->sees('No network: this is edition 1', '#news');
        $page->press('Pencil list')->sees('signs, about', '.list');
        self::assertGreaterThan(50, $page->count('.drawn .notehead'));
    }
}
