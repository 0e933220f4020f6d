<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\Concerns\ReadsText;
use App\Models\Link;
use Database\Seeders\DatabaseSeeder;
use Illuminate\Console\Command;

/** Says where the demo is and how to sign in. */
final class AddressesCommand extends Command
{
    use ReadsText;

    protected $signature = 'pencil:addresses {url : address the application is served at}';

    protected $description = 'Say where the demo is and how to sign in';

    public function handle(): int
    {
        $url = $this->textOf('url');
        $link = Link::query()->whereNull('ended_at')->orderBy('id')->first();
        $this->line('');
        $this->line("  Upright Pencil is at        {$url}");
        $this->line('  Director                    ' . DatabaseSeeder::DIRECTOR . '    ' . DatabaseSeeder::PASSWORD);
        $this->line('  Co-teacher                  ' . DatabaseSeeder::CO_TEACHER . '   ' . DatabaseSeeder::PASSWORD);
        $this->line('  A student’s part (no account)  ' . ($link === null ? 'hand one out first' : "{$url}/part/{$link->token}"));
        $this->line('');

        return self::SUCCESS;
    }
}
