<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('sections', function (Blueprint $table): void {
            $table->timestamp('fingered_at')->nullable();
            // How many fingers this part's page shows; as the class has it when empty.
            $table->string('density')->nullable();
        });
        Schema::table('editions', function (Blueprint $table): void {
            // Pages beside the main one, by chair and by how many fingers they show; and how many the main one shows.
            $table->renameColumn('chairs', 'pages');
            $table->string('density')->default('standard');
        });
    }

    public function down(): void
    {
        Schema::table('editions', function (Blueprint $table): void {
            $table->renameColumn('pages', 'chairs');
            $table->dropColumn('density');
        });
        Schema::table('sections', fn (Blueprint $table) => $table->dropColumn(['fingered_at', 'density']));
    }
};
