<?php

declare(strict_types=1);

namespace App\Http\Resources;

use UprightPencil\Format\PencilLines\PencilLinesWriter;
use UprightPencil\Marks\Mark;
use UprightPencil\Music\Score;
use UprightPencil\Sections\MarkCopy;

/**
 * What carrying marks would lay down and overwrite.
 *
 * @phpstan-type CopyLook array{puts: list<string>, overwrites: list<string>, missing: int}
 */
final class CopyResource
{
    /** @return CopyLook */
    public static function of(MarkCopy $copy, Score $score): array
    {
        $writer = new PencilLinesWriter($score, $score->parts[0]);

        return [
            'puts' => array_map($writer->tight(...), $copy->puts),
            'overwrites' => array_map($writer->tight(...), $copy->overwrites),
            'missing' => count($copy->missing),
        ];
    }
}
