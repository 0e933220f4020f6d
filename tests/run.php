<?php

declare(strict_types=1);

// Runs the checks side by side on two processors: ./pencil test. Each lane is one command after another; every browser lane has its
// own server and its own database.

use Symfony\Component\Process\Process;

require __DIR__ . '/../vendor/autoload.php';

const LANES = 2;

$root = dirname(__DIR__);
chdir($root);
$suite = $argv[1] ?? 'all';
$more = array_slice($argv, 2);
$phpunit = [PHP_BINARY, "{$root}/vendor/bin/phpunit", '--colors=never'];

/** Tests in the order they are begun: what takes long first, so that no lane waits for one at the end. */
const LONGEST_FIRST = [
    'DirectorTest', 'HandTest', 'EverywhereTest', 'EnsembleTest', 'ScriptsTest', 'BackupTest', 'KillingTest', 'ManyWritersTest', 'AccessibilityTest', 'PrintingTest',
    'RouteRoleTest', 'FullDiskTest',
];

/**
 * @param list<string> $more arguments of PHPUnit
 * @return list<array{name: string, command: list<string>, environment: array<string, string>}> one for each file of a folder
 */
function files(string $root, string $folder, array $more): array
{
    $place = array_flip(LONGEST_FIRST);
    $files = glob("{$root}/tests/{$folder}/*Test.php") ?: [];
    usort($files, static fn (string $a, string $b): int => ($place[basename($a, '.php')] ?? 99) <=> ($place[basename($b, '.php')] ?? 99) ?: $a <=> $b);

    return array_map(static fn (string $file): array => [
        'name' => $folder . ' ' . basename($file, '.php'),
        'command' => [PHP_BINARY, "{$root}/vendor/bin/phpunit", '--colors=never', $file, ...$more],
        'environment' => [],
    ], $files);
}

$feature = static fn (array $environment): array => [
    'name' => 'feature and hard on PostgreSQL', 'command' => [...$phpunit, '--testsuite', 'both', ...$more], 'environment' => $environment,
];
/** @var list<array{name: string, command: list<string>, environment: array<string, string>}> $work in the order it is begun */
$work = match ($suite) {
    'browser' => files($root, 'Browser', $more),
    'hard' => [$feature((new Tests\Support\Postgres())->start()), ...files($root, 'Hard', $more)],
    'postgres' => [$feature((new Tests\Support\Postgres())->start())],
    default => [
        ['name' => 'static checks', 'command' => ["{$root}/pencil", 'static'], 'environment' => []],
        ...files($root, 'Browser', $more),
        ['name' => 'core, feature and contract', 'command' => [...$phpunit, '--testsuite', 'core,feature,contract'], 'environment' => []],
        $feature((new Tests\Support\Postgres())->start()),
        ...files($root, 'Hard', $more),
        ['name' => 'interface', 'command' => ['npx', '--no-install', 'vitest', 'run'], 'environment' => []],
    ],
};

$running = [];
$failed = [];
$passed = 0;
$told = [];
$began = microtime(true);
while ($work !== [] || $running !== []) {
    while ($work !== [] && count($running) < LANES) {
        $one = array_shift($work);
        // Lanes that fake the same disk keep it apart by this.
        $token = (string) preg_replace('~\W+~', '-', $one['name']);
        $process = new Process($one['command'], $root, [...$one['environment'], 'TEST_TOKEN' => $token], timeout: null);
        $process->start();
        $running[] = [$one['name'], $process, microtime(true)];
    }
    foreach ($running as $index => [$name, $process, $start]) {
        if ($process->isRunning()) {
            continue;
        }
        unset($running[$index]);
        $seconds = round(microtime(true) - $start);
        $says = trim($process->getOutput() . "\n" . $process->getErrorOutput());
        // Of what went well the closing lines say enough.
        preg_match_all('~^.*\(SEED=.*$~m', $says, $figures);
        $passed += preg_match('~OK \((\d+) tests?~', $says, $count) === 1 || preg_match('~Tests\s+\D*?(\d+) passed~', $says, $count) === 1
            ? (int) $count[1]
            : 0;
        $told = [...$told, ...$figures[0]];
        $says = $process->isSuccessful() ? implode("\n", [...$figures[0], ...array_slice(explode("\n", $says), -1)]) : $says;
        echo "\n── {$name}: " . ($process->isSuccessful() ? 'passed' : 'FAILED') . ", {$seconds} s\n{$says}\n";
        if (!$process->isSuccessful()) {
            $failed[] = $name;
        }
    }
    usleep(100_000);
}
// What was stood up to, together: zero is the only good number of faults, failures and losses.
echo $told === [] ? '' : "\n" . implode("\n", $told) . "\n";
echo "\n" . ($failed === [] ? 'All passed' : 'FAILED: ' . implode(', ', $failed)) . ', ' . round(microtime(true) - $began) . " s\n";
echo "{$passed} passed, " . count($failed) . " failed\n";
exit($failed === [] ? 0 : 1);
