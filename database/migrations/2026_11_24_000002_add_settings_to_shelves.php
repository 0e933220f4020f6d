<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('shelves', function (Blueprint $table): void {
            // What this ensemble can do, where it differs from the director's others.
            $table->json('settings')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('shelves', fn (Blueprint $table) => $table->dropColumn('settings'));
    }
};
