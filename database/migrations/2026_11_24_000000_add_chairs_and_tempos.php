<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('pieces', function (Blueprint $table): void {
            // The director's tempos: quarter notes a minute by measure number.
            $table->json('tempos')->nullable();
        });
        Schema::table('editions', function (Blueprint $table): void {
            // Pages for chairs whose marks differ: MusicXML and pencil list by chair, as JSON, compressed.
            $table->binary('chairs')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('pieces', fn (Blueprint $table) => $table->dropColumn('tempos'));
        Schema::table('editions', fn (Blueprint $table) => $table->dropColumn('chairs'));
    }
};
