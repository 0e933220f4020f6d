<?php

declare(strict_types=1);

namespace Tests\Hard;

use PHPUnit\Framework\TestCase;
use RuntimeException;
use Symfony\Component\Process\Process;
use Tests\Support\Client;
use Tests\Support\Server;

/** A disk without room, and one that cannot be written: writing stops with a sentence, everything that is there can be read. */
final class FullDiskTest extends TestCase
{
    private const MEGABYTES = 24;

    private string $disk = '';
    private ?Server $server = null;

    protected function setUp(): void
    {
        $this->disk = sys_get_temp_dir() . '/pencil-disk-' . bin2hex(random_bytes(4));
        mkdir($this->disk);
        $mounted = new Process(['mount', '-t', 'tmpfs', '-o', 'size=' . self::MEGABYTES . 'm', 'tmpfs', $this->disk]);
        if ($mounted->run() !== 0) {
            throw new RuntimeException("This test needs a small disk of its own, and root to mount it: {$mounted->getErrorOutput()}");
        }
        $this->server = new Server($this->disk, ['CACHE_PATH' => "{$this->disk}/cache", 'STORAGE_PATH' => "{$this->disk}/files", 'PENCIL_DISK_MEGABYTES' => '2']);
    }

    protected function tearDown(): void
    {
        $this->server?->stop();
        (new Process(['umount', '-l', $this->disk]))->run();
        @rmdir($this->disk);
    }

    public function testWritingStopsAndReadingGoesOn(): void
    {
        $server = $this->server ?? throw new RuntimeException('no server');
        $director = Client::signedIn($server->url);
        $piece = $director->json('GET', 'rack')['shelves'][0]['pieces'][0]['id'];
        $section = $director->json('GET', "pieces/{$piece}")['sections'][0]['id'];
        $token = (string) $server->database()->query('select token from links order by id limit 1')->fetchColumn();
        $full = fopen("{$this->disk}/filling", 'w');
        while (@fwrite($full, str_repeat('x', 65536)) > 0) {
            continue;
        }
        fclose($full);
        self::assertLessThan(65536, disk_free_space($this->disk), 'the disk is full');

        $this->read($director, $server, $piece, $section, $token);
        // A mark may still find room in a page that is there; a few dozen do not.
        $this->refused(fn (int $try) => $director->call('POST', "sections/{$section}/marks", [
            'lines' => implode("\n", array_map(static fn (int $measure): string => "{$measure}.1 \"" . str_repeat("word{$try} ", 30) . '"', range(2, 20))),
            'seen' => 9007199254740991,
        ]));
        $this->refused(static fn (): mixed => $director->upload('scores/look', 'score', 'a.musicxml', (string) file_get_contents(
            dirname(__DIR__, 2) . '/demo/scores/cobblers-holiday.musicxml',
        )));
        self::assertStringContainsString('disk is nearly full', (string) $director->json('GET', 'session')['notice']);
        self::assertSame(503, (new Client($server->url))->call('GET', '/up')->getStatusCode());
        $this->read($director, $server, $piece, $section, $token);

        unlink("{$this->disk}/filling");
        self::assertSame(200, $director->call('POST', "sections/{$section}/marks", ['lines' => '2.1 up', 'seen' => 9007199254740991])->getStatusCode());
        self::assertNull($director->json('GET', 'session')['notice']);
        self::assertSame('ok', $server->database()->query('pragma integrity_check')->fetchColumn());
    }

    public function testADiskThatCannotBeWrittenIsReadOn(): void
    {
        $server = $this->server ?? throw new RuntimeException('no server');
        $director = Client::signedIn($server->url);
        $piece = $director->json('GET', 'rack')['shelves'][0]['pieces'][0]['id'];
        $section = $director->json('GET', "pieces/{$piece}")['sections'][0]['id'];
        $token = (string) $server->database()->query('select token from links order by id limit 1')->fetchColumn();
        // Whoever holds the database open keeps the disk from being closed: the server is started again over the closed one.
        $server->kill();
        $closed = new Process(['mount', '-o', 'remount,ro', $this->disk]);
        for ($try = 0; $try < 100 && $closed->run() !== 0; $try++) {
            // What was killed lets go of its files in its own time.
            usleep(100_000);
        }
        self::assertSame(0, $closed->getExitCode(), $closed->getErrorOutput());
        $server->start();

        $this->read($director, $server, $piece, $section, $token);
        $this->refused(static fn (): mixed => $director->call('POST', "sections/{$section}/marks", ['lines' => '2.1 up', 'seen' => 9007199254740991]));
        self::assertStringContainsString('cannot write', (string) $director->json('GET', 'session')['notice']);
        (new Process(['mount', '-o', 'remount,rw', $this->disk]))->run();
        self::assertSame(200, $director->call('POST', "sections/{$section}/marks", ['lines' => '2.1 up', 'seen' => 9007199254740991])->getStatusCode());
    }

    private function read(Client $director, Server $server, int $piece, int $section, string $token): void
    {
        $guest = new Client($server->url);
        foreach (
            [
                [$director, 'rack'], [$director, "pieces/{$piece}"], [$director, "sections/{$section}"], [$director, "sections/{$section}/page"],
                [$director, "pieces/{$piece}/tutti"], [$director, "pieces/{$piece}/read-through"], [$director, "pieces/{$piece}/handout"],
                [$director, 'class'], [$director, 'account'], [$guest, "part/{$token}"], [$guest, "part/{$token}/page"], [$guest, 'session'],
            ] as [$who, $path]
        ) {
            $answer = $who->call('GET', $path);
            self::assertSame(200, $answer->getStatusCode(), "{$path}: {$answer->getBody()}\n{$server->log()}");
        }
    }

    /** @param callable(int): \Psr\Http\Message\ResponseInterface $write */
    private function refused(callable $write): void
    {
        for ($try = 0; $try < 60; $try++) {
            $answer = $write($try);
            if ($answer->getStatusCode() === 200) {
                continue;
            }
            self::assertSame(507, $answer->getStatusCode(), (string) $answer->getBody());
            self::assertMatchesRegularExpression('~nothing was kept~', (string) json_decode((string) $answer->getBody(), true)['message']);

            return;
        }
        self::fail('The disk is full and everything is kept all the same.');
    }
}
