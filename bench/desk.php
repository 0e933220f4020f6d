<?php

declare(strict_types=1);

// The desk with a 300-measure part, as somebody has it before them: key to ink, key to the changed system engraved, a frame while the
// page is scrolled, what the browser holds.

use UprightPencil\Bench\BigScore;

require __DIR__ . '/../vendor/autoload.php';
require_once __DIR__ . '/BigScore.php';

$measures = (int) ($argv[1] ?? 300);
$page = BigScore::onTheDesk($measures);
$page->driver->manage()->timeouts()->setScriptTimeout(240);
// The whole page has come, and the returns have been looked for.
sleep(8);
$told = static function (string $what, mixed $times, string $asked): void {
    if (!is_array($times) || $times === []) {
        fwrite(STDERR, "bench: {$what}: nothing was seen.\n");
        exit(1);
    }
    sort($times);
    $late = $times[(int) floor(0.95 * (count($times) - 1))];
    printf("  %-42s median %5.0f ms, 95th percentile %5.0f ms (%s)\n", $what, $times[intdiv(count($times), 2)], $late, $asked);
};
$seen = $page->driver->executeAsyncScript(<<<'JS'
    const done = arguments[arguments.length - 1];
    const [ink, engraved] = [[], []];
    const press = (key, init = {}) => window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...init }));
    const until = (seen, times, start, next) => {
        const look = () => {
            if (seen()) { times.push(performance.now() - start); next(); }
            else if (performance.now() - start > 5000) { times.push(5000); next(); }
            else requestAnimationFrame(look);
        };
        requestAnimationFrame(look);
    };
    const glyphs = (id) => [...(document.getElementById(id)?.querySelectorAll('use') ?? [])]
        .map((use) => use.getAttribute('href') ?? '').filter((href) => /E61[0-3]/.test(href)).map((href) => href.slice(1, 5)).join();
    const one = (count) => {
        if (count === 0) { done({ ink, engraved }); return; }
        press('ArrowRight', { ctrlKey: true });
        setTimeout(() => {
            const chosen = document.querySelector('.ink .chosen');
            const box = chosen.getBoundingClientRect();
            const note = [...document.querySelectorAll('.system-picture g.note')].find((each) => {
                const head = each.querySelector('.notehead').getBoundingClientRect();
                return head.left > box.left && head.right < box.right && head.top > box.top && head.bottom < box.bottom;
            });
            const [id, old] = [note.id, note];
            const key = count % 2 ? 'd' : 'u';
            const start = performance.now();
            press(key);
            until(() => document.querySelector('.ink .ink-sign'), ink, start, () =>
                until(() => document.getElementById(id) !== old && glyphs(id) !== '', engraved, start, () => setTimeout(() => one(count - 1), 700)));
        }, 700);
    };
    one(30);
    JS);
$told('key to ink', is_array($seen) ? $seen['ink'] : null, 'asked: under 100');
$told('key to the changed system engraved', is_array($seen) ? $seen['engraved'] : null, 'asked: under 400');
$frames = $page->driver->executeAsyncScript(<<<'JS'
    const done = arguments[arguments.length - 1];
    const view = document.querySelector('.scroller');
    const times = [];
    view.scrollTop = 0;
    let before = 0;
    const step = (now) => {
        if (before) times.push(now - before);
        before = now;
        view.scrollTop += 40;
        if (view.scrollTop + view.clientHeight < view.scrollHeight - 1 && times.length < 600) requestAnimationFrame(step);
        else done(times);
    };
    requestAnimationFrame(step);
    JS);
$told('a frame while scrolling', $frames, 'asked: 17');
$held = $page->driver->executeScript(<<<'JS'
    return [document.querySelectorAll('*').length, document.querySelectorAll('.system-picture').length, performance.memory.usedJSHeapSize / 1e6];
    JS);
printf("  %d elements in %d systems; the page's scripts hold %.0f MB\n", ...(is_array($held) ? $held : [0, 0, 0]));
// What the page's own process holds; memory that it shares with the browser's other processes is counted in part.
$whole = static function (): float {
    $most = 0.0;
    foreach (glob('/proc/[0-9]*/cmdline') ?: [] as $file) {
        if (str_contains((string) @file_get_contents($file), '--type=renderer')) {
            preg_match('~^Pss:\s+(\d+)~m', (string) @file_get_contents(dirname($file) . '/smaps_rollup'), $found);
            $most = max($most, (int) ($found[1] ?? 0) / 1024);
        }
    }

    return $most;
};
$after = $whole();
$page->driver->executeCustomCommand('/session/:sessionId/goog/cdp/execute', 'POST', ['cmd' => 'HeapProfiler.collectGarbage', 'params' => new stdClass()]);
sleep(1);
printf("  the tab as a whole holds %.0f MB after all this, %.0f MB of them needed (asked: under 200)\n", $after, $whole());
