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

/** @return list<string> the browser tests' classes, the longest first as far as their length tells */
function browserClasses(string $root): array
{
    $files = glob("{$root}/tests/Browser/*Test.php") ?: [];
    usort($files, static fn (string $a, string $b): int => substr_count((string) file_get_contents($b), 'public function test')
        <=> substr_count((string) file_get_contents($a), 'public function test') ?: $a <=> $b);

    return $files;
}

/** @var list<array{name: string, command: list<string>, environment: array<string, string>}> $work in the order it is begun */
$work = [];
if ($suite === 'browser' || $suite === 'all') {
    foreach (browserClasses($root) as $file) {
        $work[] = ['name' => basename($file, '.php'), 'command' => [...$phpunit, $file, ...$more], 'environment' => []];
    }
}
if ($suite === 'all') {
    $work = [
        ['name' => 'static checks', 'command' => ["{$root}/pencil", 'static'], 'environment' => []],
        ...$work,
        ['name' => 'hard', 'command' => [...$phpunit, '--testsuite', 'hard'], 'environment' => []],
        ['name' => 'core and feature', 'command' => [...$phpunit, '--testsuite', 'core,feature'], 'environment' => []],
        ['name' => 'interface', 'command' => ['npx', '--no-install', 'vitest', 'run'], 'environment' => []],
    ];
}
if ($suite === 'postgres' || $suite === 'all') {
    $postgres = new Tests\Support\Postgres();
    $work[] = ['name' => 'feature on PostgreSQL', 'command' => [...$phpunit, '--testsuite', 'feature', ...$more], 'environment' => $postgres->start()];
}

$running = [];
$failed = [];
$began = microtime(true);
while ($work !== [] || $running !== []) {
    while ($work !== [] && count($running) < LANES) {
        $one = array_shift($work);
        $process = new Process($one['command'], $root, $one['environment'], timeout: null);
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
        $says = $process->isSuccessful() ? implode("\n", array_slice(explode("\n", $says), -4)) : $says;
        echo "\n── {$name}: " . ($process->isSuccessful() ? 'passed' : 'FAILED') . ", {$seconds} s\n{$says}\n";
        if (!$process->isSuccessful()) {
            $failed[] = $name;
        }
    }
    usleep(100_000);
}
echo "\n" . ($failed === [] ? 'All passed' : 'FAILED: ' . implode(', ', $failed)) . ', ' . round(microtime(true) - $began) . " s\n";
exit($failed === [] ? 0 : 1);
