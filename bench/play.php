<?php

declare(strict_types=1);

// Playing along on a slow phone: how much earlier than it is heard each tone is laid, and how much of the processor playing takes, as it
// is and slowed four times. The page is a student's, the piece the longest of the demo, with the bow moving.

use Tests\Browser\Support\Harness;
use Tests\Browser\Support\Page;
use Tests\Support\Client;

require __DIR__ . '/../vendor/autoload.php';

const SECONDS = 30;

$api = Client::signedIn(Harness::get()->url);
$section = $api->json('GET', '/api/v1/pieces/3/handout')['sections'][0];
$url = $section['link']['url'] ?? $api->json('POST', "/api/v1/sections/{$section['id']}/editions")['link']['url'];
$idle = null;
foreach ([1, 4] as $slower) {
    $page = Page::open(390, 844, true)->go($url)->engraved();
    $cdp = static fn (string $command, array $with = []): mixed => $page->driver->executeCustomCommand(
        '/session/:sessionId/chromium/send_command_and_get_result',
        'POST',
        ['cmd' => $command, 'params' => (object) $with],
    );
    $page->press('Play');
    $page->find('.play-bar');
    // What is laid says for when; a tone laid for a moment that is over was missed.
    $page->driver->executeScript(<<<'JS'
        window.slack = [];
        const set = AudioParam.prototype.setValueAtTime;
        AudioParam.prototype.setValueAtTime = function (value, time) {
            // At 0 a thing is made, and nothing laid.
            if (window.audio && value > 30 && time > 0) window.slack.push(time - window.audio.currentTime);
            return set.call(this, value, time);
        };
        const gain = BaseAudioContext.prototype.createGain;
        BaseAudioContext.prototype.createGain = function () { window.audio = this; return gain.call(this); };
        window.frames = 0;
        const frame = () => { window.frames += 1; requestAnimationFrame(frame); };
        frame();
        JS);
    $cdp('Emulation.setCPUThrottlingRate', ['rate' => $slower]);
    $cdp('Performance.enable');
    $busy = static function () use ($cdp): float {
        foreach ($cdp('Performance.getMetrics')['metrics'] as $metric) {
            if ($metric['name'] === 'TaskDuration') {
                return (float) $metric['value'];
            }
        }

        return 0.0;
    };
    $before = $busy();
    sleep(5);
    $rest = ($busy() - $before) / 5;
    $page->find('.play')->click();
    sleep(6);
    $before = $busy();
    $page->driver->executeScript('window.slack = []; window.frames = 0;');
    sleep(SECONDS);
    $used = ($busy() - $before) / SECONDS;
    $slack = array_map(floatval(...), $page->driver->executeScript('return window.slack'));
    $frames = (int) $page->driver->executeScript('return window.frames') / SECONDS;
    $cdp('Emulation.setCPUThrottlingRate', ['rate' => 1]);
    sort($slack);
    $missed = count(array_filter($slack, static fn (float $seconds): bool => $seconds < 0.0));
    printf(
        "processor slowed %d×: %d things laid, the latest %.2f s before it is heard, %d missed; busy %.0f %% (%.0f %% at rest), %.0f pictures a second\n",
        $slower,
        count($slack),
        $slack[0] ?? NAN,
        $missed,
        100 * $used,
        100 * $rest,
        $frames,
    );
    $page->find('.play')->click();
}
