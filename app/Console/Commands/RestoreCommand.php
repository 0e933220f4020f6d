<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\Concerns\ReadsText;
use App\Server\Backup;
use Illuminate\Console\Command;
use RuntimeException;

final class RestoreCommand extends Command
{
    use ReadsText;

    protected $signature = 'pencil:restore {file : the backup}';

    protected $description = 'Puts a backup in the place of what is there, which is kept beside it.';

    public function handle(Backup $backup): int
    {
        try {
            $beside = $backup->restore($this->textOf('file'));
        } catch (RuntimeException $problem) {
            fwrite(STDERR, "pencil: {$problem->getMessage()} Nothing was changed.\n");

            return self::FAILURE;
        }
        $this->line("Restored. What was there before is in {$beside}. Everybody signs in again.");

        return self::SUCCESS;
    }
}
