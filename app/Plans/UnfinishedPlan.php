<?php

declare(strict_types=1);

namespace App\Plans;

use RuntimeException;

/** A part that was begun to be worked out and never finished: it is not tried again as it is. */
final class UnfinishedPlan extends RuntimeException
{
    public static function of(string $section): self
    {
        return new self("“{$section}” takes longer to work out than the server gives it, so it is not tried again as it stands. "
            . 'Bring the piece in again in shorter pieces.');
    }

    public static function onTheWay(): self
    {
        return new self('This takes longer to work out, or more memory, than the server gives it. Nothing was changed.');
    }
}
