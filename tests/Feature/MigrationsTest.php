<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Edition;
use App\Models\Mark;
use App\Models\Piece;
use App\Models\Role;
use App\Models\Section;
use App\Models\User;
use Illuminate\Database\QueryException;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\DB;
use Tests\Support\Passage;
use UprightPencil\Format\MarksJson;
use UprightPencil\Marks\Mark as CoreMark;
use UprightPencil\Marks\MarkKinds;
use UprightPencil\Marks\MarkState;

/** What the first version kept is there after every migration since, and means the same. */
final class MigrationsTest extends TestCase
{
    /** Values that no column holds. */
    private const WRONG = [
        'shelves' => ['kind' => 'drawer'],
        'sections' => ['instrument' => 'kazoo'],
        'changes' => ['kind' => 'maybe'],
        'shares' => ['may' => 'own'],
        'editions' => ['density' => 'thick'],
    ];

    public function createApplication(): \Illuminate\Foundation\Application
    {
        /** @var \Illuminate\Foundation\Application $app */
        $app = require __DIR__ . '/../../bootstrap/app.php';
        $app->make(\Illuminate\Contracts\Console\Kernel::class)->bootstrap();

        return $app;
    }

    public function testAllOfItComesAlong(): void
    {
        config(['database.default' => 'sqlite', 'database.connections.sqlite.database' => ':memory:']);
        DB::purge('sqlite');
        $this->artisan('migrate', ['--path' => 'database/migrations/2026_11_01_000000_create_tables.php', '--force' => true])->assertOk();
        $now = '2026-11-02 10:00:00';
        $times = ['created_at' => $now, 'updated_at' => $now];
        foreach ([1 => 'Sam', 2 => 'Sam', 3 => 'Maren'] as $id => $name) {
            DB::table('users')->insert(['id' => $id, 'name' => $name, 'email' => "user{$id}@example.test", 'password' => 'x', ...$times]);
        }
        DB::table('shelves')->insert(['id' => 1, 'user_id' => 3, 'name' => 'Concert', ...$times]);
        $xml = Passage::of('4/4', 'A4q B4q C#5h')->musicXml();
        DB::table('pieces')->insert([
            'id' => 1, 'user_id' => 3, 'shelf_id' => 1, 'title' => 'Tune', 'source_name' => 'tune.musicxml', 'source_hash' => 'x',
            'source' => gzcompress($xml), 'summary' => '{"title":"Tune"}', 'revision' => 4, ...$times,
        ]);
        DB::table('sections')->insert([
            'id' => 1, 'piece_id' => 1, 'part_id' => 'P1', 'name' => 'Violin I', 'instrument' => 'violin', 'position' => 0, 'source' => gzcompress($xml), ...$times,
        ]);
        $kind = MarkKinds::read('up');
        self::assertNotNull($kind);
        $record = static fn (string $author, string $note, MarkState $state): array => array_diff_key(
            MarksJson::toRecord((new CoreMark('', [$kind], $note, $note))->inState($state)->by($author, $now)),
            ['authorId' => 0],
        );
        $proposal = $record('Sam', 'P1-m1-n1', MarkState::Proposed);
        $decided = $record('Maren', 'P1-m1-n2', MarkState::Decided);
        $gone = $record('Sam', 'P1-m1-n3', MarkState::Proposed);
        DB::table('marks')->insert(['section_id' => 1, 'user_id' => 2, 'key' => 'P1-m1-n1||direction||all||proposed by Sam', 'body' => json_encode($proposal), 'state' => 'proposed', ...$times]);
        DB::table('marks')->insert(['section_id' => 1, 'user_id' => 3, 'key' => 'P1-m1-n2||direction||all||', 'body' => json_encode($decided), 'state' => 'decided', ...$times]);
        $step = static fn (string $key, ?array $before, ?array $after): string => (string) json_encode([['section' => 1, 'key' => $key, 'before' => $before, 'after' => $after]]);
        $log = static fn (int $id, int $user, string $steps): array => [
            'id' => $id, 'piece_id' => 1, 'section_id' => 1, 'user_id' => $user, 'revision' => $id, 'kind' => 'do', 'label' => "step {$id}", 'steps' => $steps, 'created_at' => $now,
        ];
        DB::table('changes')->insert($log(1, 2, $step('P1-m1-n1||direction||all||proposed by Sam', null, $proposal)));
        DB::table('changes')->insert($log(2, 1, $step('P1-m1-n3||direction||all||proposed by Sam', null, $gone)));
        // The director declines what the other Sam proposed: it stays that Sam's in the log.
        DB::table('changes')->insert($log(3, 3, $step('P1-m1-n3||direction||all||proposed by Sam', $gone, null)));
        DB::table('changes')->insert($log(4, 3, $step('P1-m1-n2||direction||all||', null, $decided)));
        DB::table('editions')->insert(['section_id' => 1, 'user_id' => 3, 'number' => 1, 'revision' => 4, 'musicxml' => gzcompress($xml), 'pencil_list' => "part Violin I\n1.1 up", 'created_at' => $now]);
        DB::table('sections')->where('id', 1)->update(['instrument' => 'violin']);
        DB::table('links')->insert(['section_id' => 1, 'user_id' => 3, 'token' => 'abc', ...$times]);
        DB::table('shares')->insert(['piece_id' => 1, 'email' => 'user1@example.test', 'user_id' => 1, 'may' => 'propose', 'token' => 't1', ...$times]);
        DB::table('left_flags')->insert(['piece_id' => 1, 'user_id' => 3, 'key' => 'x', ...$times]);

        $this->artisan('migrate', ['--force' => true])->assertOk();

        $piece = Piece::query()->findOrFail(1);
        self::assertSame(strlen($xml), $piece->source_bytes);
        self::assertSame($xml, gzuncompress($piece->source));
        self::assertSame(3, User::query()->count());
        $marks = Section::query()->findOrFail(1)->marks()->get();
        foreach ($marks as $mark) {
            /** @var Mark $mark */
            self::assertSame($mark->key, $mark->toCore()?->key(), 'a mark’s key is what it would be today');
        }
        self::assertSame('P1-m1-n1||direction||all||proposed by #2', $marks[0]->key);
        $keys = DB::table('changes')->orderBy('id')->pluck('steps')->map(static fn (string $steps): string => json_decode($steps, true)[0]['key'])->all();
        self::assertSame([
            'P1-m1-n1||direction||all||proposed by #2', 'P1-m1-n3||direction||all||proposed by #1', 'P1-m1-n3||direction||all||proposed by #1', 'P1-m1-n2||direction||all||',
        ], $keys);
        self::assertSame(['musicxml' => $xml, 'list' => ['part Violin I', '1.1 up']], Edition::query()->firstOrFail()->page('', null));
        self::assertSame(Role::Propose, $piece->roleOf(User::query()->findOrFail(1)), 'who had accepted stays');
        self::assertSame(['proposed', 'decided'], DB::table('marks')->orderBy('id')->pluck('state')->all(), 'a mark’s state is what its body says');
        self::assertSame([], DB::select('pragma foreign_key_check'));
        self::assertSame(1, (int) DB::selectOne('pragma foreign_keys')->foreign_keys);
        self::assertSame(1, DB::table('links')->count() + DB::table('left_flags')->count() - 1);
        foreach (self::WRONG as $table => $values) {
            try {
                DB::table($table)->limit(1)->update($values);
                self::fail("{$table} takes " . json_encode($values));
            } catch (QueryException $refused) {
                self::assertStringContainsString('CHECK constraint failed', $refused->getMessage());
            }
        }
        $this->artisan('migrate:rollback', ['--step' => 20, '--force' => true])->assertOk();
    }
}
