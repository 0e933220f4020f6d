<?php

declare(strict_types=1);

// Planning a rehearsal of four pieces: how long a director waits for the plan, and for the plan after each thing that is dragged, against
// opening a desk of the same programme on the same server; and the same for a piece of a thousand measures from the command line.

use Symfony\Component\Process\Process;
use Tests\Browser\Support\Harness;
use Tests\Support\Client;
use UprightPencil\Bench\BigScore;
use UprightPencil\Rehearsal\Planning\BeginWith;

require __DIR__ . '/../vendor/autoload.php';

const TIMES = 9;

$api = Client::signedIn(Harness::get()->url);
$timed = static function (callable $work): float {
    $all = [];
    for ($time = 0; $time < TIMES; $time++) {
        $begun = microtime(true);
        $work($time);
        $all[] = microtime(true) - $begun;
    }
    sort($all);

    return $all[intdiv(TIMES, 2)];
};
$date = $api->json('GET', '/api/v1/shelves/1/calendar')['next'];
$section = $api->json('GET', '/api/v1/pieces/3/handout')['sections'][0]['id'];
$begun = microtime(true);
$api->json('GET', "/api/v1/dates/{$date}/plan");
$first = microtime(true) - $begun;
$desk = $timed(static fn () => $api->json('GET', "/api/v1/sections/{$section}"));
$plan = $timed(static fn () => $api->json('GET', "/api/v1/dates/{$date}/plan"));
$change = $timed(static fn (int $time) => $api->json('PUT', "/api/v1/dates/{$date}/plan", [
    'minutes' => 30 + $time, 'begin' => BeginWith::cases()[$time % 4]->value, 'pieces' => null, 'fixed' => [], 'dropped' => [],
]));
$heard = $timed(static fn (int $time) => $api->json('POST', '/api/v1/pieces/3/heard', [
    'measure' => (string) (10 + $time), 'sections' => [], 'kind' => 'rhythm',
]));
printf("a desk of the programme   %4.0f ms\n", 1000 * $desk);
foreach (['the plan, first asked' => $first, 'the plan again' => $plan, 'the plan after a change' => $change, 'something heard' => $heard] as $what => $seconds) {
    printf("%-25s %4.0f ms, %4.1f desks\n", $what, 1000 * $seconds, $seconds / $desk);
}

require_once __DIR__ . '/BigScore.php';
$file = (string) tempnam(sys_get_temp_dir(), 'big') . '.musicxml';
file_put_contents($file, BigScore::musicXml(1000));
$alone = static function (string ...$command): float {
    $begun = microtime(true);
    (new Process([PHP_BINARY, 'artisan', ...$command], dirname(__DIR__), timeout: 300))->mustRun();

    return microtime(true) - $begun;
};
$marked = $alone('pencil:mark', $file);
$rehearsed = $alone('pencil:rehearse', $file);
unlink($file);
printf("1000 measures, five parts: pencil:rehearse %.1f s, %.2f of pencil:mark (%.1f s)\n", $rehearsed, $rehearsed / $marked, $marked);
