<?php

/*
 * Makes small wrong changes to the code, one at a time, and asks which of them no test notices.
 *
 *     php tests/Mutation/run.php [--count=200] [--seed=1] [--in=core/Bowing]
 *
 * The changes are drawn over all rooms. They are written into a copy of the checkout, each behind its number; the suites run once to
 * see which test comes by which change, then the tests of each change run, the quickest first, until one fails.
 */

declare(strict_types=1);

use PhpParser\NodeTraverser;
use PhpParser\ParserFactory;
use PhpParser\PrettyPrinter\Standard;
use Symfony\Component\Process\Process;
use Tests\Mutation\Changes;

require dirname(__DIR__, 2) . '/vendor/autoload.php';

$asked = getopt('', ['count:', 'seed:', 'in:']) ?: [];
$count = (int) ($asked['count'] ?? 200);
$randomizer = new Random\Randomizer(new Random\Engine\Mt19937((int) ($asked['seed'] ?? 1)));
$root = dirname(__DIR__, 2);
$copy = sys_get_temp_dir() . '/mutants-' . getmypid();
$suites = 'core,both,contract';

(new Process(['cp', '-al', $root, $copy]))->setTimeout(600)->mustRun();
// Hard links are cheap; what is written to must be a file of its own.
foreach (['core', 'app', 'tests', 'bootstrap', 'storage', 'phpunit.xml', 'vendor/autoload.php', 'vendor/composer', 'database'] as $own) {
    (new Process(['rm', '-rf', "{$copy}/{$own}"]))->mustRun();
    (new Process(['cp', '-a', "{$root}/{$own}", "{$copy}/{$own}"]))->setTimeout(600)->mustRun();
}
register_shutdown_function(static fn () => (new Process(['rm', '-rf', $copy]))->setTimeout(600)->run());
file_put_contents("{$copy}/vendor/autoload.php", str_replace(
    '<?php',
    "<?php\nrequire_once __DIR__ . '/../tests/Mutation/Mutant.php';\n",
    (string) file_get_contents("{$copy}/vendor/autoload.php"),
));
file_put_contents("{$copy}/phpunit.xml", str_replace(
    '<testsuites>',
    '<extensions><bootstrap class="Tests\Mutation\Recorder"/></extensions><testsuites>',
    (string) file_get_contents("{$copy}/phpunit.xml"),
));

// Every room gets its share by the square root of its places, so that small rooms are asked too.
$parser = (new ParserFactory())->createForNewestSupportedVersion();
$places = [];
foreach (['core', 'app'] as $house) {
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator("{$root}/{$house}", FilesystemIterator::SKIP_DOTS)) as $file) {
        $name = substr((string) $file, strlen($root) + 1);
        if (!str_ends_with($name, '.php') || !str_starts_with($name, $asked['in'] ?? '')) {
            continue;
        }
        $changes = new Changes($name, null, 0);
        (new NodeTraverser($changes))->traverse($parser->parse((string) file_get_contents((string) $file)) ?? []);
        foreach ($changes->places > 0 ? range(0, $changes->places - 1) : [] as $place) {
            $places[dirname($name)][] = [$name, $place];
        }
    }
}
ksort($places);
$all = array_sum(array_map(static fn (array $room): float => sqrt(count($room)), $places));
$drawn = [];
foreach ($places as $room => $here) {
    $share = min(count($here), max(1, (int) round($count * sqrt(count($here)) / $all)));
    foreach ((array) $randomizer->pickArrayKeys($here, $share) as $key) {
        $drawn[$here[$key][0]][] = $here[$key][1];
    }
}
ksort($drawn);
$made = [];
foreach ($drawn as $name => $wanted) {
    $tree = $parser->parse((string) file_get_contents("{$root}/{$name}")) ?? [];
    $changes = new Changes($name, $wanted, count($made) + 1);
    file_put_contents("{$copy}/{$name}", (new Standard())->prettyPrintFile((new NodeTraverser($changes))->traverse($tree)));
    $made += $changes->made;
}
fwrite(STDERR, count($made) . " changes in " . count($drawn) . " files\n");

