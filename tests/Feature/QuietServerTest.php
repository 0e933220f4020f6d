<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Exceptions\CannotWrite;
use App\Server\MaskingFormatter;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\Route;
use Monolog\Level;
use Monolog\LogRecord;
use PHPUnit\Framework\Attributes\DataProvider;
use RuntimeException;

/** What the server tells, keeps and trusts. */
final class QuietServerTest extends FeatureTestCase
{
    public function testGuestsLeaveNoSessionBehind(): void
    {
        config(['session.driver' => 'database']);
        $this->getJson('/api/v1/session')->assertOk()->assertCookieMissing('upright_pencil');
        $this->getJson('/api/v1/part/abcdefgh')->assertNotFound()->assertCookieMissing('XSRF-TOKEN');
        $this->get('/rack')->assertOk()->assertCookieMissing('XSRF-TOKEN');
        $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'wrong'])->assertStatus(422);
        $this->withCookie('upright_pencil', str_repeat('a', 40))->getJson('/api/v1/session');
        self::assertSame(0, DB::table('sessions')->count());

        $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'rosin-and-maple'])->assertOk()->assertCookie('upright_pencil');
        self::assertSame([$this->director->id], DB::table('sessions')->pluck('user_id')->map(intval(...))->all());
    }

    public function testASessionIsWrittenOnlyWhenSomethingInItChanges(): void
    {
        config(['session.driver' => 'database']);
        $this->withCredentials();
        $cookie = $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'rosin-and-maple'])->getCookie('upright_pencil');
        self::assertNotNull($cookie);
        $this->app['auth']->forgetGuards();
        $writes = 0;
        DB::listen(static function ($query) use (&$writes): void {
            $writes += preg_match('~^(insert|update|delete).*sessions~', $query->sql);
        });
        $this->withCookie('upright_pencil', $cookie->getValue())->getJson('/api/v1/rack')->assertOk();
        $this->getJson('/api/v1/rack')->assertOk();

        self::assertSame(0, $writes);
    }

    public function testTheHostHeaderIsNotTrusted(): void
    {
        $section = $this->section($this->piece());
        $this->actingAs($this->director);
        $this->json('GET', 'http://evil.example/api/v1/session')->assertStatus(421);
        $url = $this->json('POST', "http://localhost:8000/api/v1/sections/{$section->id}/editions")->assertCreated()->json('link.url');

        self::assertStringStartsWith(config('app.url') . '/part/', $url);
    }

    public function testAnotherSitesPageCannotSignAnybodyIn(): void
    {
        $try = fn (array $headers): int => $this->postJson('/api/v1/session', ['email' => 'maren@example.test', 'password' => 'rosin-and-maple'], $headers)
            ->getStatusCode();

        self::assertSame(403, $try(['Sec-Fetch-Site' => 'cross-site']));
        self::assertSame(403, $try(['Origin' => 'https://evil.example']));
        self::assertSame(200, $try(['Sec-Fetch-Site' => 'same-origin']));
    }

    public function testTheLogOpensNobodysPart(): void
    {
        $token = 'a1B2c3D4e5F6g7H8i9J0k1L2m3N4o5P6';
        $record = new LogRecord(new \DateTimeImmutable(), 'x', Level::Error, "GET /part/{$token} failed for /invitation/ABCDEFGHIJKL", [
            'sql' => "select * from links where token = '{$token}'",
            'exception' => new RuntimeException("token {$token} " . str_repeat('long ', 400)),
        ]);

        $line = (new MaskingFormatter())->format($record);

        self::assertStringNotContainsString($token, $line);
        self::assertStringNotContainsString('ABCDEFGHIJKL', $line);
        self::assertStringContainsString('a1B2', $line, 'enough is left to tell two apart');
        self::assertLessThan(4000, strlen($line));
        self::assertJson($line);
    }

    public function testEveryRequestHasAName(): void
    {
        self::assertMatchesRegularExpression('~^[a-f0-9]{16}$~', (string) $this->getJson('/api/v1/session')->headers->get('X-Request-Id'));
        $given = str_repeat('ab12', 8);
        self::assertSame($given, $this->getJson('/api/v1/session', ['X-Request-Id' => $given])->headers->get('X-Request-Id'));
        self::assertNotSame('x"y', $this->getJson('/api/v1/session', ['X-Request-Id' => 'x"y'])->headers->get('X-Request-Id'));
    }

    /** @return iterable<string, array{string, int, string}> */
    public static function failures(): iterable
    {
        yield 'full' => ['SQLSTATE[HY000]: General error: 13 database or disk is full', 507, 'disk is full'];
        yield 'closed' => ['SQLSTATE[HY000]: General error: 8 attempt to write a readonly database', 507, 'cannot write'];
        yield 'busy' => ['SQLSTATE[HY000]: General error: 5 database is locked', 503, 'Very many people'];
        yield 'PostgreSQL without room' => ['ERROR: could not extend file "base/1": No space left on device', 507, 'disk is full'];
    }

    #[DataProvider('failures')]
    public function testWhatCannotBeWrittenIsASentence(string $message, int $status, string $sentence): void
    {
        Route::post('/api/v1/try', static fn () => throw new QueryException('sqlite', 'insert', [], new RuntimeException($message)));

        $answer = $this->postJson('/api/v1/try')->assertStatus($status);

        self::assertStringContainsString($sentence, $answer->json('message'));
        self::assertNull(CannotWrite::told(new RuntimeException('something else')));
    }

    public function testTheHealthPageTellsWhatIsTheMatter(): void
    {
        $this->getJson('/up')->assertOk()->assertJsonPath('ok', true)->assertJsonPath('checks.database.says', 'answers');
        DB::table('jobs')->insert(['queue' => 'default', 'payload' => '{}', 'attempts' => 0, 'available_at' => time() - 5000, 'created_at' => 0]);

        $this->getJson('/up')->assertStatus(503)->assertJsonPath('ok', false)->assertJsonPath('checks.queue.ok', false);
    }

    public function testTheRackNeverPlans(): void
    {
        Queue::fake();
        $this->piece();
        $this->app->bind(\App\Plans\SectionPlanner::class, static fn () => throw new RuntimeException('The rack plans.'));

        $answer = $this->actingAs($this->director)->getJson('/api/v1/rack')->assertOk();

        self::assertSame(1, $answer->json('unknown'));
        self::assertArrayNotHasKey('flags', $answer->json('shelves.0.pieces.0.sections.0'));
        Queue::assertPushed(\App\Jobs\WorkOutStates::class, 1);
    }

    public function testOneBadPieceIsOneBadFolderAndIsNotTriedAgain(): void
    {
        $bad = $this->section($this->piece());
        $good = $this->section($this->piece());
        $bad->update(['reading' => (string) gzcompress('nothing'), 'reading_version' => 0]);
        $bad->piece->update(['source' => (string) gzcompress('no score')]);
        $this->workOut();
        $sections = array_column(array_merge(...array_column($this->actingAs($this->director)->getJson('/api/v1/rack')->json('shelves.0.pieces'), 'sections')), null, 'id');

        self::assertTrue($sections[$bad->id]['failed']);
        self::assertArrayHasKey('flags', $sections[$good->id]);
        // A class that changes asks for everything again, but for what never came to an end.
        $bad->refresh()->update(['state' => null]);
        self::assertNotNull($bad->state_began_at);
        $bad->update(['reading' => $good->refresh()->reading, 'reading_version' => $good->reading_version]);
        $this->workOut();
        self::assertSame(['failed' => true], $bad->refresh()->state);
        // Somebody who opens it sees whether it works; if it does, the rack knows it too.
        $this->getJson("/api/v1/sections/{$bad->id}")->assertOk();
        self::assertArrayHasKey('flags', (array) $bad->refresh()->state);
        self::assertNull($bad->state_began_at);
    }

    public function testWorkingOutThatNeverCameToAnEndIsNotBegunAgain(): void
    {
        $section = $this->section($this->piece());
        $section->reading = random_bytes(50_000);
        $begin = static fn (): mixed => (new \App\Plans\SectionPlanCache($section, new \ArrayObject(), true))->get('bow x');
        self::assertNull($begin());
        self::assertNull($begin(), 'somebody else may be at it');
        $memory = new \App\Plans\SectionPlanCache($section, new \ArrayObject(), true);
        \Illuminate\Support\Facades\Cache::put("begun:{$memory->name('bow x')}", time() - 60, 100);

        try {
            $begin();
            self::fail('It was begun again.');
        } catch (\App\Plans\UnfinishedPlan $told) {
            self::assertStringContainsString('takes longer to work out than the server gives it', $told->getMessage());
        }
        self::assertNull($memory->get('bow y'), 'with other marks it is another work');
    }

    public function testWhatSectionsMakeTogetherIsKeptUntilSomethingChanges(): void
    {
        $piece = $this->twoViolins('A4q B4q C#5h');
        $section = $this->section($piece);
        $this->actingAs($this->director);
        $paths = ["pieces/{$piece->id}/tutti", "pieces/{$piece->id}/read-through", "pieces/{$piece->id}/handout"];
        $first = array_map(fn (string $path): array => $this->getJson("/api/v1/{$path}")->assertOk()->json(), $paths);
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 9])->assertOk();
        $marked = array_map(fn (string $path): array => $this->getJson("/api/v1/{$path}")->assertOk()->json(), $paths);
        self::assertNotSame($first[0]['sections'], $marked[0]['sections']);

        // From here on nothing can be planned: there is no music left, and nobody who remembers it.
        DB::table('sections')->update(['reading' => null, 'source' => 'x']);
        DB::table('pieces')->update(['source' => 'x']);
        foreach ($this->app['router']->getRoutes() as $route) {
            $route->controller = null;
        }
        self::assertSame($marked, array_map(fn (string $path): array => $this->getJson("/api/v1/{$path}")->assertOk()->json(), $paths));
        // A class that changes makes them new.
        $this->putJson('/api/v1/class', [
            'profile' => 'first-year', 'density' => 'every', 'wording' => 'words',
            'schools' => ['bow' => 'downbeat', 'long' => 'together', 'soft' => 'tip', 'open' => 'open', 'bass' => '124', 'stay' => 'stay'],
            'sizes' => ['violin' => '4/4', 'viola' => '15″', 'cello' => '4/4', 'bass' => '3/4'],
        ])->assertOk();
        self::assertGreaterThanOrEqual(422, $this->getJson("/api/v1/{$paths[0]}")->getStatusCode(), 'and there is nothing to make them from');
    }
}
