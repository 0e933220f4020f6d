<?php

declare(strict_types=1);

// The student's page against a bare page with the same drawing in it, on a slow phone: 1.6 Mbit/s, 150 ms there and back, a
// processor four times slower than this one. Told as a ratio; both are asked for in turns, with an empty cache.

use Facebook\WebDriver\Remote\RemoteWebDriver;
use Tests\Browser\Support\Harness;
use Tests\Support\Client;
use UprightPencil\Bench\BigScore;

require __DIR__ . '/../vendor/autoload.php';
require_once __DIR__ . '/BigScore.php';

const TURNS = 9;

$url = Harness::get()->url;
$director = Client::signedIn($url);
$shelf = $director->json('GET', 'rack')['shelves'][0]['id'];
$tokens = [24 => basename(Harness::get()->studentLink())];
$look = json_decode((string) $director->upload('scores/look', 'score', 'big.musicxml', BigScore::musicXml(150))->getBody(), true);
$piece = $director->json('POST', 'pieces', ['token' => $look['token'], 'file' => 'big.musicxml', 'shelf' => $shelf]);
$section = $piece['section'];
$tokens[150] = basename($director->json('POST', "sections/{$section}/editions")['link']['url']);

$driver = Harness::get()->browser(390, 844, true);
$cdp = static fn (string $command, array $with = []): mixed => $driver->executeCustomCommand(
    '/session/:sessionId/goog/cdp/execute',
    'POST',
    ['cmd' => $command, 'params' => $with === [] ? new stdClass() : $with],
);
$slow = static function () use ($cdp): void {
    $cdp('Network.enable');
    $cdp('Network.setCacheDisabled', ['cacheDisabled' => true]);
    $cdp('Network.setBypassServiceWorker', ['bypass' => true]);
    $cdp('Network.emulateNetworkConditions', [
        'offline' => false, 'latency' => 150, 'downloadThroughput' => 1.6e6 / 8, 'uploadThroughput' => 0.75e6 / 8,
    ]);
    $cdp('Emulation.setCPUThrottlingRate', ['rate' => 4]);
};

// In every page, before anything of its own: the frame after the one that has notes to paint.
$cdp('Page.enable');
$cdp('Page.addScriptToEvaluateOnNewDocument', ['source' => <<<'JS'
    const look = () => document.querySelector('.notehead')
        ? requestAnimationFrame(() => { window.musicAt = performance.now(); })
        : requestAnimationFrame(look);
    requestAnimationFrame(look);
    JS]);

/** @return array{float, float} seconds until the music is painted, and kilobytes that had arrived by then */
$open = static function (RemoteWebDriver $driver, string $address): array {
    $driver->get($address);
    [$painted, $bytes] = $driver->executeAsyncScript(<<<'JS'
        const done = arguments[0];
        const tell = () => {
            if (!window.musicAt || document.readyState !== 'complete') return setTimeout(tell, 50);
            const before = [...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')]
                .filter((one) => one.responseEnd > 0 && one.responseEnd <= window.musicAt);
            done([window.musicAt, before.reduce((sum, one) => sum + one.transferSize, 0)]);
        };
        tell();
        JS);

    return [$painted / 1000, $bytes / 1000];
};

foreach ($tokens as $measures => $token) {
    // Drawn once, so that what is measured is the page.
    $driver->get("{$url}/part/{$token}");
    for ($wait = 0; $wait < 300 && $driver->executeScript('return document.querySelectorAll(".notehead").length') === 0; $wait++) {
        usleep(200_000);
    }
    $svg = (string) $driver->executeScript('return document.querySelector(".drawn").innerHTML');
    $bare = dirname(__DIR__) . "/public/build/bare-{$measures}.html";
    file_put_contents($bare, "<!DOCTYPE html><html lang=\"en\"><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width\"><title>Bare</title>{$svg}</html>");
    $slow();
    $ours = $bares = [];
    for ($turn = 0; $turn < TURNS; $turn++) {
        $ours[] = $open($driver, "{$url}/part/{$token}");
        $bares[] = $open($driver, "{$url}/build/bare-{$measures}.html");
    }
    unlink($bare);
    $median = static function (array $of, int $column): float {
        $one = array_column($of, $column);
        sort($one);

        return $one[intdiv(count($one), 2)];
    };
    printf(
        "%3d measures: music after %.2f s, a bare page %.2f s: %.2f × (asked: at most 1.20); %.1f KB until then (asked: at most %d)\n",
        $measures,
        $median($ours, 0),
        $median($bares, 0),
        $median($ours, 0) / $median($bares, 0),
        $median($ours, 1),
        $measures === 24 ? 60 : 120,
    );
}