/** @param list<string> $more */
$phpunit = static function (array $more, int $mutant, string $seen, float $seconds) use ($copy): Process {
    $process = new Process(
        [PHP_BINARY, '-d', 'memory_limit=1G', 'vendor/bin/phpunit', '--do-not-cache-result', '--no-output', ...$more],
        $copy,
        ['MUTANT' => (string) $mutant, 'MUTANT_SEEN' => $seen],
    );
    $process->setTimeout($seconds);

    return $process;
};
$first = $phpunit(['--testsuite', $suites], -1, "{$copy}/seen.json", 1800);
if ($first->run() !== 0) {
    fwrite(STDERR, "The suites fail before anything is changed.\n" . $first->getOutput() . $first->getErrorOutput());
    exit(2);
}
$record = json_decode((string) file_get_contents("{$copy}/seen.json"), true);

/** The tests of a change in up to three bites, the quickest first. */
$bites = static function (int $number) use ($record): array {
    $tests = array_filter($record['seen'][$number] ?? [], static fn (string $test): bool => $test !== '');
    usort($tests, static fn (string $a, string $b): int => $record['took'][$a] <=> $record['took'][$b]);
    $bites = [];
    $seconds = 0.0;
    $limits = [0.5, 4.0, INF];
    $bite = [];
    foreach ($tests as $test) {
        if ($bite !== [] && $seconds + $record['took'][$test] > $limits[0]) {
            $bites[] = $bite;
            $bite = [];
            $seconds = 0.0;
            array_shift($limits);
        }
        $bite[] = $test;
        $seconds += $record['took'][$test];
    }

    return $bite === [] ? $bites : [...$bites, $bite];
};
$start = static function (int $number, array $bite) use ($phpunit, $record, $copy): Process {
    $files = array_unique(array_map(static fn (string $test): string => $record['files'][$test], $bite));
    $filter = '~^(' . implode('|', array_map(static fn (string $test): string => preg_quote($test, '~'), $bite)) . ')( |$|#|@)~';
    $seconds = array_sum(array_map(static fn (string $test): float => $record['took'][$test], $bite));
    $process = $phpunit(
        ['--stop-on-defect', '--filter', $filter, ...$files],
        $number,
        "{$copy}/seen-{$number}.json",
        30 + 6 * $seconds,
    );
    $process->start();

    return $process;
};
/** @var array<int, array{Process, list<list<string>>}> $running */
$running = [];
$left = array_keys($made);
$noticed = $missed = [];
while ($left !== [] || $running !== []) {
    while ($left !== [] && count($running) < 2) {
        $number = array_shift($left);
        $todo = $bites($number);
        if ($todo === []) {
            $missed[$number] = 'no test comes by';
            continue;
        }
        $running[$number] = [$start($number, array_shift($todo)), $todo];
    }
    usleep(20000);
    foreach ($running as $number => [$process, $todo]) {
        try {
            $process->checkTimeout();
            if ($process->isRunning()) {
                continue;
            }
            $failed = $process->getExitCode() !== 0;
        } catch (Symfony\Component\Process\Exception\ProcessTimedOutException) {
            $failed = true;
        }
        unset($running[$number]);
        if ($failed) {
            $noticed[] = $number;
        } elseif ($todo === []) {
            $missed[$number] = count($record['seen'][$number]) . ' tests come by';
            fwrite(STDERR, "missed: {$made[$number]} ({$missed[$number]})\n");
        } else {
            $running[$number] = [$start($number, array_shift($todo)), $todo];
        }
    }
}
ksort($missed);
$rooms = [];
foreach ($made as $number => $what) {
    $room = dirname(explode(':', $what)[0]);
    $rooms[$room] ??= [0, 0];
    $rooms[$room][0]++;
    $rooms[$room][1] += isset($missed[$number]) ? 0 : 1;
}
foreach ($rooms as $room => [$of, $seen]) {
    printf("%-36s %3d of %3d noticed\n", $room, $seen, $of);
}
printf("%d of %d changes noticed, %.1f %%\n\nNot noticed:\n", count($noticed), count($made), 100 * count($noticed) / max(1, count($made)));
foreach ($missed as $number => $why) {
    echo "{$made[$number]}  ({$why})\n";
}
