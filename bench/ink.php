<?php

declare(strict_types=1);

// Key to ink: from the key event to the next frame drawn with the sign on the page, in a 150-measure part.

use UprightPencil\Bench\BigScore;

require __DIR__ . '/../vendor/autoload.php';
require_once __DIR__ . '/BigScore.php';

$page = BigScore::onTheDesk(150);
$page->driver->manage()->timeouts()->setScriptTimeout(120);
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
printf("  %d keys: median %.0f ms, 95th percentile %.0f ms (asked: under 100)\n", count($times), $times[intdiv(count($times), 2)], $times[(int) floor(0.95 * count($times))]);
