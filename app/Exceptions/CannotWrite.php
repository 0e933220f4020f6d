<?php

declare(strict_types=1);

namespace App\Exceptions;

use Throwable;

/** Tells from an error that the server cannot keep anything just now, and says so to the one who wanted to. */
final class CannotWrite
{
    /** What systems and databases say when there is no room, or no leave, to write. */
    private const FULL = [
        'disk is full', 'No space left on device', 'disk I/O error', 'could not extend file', 'File too large',
        'Unable to write file', 'Unable to create a directory',
    ];
    private const READING = 'What is here can still be read; tell whoever looks after the server.';
    private const CLOSED = ['readonly database', 'read-only', 'Read-only file system', 'Permission denied', 'unable to open database file'];
    private const BUSY = [
        'database is locked', 'database table is locked', 'deadlock detected', 'could not serialize access', 'too many clients',
    ];

    /** @return array{string, int}|null a sentence and its HTTP status; null when the error is of another kind */
    public static function told(Throwable $error): ?array
    {
        for ($cause = $error; $cause !== null; $cause = $cause->getPrevious()) {
            $says = $cause->getMessage();
            if (self::has($says, self::FULL)) {
                return ['The server’s disk is full, so nothing was kept. ' . self::READING, 507];
            }
            if (self::has($says, self::CLOSED)) {
                return ['The server cannot write just now, so nothing was kept. ' . self::READING, 507];
            }
            if (self::has($says, self::BUSY)) {
                return ['Very many people are writing at this moment. Nothing was changed; try again in a few seconds.', 503];
            }
        }

        return null;
    }

    /** @param list<string> $signs */
    private static function has(string $says, array $signs): bool
    {
        foreach ($signs as $sign) {
            if (stripos($says, $sign) !== false) {
                return true;
            }
        }

        return false;
    }
}
