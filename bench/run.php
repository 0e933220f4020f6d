<?php

declare(strict_types=1);

use App\Plans\TwoProcesses;
use UprightPencil\Bench\BigScore;
use UprightPencil\Bench\KeptPlans;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Sections\Comparison;

require __DIR__ . '/../vendor/autoload.php';
require __DIR__ . '/BigScore.php';
require __DIR__ . '/KeptPlans.php';

// Everything is measured in one run and told as ratios: these machines are noisy.
// As the command line and the server do it: see MarkCommand and config/php/server.ini.
gc_disable();
ini_set('memory_limit', '2G');
const ROUNDS = 7;

/** @return float median seconds of several rounds */
function median(callable $work, int $rounds = ROUNDS): float
{
    $times = [];
    for ($round = 0; $round < $rounds; $round++) {
        $start = hrtime(true);
        $work();
        $times[] = (hrtime(true) - $start) / 1e9;
    }
    sort($times);

    return $times[intdiv($rounds, 2)];
}

function row(string $what, float $seconds, string $ratio = ''): void
{
    printf("  %-52s %9.1f ms   %s\n", $what, $seconds * 1000, $ratio);
}

/** @return float megabytes a command and its children need together at most, what they share counted once */
function together(string $command): float
{
    $process = proc_open("exec {$command}", [1 => ['file', '/dev/null', 'w']], $pipes);
    $most = 0;
    while (is_resource($process) && ($status = proc_get_status($process))['running']) {
        $sum = 0;
        $pid = $status['pid'];
        foreach ([$pid, ...array_filter(explode(' ', (string) @file_get_contents("/proc/{$pid}/task/{$pid}/children")))] as $one) {
            $sum += preg_match('~^Pss:\s+(\d+)~m', (string) @file_get_contents("/proc/{$one}/smaps_rollup"), $found) === 1 ? (int) $found[1] : 0;
        }
        $most = max($most, $sum);
        usleep(20_000);
    }

    return $most / 1024;
}

$folder = dirname(__DIR__) . '/storage/bench';
is_dir($folder) || mkdir($folder, 0o777, true);
$files = [];
const SIZES = [300, 1200];
/** A long piece is measured fewer times. */
const ROUNDS_OF = [300 => 7, 1200 => 3];
foreach (SIZES as $measures) {
    $files[$measures] = "{$folder}/big-{$measures}.musicxml";
    file_put_contents($files[$measures], BigScore::musicXml($measures));
}

if (($argv[1] ?? '') === 'json') {
    // Once in a process of its own, as the command does it.
    $start = hrtime(true);
    $score = (new ScoreReader())->read((string) file_get_contents($files[(int) $argv[2]]));
    strlen((new TwoProcesses(new Planner()))->marked($score));
    echo json_encode((hrtime(true) - $start) / 1e9);
    exit;
}

if (($argv[1] ?? '') === 'memory') {
    // In a process of its own, so that the peak is this work's alone.
    $bytes = (string) file_get_contents($files[(int) $argv[2]]);
    $document = Document::open($bytes);
    $score = (new ScoreReader())->fromDocument($document);
    $plan = (new Planner())->plan($score);
    $plan = $plan->withFlags((new Comparison($score, $plan->parts))->flags());
    strlen((new MarkedScoreJson())->write($plan));
    strlen((new ScoreWriter($document))->write($plan->parts));
    $status = (string) @file_get_contents('/proc/self/status');
    preg_match('~VmHWM:\s+(\d+)~', $status, $peak);
    echo json_encode(['php' => memory_get_peak_usage(true), 'process' => 1024 * (int) ($peak[1] ?? 0)]);
    exit;
}

