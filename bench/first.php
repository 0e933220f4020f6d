<?php

declare(strict_types=1);

// The desk's first sight of a 150-measure part at 10 Mbit/s and 40 ms there and back, with an empty cache and with a full one: until
// the music is painted, and until the engraver can draw; against a bare page with the same drawing in it.

use UprightPencil\Bench\BigScore;

require __DIR__ . '/../vendor/autoload.php';
require_once __DIR__ . '/BigScore.php';

const TURNS = 5;

putenv('PENCIL_DRAWS_AHEAD=true');
$page = BigScore::onTheDesk(150);
// The page is drawn on the server when the hands have rested for a while.
sleep(25);
$driver = $page->driver;
$driver->manage()->timeouts()->setScriptTimeout(60);
$address = $driver->getCurrentURL();
$cdp = static fn (string $command, array $with = []): mixed => $driver->executeCustomCommand(
    '/session/:sessionId/goog/cdp/execute',
    'POST',
    ['cmd' => $command, 'params' => $with === [] ? new stdClass() : $with],
);
$svg = (string) $driver->executeScript('return [...document.querySelectorAll(".system-picture .picture")].map((one) => one.innerHTML).join("")');
$bare = dirname(__DIR__) . '/public/build/bare.html';
file_put_contents($bare, "<!DOCTYPE html><html lang=\"en\"><meta charset=\"utf-8\"><title>Bare</title>{$svg}</html>");
$cdp('Page.enable');
$cdp('Page.addScriptToEvaluateOnNewDocument', ['source' => <<<'JS'
    const look = () => document.querySelector('.notehead')
        ? requestAnimationFrame(() => { window.musicAt = performance.now(); })
        : requestAnimationFrame(look);
    requestAnimationFrame(look);
    const Plain = Worker;
    window.Worker = class extends Plain {
        constructor(...all) {
            super(...all);
            this.addEventListener('message', (event) => { if (event.data.ready) window.engraverAt = performance.now(); });
        }
    };
    JS]);
$cdp('Network.enable');
$cdp('Network.emulateNetworkConditions', ['offline' => false, 'latency' => 40, 'downloadThroughput' => 1e7 / 8, 'uploadThroughput' => 2e6 / 8]);
$open = static function (string $where, bool $isCold, bool $hasEngraver) use ($cdp, $driver): array {
    if ($isCold) {
        $cdp('Network.clearBrowserCache');
        $driver->executeScript('caches.keys().then((all) => all.forEach((one) => caches.delete(one)))');
        usleep(300_000);
    }
    $driver->get($where);
    [$music, $engraver] = $driver->executeAsyncScript(<<<'JS'
        const [wants, done] = arguments;
        const tell = () => window.musicAt && (!wants || window.engraverAt) ? done([window.musicAt, window.engraverAt ?? 0]) : setTimeout(tell, 40);
        tell();
        JS, [$hasEngraver]);

    return [$music / 1000, $engraver / 1000];
};
$median = static function (array $of, int $column): float {
    $one = array_column($of, $column);
    sort($one);

    return $one[intdiv(count($one), 2)];
};
$root = (string) preg_replace('~^(https?://[^/]+).*~', '$1', $address);
foreach ([true, false] as $isCold) {
    $desk = $bares = [];
    for ($turn = 0; $turn < TURNS; $turn++) {
        $desk[] = $open($address, $isCold, true);
        if (!$isCold) {
            sleep(4);
        }
        $bares[] = $open("{$root}/build/bare.html", $isCold, false);
    }
    printf(
        "  %s: music after %.2f s, %.1f × the bare page (%.2f s); engraver ready after %.2f s (asked: %s s)\n",
        $isCold ? 'cold' : 'warm',
        $median($desk, 0),
        $median($desk, 0) / $median($bares, 0),
        $median($bares, 0),
        $median($desk, 1),
        $isCold ? '6' : '2',
    );
}
unlink($bare);
