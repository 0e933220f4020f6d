<?php

/** Who has a part on the desk just now, and where they are. */

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('presences', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('piece_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('section_id')->constrained()->cascadeOnDelete();
            // Index of the measure they look at.
            $table->unsignedInteger('measure');
            $table->timestamp('seen_at')->index();
            $table->unique(['piece_id', 'user_id']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('presences');
    }
};
