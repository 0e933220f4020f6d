<?php

/** A corrected score of a piece, with what was there before, so that it can be taken back; parts that are not in the score any more. */

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('corrections', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('piece_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained();
            // The log's entry of the marks that were moved or put away with it.
            $table->foreignId('change_id')->nullable()->constrained('changes');
            $table->string('file');
            // The score as it was before, compressed, and what was known of it.
            $table->binary('source');
            $table->unsignedInteger('source_bytes');
            $table->json('before');
            $table->timestamp('taken_back_at')->nullable();
            $table->timestamp('created_at');
        });
        Schema::table('sections', function (Blueprint $table): void {
            // A part that the corrected score does not have.
            $table->softDeletes();
        });
    }

    public function down(): void
    {
        Schema::table('sections', function (Blueprint $table): void {
            $table->dropSoftDeletes();
        });
        Schema::dropIfExists('corrections');
    }
};
