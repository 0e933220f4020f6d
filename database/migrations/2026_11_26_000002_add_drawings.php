<?php

/** Pages drawn beforehand, beside the editions they belong to. */

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('drawings', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('edition_id')->constrained()->cascadeOnDelete();
            // Which of the edition's pages, and on what.
            $table->string('page');
            $table->string('sheet');
            $table->string('version');
            $table->binary('pages');
            $table->timestamp('created_at');
            $table->unique(['edition_id', 'page', 'sheet']);
        });
        $states = "in ('waits', 'works', 'done', 'stopped', 'failed', 'asked')";
        DB::statement("alter table editions add column drawing varchar(255) not null default 'waits' check (drawing {$states})");
        Schema::table('editions', function (Blueprint $table): void {
            $table->text('drawing_says')->nullable();
            // What a page's first sight needs to know of the others: see App\Models\Edition.
            $table->json('offers')->nullable();
            // What a player pencils into a printed part, by chair.
            $table->json('lists')->nullable();
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('drawings');
        Schema::table('editions', fn (Blueprint $table) => $table->dropColumn(['drawing', 'drawing_says', 'offers', 'lists']));
    }
};
