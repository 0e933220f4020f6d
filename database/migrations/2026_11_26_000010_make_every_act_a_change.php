<?php

/**
 * The log holds every act, not marks alone: what it is about, and what besides marks it changed. What concerns all pieces of a
 * director belongs to none of them.
 */

use App\Database\SqliteTable;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    /** Foreign keys cannot be put aside inside a transaction. */
    public $withinTransaction = false;

    private const BELONGS = '~("piece_id" integer) not null~i';
    private const MAY_BELONG = '~("piece_id" integer)(?! not null)~i';

    public function up(): void
    {
        if (DB::getDriverName() === 'sqlite') {
            SqliteTable::rebuild('changes', static fn (string $sql): string => (string) preg_replace(self::BELONGS, '$1', $sql, 1));
        } else {
            DB::statement('alter table changes alter column piece_id drop not null');
        }
        $topics = "in ('marks', 'score', 'look', 'part', 'link', 'rack', 'class')";
        DB::statement("alter table changes add column topic varchar(255) not null default 'marks' check (topic {$topics})");
        DB::table('changes')->whereNull('section_id')->update(['topic' => 'score']);
        Schema::table('changes', static function (Blueprint $table): void {
            $table->json('things')->nullable();
            $table->index(['user_id', 'topic']);
        });
        Schema::table('left_flags', fn (Blueprint $table) => $table->string('reason', 200)->nullable());
    }

    public function down(): void
    {
        Schema::table('left_flags', fn (Blueprint $table) => $table->dropColumn('reason'));
        DB::table('changes')->whereNull('piece_id')->orWhereNotIn('topic', ['marks', 'score'])->delete();
        Schema::table('changes', static function (Blueprint $table): void {
            $table->dropIndex(['user_id', 'topic']);
            $table->dropColumn(['things', 'topic']);
        });
        if (DB::getDriverName() === 'sqlite') {
            $belongs = static fn (string $sql): string => (string) preg_replace(self::MAY_BELONG, '$1 not null', $sql, 1);
            SqliteTable::rebuild('changes', $belongs);
        } else {
            DB::statement('alter table changes alter column piece_id set not null');
        }
    }
};
