<?php

declare(strict_types=1);

namespace UprightPencil\Format;

use UprightPencil\Format\PencilLines\LineError;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Format\PencilLines\PencilLinesWriter;
use UprightPencil\Format\PencilLines\Reading;
use UprightPencil\Marks\Chair;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkKinds;
use UprightPencil\Marks\MarkReason;
use UprightPencil\Marks\MarkState;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Fraction;

/**
 * Marks as JSON: as rows of pencil-line text with their author and time (a file for people and scripts),
 * and as exact records by note id (for keeping).
 */
final class MarksJson
{
    /** So many things that are wrong are named at once. */
    private const MOST_ERRORS = 20;

    public const FORMAT = 'upright-pencil/marks';

    /**
     * @param array<string, array{PencilLinesWriter, list<Mark>}> $parts by part name
     */
    public static function write(array $parts): string
    {
        $json = ['format' => self::FORMAT, 'version' => 1, 'parts' => []];
        foreach ($parts as $name => [$writer, $marks]) {
            $json['parts'][] = [
                'part' => $name,
                'marks' => array_map(static fn (Mark $mark): array => [
                    'line' => preg_replace('~\s+~', ' ', $writer->line($mark)),
                    'author' => $mark->author,
                    'time' => $mark->time,
                ], $marks),
            ];
        }

        return json_encode($json, JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)
            . "\n";
    }

    public static function read(string $json, PencilLinesReader $reader): Reading
    {
        $data = json_decode($json, true);
        if (!is_array($data) || ($data['format'] ?? null) !== self::FORMAT || !is_array($data['parts'] ?? null)) {
            return new Reading([], [new LineError(1, 'this is not a list of marks; expected JSON of the format ' . self::FORMAT)]);
        }
        $lines = $wrong = [];
        foreach (array_values($data['parts']) as $number => $part) {
            $of = 'part ' . ($number + 1);
            if (!is_array($part) || !is_array($part['marks'] ?? null)) {
                $wrong[] = "{$of} has no list of marks";
                continue;
            }
            if (is_string($part['part'] ?? null)) {
                $lines[] = "part {$part['part']}";
            }
            foreach (array_values($part['marks']) as $at => $mark) {
                $line = is_array($mark) ? $mark['line'] ?? null : $mark;
                if (is_string($line)) {
                    $lines[] = str_replace(["\r", "\n"], ' ', $line);
                } else {
                    $wrong[] = "{$of}, mark " . ($at + 1) . ' has no line; expected text such as "9.1 down"';
                }
            }
        }
        if ($wrong !== []) {
            $named = array_slice($wrong, 0, self::MOST_ERRORS);

            return new Reading([], array_map(static fn (string $text): LineError => new LineError(1, $text), $named));
        }

        return $reader->read(implode("\n", $lines));
    }

    /** @return array<string, mixed> everything a mark is, by note id */
    public static function toRecord(Mark $mark): array
    {
        return [
            'kinds' => array_map(static fn ($kind): string => $kind->words(), $mark->kinds),
            'targets' => $mark->targets,
            'from' => $mark->from,
            'to' => $mark->to,
            'inside' => $mark->inside === null ? null : (string) $mark->inside,
            'state' => $mark->state->value,
            'for' => $mark->for->value,
            'pass' => $mark->pass,
            'reason' => $mark->reason === null ? null : ['note' => $mark->reason->note, 'direction' => $mark->reason->direction],
            'comment' => $mark->comment,
            'author' => $mark->author,
            'time' => $mark->time,
            'authorId' => $mark->authorId,
        ];
    }

    /**
     * @param array<string, mixed> $record as {@see toRecord} made it
     * @return Mark|null null when the record is of a kind no longer known
     * @throws MusicException when a time in it is no number
     */
    public static function fromRecord(array $record, string $id): ?Mark
    {
        $kinds = [];
        foreach (self::strings($record['kinds'] ?? null) as $words) {
            $kind = MarkKinds::read($words);
            if ($kind === null) {
                return null;
            }
            $kinds[] = $kind;
        }
        $from = self::string($record, 'from');
        if ($kinds === [] || $from === '') {
            return null;
        }
        $reason = $record['reason'] ?? null;
        $pass = $record['pass'] ?? null;

        return new Mark(
            $id,
            $kinds,
            $from,
            self::string($record, 'to') ?: $from,
            is_string($record['inside'] ?? null) ? Fraction::parse($record['inside']) : null,
            MarkState::tryFrom(self::string($record, 'state')) ?? MarkState::Decided,
            Chair::read(self::string($record, 'for')),
            is_int($pass) ? $pass : null,
            self::strings($record['targets'] ?? null),
            is_array($reason) && is_string($reason['note'] ?? null) && is_string($reason['direction'] ?? null)
                ? new MarkReason($reason['note'], $reason['direction'])
                : null,
            self::string($record, 'comment'),
            self::string($record, 'author'),
            self::string($record, 'time'),
            authorId: self::string($record, 'authorId'),
        );
    }

    /** @param array<string, mixed> $record */
    private static function string(array $record, string $key): string
    {
        return is_string($record[$key] ?? null) ? $record[$key] : '';
    }

    /** @return list<string> */
    private static function strings(mixed $value): array
    {
        return is_array($value) ? array_values(array_filter($value, is_string(...))) : [];
    }
}
