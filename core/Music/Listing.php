<?php

declare(strict_types=1);

namespace UprightPencil\Music;

/** Names one after the other, as they are said. */
final class Listing
{
    /** @param list<string> $names "Viola", "Viola and Cello", "Viola, Cello and Bass"; empty for none */
    public static function of(array $names): string
    {
        $last = array_pop($names) ?? '';

        return $names === [] ? $last : implode(', ', $names) . " and {$last}";
    }
}
