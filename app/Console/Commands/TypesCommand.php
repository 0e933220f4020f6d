<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Http\Contract\AnswerTypes;
use App\Http\Contract\TypeScript;
use Illuminate\Console\Command;

/** Writes the interface's types of the API from those of the resources. */
final class TypesCommand extends Command
{
    public const FILE = 'js/api/answers.ts';

    protected $signature = 'pencil:types';

    protected $description = 'Writes the interface’s types of the API from those of the PHP resources.';

    protected $hidden = true;

    public function handle(): int
    {
        $file = resource_path(self::FILE);
        $written = (new TypeScript(AnswerTypes::all()))->write();
        if (!is_file($file) || file_get_contents($file) !== $written) {
            file_put_contents($file, $written);
        }

        return self::SUCCESS;
    }
}
