<?php

/** A section's line that another section plays: it follows the one it comes from. */

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // The part it follows, and for whom it is; null for a part of the score itself.
        Schema::table('sections', static fn (Blueprint $table) => $table->json('follows')->nullable());
    }

    public function down(): void
    {
        Schema::table('sections', static fn (Blueprint $table) => $table->dropColumn('follows'));
    }
};
