<?php

declare(strict_types=1);

namespace UprightPencil\Format;

use UprightPencil\Plan\ScorePlan;
use UprightPencil\Printing\ReadersList;
use UprightPencil\Printing\ReadersRow;

/** The reader's list as plain text, to be printed or sent. */
final readonly class ReadersListText
{
    public function write(ScorePlan $plan): string
    {
        $texts = [];
        foreach ($plan->parts as $part) {
            $list = ReadersList::of($plan->score, $part->part, $part->book, $part->bow, $part->prints);
            $texts[] = $this->part("{$plan->score->title}: {$part->part->name}", $list);
        }

        return implode("\n", $texts);
    }

    public function part(string $title, ReadersList $list): string
    {
        $lines = [ltrim($title, ': '), "{$list->length()}.", ''];
        foreach ($list->rows as $row) {
            $lines[] = rtrim('[ ] ' . str_pad($row->place, 24) . " {$row->text()}" . self::more($row));
        }

        return rtrim(implode("\n", $lines)) . "\n";
    }

    private static function more(ReadersRow $row): string
    {
        $same = $row->also === [] ? '' : '; also m. ' . implode(', ', $row->also);

        return $same . ($row->landmark === '' ? '' : "  ({$row->landmark})");
    }
}
