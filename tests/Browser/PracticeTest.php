<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Facebook\WebDriver\WebDriverSelect;
use Tests\Browser\Support\Harness;
use Tests\Browser\Support\Page;
use Tests\Support\Client;

/** Playing along, bowing along and working a part up: on a phone, and on the director's screens. */
final class PracticeTest extends BrowserTestCase
{
    public function testAPhonePlaysAndShowsWhatSounds(): void
    {
        $page = $this->student();
        $page->press('Play');
        $page->find('.play-bar .play');
        $page->find('.bow-along')->getText();
        $page->find('.play')->click();
        // Counted in first, then the note that sounds is seen and the bow moves.
        $page->until(fn (): bool => preg_match('~^[1-4]$~m', $page->text('.about')) === 1, 'it does not count in');
        $page->until(fn (): bool => $this->sounding($page) !== '', 'no note is shown');
        $first = $this->sounding($page);
        $page->until(fn (): bool => !in_array($this->sounding($page), ['', $first], true), 'the place does not move');
        $page->sees('bow', '.bow-along h2');
        $page->find('.play')->click();
        $page->until(fn (): bool => $this->sounding($page) === '', 'a note is left behind');
        $page->press('Done');
        $page->until(fn (): bool => $page->driver->findElements(WebDriverBy::cssSelector('.play-bar')) === [], 'it is still there');
        self::assertSame([], $page->scriptErrors());
        self::assertLessThanOrEqual(390, $page->driver->executeScript('return document.documentElement.scrollWidth'));
    }

    /** The bow in the air goes by a clock that is ours here: where it is at a moment is where it was planned. */
    public function testTheBowInTheAirIsWhereItIsPlanned(): void
    {
        $page = $this->student();
        $play = json_decode((string) $page->driver->executeAsyncScript(
            'const done = arguments[0]; fetch(`/api/v1${location.pathname}/play`).then((answer) => answer.text()).then(done);',
        ), true)['play'];
        $page->press('Play')->press('bow in the air')->press('more');
        $box = $page->find('.fields input[type=checkbox]');
        if ($box->isSelected()) {
            $box->click();
        }
        $page->press('more');
        $page->driver->executeScript('window.clock = 1e6; performance.now = () => window.clock;');
        $page->find('.play')->click();
        usleep(300_000);
        $stroke = $play['strokes'][5];
        $middle = ($stroke['start'] + $stroke['sounds']) / 2;
        $page->driver->executeScript('window.clock = 1e6 + 120 + 1000 * arguments[0];', [$middle]);
        $page->until(fn (): bool => str_contains($page->text('.bow-along h2'), $stroke['direction'] === 'down' ? 'Down bow' : 'Up bow'), 'another bow');
        $x = fn (): float => (float) $page->driver->executeScript(
            'return Number(/translate\(([\d.]+)/.exec(document.querySelector(".hand").getAttribute("transform"))[1])',
        );
        $place = 30 + 300 * ($stroke['from'] + $stroke['to']) / 2;
        $page->until(fn (): bool => abs($x() - $place) < 4, 'the bow is elsewhere');
        self::assertSame((string) preg_replace('~\D~', '', $stroke['finger']), $page->text('.finger + .number'));
        self::assertSame($stroke['string'], $page->text('.string.is-played'));
        // For a left-handed view the frog is on the other side.
        $page->press('more');
        $page->find('.fields label:has(input[type=checkbox]):nth-last-of-type(2) input')->click();
        $page->press('more');
        $page->until(fn (): bool => abs($x() - (360 - $place)) < 4, 'the bow is not turned');
        self::assertSame([], $page->scriptErrors());
    }

    public function testAStretchGoesRoundOnItsLadderAndWhereOneStandsIsKept(): void
    {
        $page = $this->student();
        $page->press('Play')->press('round and round');
        (new WebDriverSelect($page->find('select[aria-label="Last measure that goes round"]')))->selectByValue('2');
        (new WebDriverSelect($page->find('select[aria-label="First measure that goes round"]')))->selectByValue('1');
        $page->sees('m. 2–3, round and round', '.about');
        $page->press('ladder')->sees('rung 1 of', '.about');
        $page->press('clean')->sees('Clean. 2 more.', '.about')->press('clean')->press('clean')->sees('rung 2 of', '.about');
        $page->press('again')->press('again')->sees('Down to', '.about')->sees('rung 1 of', '.about');
        $page->press('clean')->press('clean')->press('clean')->sees('Rest now', '.play-bar')->press('Go on');
        $page->sees('rung 2 of', '.about');
        $page->driver->navigate()->refresh();
        $page->engraved()->press('Play')->sees('rung 2 of', '.about');
        $page->press('ladder');
        self::assertSame([], $page->scriptErrors());
    }

