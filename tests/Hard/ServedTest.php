<?php

declare(strict_types=1);

namespace Tests\Hard;

use GuzzleHttp\Client as Guzzle;
use GuzzleHttp\Promise\Utils;
use PHPUnit\Framework\TestCase;
use Psr\Http\Message\ResponseInterface;
use Tests\Support\Client;
use Tests\Support\Server;

/** How the server answers from outside: what it sends, what it refuses before reading it, and how it counts. */
final class ServedTest extends TestCase
{
    private static Server $server;
    private static Guzzle $guzzle;

    public static function setUpBeforeClass(): void
    {
        self::$server = new Server();
        self::$guzzle = new Guzzle(['base_uri' => self::$server->url, 'http_errors' => false, 'decode_content' => false]);
    }

    public static function tearDownAfterClass(): void
    {
        self::$server->stop();
    }

    public function testTheEngraversBinaryIsAFileThatIsStreamed(): void
    {
        $files = glob(dirname(__DIR__, 2) . '/public/build/assets/engraver-*.wasm') ?: [];
        self::assertCount(1, $files);
        $answer = self::$guzzle->get('/build/assets/' . basename($files[0]), ['headers' => ['Accept-Encoding' => 'br']]);
        self::assertSame('application/wasm', $answer->getHeaderLine('Content-Type'));
        self::assertSame('br', $answer->getHeaderLine('Content-Encoding'));
        self::assertStringContainsString('immutable', $answer->getHeaderLine('Cache-Control'));
        self::assertLessThan(filesize($files[0]) / 3, $answer->getBody()->getSize());
    }

    public function testFilesAreSentCompressedAndStayGood(): void
    {
        $assets = glob(dirname(__DIR__, 2) . '/public/build/assets/*.js') ?: [];
        usort($assets, static fn (string $a, string $b): int => filesize($b) <=> filesize($a));
        $path = '/build/assets/' . basename($assets[0]);
        foreach (['br' => 'br', 'gzip' => 'gzip', 'gzip, deflate, br' => 'br', 'identity' => ''] as $accepts => $coding) {
            $answer = self::$guzzle->get($path, ['headers' => ['Accept-Encoding' => $accepts]]);
            self::assertSame(200, $answer->getStatusCode());
            self::assertSame($coding, $answer->getHeaderLine('Content-Encoding'), $accepts);
            self::assertStringStartsWith('text/javascript; charset=utf-8', $answer->getHeaderLine('Content-Type'));
            self::assertStringContainsString('immutable', $answer->getHeaderLine('Cache-Control'));
            self::assertSame('nosniff', $answer->getHeaderLine('X-Content-Type-Options'));
            $coding === '' || self::assertLessThan(filesize($assets[0]) / 2, $answer->getBody()->getSize());
        }
        $api = self::$guzzle->get('/api/v1/session', ['headers' => ['Accept-Encoding' => 'gzip']]);
        foreach (['X-Powered-By', 'Set-Cookie: upright_pencil'] as $header) {
            self::assertFalse($api->hasHeader($header));
        }
        self::assertSame('nginx', $api->getHeaderLine('Server'));
        self::assertSame('DENY', $api->getHeaderLine('X-Frame-Options'));
        foreach (['/.env', '/index.php', '/storage/logs/pencil.log', '/build/assets/../../../composer.json', '/database/demo.sqlite'] as $path) {
            self::assertStringNotContainsString('APP_KEY', (string) self::$guzzle->get($path)->getBody(), $path);
            self::assertStringNotContainsString('laravel/framework', (string) self::$guzzle->get($path)->getBody(), $path);
        }
    }

    public function testAnswersAreCompressed(): void
    {
        $token = self::$server->database()->query('select token from links limit 1')->fetchColumn();
        $answer = self::$guzzle->get("/api/v1/part/{$token}/page", ['headers' => ['Accept-Encoding' => 'gzip']]);

        self::assertSame('gzip', $answer->getHeaderLine('Content-Encoding'));
        self::assertStringContainsString('<score-partwise', (string) gzdecode((string) $answer->getBody()));
    }

    public function testALargeBodyIsRefusedByItsLength(): void
    {
        $socket = stream_socket_client(str_replace('http', 'tcp', self::$server->url));
        self::assertNotFalse($socket);
        // Six hundred megabytes are announced; not one of them is waited for.
        fwrite($socket, "POST /api/v1/session HTTP/1.1\r\nHost: " . substr(self::$server->url, 7) . "\r\nContent-Length: 608000000\r\n\r\n");
        stream_set_timeout($socket, 5);
        $answer = (string) stream_get_contents($socket, 4000);
        fclose($socket);

        self::assertStringStartsWith('HTTP/1.1 413', $answer);
        self::assertStringContainsString('The file is larger than 16 MB', $answer);
        $guest = self::$guzzle->post('/api/v1/account/unpack', ['headers' => ['Content-Length' => '3'], 'body' => 'abc']);
        self::assertSame(401, $guest->getStatusCode(), 'nothing large is taken from guests');
    }

    public function testAnotherNameIsRefused(): void
    {
        $answer = self::$guzzle->get('/api/v1/session', ['headers' => ['Host' => 'evil.example']]);

        self::assertSame(421, $answer->getStatusCode());
        self::assertStringNotContainsString('evil', (string) $answer->getBody());
    }

    public function testTriesAtOnceAreCountedOneByOne(): void
    {
        $calls = [];
        for ($try = 0; $try < 30; $try++) {
            $calls[] = (new Client(self::$server->url))->begin('POST', 'session', ['email' => 'coteacher@example.test', 'password' => "guess {$try}"]);
        }
        $statuses = array_count_values(array_map(static fn (ResponseInterface $answer): int => $answer->getStatusCode(), Utils::unwrap($calls)));

        self::assertSame([422 => 8, 429 => 22], $statuses);
    }

    /** @return list<string> */
    private static function routesWithKey(): array
    {
        $listed = json_decode((string) shell_exec(PHP_BINARY . ' ' . dirname(__DIR__, 2) . '/artisan route:list --json'), true);
        $routes = is_array($listed) ? array_column($listed, 'uri') : [];
        $found = array_values(array_filter($routes, static fn (mixed $uri): bool => is_string($uri) && str_contains($uri, '{token}')));
        self::assertGreaterThan(10, count($found));

        return $found;
    }

    public function testWhatItKeepsIsItsOwnersAlone(): void
    {
        foreach (['server', 'server/nginx.conf', 'server/config.php', 'server/access.log'] as $name) {
            $rights = fileperms(self::$server->folder . "/{$name}") & 0o077;
            self::assertSame(0, $rights, $name);
        }
        usleep(100_000);
        // Every route with a key in its address, and addresses that are none.
        $key = 'abcdefgh12345678ABCDEFGH12345678';
        $visited = [...self::routesWithKey(), 'part/{token}/no-such-page', 'apii/v1/part/{token}', 'elsewhere/{token}', 'elsewhere/{token}/now'];
        foreach ($visited as $route) {
            self::$guzzle->get('/' . strtr($route, ['{token}' => $key, '{ending}' => 'pdf', '{sheet}' => 'phone']) . "?code={$key}");
        }
        sleep(6);
        $log = (string) file_get_contents(self::$server->folder . '/server/access.log');
        self::assertStringContainsString('"/part/*"', $log);
        self::assertStringContainsString('"/api/v1/part/*/now"', $log);
        self::assertStringNotContainsString(substr($key, 0, 8), $log);
        foreach (array_filter(explode("\n", $log)) as $line) {
            self::assertArrayHasKey('request', (array) json_decode($line, true), $line);
        }
    }
}
