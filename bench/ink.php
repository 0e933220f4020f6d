<?php

declare(strict_types=1);

// Key to ink: from the key event to the next frame drawn with the sign on the page, in a 150-measure part; alone, and with thirty others
// at the same part.

use Symfony\Component\Process\Process;
use Tests\Browser\Support\Harness;
use UprightPencil\Bench\BigScore;

require __DIR__ . '/../vendor/autoload.php';
require_once __DIR__ . '/BigScore.php';

$page = BigScore::onTheDesk(150);
$page->driver->manage()->timeouts()->setScriptTimeout(120);
$keys = static function () use ($page): array {
    $times = $page->driver->executeAsyncScript(<<<'JS'
        const done = arguments[arguments.length - 1];
        const times = [];
        const press = (key, init = {}) => window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...init }));
        const one = (count) => {
            if (count === 0) { done(times); return; }
            press('ArrowRight', { ctrlKey: true });
            setTimeout(() => {
                const start = performance.now();
                press(count % 2 ? 'd' : 'u');
                const look = () => {
                    if (document.querySelector('.ink .ink-sign')) { times.push(performance.now() - start); setTimeout(() => one(count - 1), 120); }
                    else if (performance.now() - start > 3000) { times.push(3000); one(count - 1); }
                    else requestAnimationFrame(look);
                };
                requestAnimationFrame(look);
            }, 200);
        };
        one(60);
        JS);
    if (!is_array($times) || $times === []) {
        fwrite(STDERR, "bench: no ink was seen.\n");
        exit(1);
    }
    sort($times);

    return $times;
};
$say = static function (string $who, array $times): float {
    $late = $times[(int) floor(0.95 * count($times))];
    $median = $times[intdiv(count($times), 2)];
    printf("  %-24s %d keys: median %.0f ms, 95th percentile %.0f ms (asked: under 100)\n", $who, count($times), $median, $late);

    return $late;
};
$alone = $say('alone', $keys());
$section = basename((string) parse_url($page->driver->getCurrentURL(), PHP_URL_PATH));
$crowd = new Process([PHP_BINARY, __DIR__ . '/crowd.php', Harness::get()->url, $section, '30', '60'], timeout: 120);
$crowd->start();
// They come in one after another.
sleep(8);
$among = $say('thirty others there', $keys());
$crowd->wait();
if ((int) $crowd->getOutput() < 100) {
    fwrite(STDERR, "bench: the others did not come: {$crowd->getErrorOutput()}\n");
    exit(1);
}
printf("  %s questions of the others; %.2f of the time alone\n", trim($crowd->getOutput()), $among / $alone);
