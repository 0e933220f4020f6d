<?php

/** What a lesson is typed as, and where it stands in its book. */

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('pieces', static function (Blueprint $table): void {
            $table->json('typed')->nullable();
            $table->unsignedInteger('lesson_page')->nullable();
            // Where it stands in its book; where nothing is moved, its number says so.
            $table->unsignedInteger('book_place')->nullable();
            // What the director says of what is new, and which first steps are taken.
            $table->json('lesson')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('pieces', static function (Blueprint $table): void {
            $table->dropColumn(['typed', 'lesson_page', 'book_place', 'lesson']);
        });
    }
};
