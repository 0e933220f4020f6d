<?php

/** What is practised: the director's choice of lines, and what an edition plays and gives to practise. */

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('sections', static function (Blueprint $table): void {
            // The lines in the director's order, and goals; null where the product chooses.
            $table->json('practice')->nullable();
        });
        Schema::table('editions', static function (Blueprint $table): void {
            // Compressed; null in editions from before.
            $table->binary('plays')->nullable();
            $table->binary('lines')->nullable();
        });
        Schema::table('links', static function (Blueprint $table): void {
            // Whether players may hear the other parts with theirs.
            // 0 or 1: an act that is taken back writes it as it was read, which not every database lets one do with a truth value.
            $table->unsignedSmallInteger('hears')->default(0);
        });
    }

    public function down(): void
    {
        Schema::table('sections', static fn (Blueprint $table) => $table->dropColumn('practice'));
        Schema::table('editions', static fn (Blueprint $table) => $table->dropColumn(['plays', 'lines']));
        Schema::table('links', static fn (Blueprint $table) => $table->dropColumn('hears'));
    }
};
