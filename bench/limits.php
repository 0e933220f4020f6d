<?php

declare(strict_types=1);

// What a server of this machine can do: the rack of 500 pieces, answers that are kept, marks and students a second, and where it
// bends. Run by `./pencil bench limits`. Figures are of this machine and this hour; ratios to the empty call travel further.

use GuzzleHttp\Promise\Each;
use Psr\Http\Message\ResponseInterface;
use Tests\Support\Client;
use Tests\Support\Postgres;
use Tests\Support\Server;
use UprightPencil\Bench\BigScore;

require __DIR__ . '/../vendor/autoload.php';
require_once __DIR__ . '/BigScore.php';

const PROCESSES = 6;
const ROUNDS = 20;

/**
 * @param list<float> $times
 * @return array{float, float, float} median, 95th and 99th percentile
 */
function spread(array $times): array
{
    sort($times);
    $at = static fn (float $share): float => $times[(int) floor($share * (count($times) - 1))] ?? NAN;

    return [$at(0.5), $at(0.95), $at(0.99)];
}

function processor(ResponseInterface $answer): float
{
    preg_match('~processor;dur=([\d.]+)~', $answer->getHeaderLine('Server-Timing'), $match);

    return (float) ($match[1] ?? NAN);
}

/** @return list<float> processor milliseconds of a call, some times */
function work(Client $client, string $path): array
{
    $client->call('GET', $path);

    return array_map(static fn (): float => processor($client->call('GET', $path)), range(1, ROUNDS));
}

/**
 * Many calls at once for some seconds.
 *
 * @param callable(int): \GuzzleHttp\Promise\PromiseInterface $call
 * @return array{rate: float, spread: array{float, float, float}, refused: int}
 */
function load(callable $call, int $atOnce, int $calls): array
{
    $times = [];
    $refused = 0;
    $start = microtime(true);
    $calls = (static function () use ($call, $calls, &$times, &$refused) {
        for ($number = 0; $number < $calls; $number++) {
            $began = microtime(true);
            yield $call($number)->then(static function (ResponseInterface $answer) use ($began, &$times, &$refused): void {
                $times[] = 1000 * (microtime(true) - $began);
                $refused += $answer->getStatusCode() >= 300 ? 1 : 0;
            }, static function () use (&$refused): void {
                $refused++;
            });
        }
    })();
    Each::ofLimit($calls, $atOnce)->wait();
    $seconds = microtime(true) - $start;

    return ['rate' => count($times) / $seconds, 'spread' => spread($times), 'refused' => $refused];
}

function told(string $what, array $load, string $more = ''): void
{
    [$median, , $late] = $load['spread'];
    printf("  %-52s %6.1f a second; %5.0f ms median, %6.0f ms 99th percentile; %d refused%s\n", $what, $load['rate'], $median, $late, $load['refused'], $more);
}

