<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('pieces', function (Blueprint $table): void {
            // How large the score was when it was uploaded: what a director's quota counts.
            $table->unsignedBigInteger('source_bytes')->default(0);
            $table->index(['shelf_id', 'archived_at']);
            $table->index('user_id');
            $table->index('deleted_at');
        });
        DB::table('pieces')->orderBy('id')->eachById(function (object $piece): void {
            $source = is_resource($piece->source) ? stream_get_contents($piece->source) : $piece->source;
            DB::table('pieces')->where('id', $piece->id)->update(['source_bytes' => strlen((string) gzuncompress((string) $source))]);
        }, 50);
        Schema::table('sections', function (Blueprint $table): void {
            // When its state was last begun to be worked out; still set when that never came to an end.
            $table->timestamp('state_began_at')->nullable();
        });
        Schema::table('shares', fn (Blueprint $table) => $table->index('user_id'));
        Schema::table('links', fn (Blueprint $table) => $table->index('section_id'));
        Schema::create('sessions', function (Blueprint $table): void {
            $table->string('id')->primary();
            $table->foreignId('user_id')->nullable()->index();
            $table->string('ip_address', 45)->nullable();
            $table->text('user_agent')->nullable();
            $table->longText('payload');
            $table->integer('last_activity')->index();
        });
        Schema::create('password_reset_tokens', function (Blueprint $table): void {
            $table->string('email')->primary();
            $table->string('token');
            $table->timestamp('created_at')->nullable();
        });
        Schema::create('cache', function (Blueprint $table): void {
            $table->string('key')->primary();
            $table->longText('value');
            $table->integer('expiration')->index();
        });
        Schema::create('cache_locks', function (Blueprint $table): void {
            $table->string('key')->primary();
            $table->string('owner');
            $table->integer('expiration')->index();
        });
        Schema::create('jobs', function (Blueprint $table): void {
            $table->id();
            $table->string('queue')->index();
            $table->longText('payload');
            $table->unsignedTinyInteger('attempts');
            $table->unsignedInteger('reserved_at')->nullable();
            $table->unsignedInteger('available_at');
            $table->unsignedInteger('created_at');
        });
        Schema::create('failed_jobs', function (Blueprint $table): void {
            $table->id();
            $table->string('uuid')->unique();
            $table->text('connection');
            $table->text('queue');
            $table->longText('payload');
            $table->longText('exception');
            $table->timestamp('failed_at')->useCurrent();
        });
        // What the mail stand-in would have sent.
        Schema::create('letters', function (Blueprint $table): void {
            $table->id();
            $table->string('to');
            $table->string('subject');
            $table->text('text');
            $table->timestamp('created_at');
        });
        // Long work somebody waits for: packing everything of theirs, or bringing it in.
        Schema::create('errands', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('kind');
            $table->string('state')->default('waits');
            $table->unsignedInteger('done')->default(0);
            $table->unsignedInteger('total')->default(0);
            $table->text('says')->nullable();
            $table->string('file')->nullable();
            $table->timestamps();
            $table->index(['user_id', 'kind']);
        });
    }

    public function down(): void
    {
        foreach (['errands', 'letters', 'failed_jobs', 'jobs', 'cache_locks', 'cache', 'password_reset_tokens', 'sessions'] as $table) {
            Schema::dropIfExists($table);
        }
        Schema::table('links', fn (Blueprint $table) => $table->dropIndex(['section_id']));
        Schema::table('shares', fn (Blueprint $table) => $table->dropIndex(['user_id']));
        Schema::table('sections', fn (Blueprint $table) => $table->dropColumn('state_began_at'));
        Schema::table('pieces', function (Blueprint $table): void {
            $table->dropIndex(['shelf_id', 'archived_at']);
            $table->dropIndex(['user_id']);
            $table->dropIndex(['deleted_at']);
            $table->dropColumn('source_bytes');
        });
    }
};
