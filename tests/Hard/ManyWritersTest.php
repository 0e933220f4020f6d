<?php

declare(strict_types=1);

namespace Tests\Hard;

use GuzzleHttp\Promise\Utils;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Psr\Http\Message\ResponseInterface;
use Tests\Support\Client;
use Tests\Support\Postgres;
use Tests\Support\Server;

/** Forty people mark one piece while two hand it out: everybody is answered, nothing is lost, and both databases agree on that. */
final class ManyWritersTest extends TestCase
{
    private const WRITERS = 40;
    private const PUBLISHERS = 2;

    /** @return iterable<string, array{bool}> */
    public static function databases(): iterable
    {
        yield 'SQLite' => [false];
        yield 'PostgreSQL' => [true];
    }

    #[DataProvider('databases')]
    public function testEverybodyIsAnsweredAndNothingIsLost(bool $isPostgres): void
    {
        $postgres = $isPostgres ? new Postgres() : null;
        $server = new Server(environment: $postgres?->start() ?? []);
        try {
            $this->write($server, $isPostgres ? 'PostgreSQL' : 'SQLite');
        } finally {
            $server->stop();
            $postgres?->stop();
        }
    }

    private function write(Server $server, string $name): void
    {
        $director = Client::signedIn($server->url);
        $section = $director->json('GET', 'rack')['shelves'][0]['pieces'][2]['sections'][0]['id'];
        $before = $director->json('GET', "sections/{$section}");
        $notes = array_column($before['notes'], 'id');
        $kept = array_column($before['marks'], 'from');
        $notes = array_values(array_diff($notes, $kept));
        // Everybody marks a note of their own, as far as there are notes.
        $rounds = min(Amount::of(2, 12), intdiv(count($notes), self::WRITERS));
        $failures = [];
        $expected = [];
        $published = 0;
        $began = microtime(true);
        for ($round = 0; $round < $rounds; $round++) {
            $calls = [];
            for ($writer = 0; $writer < self::WRITERS; $writer++) {
                $note = $notes[$round * self::WRITERS + $writer];
                $calls["mark {$note}"] = $director->begin('POST', "sections/{$section}/marks", [
                    'lines' => "{$note} \"w\"", 'seen' => 9007199254740991, 'label' => 'w',
                ]);
                $expected[] = $note;
            }
            for ($publisher = 0; $publisher < self::PUBLISHERS; $publisher++) {
                $calls["hand out {$publisher}"] = $director->begin('POST', "sections/{$section}/editions");
                $published++;
            }
            foreach (Utils::settle($calls)->wait() as $what => $result) {
                $answer = $result['value'] ?? null;
                $status = $answer instanceof ResponseInterface ? $answer->getStatusCode() : 0;
                if (!in_array($status, [200, 201], true)) {
                    $failures[] = "{$what}: {$status} " . substr($answer instanceof ResponseInterface ? (string) $answer->getBody() : (string) $result['reason'], 0, 200);
                }
            }
        }
        $seconds = microtime(true) - $began;
        $after = $director->json('GET', "sections/{$section}");
        $lost = array_diff($expected, array_column($after['marks'], 'from'));
        Amount::tell(sprintf(
            '%s: %d marks and %d editions by %d people at once in %.1f s (%.0f a second): %d failures, %d lost',
            $name,
            count($expected),
            $published,
            self::WRITERS + self::PUBLISHERS,
            $seconds,
            (count($expected) + $published) / $seconds,
            count($failures),
            count($lost),
        ));
        self::assertSame([], $failures, $server->log());
        self::assertSame([], array_values($lost));
        self::assertSame($before['revision'] + count($expected), $after['revision'], 'every mark is counted once');
        self::assertSame($published, $after['section']['edition'] - (int) $before['section']['edition']);
    }
}
