<?php

declare(strict_types=1);

namespace Tests\Hard;

use PDO;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use RuntimeException;
use Tests\Support\Client;
use Tests\Support\Postgres;
use Tests\Support\Server;

/** Backups made while people mark, put back, and carried from one database to the other. */
final class BackupTest extends TestCase
{
    /** @return iterable<string, array{bool}> */
    public static function databases(): iterable
    {
        yield 'SQLite' => [false];
        yield 'PostgreSQL' => [true];
    }

    #[DataProvider('databases')]
    public function testABackupMadeWhilePeopleMarkIsOfOneMomentAndPutBack(bool $isPostgres): void
    {
        $postgres = $isPostgres ? new Postgres() : null;
        $server = new Server(environment: $postgres?->start() ?? []);
        try {
            $this->backUp($server);
        } finally {
            $server->stop();
            $postgres?->stop();
        }
    }

    private function backUp(Server $server): void
    {
        $director = Client::signedIn($server->url);
        $section = $director->json('GET', 'rack')['shelves'][0]['pieces'][2]['sections'][2]['id'];
        $frame = $director->json('GET', "sections/{$section}");
        $notes = array_values(array_diff(array_column($frame['notes'], 'id'), array_column($frame['marks'], 'from')));
        $mark = static fn (int $number) => $director->begin('POST', "sections/{$section}/marks", [
            'lines' => "{$notes[$number]} \"{$number}\"", 'seen' => 9007199254740991,
        ]);
        foreach (range(0, 4) as $number) {
            $mark($number)->wait();
        }
        // While these are under way:
        $pending = array_map($mark, range(5, 14));
        $file = "{$server->folder}/school.zip";
        self::assertStringContainsString('whole', $server->artisan('pencil:backup', $file));
        foreach ($pending as $promise) {
            self::assertSame(200, $promise->wait()->getStatusCode());
        }
        self::assertSame('0600', substr(sprintf('%o', (int) fileperms($file)), -4));
        $there = count($director->json('GET', "sections/{$section}")['marks']);
        $packed = $this->markCount($file, $section);
        self::assertGreaterThanOrEqual(count($frame['marks']) + 5, $packed);
        self::assertLessThanOrEqual($there, $packed);

        // What does not check is refused, and nothing is changed.
        $bytes = (string) file_get_contents($file);
        foreach (['cut off' => substr($bytes, 0, (int) (strlen($bytes) * 0.7)), 'other bytes' => $this->damaged($bytes), 'no archive' => 'hello'] as $what => $bad) {
            file_put_contents("{$server->folder}/bad.zip", $bad);
            try {
                $server->artisan('pencil:restore', "{$server->folder}/bad.zip");
                self::fail("{$what} was restored");
            } catch (RuntimeException $refusal) {
                self::assertStringContainsString('Nothing was changed.', $refusal->getMessage(), $what);
            }
        }
        self::assertCount($there, $director->json('GET', "sections/{$section}")['marks']);

        self::assertStringContainsString('Restored', $server->artisan('pencil:restore', $file));
        self::assertSame(401, $director->call('GET', 'rack')->getStatusCode(), 'everybody signs in again');
        $again = Client::signedIn($server->url);
        self::assertCount($packed, $again->json('GET', "sections/{$section}")['marks']);
        // New things get ids of their own.
        self::assertSame(201, $again->call('POST', 'shelves', ['name' => 'After', 'kind' => 'programme'])->getStatusCode());
        self::assertSame(200, $again->call('POST', "sections/{$section}/marks", ['lines' => "{$notes[20]} up", 'seen' => 9007199254740991])->getStatusCode());
    }

    public function testEverythingMovesToTheOtherDatabaseAndBack(): void
    {
        $postgres = new Postgres();
        $environment = $postgres->start();
        $server = new Server();
        $before = $server->database()->query('select group_concat(id || key || body) from marks')->fetchColumn();
        $away = array_diff_key($environment, ['DB_CONNECTION' => 0, 'DB_DATABASE' => 0]);
        $run = static function (array $command, array $over) use ($server): string {
            $process = new \Symfony\Component\Process\Process([PHP_BINARY, 'artisan', ...$command], dirname(__DIR__, 2), [...$server->environment, ...$over]);
            $process->run();

            return $process->getOutput() . $process->getErrorOutput();
        };

        self::assertStringContainsString('Everything arrived', $run(['pencil:move', 'pgsql', '--database=pencil_test'], $away));
        self::assertStringContainsString('already', $run(['pencil:move', 'pgsql', '--database=pencil_test'], $away));
        $back = "{$server->folder}/back.sqlite";
        self::assertStringContainsString('Everything arrived', $run(['pencil:move', 'sqlite', "--database={$back}"], $environment));
        $after = (new PDO("sqlite:{$back}"))->query('select group_concat(id || key || body) from marks')->fetchColumn();
        self::assertSame($before, $after);
        $server->stop();
        $postgres->stop();
    }

    private function markCount(string $file, int $section): int
    {
        $folder = sys_get_temp_dir() . '/pencil-look-' . bin2hex(random_bytes(4));
        $zip = new \ZipArchive();
        $zip->open($file);
        $zip->extractTo($folder, 'pencil.sqlite');
        $count = (int) (new PDO("sqlite:{$folder}/pencil.sqlite"))->query("select count(*) from marks where section_id = {$section}")->fetchColumn();
        exec('rm -rf ' . escapeshellarg($folder));

        return $count;
    }

    private function damaged(string $bytes): string
    {
        for ($at = 2000; $at < 2600; $at++) {
            $bytes[$at] = 'x';
        }

        return $bytes;
    }
}
