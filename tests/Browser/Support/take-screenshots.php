<?php

declare(strict_types=1);

// Renews docs/screenshots from the demo data: ./pencil shots

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Support\Harness;
use Tests\Browser\Support\Page;
use Tests\Support\Client;

require __DIR__ . '/../../../vendor/autoload.php';

$folder = dirname(__DIR__, 3) . '/docs/screenshots';
is_dir($folder) || mkdir($folder, 0o777, true);
$shoot = static function (Page $page, string $name) use ($folder): void {
    usleep(1_500_000);
    $page->driver->takeScreenshot("{$folder}/{$name}.png");
    echo "{$name}.png\n";
};

// As the demo has it: what was handed out is drawn.
putenv('PENCIL_DRAWS_AHEAD=true');
$page = Page::open()->signIn();
$page->until(fn (): bool => $page->count('.bar.is-unknown') === 0, 'the rack is not worked out');
$shoot($page, 'rack');
$page->driver->findElement(WebDriverBy::cssSelector('input[type=file]'))
    ->sendKeys(dirname(__DIR__, 3) . '/demo/scores/cobblers-holiday.musicxml');
$page->sees('What was understood', '.el-dialog');
$shoot($page, 'bring-in');
$page->go('/piece/2/desk')->engraved();
$page->find('.ruler button[aria-label="Go to measure 26"]')->click();
$page->find('input[name=say-it]')->sendKeys('27-32 no slurs');
$page->sees('Enter', '#says');
$shoot($page, 'desk');
$page->go('/piece/2/tutti')->find('.middle svg rect');
// Two measures in two sections are chosen.
$page->keys(WebDriverKeys::ARROW_RIGHT)->keysWith(WebDriverKeys::SHIFT, WebDriverKeys::ARROW_DOWN);
$page->keysWith(WebDriverKeys::SHIFT, WebDriverKeys::ARROW_RIGHT)->find('.chosen');
$shoot($page, 'tutti');
$page->go('/piece/3/tutti?view=unisons')->find('.fork');
$shoot($page, 'tuning');
$page->go('/rehearsal')->find('.plan-strip [role=option]');
$shoot($page, 'rehearsal');
$page->press('Term')->find('.columns ol li');
$shoot($page, 'term');
$page->go('/piece/3/logbook')->find('.heard');
$shoot($page, 'logbook');
$page->go('/class')->until(fn (): bool => $page->count('.example svg g.note') > 20, 'the examples are not engraved');
$shoot($page, 'class');
$page->go('/piece/3/read-through')->find('article .pictures svg');
$page->driver->action()->moveToElement($page->find('article .way'))->perform();
$page->find('.does');
$shoot($page, 'read-through');
$page->go('/piece/2/hand-out')->find('.part');
$page->until(fn (): bool => $page->count('.part .drawn') === 0, 'the pages are not drawn');
$shoot($page, 'hand-out');
$phone = Page::open(390, 844, true)->go(Harness::get()->studentLink())->engraved();
$shoot($phone, 'my-part');

// What needs more than the demo data: two possibilities for the class, all parts handed out, a page on paper.
$director = Client::signedIn(Harness::get()->url);
$sections = $director->json('GET', 'pieces/2/handout')['sections'];
$first = $sections[0]['id'];
$director->json('POST', "sections/{$first}/marks", ['lines' => '27.1-28.3 III or I', 'seen' => 9007199254740991]);
$page->go("/piece/2/class-view/{$first}")->find('section[aria-label="Version B"] .hand-dot');
$shoot($page, 'class-view');

// What a part asks its players.
$bridge = $director->json('GET', 'pieces/3/handout')['sections'][0]['id'];
$page->go("/piece/3/practice/{$bridge}")->until(fn (): bool => $page->count('.line-row g.note') > 60, 'the lines are not engraved');
$page->find('.line-row .acts button')->click();
$page->find('.play')->click();
$page->until(fn (): bool => $page->count('.now-layer') === 1, 'the line does not sound');
$shoot($page, 'practice-lines');
$page->find('.play')->click();
$page->go('/piece/2/warm-up?minutes=8')->until(fn (): bool => $page->count('.stage g.note') > 40, 'the sections are not engraved');
$shoot($page, 'warm-up');

// A lesson is written in, and stands with all its sections in its book.
$page->go('/book/2')->find('tbody tr');
$page->find('tbody tr input')->click();
$shoot($page, 'book');
$page->driver->findElement(WebDriverBy::partialLinkText('Harbour Steps'))->click();
$page->until(fn (): bool => $page->count('.lesson .sections g.note') > 50, 'the sections are not engraved');
$shoot($page, 'lesson');
$page->press('Write on', '.out')->find('.write-in g.note');
$page->press('by pointing', '.ways')->find('.write-in g.note:nth-of-type(1) .notehead')->click();
$shoot($page, 'write-in');

// A measure is thrown out in a corrected score, and a few notes are others.
$score = (string) file_get_contents(dirname(__DIR__, 3) . '/demo/scores/cobblers-holiday.musicxml');
$score = (string) preg_replace('~<measure number="34".*?</measure>~s', '', $score);
$score = (string) preg_replace_callback(
    '~<measure number="(?:3|26)".*?</measure>~s',
    static fn (array $measure): string => (string) preg_replace('~<step>\w</step>~', '<step>C</step>', $measure[0], 1),
    $score,
);
$corrected = sys_get_temp_dir() . '/cobblers-holiday-corrected.musicxml';
file_put_contents($corrected, $score);
$page->go('/piece/2/corrected')->sees('Choose the corrected file')->find('input[type=file]')->sendKeys($corrected);
$page->sees('Bring it in');
$shoot($page, 'corrected-score');
unlink($corrected);
