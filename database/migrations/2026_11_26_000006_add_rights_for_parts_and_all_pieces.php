<?php

/** A co-teacher's right may hold for some parts alone, and may be given once for all pieces of a director, those to come included. */

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('colleagues', function (Blueprint $table): void {
            $table->id();
            // Whose pieces they are.
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('email');
            $table->foreignId('helper_id')->nullable()->constrained('users')->cascadeOnDelete();
            $table->enum('may', ['read', 'propose', 'edit']);
            $table->json('parts')->nullable();
            $table->timestamps();
            $table->unique(['user_id', 'email']);
        });
        Schema::table('shares', function (Blueprint $table): void {
            // Names of parts; null for all of them.
            $table->json('parts')->nullable();
            $table->unsignedBigInteger('colleague_id')->nullable()->index();
        });
    }

    public function down(): void
    {
        Schema::table('shares', function (Blueprint $table): void {
            $table->dropIndex(['colleague_id']);
            $table->dropColumn(['parts', 'colleague_id']);
        });
        Schema::dropIfExists('colleagues');
    }
};
