<?php

declare(strict_types=1);

namespace Tests\Hard;

use PHPUnit\Framework\TestCase;
use Tests\Support\Client;
use Tests\Support\Postgres;
use Tests\Support\Server;

/** Two application servers over one PostgreSQL: whoever answers, it is one product. */
final class SeveralServersTest extends TestCase
{
    public function testWhatIsDoneOnOneIsThereOnTheOther(): void
    {
        $postgres = new Postgres();
        $shared = sys_get_temp_dir() . '/pencil-shared-' . bin2hex(random_bytes(4));
        mkdir($shared);
        $environment = [
            ...$postgres->start(),
            'APP_KEY' => 'base64:' . base64_encode(random_bytes(32)),
            'CACHE_PATH' => "{$shared}/cache",
            'STORAGE_PATH' => "{$shared}/files",
        ];
        $one = new Server(environment: $environment, options: ['--queue=0']);
        $other = new Server(environment: $environment, isFirst: false);
        try {
            $this->work($one, $other);
        } finally {
            $one->stop();
            $other->stop();
            $postgres->stop();
            exec('rm -rf ' . escapeshellarg($shared));
        }
    }

    private function work(Server $one, Server $other): void
    {
        $here = Client::signedIn($one->url);
        $there = $here->again($other->url);
        self::assertSame(200, $there->call('GET', 'rack')->getStatusCode(), 'signed in on one is signed in');
        $section = $there->json('GET', 'rack')['shelves'][0]['pieces'][0]['sections'][0]['id'];
        self::assertSame(200, $here->call('POST', "sections/{$section}/marks", ['lines' => '3.1 "here"', 'seen' => 9007199254740991])->getStatusCode());
        self::assertContains('"here"', array_column($there->json('GET', "sections/{$section}")['marks'], 'words'));

        // Looked at on one, kept on the other.
        $look = json_decode((string) $here->upload('scores/look', 'score', 'a.musicxml', (string) file_get_contents(
            dirname(__DIR__, 2) . '/demo/scores/lesson-12.musicxml',
        ))->getBody(), true);
        $shelf = $here->json('GET', 'rack')['shelves'][0]['id'];
        self::assertSame(201, $there->call('POST', 'pieces', ['token' => $look['token'], 'file' => 'a.musicxml', 'shelf' => $shelf])->getStatusCode());

        // The first has no queue worker; the other's does its work.
        $errand = $here->json('POST', 'account/pack');
        for ($try = 0; $try < 100 && $errand['state'] !== 'done'; $try++) {
            usleep(200_000);
            $errand = $here->json('GET', "account/errands/{$errand['id']}");
        }
        self::assertSame('done', $errand['state']);
        self::assertStringStartsWith('PK', (string) $here->call('GET', "account/errands/{$errand['id']}/file")->getBody());

        // Tries to sign in are counted together.
        foreach (range(1, 4) as $try) {
            foreach ([$one, $other] as $server) {
                (new Client($server->url))->call('POST', 'session', ['email' => 'director@example.test', 'password' => 'wrong']);
            }
        }
        self::assertSame(429, (new Client($other->url))->call('POST', 'session', ['email' => 'director@example.test', 'password' => 'wrong'])->getStatusCode());

        self::assertSame(200, $there->call('DELETE', 'session')->getStatusCode());
        self::assertSame(401, $here->call('GET', 'rack')->getStatusCode(), 'signed out on one is signed out');
    }
}
