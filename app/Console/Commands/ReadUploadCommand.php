<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\Concerns\ReadsText;
use App\Import\PreparedScore;
use Illuminate\Console\Command;
use UprightPencil\Exception\UprightPencilException;

/** Reads one uploaded score: what the server starts for each, so that a bad file ends this process and nothing else. */
final class ReadUploadCommand extends Command
{
    use ReadsText;

    protected $signature = 'pencil:read-upload {file : the uploaded file} {result : where the prepared score goes}
        {--name= : how its owner calls it}';

    protected $description = 'Reads an uploaded score for the server.';

    protected $hidden = true;

    public function handle(): int
    {
        gc_disable();
        try {
            $prepared = PreparedScore::of((string) file_get_contents($this->textOf('file')), $this->textOfOption('name'));
        } catch (UprightPencilException $unreadable) {
            fwrite(STDERR, $unreadable->getMessage());

            return self::FAILURE;
        }
        file_put_contents($this->textOf('result'), $prepared->pack());

        return self::SUCCESS;
    }
}