    public function testThePageTurnsItselfAndAMomentIsPrinted(): void
    {
        $page = $this->student(3);
        $page->press('Play')->press('round and round');
        (new WebDriverSelect($page->find('select[aria-label="Last measure that goes round"]')))->selectByValue('62');
        (new WebDriverSelect($page->find('select[aria-label="First measure that goes round"]')))->selectByValue('58');
        $page->find('.play')->click();
        $isSeen = fn (): bool => $page->driver->executeScript(<<<'JS'
            const here = document.querySelector('#music .sounds')?.closest('g.system')?.getBoundingClientRect();
            const music = document.querySelector('#music').getBoundingClientRect();
            return here !== undefined && music.top - 8 <= here.top && here.bottom <= music.bottom + 8;
            JS) === true;
        $page->until($isSeen, 'what sounds is not on the page');
        $page->until(fn (): bool => $page->driver->executeScript('return document.querySelector("#music").scrollTop') > 500, 'it was not turned');
        // On paper stands this moment of the bow, and nothing else.
        $page->driver->executeScript('window.print = () => undefined');
        $page->press('print this moment');
        $pdf = sys_get_temp_dir() . '/moment-' . bin2hex(random_bytes(4)) . '.pdf';
        file_put_contents($pdf, base64_decode((string) $page->driver->executeCustomCommand('/session/:sessionId/print', 'POST', ['orientation' => 'portrait'])));
        $text = (string) shell_exec('pdftotext ' . escapeshellarg($pdf) . ' -');
        unlink($pdf);
        self::assertMatchesRegularExpression('~bow|Set it|Circle~', $text);
        self::assertStringContainsString('frog', $text);
        self::assertStringNotContainsString('Iron Footbridge', $text);
        self::assertSame([], $page->scriptErrors());
    }

    public function testKeysAndOddTempos(): void
    {
        $page = $this->student();
        $page->press('Play');
        $percent = $page->find('.percent');
        foreach ([['10', '30'], ['400', '120'], ['75', '75']] as [$typed, $kept]) {
            $percent->sendKeys(WebDriverKeys::CONTROL . 'a' . WebDriverKeys::NULL . $typed . WebDriverKeys::TAB);
            $page->until(fn (): bool => $percent->getAttribute('value') === $kept, "{$typed} is not {$kept}");
        }
        $body = $page->find('body');
        $page->driver->executeScript('document.activeElement.blur()');
        $body->sendKeys(' ');
        $page->until(fn (): bool => $page->find('.play')->getAttribute('aria-pressed') === 'true', 'space does not play');
        $body->sendKeys(WebDriverKeys::ARROW_RIGHT . WebDriverKeys::ARROW_RIGHT . WebDriverKeys::ARROW_RIGHT);
        $page->until(fn (): bool => preg_match('~m\. ([3-9])~', $page->text('.about')) === 1, 'the arrows do not move');
        $body->sendKeys('     ');
        $body->sendKeys(WebDriverKeys::ESCAPE);
        $page->until(fn (): bool => $page->find('.play')->getAttribute('aria-pressed') === 'false', 'it does not rest');
        $percent->sendKeys(WebDriverKeys::CONTROL . 'a' . WebDriverKeys::NULL . '100' . WebDriverKeys::TAB);
        self::assertSame([], $page->scriptErrors());
    }

    public function testAPracticePageIsWorkedThroughAndTicked(): void
    {
        $page = $this->student(2);
        $page->press('Practise')->sees('Kept on this device alone', '#practise');
        $page->find('.practise .go')->click();
        $page->until(fn (): bool => $page->driver->findElements(WebDriverBy::cssSelector('.practise .drawn svg')) !== [], 'no line is drawn');
        $page->find('.play')->click();
        $page->until(fn (): bool => $page->driver->findElements(WebDriverBy::cssSelector('.practise .drawn .sounds')) !== [], 'the line does not sound');
        $page->press('All lines');
        $page->find('.practise .tick input')->click();
        $page->driver->navigate()->refresh();
        $page->engraved()->press('Practise')->sees('Kept on this device alone', '#practise');
        self::assertTrue($page->find('.practise .tick input')->isSelected());
        $page->press('In the music')->sees('round and round', '.about')->sees('rung', '.about');
        self::assertSame([], $page->scriptErrors());
    }

    public function testItPlaysWithoutANetworkOnceItWasOpened(): void
    {
        $page = $this->student();
        $page->press('Play');
        $page->find('.play')->click();
        $page->until(fn (): bool => $this->sounding($page) !== '', 'no note is shown');
        $page->press('Done')->press('Practise')->sees('Kept on this device alone', '#practise');
        $page->until(fn (): bool => $page->driver->executeScript('return navigator.serviceWorker.controller !== null'), 'nothing is kept');
        // What is fetched while a page is new passes the keeper the next time.
        $page->driver->navigate()->refresh();
        $page->engraved()->press('Play');
        $page->find('.play')->click();
        $page->until(fn (): bool => $this->sounding($page) !== '', 'no note is shown');
        $page->press('Done')->press('Practise')->sees('Kept on this device alone', '#practise');
        $page->network(false);
        try {
            $page->driver->navigate()->refresh();
            $page->engraved()->press('Play');
            $page->find('.play')->click();
            $page->until(fn (): bool => $this->sounding($page) !== '', 'it does not play without a network');
            self::assertNotSame('', $page->text('.bow-along h2'));
            $page->press('Done')->press('Practise')->sees('Kept on this device alone', '#practise');
        } finally {
            $page->network(true);
        }
    }

