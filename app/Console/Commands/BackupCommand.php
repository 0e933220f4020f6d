<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\Concerns\ReadsText;
use App\Server\Backup;
use App\Server\Backups;
use Illuminate\Console\Command;
use RuntimeException;

final class BackupCommand extends Command
{
    use ReadsText;

    protected $signature = 'pencil:backup {file? : where it goes; in the folder of backups without it}
        {--nightly : take away older ones as well}
        {--check= : only look whether this backup is whole}';

    protected $description = 'Makes a backup of everything that is kept, while the server works, and checks it.';

    public function handle(Backup $backup, Backups $backups): int
    {
        try {
            $check = $this->option('check');
            $file = is_string($check) && $check !== '' ? $check : $backup->make($this->textOf('file') ?: $backups->next());
            $found = $backup->check($file);
        } catch (RuntimeException $problem) {
            fwrite(STDERR, "pencil: {$problem->getMessage()}\n");

            return self::FAILURE;
        }
        $megabytes = number_format((float) filesize($file) / 1e6, 1);
        $this->line("{$file}: {$found['rows']} rows of {$found['made']}, whole, {$megabytes} MB");
        if ($this->option('nightly') === true) {
            foreach ($backups->rotate() as $old) {
                $this->line("Taken away: {$old}");
            }
        }

        return self::SUCCESS;
    }
}
