<?php

/** What an edition tells of the one before, links that show the list alone, and how many have seen them. */

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('editions', function (Blueprint $table): void {
            // The marked score as JSON, compressed: two of them are compared.
            $table->binary('told')->nullable();
        });
        DB::statement("alter table links add column shows varchar(255) not null default 'all' check (shows in ('all', 'list'))");
        Schema::create('readers', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('link_id')->constrained()->cascadeOnDelete();
            // A random number of the browser's own, and nothing else.
            $table->string('token');
            // Of which edition the list was finished last.
            $table->unsignedInteger('finished')->nullable();
            $table->unique(['link_id', 'token']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('readers');
        Schema::table('editions', fn (Blueprint $table) => $table->dropColumn('told'));
        Schema::table('links', fn (Blueprint $table) => $table->dropColumn('shows'));
    }
};
