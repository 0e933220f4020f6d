<?php

/** What people write to each other at a place of a part, until it is settled. */

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('threads', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('section_id')->constrained()->cascadeOnDelete();
            $table->string('note');
            // In words, as it was when somebody wrote: a corrected score may have no such note.
            $table->string('place');
            // The mark it is about, where it is about a proposal; and what that says.
            $table->string('mark_key')->nullable();
            $table->string('proposal')->nullable();
            // How it was settled, in words; null while it is open.
            $table->string('settled')->nullable();
            $table->timestamp('created_at');
            $table->index(['section_id', 'mark_key']);
        });
        Schema::create('remarks', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('thread_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->string('who');
            $table->text('text');
            $table->timestamp('created_at');
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('remarks');
        Schema::dropIfExists('threads');
    }
};