    public function testADirectorChoosesTheLines(): void
    {
        $api = Client::signedIn(Harness::get()->url);
        $section = $api->json('GET', '/api/v1/pieces/3')['sections'][0]['id'];
        $page = Page::open()->signIn()->go("/piece/3/practice/{$section}");
        $titles = fn (): array => array_map(
            static fn ($title): string => $title->getText(),
            $page->driver->findElements(WebDriverBy::cssSelector('.line-row h2')),
        );
        $page->until(fn (): bool => count($titles()) > 2, 'no lines');
        $before = $titles();
        $page->find('.line-row:nth-child(2) .acts button[aria-label$="earlier"]')->click();
        $page->told('is number 1');
        $page->until(fn (): bool => $titles()[0] === $before[1], 'the order is as it was');
        $page->find('.line-row:first-child .acts button:last-child')->click();
        $page->told('is left out');
        $page->until(fn (): bool => count($titles()) === count($before) - 1, 'it is still there');
        $page->press('Undo')->until(fn (): bool => count($titles()) === count($before), 'it is not taken back');
        (new WebDriverSelect($page->find('select[aria-label="Kind of line"]')))->selectByValue('open-strings');
        $page->find('input[aria-label="For which measure"]')->sendKeys('60' . WebDriverKeys::ENTER);
        $page->told('is worked last');
        $page->until(fn (): bool => count($titles()) === count($before) + 1, 'it was not added');
        $page->find('input[aria-label="For which measure"]')->clear()->sendKeys('999' . WebDriverKeys::ENTER);
        $page->told('There is no measure 999 in this part.');
        $page->press('Work them out again')->until(fn (): bool => $titles() === $before, 'they are not those that are asked');
        $page->find('.line-row:first-child .acts button')->click();
        $page->find('.play')->click();
        $page->until(fn (): bool => $page->driver->findElements(WebDriverBy::cssSelector('.now-layer')) !== [], 'the line does not sound');
        self::assertSame([], $page->scriptErrors());
    }

    public function testTheDeskTuttiAndTheWallPlayAlong(): void
    {
        $api = Client::signedIn(Harness::get()->url);
        $section = $api->json('GET', '/api/v1/pieces/1')['sections'][0]['id'];
        $page = Page::open()->signIn();
        foreach (["/piece/1/desk/{$section}" => '.now-layer', '/piece/1/tutti' => 'line.now', "/piece/1/class-view/{$section}" => '.lanes .now'] as $path => $place) {
            $page->go($path)->press('Play along');
            $page->find('.play')->click();
            $page->until(fn (): bool => $page->driver->findElements(WebDriverBy::cssSelector($place)) !== [], "{$path} shows no place");
            $page->press('done');
            $page->until(fn (): bool => $page->driver->findElements(WebDriverBy::cssSelector($place)) === [], "{$path} leaves a place behind");
        }
        self::assertSame([], $page->scriptErrors());
    }

    public function testAClassWarmsUp(): void
    {
        $page = Page::open()->signIn()->go('/piece/2/warm-up?minutes=6')->sees('Scale', '.stage h2');
        $page->until(fn (): bool => count($page->driver->findElements(WebDriverBy::cssSelector('.stage section svg.engraving, .stage section svg'))) >= 5, 'not all sections');
        $page->find('body')->sendKeys(WebDriverKeys::PAGE_DOWN);
        $page->until(fn (): bool => !str_contains($page->text('.stage h2'), 'Scale'), 'the clicker does not turn');
        $page->find('.play')->click();
        $page->until(fn (): bool => count($page->driver->findElements(WebDriverBy::cssSelector('.now-layer'))) >= 4, 'not all sound');
        $page->find('.play')->click();
        self::assertSame([], $page->scriptErrors());
    }

    private function student(int $piece = 1): Page
    {
        $page = Page::open(390, 844, true)->go($piece === 1 ? Harness::get()->studentLink() : $this->link($piece))->engraved();
        $page->driver->manage()->timeouts()->setScriptTimeout(20);

        return $page;
    }

    /** The first link of a piece; handed out where it is not yet. */
    private function link(int $piece): string
    {
        $api = Client::signedIn(Harness::get()->url);
        foreach ($api->json('GET', "/api/v1/pieces/{$piece}/handout")['sections'] as $section) {
            $url = $section['link']['url'] ?? $api->json('POST', "/api/v1/sections/{$section['id']}/editions")['link']['url'];

            return $url;
        }
        self::fail('this piece has no sections');
    }

    private function sounding(Page $page): string
    {
        return (string) $page->driver->executeScript('return document.querySelector("#music .sounds")?.dataset.note ?? ""');
    }
}
