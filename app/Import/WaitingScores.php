<?php

declare(strict_types=1);

namespace App\Import;

/** Where scores that were looked at wait to be kept. */
final class WaitingScores
{
    /** On the local disk; below it one folder for each user. */
    public const FOLDER = 'looked-at';
}