$totals = [];
$bares = [];
$fileToJson = [];
$rooms = [];
foreach ($files as $measures => $file) {
    $bytes = (string) file_get_contents($file);
    $score = (new ScoreReader())->read($bytes);
    $notes = array_sum(array_map(static fn ($part): int => count($part->notes), $score->parts));
    printf("\nFive parts, %d measures, %d notes, %.2f MB\n", $measures, $notes, strlen($bytes) / 1e6);
    $rounds = ROUNDS_OF[$measures];
    $bare = median(static function () use ($bytes): void {
        $dom = new DOMDocument();
        $dom->loadXML($bytes);
    }, $rounds);
    $read = median(static fn () => (new ScoreReader())->read($bytes), $rounds);
    $planner = new Planner();
    $planning = median(static fn () => $planner->plan($score), $rounds);
    $plan = $planner->plan($score);
    // As the command does: the sections against one another are part of the answer.
    $comparing = median(static fn () => (new Comparison($score, $plan->parts))->flags(), $rounds);
    $plan = $plan->withFlags((new Comparison($score, $plan->parts))->flags());
    $write = median(static function () use ($bytes, $plan): void {
        (new ScoreWriter(Document::open($bytes)))->write($plan->parts);
    }, $rounds);
    $json = median(static fn () => (new MarkedScoreJson())->write($plan), $rounds);
    $bares[$measures] = $bare;
    $totals[$measures] = $read + $planning + $write;
    $fileToJson[$measures] = $read + $planning + $comparing + $json;
    $rooms[$measures] = ['read' => $read, 'plan' => $planning, 'compare' => $comparing, 'JSON' => $json, 'file to JSON' => $fileToJson[$measures]];
    row('bare DOM load of the file', $bare, '1.0 (the yardstick)');
    row('read', $read, sprintf('%.1f × bare load', $read / $bare));
    row('plan all parts', $planning, sprintf('%.1f × bare load', $planning / $bare));
    row('compare the sections', $comparing, sprintf('%.1f × bare load', $comparing / $bare));
    row('JSON', $json, sprintf('%.1f × bare load', $json / $bare));
    row('write the marked file (opens it again)', $write, sprintf('%.1f × bare load', $write / $bare));
    row('read + plan + write', $totals[$measures], sprintf('%.1f × bare load', $totals[$measures] / $bare));
    row('file to JSON', $fileToJson[$measures], sprintf('%.1f × bare load', $fileToJson[$measures] / $bare));
    $peak = json_decode((string) shell_exec(PHP_BINARY . ' ' . escapeshellarg(__FILE__) . " memory {$measures}"), true);
    if (is_array($peak)) {
        printf("  peak memory, all of the above (asked: at most 140 and 390 MB): %.0f MB in PHP, %.0f MB the process\n", $peak['php'] / 1048576, $peak['process'] / 1048576);
    }
}
echo "\nGrowth from 300 to 1,200 measures, as an exponent (asked: at most 1.05)\n";
foreach ($rooms[300] as $room => $seconds) {
    printf("  %-52s %9.2f\n", $room, log($rooms[1200][$room] / $seconds) / log(4));
}

$score = (new ScoreReader())->read((string) file_get_contents($files[300]));
$part = $score->parts[0];
$single = $score->withParts($part);
$reading = serialize($single);
foreach (['up' => 'a mark for the bow', '4' => 'a mark for the hand'] as $mark => $what) {
    echo "\nOne changed mark in the 300-measure piece, {$what} (its part planned again, as the desk does)\n";
    $memory = new KeptPlans();
    (new Planner(new PlanOptions(), false, $memory))->part($single, $part, MarkBook::empty());
    $times = [];
    for ($measure = 2; $measure < 300; $measure += 6) {
        $start = hrtime(true);
        $one = unserialize($reading);
        $lines = (new PencilLinesReader($one, $one->parts))->read("{$measure}.1 {$mark}");
        $book = MarkBook::of($lines->marks[$part->id] ?? [], $one->parts[0]);
        $plan = (new Planner(new PlanOptions(), false, $memory))->part($one, $one->parts[0], $book);
        $json = new MarkedScoreJson();
        json_encode(array_map(static fn ($note): array => $json->planned($one, $plan, $note), $one->parts[0]->notes));
        $times[] = (hrtime(true) - $start) / 1e9;
    }
    sort($times);
    row('median', $times[intdiv(count($times), 2)], sprintf('%.1f × bare load of the whole file', $times[intdiv(count($times), 2)] / $bares[300]));
    row('95th percentile', $times[(int) floor(0.95 * count($times))], 'asked: under 100 ms');
}

echo "\nThe engraving library, same file, same run\n";
foreach (SIZES as $measures) {
    $engraving = json_decode((string) shell_exec('node ' . escapeshellarg(__DIR__ . '/engrave.mjs') . ' ' . escapeshellarg($files[$measures])), true);
    if (!is_array($engraving)) {
        fwrite(STDERR, "bench: the engraving library could not be measured.\n");
        exit(1);
    }
    $asked = $measures === 300 ? '0.30' : '0.25';
    row("first load and layout, {$measures} measures", (float) $engraving['seconds'], '1.0 (the yardstick)');
    $times = [];
    for ($round = 0; $round < ROUNDS; $round++) {
        $times[] = (float) shell_exec(PHP_BINARY . ' ' . escapeshellarg(__FILE__) . " json {$measures}");
    }
    sort($times);
    $seconds = $times[intdiv(ROUNDS, 2)];
    row('file to JSON as the command does it, two cores', $seconds, sprintf('%.2f of it (asked: at most %s)', $seconds / $engraving['seconds'], $asked));
    $needs = together(PHP_BINARY . ' ' . escapeshellarg(__FILE__) . " json {$measures}");
    printf("  both processes together: %.0f MB (asked: at most %s)\n", $needs, $measures === 300 ? '140' : '390');
    row('file to JSON in one process', $fileToJson[$measures], sprintf('%.2f of it', $fileToJson[$measures] / $engraving['seconds']));
    row('the library again, warm (median)', (float) $engraving['warm'], sprintf('%.2f of it', $engraving['warm'] / $engraving['seconds']));
}

echo "\nOne changed mark over HTTP, five parts, 300 measures\n";
passthru(PHP_BINARY . ' ' . escapeshellarg(__DIR__ . '/server.php'), $exit);
if ($exit !== 0) {
    exit($exit);
}

echo "\nKey to ink in the browser, 150 measures\n";
passthru(PHP_BINARY . ' ' . escapeshellarg(__DIR__ . '/ink.php'), $exit);
exit($exit);
