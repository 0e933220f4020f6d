<?php

/** Rehearsals and concerts of an ensemble, what was done in them, and what was heard. */

use App\Database\SqliteTable;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    /** Foreign keys cannot be put aside inside a transaction. */
    public $withinTransaction = false;

    private const BEFORE = "('marks', 'score', 'look', 'part', 'link', 'rack', 'class')";
    private const AFTER = "('marks', 'score', 'look', 'part', 'link', 'rack', 'class', 'rehearsal')";

    public function up(): void
    {
        Schema::create('calendar_dates', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shelf_id')->constrained()->cascadeOnDelete();
            $table->enum('kind', ['rehearsal', 'concert']);
            $table->string('title', 120)->default('');
            $table->string('place', 120)->default('');
            // As the clock in the room has it: a school has one, and it is nowhere else.
            $table->dateTime('starts_at');
            $table->unsignedSmallInteger('minutes');
            // From a calendar's file: what tells it from the others there.
            $table->string('uid', 190)->nullable();
            // What the director asks of the plan, and what was done; null where nothing was asked, and before it was held.
            $table->json('wishes')->nullable();
            $table->json('done')->nullable();
            $table->timestamps();
            $table->index(['shelf_id', 'starts_at']);
            $table->unique(['shelf_id', 'uid']);
        });
        Schema::create('heard', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('piece_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->foreignId('calendar_date_id')->nullable()->constrained()->nullOnDelete();
            // The printed number: a corrected score may have no such measure.
            $table->string('measure', 40);
            $table->string('note', 80)->nullable();
            // Ids of the parts it was heard from; empty for all.
            $table->json('parts');
            $table->enum('kind', [
                'accidental', 'rhythm', 'too-long', 'too-short', 'bow', 'late-shift', 'too-loud', 'not-together', 'words',
            ]);
            $table->string('text', 300)->default('');
            // Made by the phone that sends it: sent twice, it is written once.
            $table->string('token', 40)->nullable()->unique();
            $table->dateTime('heard_at');
            $table->dateTime('better_at')->nullable();
            $table->timestamps();
            $table->index(['piece_id', 'better_at']);
        });
        Schema::table('editions', static function (Blueprint $table): void {
            // What was heard of it when it was handed out; null in editions from before.
            $table->json('heard')->nullable();
        });
        $this->topics(self::BEFORE, self::AFTER);
    }

    public function down(): void
    {
        DB::table('changes')->where('topic', 'rehearsal')->delete();
        $this->topics(self::AFTER, self::BEFORE);
        Schema::table('editions', static fn (Blueprint $table) => $table->dropColumn('heard'));
        Schema::dropIfExists('heard');
        Schema::dropIfExists('calendar_dates');
    }

    /** Which topics the log may have. */
    private function topics(string $before, string $after): void
    {
        if (DB::getDriverName() === 'sqlite') {
            $change = static fn (string $sql): string => str_replace("topic in {$before}", "topic in {$after}", $sql);
            SqliteTable::rebuild('changes', $change);
        } else {
            DB::statement('alter table changes drop constraint changes_topic_check');
            DB::statement("alter table changes add constraint changes_topic_check check (topic in {$after})");
        }
    }
};
