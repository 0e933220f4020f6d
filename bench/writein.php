<?php

declare(strict_types=1);

// From a key to the engraved note, with its bow and finger, in a line of sixteen measures that is typed to its end. The server and the browser share this machine.

use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Support\Page;

require __DIR__ . '/../vendor/autoload.php';

const KEYS = 48;

$page = Page::open()->signIn()->go('/write-in');
$page->find('.board .place');
$line = str_repeat('D E F G | (A B) A2 | G F/E/ D E | F4 | ', 3);
$page->find('.cm-content')->sendKeys(WebDriverKeys::CONTROL . WebDriverKeys::END . WebDriverKeys::NULL . $line);
$page->until(fn (): bool => $page->count('.write-in g.note') === 39, 'the line is not engraved');
$page->driver->executeScript(<<<'JS'
    window.times = [];
    const music = document.querySelector('.write-in .music');
    const count = () => music.querySelectorAll('g.note').length;
    let known = count();
    document.querySelector('.cm-content').addEventListener('beforeinput', () => { window.keyAt = performance.now(); }, { capture: true });
    document.querySelector('.cm-content').addEventListener('keydown', (event) => { if (event.key.length === 1) window.keyAt = performance.now(); }, { capture: true });
    new MutationObserver(() => {
        const now = count();
        if (now > known && window.keyAt) {
            known = now;
            const at = window.keyAt;
            requestAnimationFrame(() => window.times.push(performance.now() - at));
        }
    }).observe(music, { childList: true, subtree: true });
    JS);
for ($key = 0; $key < KEYS; $key++) {
    $page->find('.cm-content')->sendKeys(['D', 'E', 'F', 'G'][$key % 4]);
    $page->until(fn (): bool => (int) $page->driver->executeScript('return window.times.length') > $key, 'a note is not engraved', 5);
    // Nobody waits for a barline.
    $page->find('.cm-content')->sendKeys($key % 4 === 3 ? '|' : ' ');
    usleep(900_000);
}
$times = array_map(floatval(...), $page->driver->executeScript('return window.times'));
sort($times);
$asked = array_map(floatval(...), $page->driver->executeScript(
    'return performance.getEntriesByType("resource").filter((one) => one.name.endsWith("write-in/look")).map((one) => one.duration)',
));
sort($asked);
printf("of it the server's answer: median %.0f ms\n", $asked[intdiv(count($asked), 2)]);
printf(
    "a key to the engraved note, %d keys in a line of 12 to 16 measures: median %.0f ms, 95th percentile %.0f ms (asked 150)\n",
    count($times),
    $times[intdiv(count($times), 2)],
    $times[(int) (0.95 * count($times))],
);
