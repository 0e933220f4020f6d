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
$client = new Client(['base_uri' => Harness::get()->url . '/api/', 'cookies' => $jar, 'headers' => ['Accept' => 'application/json']]);

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
[$desk] = $call('GET', "sections/{$piece['section']}");
$notes = array_column($desk['notes'], 'id');
$revision = $desk['revision'];
$names = $desk['names'];

$empty = [];
for ($try = 0; $try < MARKS; $try++) {
    $empty[] = $call('GET', 'session')[1];
}
$told('an empty call', $empty, '');
foreach (['up' => 'bow', '3' => 'hand', 'slur' => 'bow and hand'] as $words => $what) {
    $times = $hands = [];
    for ($try = -5; $try < MARKS; $try++) {
        $at = 40 + ($try + 5) * 36;
        $line = $words === 'slur' ? "{$notes[$at]} slur {$notes[$at + 1]}" : "{$notes[$at]} {$words}";
        [$answer, $milliseconds] = $call('POST', "sections/{$piece['section']}/marks", [
            'json' => ['lines' => $line, 'takes' => [], 'seen' => $revision, 'known' => $names, 'label' => $line],
        ]);
        $revision = $answer['revision'];
        $names = $answer['names'];
        if ($names['hand'] === '') {
            // Both were touched: the desk asks for the hand once it has the bow.
            [$hand, $later] = $call('GET', "sections/{$piece['section']}/hand?bow={$names['bow']}");
            $names = $hand['names'];
            $hands[] = $later;
        }
        // The first few warm the server.
        if ($try >= 0) {
            $times[] = $milliseconds;
        }
    }
    $told($hands === [] ? "a mark for the {$what}" : 'a mark for both: the bow', $times, '; asked: under 100 ms');
    if ($hands !== []) {
        $told('a mark for both: the hand, asked for after it', $hands, '; asked: under 120 ms');
    }
}
