<?php

declare(strict_types=1);

namespace Tests\Hard;

use PHPUnit\Framework\TestCase;
use Psr\Http\Message\ResponseInterface;
use Tests\Support\Client;
use Tests\Support\Server;
use Throwable;

/** All processes are killed again and again in the middle of marking: what was answered is there afterwards. */
final class KillingTest extends TestCase
{
    private const AT_ONCE = 6;

    public function testWhatWasAnsweredIsNeverLost(): void
    {
        $server = new Server();
        $director = Client::signedIn($server->url);
        $section = $director->json('GET', 'rack')['shelves'][0]['pieces'][2]['sections'][1]['id'];
        $frame = $director->json('GET', "sections/{$section}");
        $notes = array_values(array_diff(array_column($frame['notes'], 'id'), array_column($frame['marks'], 'from')));
        $kills = Amount::of(4, 100);
        $answered = [];
        $next = 0;
        for ($kill = 0; $kill < $kills; $kill++) {
            $pending = [];
            // The plug is pulled while some of these are on their way.
            $end = microtime(true) + 0.15 + 0.05 * ($kill % 7);
            while (microtime(true) < $end) {
                while (count($pending) < self::AT_ONCE) {
                    $note = $notes[$next % count($notes)];
                    $words = '"' . $next . '"';
                    $next++;
                    $pending[$note] = $director->begin('POST', "sections/{$section}/marks", ['lines' => "{$note} {$words}", 'seen' => 9007199254740991])
                        ->then(static function (ResponseInterface $answer) use (&$answered, &$pending, $note, $words): void {
                            if ($answer->getStatusCode() === 200) {
                                $answered[$note] = $words;
                            }
                            unset($pending[$note]);
                        }, static function () use (&$pending, $note): void {
                            unset($pending[$note]);
                        });
                }
                \GuzzleHttp\Promise\Utils::queue()->run();
                reset($pending);
                try {
                    current($pending)->wait();
                } catch (Throwable) {
                    // Not answered: nothing is claimed of it.
                }
            }
            $server->kill();
            foreach ($pending as $promise) {
                try {
                    $promise->wait();
                } catch (Throwable) {
                    continue;
                }
            }
            $server->start();
        }
        $marks = [];
        foreach ($director->json('GET', "sections/{$section}")['marks'] as $mark) {
            $marks[$mark['from']] = $mark['words'];
        }
        $lost = array_filter($answered, static fn (string $words, string $note): bool => !isset($marks[$note]), ARRAY_FILTER_USE_BOTH);
        $intact = $server->database()->query('pragma integrity_check')->fetchColumn();
        $server->stop();
        Amount::tell("{$kills} times killed: " . count($answered) . ' marks answered, ' . count($lost) . ' lost');
        self::assertSame([], array_keys($lost));
        self::assertSame('ok', $intact);
        self::assertGreaterThanOrEqual($kills, count($answered), 'enough was under way');
    }

    public function testTakingUpWhatIsNewLosesNoCall(): void
    {
        $server = new Server();
        $director = Client::signedIn($server->url);
        $failures = [];
        for ($round = 0; $round < 3; $round++) {
            $calls = array_map(static fn () => $director->begin('GET', 'rack'), range(1, 12));
            posix_kill($server->pid(), SIGHUP);
            foreach (\GuzzleHttp\Promise\Utils::settle($calls)->wait() as $result) {
                $answer = $result['value'] ?? null;
                if (!$answer instanceof ResponseInterface || $answer->getStatusCode() !== 200) {
                    $failures[] = $answer instanceof ResponseInterface ? $answer->getStatusCode() : (string) $result['reason'];
                }
            }
        }
        self::assertSame(200, $director->call('GET', 'rack')->getStatusCode());
        $server->stop();
        self::assertSame([], $failures);
    }

    public function testAProcessThatDiesIsReplaced(): void
    {
        $server = new Server();
        $director = Client::signedIn($server->url);
        foreach (['php-fpm: pool', 'queue:work', 'nginx: worker', 'nginx: master', 'php-fpm: master'] as $name) {
            $victims = array_filter(
                Server::children($server->pid()),
                static fn (int $pid): bool => str_contains(str_replace("\0", ' ', (string) @file_get_contents("/proc/{$pid}/cmdline")), $name),
            );
            self::assertNotSame([], $victims, "no process {$name}");
            foreach ($victims as $pid) {
                posix_kill($pid, SIGKILL);
            }
            $status = 0;
            for ($try = 0; $try < 100 && $status !== 200; $try++) {
                usleep(100_000);
                try {
                    $status = $director->call('GET', 'rack')->getStatusCode();
                } catch (Throwable) {
                    continue;
                }
            }
            self::assertSame(200, $status, "after {$name} was killed");
        }
        $server->stop();
    }
}
