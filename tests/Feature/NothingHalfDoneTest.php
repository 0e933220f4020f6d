<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Mark;
use App\Models\Section;
use Closure;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use RuntimeException;

/** Whatever breaks in the middle of writing leaves what was there: all of a change is kept, or none of it. */
final class NothingHalfDoneTest extends FeatureTestCase
{
    /**
     * @param string $breaksAt the statement after which everything breaks
     * @param Closure(self, Section): mixed $request
     */
    #[DataProvider('writings')]
    public function testWhatBreaksInTheMiddleLeavesWhatWasThere(string $breaksAt, Closure $request): void
    {
        $piece = $this->piece();
        $section = $this->section($piece);
        $this->actingAs($this->director);
        $this->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '1.1 up', 'seen' => 0])->assertOk();
        $this->share($piece, $this->person('Ilse'), 'edit');
        $before = self::rows();
        $hasBroken = false;
        DB::listen(static function (QueryExecuted $query) use ($breaksAt, &$hasBroken): void {
            if (!$hasBroken && str_starts_with($query->sql, $breaksAt)) {
                $hasBroken = true;
                throw new RuntimeException('The disk is gone.');
            }
        });

        $request($this, $section);

        self::assertTrue($hasBroken);

        self::assertSame($before, self::rows());
    }

    /** @return iterable<string, array{string, Closure(self, Section): mixed}> */
    public static function writings(): iterable
    {
        yield 'a mark whose entry in the log fails' => ['insert into "changes"', static fn (self $test, Section $section) => $test
            ->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '2.1 up', 'seen' => 9])->assertStatus(500)];
        yield 'a mark rubbed out whose entry in the log fails' => ['insert into "changes"', static fn (self $test, Section $section) => $test
            ->postJson("/api/v1/sections/{$section->id}/marks", ['lines' => '', 'takes' => [Mark::query()->value('key')], 'seen' => 9])
            ->assertStatus(500)];
        yield 'an undo whose entry in the log fails' => ['insert into "changes"', static fn (self $test, Section $section) => $test
            ->postJson("/api/v1/sections/{$section->id}/undo")->assertStatus(500)];
        yield 'an edition that cannot be written, and the link made for it' => ['insert into "editions"',
            static fn (self $test, Section $section) => $test->postJson("/api/v1/sections/{$section->id}/editions")->assertStatus(500)];
        yield 'a new link that cannot be made: the one before goes on' => ['insert into "links"',
            static fn (self $test, Section $section) => $test->postJson("/api/v1/sections/{$section->id}/links")->assertStatus(500)];
        yield 'a piece one of whose parts cannot be kept' => ['insert into "sections"', static function (self $test): void {
            try {
                $test->piece('D4q | E4w');
                self::fail('The part was kept.');
            } catch (RuntimeException $problem) {
                self::assertSame('The disk is gone.', $problem->getMessage());
            }
        }];
        yield 'an account that cannot be closed' => ['delete from "users"', static fn (self $test) => $test
            ->deleteJson('/api/v1/account', ['password' => 'rosin-and-maple'])->assertStatus(500)];
        yield 'an account that cannot be closed whole' => ['delete from "shelves"', static fn (self $test) => $test
            ->deleteJson('/api/v1/account', ['password' => 'rosin-and-maple'])->assertStatus(500)];
        yield 'settings of the class that cannot be kept' => ['update "sections"', static fn (self $test) => $test->putJson('/api/v1/class', [
            ...$test->getJson('/api/v1/class')->json('settings'), 'profile' => 'advanced',
        ])->assertStatus(500)];
        yield 'other sign-ins that cannot be ended' => ['delete from "sessions"', static fn (self $test) => $test
            ->deleteJson('/api/v1/account/sign-ins')->assertStatus(500)];
    }

    /** @return array<string, string> what every table holds */
    private static function rows(): array
    {
        $rows = [];
        foreach (['users', 'shelves', 'pieces', 'sections', 'marks', 'changes', 'editions', 'links', 'shares'] as $table) {
            $rows[$table] = md5(serialize(DB::table($table)->orderBy('id')->get()->map(static fn (object $row): array => (array) $row)->all()));
        }

        return $rows;
    }
}
