<?php

declare(strict_types=1);

namespace App\Database;

use Illuminate\Database\SQLiteConnection as LaravelsConnection;
use PDOException;

/**
 * A transaction that writes takes its lock when it begins.
 *
 * SQLite's own transactions begin as readers; one that reads first and writes then is refused at once when somebody else has
 * written in between, however long it would have waited. PHP before 8.4 offers no other beginning, so the first statement is a
 * write that changes nothing: it waits for its turn like any other.
 */
final class SQLiteConnection extends LaravelsConnection
{
    protected function executeBeginTransactionStatement(): void
    {
        parent::executeBeginTransactionStatement();
        try {
            $this->getPdo()->exec('update migrations set batch = batch where 0');
        } catch (PDOException $problem) {
            if (str_contains($problem->getMessage(), 'no such table')) {
                // The tables are only being made: nobody else is there.
                return;
            }
            $this->getPdo()->rollBack();
            throw $problem;
        }
    }
}
