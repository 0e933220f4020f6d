<?php

/** The desk's page as it is drawn beforehand, for the widths it was looked at last. */

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('first_sights', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('section_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('width');
            // What it was drawn from: the state of the piece, and the page as the desk knows it.
            $table->string('state');
            $table->string('page');
            $table->binary('systems');
            $table->timestamp('created_at');
            $table->unique(['section_id', 'width']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('first_sights');
    }
};
