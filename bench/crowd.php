<?php

declare(strict_types=1);

// People at a part, each asking every two seconds what is new, as their desks would: php bench/crowd.php ADDRESS SECTION PEOPLE SECONDS.

use GuzzleHttp\Promise\Utils;
use Tests\Support\Client;

require __DIR__ . '/../vendor/autoload.php';

const EVERY = 2.0;

[, $url, $section, $people, $seconds] = $argv + ['', '', '0', '30', '60'];
$first = Client::signedIn($url);
$desk = $first->json('GET', "sections/{$section}");
$names = ['known' => $desk['names'], 'held' => $desk['names']];
$windows = array_map(static fn (int $number): array => [
    'client' => $first->again(), 'next' => microtime(true) + EVERY * $number / (int) $people,
], range(1, (int) $people));
$asks = 0;
$end = microtime(true) + (float) $seconds;
while (microtime(true) < $end) {
    $now = microtime(true);
    $asked = [];
    foreach ($windows as $index => $window) {
        if ($window['next'] <= $now) {
            $windows[$index]['next'] = $now + EVERY;
            $asked[] = $window['client']->begin('POST', "sections/{$section}/now", ['revision' => $desk['revision'], 'measure' => $index, ...$names]);
            $asks++;
        }
    }
    Utils::settle($asked)->wait();
    usleep(5000);
}
echo "{$asks}\n";
