<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('users', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->string('email')->unique();
            $table->string('password');
            $table->json('settings')->nullable();
            $table->rememberToken();
            $table->timestamps();
        });
        Schema::create('shelves', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('note')->default('');
            // programme: folders; book: numbered lessons
            $table->string('kind')->default('programme');
            $table->unsignedInteger('position')->default(0);
            $table->timestamps();
        });
        Schema::create('pieces', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('shelf_id')->constrained()->cascadeOnDelete();
            $table->string('title');
            $table->unsignedInteger('lesson_number')->nullable();
            $table->string('source_name');
            $table->string('source_hash');
            // The score as uploaded, compressed.
            $table->binary('source');
            $table->json('summary');
            $table->unsignedInteger('revision')->default(0);
            $table->timestamp('archived_at')->nullable();
            $table->softDeletes();
            $table->timestamps();
        });
        Schema::create('sections', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('piece_id')->constrained()->cascadeOnDelete();
            $table->string('part_id');
            $table->string('name');
            $table->string('instrument');
            $table->unsignedInteger('position');
            // The part alone as MusicXML; and as read, compressed, made again from the source when the reader changes.
            $table->binary('source');
            $table->binary('reading')->nullable();
            $table->unsignedInteger('reading_version')->default(0);
            $table->json('state')->nullable();
            $table->timestamp('bowed_at')->nullable();
            $table->timestamps();
            $table->unique(['piece_id', 'part_id']);
        });
        Schema::create('marks', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('section_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained();
            // What takes the place of what: two marks with one key cannot stand together.
            $table->string('key');
            $table->json('body');
            $table->string('state');
            $table->timestamps();
            $table->unique(['section_id', 'key']);
        });
        Schema::create('changes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('piece_id')->constrained()->cascadeOnDelete();
            $table->foreignId('section_id')->nullable()->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained();
            $table->unsignedInteger('revision');
            $table->string('kind');
            $table->foreignId('target_id')->nullable()->constrained('changes');
            $table->string('label');
            $table->json('steps');
            $table->timestamp('created_at');
            $table->index(['piece_id', 'revision']);
        });
        Schema::create('shares', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('piece_id')->constrained()->cascadeOnDelete();
            $table->string('email');
            $table->foreignId('user_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('may');
            $table->string('token')->unique();
            $table->timestamps();
            $table->unique(['piece_id', 'email']);
        });
        Schema::create('editions', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('section_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained();
            $table->unsignedInteger('number');
            $table->unsignedInteger('revision');
            // Frozen: the marked part, the pencil list and the marks as they were.
            $table->binary('musicxml');
            $table->longText('pencil_list');
            $table->json('changed')->nullable();
            $table->timestamp('created_at');
            $table->unique(['section_id', 'number']);
        });
        Schema::create('links', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('section_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained();
            $table->string('token')->unique();
            $table->timestamp('ended_at')->nullable();
            $table->timestamps();
        });
        Schema::create('left_flags', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('piece_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained();
            $table->string('key');
            $table->timestamps();
            $table->unique(['piece_id', 'key']);
        });
    }

    public function down(): void
    {
        $tables = ['left_flags', 'links', 'editions', 'shares', 'changes', 'marks', 'sections', 'pieces', 'shelves', 'users'];
        foreach ($tables as $table) {
            Schema::dropIfExists($table);
        }
    }
};
