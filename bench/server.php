<?php

declare(strict_types=1);

// One changed mark over HTTP in a 300-measure, five-part piece: from the call to the whole answer, on a server as the demo's.

use GuzzleHttp\Client;
use GuzzleHttp\Cookie\CookieJar;
use Tests\Browser\Support\Harness;
use UprightPencil\Bench\BigScore;

require __DIR__ . '/../vendor/autoload.php';
require_once __DIR__ . '/BigScore.php';

const MARKS = 40;

$jar = new CookieJar();
$client = new Client(['base_uri' => Harness::get()->url . '/api/v1/', 'cookies' => $jar, 'headers' => ['Accept' => 'application/json']]);

/**
 * @param array<string, mixed> $options
 * @return array{array<string, mixed>, array{float, float}} the answer; milliseconds from the call to the answer on the clock, and
 *     milliseconds of processor time the server says it took
 */
$call = static function (string $method, string $path, array $options = []) use ($client, $jar): array {
    $token = $jar->getCookieByName('XSRF-TOKEN')?->getValue();
    $start = hrtime(true);
    $answer = $client->request($method, $path, [
        ...$options,
        'headers' => $token === null ? [] : ['X-XSRF-TOKEN' => urldecode($token)],
    ]);
    $body = (string) $answer->getBody();
    $milliseconds = (hrtime(true) - $start) / 1e6;

    preg_match('~processor;dur=([\d.]+)~', $answer->getHeaderLine('Server-Timing'), $match);

    return [(array) json_decode($body, true), [$milliseconds, (float) ($match[1] ?? NAN)]];
};
$told = static function (string $what, array $times, string $asked) use (&$yardstick): void {
    $figures = [];
    foreach ([0, 1] as $column) {
        $one = array_column($times, $column);
        sort($one);
        $figures[] = [$one[intdiv(count($one), 2)], $one[(int) floor(0.95 * (count($one) - 1))]];
    }
    [[$median, $late], [$work, $mostWork]] = $figures;
    $yardstick ??= $work;
    printf(
        "  %-44s processor: median %4.0f, 95th percentile %4.0f ms, %.1f × the empty call; clock: %4.0f, %4.0f ms%s\n",
        $what,
        $work,
        $mostWork,
        $work / $yardstick,
        $median,
        $late,
        $asked,
    );
};

$call('GET', 'session');
$call('POST', 'session', ['json' => ['email' => 'director@example.test', 'password' => 'rosin-and-maple']]);
[$look] = $call('POST', 'scores/look', [
    'multipart' => [['name' => 'score', 'contents' => BigScore::musicXml(300), 'filename' => 'big.musicxml']],
]);
[$rack] = $call('GET', 'rack');
[$piece] = $call('POST', 'pieces', [
    'json' => ['token' => $look['token'], 'file' => 'big.musicxml', 'title' => 'Big', 'shelf' => $rack['shelves'][0]['id']],
]);
$section = "sections/{$piece['section']}";
[$state] = $call('GET', $section);
$notes = array_column($state['notes'], 'id');

/**
 * Changes marks and asks for the hand when the answer left it out, as the desk does.
 *
 * @param list<string> $takes
 * @return array{array{float, float}, array{float, float}|null} what the answer took; and the hand after it, where it was asked for
 */
$change = static function (string $lines, array $takes = []) use (&$state, $call, $section): array {
    [$answer, $time] = $call('POST', "{$section}/marks", ['json' => [
        'lines' => $lines,
        'takes' => $takes,
        'seen' => $state['revision'],
        'known' => $state['names'],
        'label' => 'measured',
    ]]);
    $state = $answer;
    if ($answer['names']['hand'] !== '') {
        return [$time, null];
    }
    [$state, $later] = $call('GET', "{$section}/hand?bow={$answer['names']['bow']}");

    return [$time, $later];
};

// A piece as a class has it marked: now and then a bow, a finger, a word, a slur.
$lines = '';
foreach (range(1, 24) as $number) {
    $note = $notes[70 * $number];
    $lines .= $note . [' down', ' 2', ' "listen"', " slur {$notes[70 * $number + 1]}"][$number % 4] . "\n";
}
$change($lines);

$empty = [];
for ($try = 0; $try < MARKS; $try++) {
    $empty[] = $call('GET', 'session')[1];
}
$told('an empty call', $empty, '');
foreach (['up' => 'bow', '3' => 'hand', 'slur' => 'both: the bow'] as $words => $what) {
    $times = $hands = [];
    for ($try = -3; $try < MARKS / 2; $try++) {
        $at = 43 + ($try + 3) * 73;
        $line = $words === 'slur' ? "{$notes[$at]} slur {$notes[$at + 1]}" : "{$notes[$at]} {$words}";
        $put = $change($line);
        $keys = array_column($state['marks'], 'from', 'key');
        $take = $change('', [(string) array_search($notes[$at], $keys, true)]);
        // The first few warm the server.
        foreach ($try >= 0 ? [$put, $take] : [] as [$time, $later]) {
            $times[] = $time;
            if ($later !== null) {
                $hands[] = $later;
            }
        }
    }
    $told("a mark put or taken, {$what}", $times, $what === 'hand' ? '; asked: under 120 ms' : '; asked: under 100 ms');
    if ($words === 'slur') {
        $told('    and the hand, asked for after it', $hands, '; asked: under 120 ms');
    }
}
