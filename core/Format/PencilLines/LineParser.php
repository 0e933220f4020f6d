<?php

declare(strict_types=1);

namespace UprightPencil\Format\PencilLines;

use UprightPencil\Marks\Chair;

/**
 * Takes written lines apart: place, marks, `@who`, `?`, `> reason`, `# comment`. Knows no music.
 */
final class LineParser
{
    /** @var list<PencilLine> */
    public array $lines = [];
    /** @var list<LineError> */
    public array $errors = [];

    private const MOST_LINES = 20000;

    public function parse(string $text): void
    {
        $part = null;
        $text = (string) preg_replace('~^\xEF\xBB\xBF~', '', $text);
        if (!mb_check_encoding($text, 'UTF-8')) {
            $this->errors[] = new LineError(1, 'the text is not UTF-8; save it as UTF-8 and try again');

            return;
        }
        $rows = preg_split('~\R~u', $text) ?: [];
        if (count($rows) > self::MOST_LINES) {
            $this->errors[] = new LineError(self::MOST_LINES, 'the list ends here: it has more lines than any score needs');
            $rows = array_slice($rows, 0, self::MOST_LINES);
        }
        foreach ($rows as $index => $row) {
            [$row, $comment] = self::cutComment($row);
            $row = trim($row);
            if ($row === '') {
                continue;
            }
            if (preg_match('~^part\s+(.+)$~u', $row, $match) === 1) {
                $part = trim($match[1]);
                continue;
            }
            $this->line($index + 1, $part, $row, $comment);
        }
    }

    private function line(int $number, ?string $part, string $row, string $comment): void
    {
        $pieces = preg_split('~\s+~u', $row, 2) ?: [$row];
        $place = $pieces[0];
        $rest = $pieces[1] ?? '';
        if ($rest === '') {
            $this->errors[] = new LineError($number, "“{$place}” names no mark; expected a place, then a mark (9.1 down)");

            return;
        }
        $quotes = [];
        $rest = (string) preg_replace_callback('~"[^"]*"~u', static function (array $match) use (&$quotes): string {
            $quotes[] = $match[0];

            return "\x01" . (count($quotes) - 1) . "\x02";
        }, $rest);
        if (str_contains($rest, '"')) {
            $this->errors[] = new LineError($number, 'a quotation mark is not closed');

            return;
        }
        $reason = null;
        if (preg_match('~\s*>\s*(.*?)(?=\s+[@?]|$)~u', $rest, $match) === 1) {
            $reason = trim($match[1]);
            $rest = str_replace($match[0], '', $rest);
            $said = $reason;
            $reason = preg_match('~^(\S+) (down|up)$~', $said, $parts) === 1 ? new WrittenReason($parts[1], $parts[2]) : null;
            if ($reason === null) {
                $this->errors[] = new LineError($number, "“> {$said}” is no reason; expected a place and a direction (> 47.1 down)");

                return;
            }
        }
        $for = Chair::all();
        if (preg_match('~\s*@(\S+(?: \d+)?)~u', $rest, $match) === 1) {
            $for = Chair::read($match[1]);
            $rest = str_replace($match[0], '', $rest);
            if ($for === null) {
                $this->errors[] = new LineError($number, "“@{$match[1]}” is nobody; expected @outside, @inside or @stand 2");

                return;
            }
        }
        $isProposed = preg_match('~\s*\?\s*$~', $rest) === 1;
        $rest = trim((string) preg_replace('~\s*\?\s*$~', '', $rest));
        $marks = [];
        foreach (preg_split('~\s*,\s*~u', $rest) ?: [] as $mark) {
            $pass = null;
            if (preg_match('~^(.*\S)\s+([1-9])x$~u', $mark, $match) === 1) {
                $mark = $match[1];
                $pass = (int) $match[2];
            }
            $words = array_map(
                static fn (string $words): string => (string) preg_replace_callback(
                    '~\x01(\d+)\x02~',
                    static fn (array $match): string => $quotes[(int) $match[1]] ?? '',
                    trim((string) preg_replace('~\s+~u', ' ', $words)),
                ),
                preg_split('~\s+or\s+~u', $mark) ?: [],
            );
            $marks[] = new WrittenMark($words, $pass);
        }
        $this->lines[] = new PencilLine($number, $part, $place, $marks, $for, $isProposed, $reason, $comment);
    }

    /** @return array{string, string} the line, and its comment: a `#` after a blank and outside quotes */
    private static function cutComment(string $row): array
    {
        $inQuotes = false;
        $length = strlen($row);
        for ($at = 0; $at < $length; $at++) {
            if ($row[$at] === '"') {
                $inQuotes = !$inQuotes;
            } elseif ($row[$at] === '#' && !$inQuotes && ($at === 0 || ctype_space($row[$at - 1]))) {
                return [substr($row, 0, $at), trim(substr($row, $at + 1))];
            }
        }

        return [$row, ''];
    }
}
