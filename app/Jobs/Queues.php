<?php

declare(strict_types=1);

namespace App\Jobs;

/** The queues a worker looks into, in this order: drawing forty pages must not keep a letter or the rack waiting. */
final class Queues
{
    /** What somebody looks at an empty page for. */
    public const NOW = 'now';
    /** What somebody waits for. */
    public const SOON = 'soon';
    public const IN_ORDER = self::NOW . ',' . self::SOON . ',default';
}
