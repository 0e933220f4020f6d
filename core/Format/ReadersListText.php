<?php

declare(strict_types=1);

namespace UprightPencil\Format;

use UprightPencil\Plan\ScorePlan;
use UprightPencil\Printing\ReadersList;
use UprightPencil\Settings\CountingWords;

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
            $lines[] = self::line($row->place, $row->text(), $row->also, $row->landmark);
        }

        return rtrim(implode("\n", $lines)) . "\n";
    }

    /**
     * One row, with a box to tick.
     *
     * @param list<string> $also measures where the same is to be written
     * @param CountingWords $words what they are called; the rest is in these words already
     */
    public static function line(
        string $place,
        string $text,
        array $also,
        string $landmark,
        CountingWords $words = CountingWords::American,
    ): string {
        return '[ ] ' . str_pad($place, 24) . " {$text}" . ($also === [] ? '' : $words->say('; also m. ' . implode(', ', $also)))
            . ($landmark === '' ? '' : "  ({$landmark})");
    }
}
