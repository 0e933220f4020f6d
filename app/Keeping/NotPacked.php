<?php

declare(strict_types=1);

namespace App\Keeping;

use RuntimeException;

/** A file that is not what was packed here. The message is one sentence for its owner. */
final class NotPacked extends RuntimeException
{
    public static function isNoArchive(): self
    {
        return new self('This is not a file that “Everything of mine” made: it is no zip archive, or damaged.');
    }

    public static function hasNoList(): self
    {
        return new self('This is not a file that “Everything of mine” made: it has no readable list of pieces.');
    }

    public static function isTooLarge(): self
    {
        return new self('This file unpacks to more than can be taken.');
    }

    public static function isNewer(int $version): self
    {
        return new self("This file was made by a newer Upright Pencil (its form is {$version}). Bring the server up to date first.");
    }
}
