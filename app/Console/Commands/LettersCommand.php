<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Letter;
use Illuminate\Console\Command;

/** Reads aloud what the mail stand-in kept. */
final class LettersCommand extends Command
{
    protected $signature = 'pencil:letters {--to= : only those to this address} {--last=5 : how many}';

    protected $description = 'Prints the newest letters that the mail stand-in kept instead of sending them.';

    public function handle(): int
    {
        $to = $this->option('to');
        $all = is_string($to) && $to !== '' ? Letter::query()->where('to', mb_strtolower($to)) : Letter::query();
        $letters = $all->latest('id')->limit(max(1, (int) $this->option('last')))->get()->reverse();
        foreach ($letters as $letter) {
            $this->line("To {$letter->to}, {$letter->created_at->toDateTimeString()}: {$letter->subject}\n\n{$letter->text}\n");
        }
        if ($letters->isEmpty()) {
            $this->line('No letters.');
        }

        return self::SUCCESS;
    }
}