function measure(string $name, Server $server): void
{
    echo "\n{$name}, " . PROCESSES . " PHP processes\n";
    $director = Client::signedIn($server->url);
    $guest = new Client($server->url);
    $rack = $director->json('GET', 'rack');
    $section = $rack['shelves'][0]['pieces'][1]['sections'][1]['id'];
    $link = $director->json('POST', "sections/{$section}/editions")['link']['url'];
    $token = basename((string) $link);
    [$empty] = spread(work($director, 'session'));
    printf("  %-52s %6.1f ms of processor (the yardstick)\n", 'an empty call', $empty);

    // Answers that were worked out once are only read; a mark makes them new.
    $look = json_decode((string) $director->upload('scores/look', 'score', 'big.musicxml', BigScore::musicXml(150))->getBody(), true);
    $big = $director->json('POST', 'pieces', ['token' => $look['token'], 'file' => 'big.musicxml', 'title' => 'Big', 'shelf' => $rack['shelves'][0]['id']]);
    foreach (['tutti', 'read-through', 'handout'] as $what) {
        $first = processor($director->call('GET', "pieces/{$big['id']}/{$what}"));
        [$kept] = spread(work($director, "pieces/{$big['id']}/{$what}"));
        printf("  %-52s %6.1f ms when nothing changed (%.1f × the empty call), %.0f ms the first time\n", "{$what}, five parts of 150 measures", $kept, $kept / $empty, $first);
    }
    $notes = array_column($director->json('GET', "sections/{$section}")['notes'], 'id');
    foreach ([1, 8, 40] as $atOnce) {
        told("marks, {$atOnce} at once", load(static fn (int $number) => $director->begin('POST', "sections/{$section}/marks", [
            'lines' => $notes[$number % count($notes)] . ' ' . ($number % 2 === 0 ? 'up' : 'down'), 'seen' => 9007199254740991,
        ]), $atOnce, 40 * min(4, $atOnce)));
    }
    foreach ([10, 100, 400] as $atOnce) {
        told("students who open a part, {$atOnce} at once", load(static fn () => $guest->begin('GET', "part/{$token}"), $atOnce, max(200, 2 * $atOnce)));
    }
    told('the students’ music, 100 at once', load(static fn () => $guest->begin('GET', "part/{$token}/page"), 100, 300));
    $memory = [];
    foreach (Server::children($server->pid()) as $pid) {
        if (str_contains((string) @file_get_contents("/proc/{$pid}/cmdline"), 'pool pencil') && preg_match('~VmHWM:\s+(\d+)~', (string) file_get_contents("/proc/{$pid}/status"), $peak) === 1) {
            $memory[] = (int) $peak[1] / 1024;
        }
    }
    printf("  %-52s %6.0f MB at its highest\n", 'a PHP process', max($memory));
}

/** The rack of somebody who keeps everything. */
function bigRack(Server $server): void
{
    $director = Client::signedIn($server->url);
    $database = $server->database();
    $piece = $database->query('select * from pieces where id = 3')->fetch(PDO::FETCH_ASSOC);
    $sections = $database->query('select * from sections where piece_id = 3')->fetchAll(PDO::FETCH_ASSOC);
    $state = '{"bowed":0.125,"fingered":0.25,"marks":3,"flags":7}';
    $database->beginTransaction();
    $insert = static function (string $table, array $row) use ($database): int {
        $columns = array_keys($row);
        $database->prepare("insert into {$table} (" . implode(', ', array_map(static fn (string $c): string => "\"{$c}\"", $columns)) . ') values ('
            . implode(', ', array_fill(0, count($columns), '?')) . ')')->execute(array_values($row));

        return (int) $database->lastInsertId();
    };
    for ($number = 0; $number < 500; $number++) {
        $id = $insert('pieces', ['title' => "Piece {$number}", 'source' => 'x'] + array_diff_key($piece, ['id' => 0]));
        foreach ($sections as $section) {
            $insert('sections', ['piece_id' => $id, 'state' => $state, 'source' => 'x', 'reading' => 'x'] + array_diff_key($section, ['id' => 0]));
        }
    }
    $database->commit();
    $times = work($director, 'rack');
    $body = (string) $director->call('GET', 'rack')->getBody();
    printf(
        "\nA rack of 500 pieces\n  %-52s %6.0f ms of processor, median (asked: under 100); %.0f KB, %.0f KB as it is sent (asked: 40)\n",
        'opened',
        spread($times)[0],
        strlen($body) / 1024,
        strlen((string) gzencode($body, 5)) / 1024,
    );
}

$options = ['--processes=' . PROCESSES];
foreach (['full', 'normal'] as $synchronous) {
    $server = new Server(environment: ['DB_SYNCHRONOUS' => $synchronous], options: $options);
    measure("SQLite, synchronous = {$synchronous}", $server);
    if ($synchronous === 'full') {
        bigRack($server);
    }
    $server->stop();
}
$postgres = new Postgres();
$server = new Server(environment: $postgres->start(), options: $options);
measure('PostgreSQL', $server);
$server->stop();
$postgres->stop();
