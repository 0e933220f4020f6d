<?php

/** How many directions of the bow a part's page shows, and how many an edition showed: until now one in every measure. */

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    private const VALUES = "in ('few', 'some', 'every')";

    public function up(): void
    {
        DB::statement('alter table sections add column bows varchar(255) null check (bows is null or bows ' . self::VALUES . ')');
        DB::statement("alter table editions add column bows varchar(255) not null default 'every' check (bows " . self::VALUES . ')');
    }

    public function down(): void
    {
        foreach (['sections', 'editions'] as $table) {
            Schema::table($table, fn (Blueprint $of) => $of->dropColumn('bows'));
        }
    }
};
