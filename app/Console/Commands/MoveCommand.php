<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\Concerns\ReadsText;
use App\Server\TableCopy;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Throwable;

/** From SQLite to PostgreSQL or back. */
final class MoveCommand extends Command
{
    use ReadsText;

    protected $signature = 'pencil:move {to : sqlite or pgsql} {--database= : the other database’s name, or the SQLite file}
        {--over : also when there is something there already}';

    protected $description = 'Copies everything that is kept to another database, and checks it by counting and hashing.';

    public function handle(): int
    {
        $from = DB::connection();
        $kind = $this->textOf('to');
        if (!in_array($kind, ['sqlite', 'pgsql'], true) || $kind === $from->getDriverName()) {
            $other = $from->getDriverName() === 'sqlite' ? 'pgsql' : 'sqlite';
            fwrite(STDERR, "pencil: from {$from->getDriverName()} everything moves to {$other}.\n");

            return self::FAILURE;
        }
        $name = $this->option('database');
        if (is_string($name) && $name !== '') {
            config(["database.connections.{$kind}.database" => $name]);
        }
        $database = config()->string("database.connections.{$kind}.database");
        try {
            if ($kind === 'sqlite' && !is_file($database)) {
                touch($database);
                chmod($database, 0o600);
            }
            $to = DB::connection($kind);
            Artisan::call('migrate', ['--force' => true, '--database' => $kind]);
            if ($this->option('over') !== true && $to->table('users')->exists()) {
                fwrite(STDERR, "pencil: there is something in “{$database}” already. Add --over to put this in its place.\n");

                return self::FAILURE;
            }
            TableCopy::forgetTheMoment($to);
            $tell = fn (string $table, int $rows) => $this->line(sprintf('%-12s %8d rows', $table, $rows));
            $sent = (new TableCopy($from, $to))->copy($tell);
        } catch (Throwable $problem) {
            fwrite(STDERR, "pencil: {$problem->getMessage()}\n");

            return self::FAILURE;
        }
        $hash = substr(hash('sha256', serialize($sent)), 0, 16);
        $this->line("Everything arrived as it was sent (counted and hashed: {$hash}).");
        $this->line("Set DB_CONNECTION={$kind} in .env and start the server again.");

        return self::SUCCESS;
    }
}
