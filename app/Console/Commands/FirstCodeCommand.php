<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Accounts\FirstCode;
use Illuminate\Console\Command;

final class FirstCodeCommand extends Command
{
    protected $signature = 'pencil:code';

    protected $description = 'Prints the code with which the first director sets up an account.';

    public function handle(FirstCode $first): int
    {
        $code = $first->code();
        $this->line($code === null
            ? 'There are accounts already: further directors are invited, or made with ./pencil director ADDRESS.'
            : 'Nobody has an account yet. Open ' . url('/first') . " and type this code: {$code}");

        return self::SUCCESS;
    }
}
