<?php

declare(strict_types=1);

namespace App\Drawing;

use RuntimeException;

/** A page that could not be drawn. The message is a sentence for who waits for it. */
final class NotDrawn extends RuntimeException
{
    public static function because(string $sentence): self
    {
        return new self($sentence);
    }

    public static function noEngraver(): self
    {
        return new self('Pages cannot be drawn on this server: Node or its engraver is missing. ./pencil up installs both.');
    }

    public static function takesTooLong(int $seconds): self
    {
        return new self("Drawing this page takes longer than {$seconds} seconds.");
    }

    public static function takesTooMuch(): self
    {
        return new self('Drawing this page needs more memory than there is.');
    }

    public static function stopped(): self
    {
        return new self('The engraver stopped while it was drawing this page.');
    }
}
