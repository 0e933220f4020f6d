<?php

declare(strict_types=1);

namespace UprightPencil\Format;

use UprightPencil\Plan\ScorePlan;

/** A worked-out score as a table, one row a notehead, for spreadsheets. */
final readonly class MarkedScoreCsv
{
    private const COLUMNS = [
        'part', 'id', 'measure', 'beat', 'voice', 'onset', 'duration', 'pitch',
        'stroke', 'direction', 'join', 'origin', 'from', 'to', 'string', 'number', 'shape', 'position', 'prints',
    ];

    public function write(ScorePlan $plan): string
    {
        $rows = [self::COLUMNS];
        $json = new MarkedScoreJson();
        foreach ($plan->parts as $part) {
            foreach ($json->notes($plan->score, $part) as $note) {
                $bow = is_array($note['bow']) ? $note['bow'] : [];
                $finger = is_array($note['finger']) ? $note['finger'] : [];
                $row = [$part->part->name];
                foreach (array_slice(self::COLUMNS, 1) as $column) {
                    $value = $note[$column] ?? $bow[$column] ?? $finger[$column] ?? '';
                    $row[] = is_array($value) ? implode(' ', array_filter($value, is_string(...))) : $value;
                }
                $rows[] = $row;
            }
        }

        return implode('', array_map(self::row(...), $rows));
    }

    /** @param list<mixed> $cells */
    private static function row(array $cells): string
    {
        $quoted = array_map(static function (mixed $cell): string {
            $text = is_scalar($cell) ? (string) $cell : '';

            return preg_match('~[",\r\n]~', $text) === 1 ? '"' . str_replace('"', '""', $text) . '"' : $text;
        }, $cells);

        return implode(',', $quoted) . "\r\n";
    }
}
