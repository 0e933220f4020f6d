<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Log;

use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Rehearsal\Heard\HeardKind;
use UprightPencil\Rehearsal\Heard\HeardNote;
use UprightPencil\Rehearsal\Planning\Played;

/**
 * Reads a log of rehearsals as scripts write it:
 *
 * `{"rehearsals": [{"date": "2026-11-06", "played": [{"from": "1", "to": "16", "run": false}], "heard": [{"measure": "33",
 * "part": "Violin II", "kind": "accidental", "text": "F natural", "better": false}]}]}`, the rehearsals in their order.
 *
 * `part` is a name or id, a list of them, or left out for all; `kind` one of {@see HeardKind}, or left out for `words`; `better` ends
 * what was heard at that measure, of that kind and those parts, before.
 */
final class LogReader
{
    /** @var array<string, HeardNote> what is not better, by what makes two the same */
    private array $heard = [];

    private function __construct(private readonly Score $score)
    {
    }

    /** @throws UnreadableLog */
    public static function read(string $json, Score $score): RehearsalLog
    {
        $log = json_decode($json, true);
        if (!is_array($log)) {
            throw UnreadableLog::isNotJson();
        }

        return (new self($score))->of($log);
    }

    /**
     * @param array<mixed> $log
     * @throws UnreadableLog
     */
    private function of(array $log): RehearsalLog
    {
        $rehearsals = $log['rehearsals'] ?? null;
        if (!is_array($rehearsals)) {
            throw UnreadableLog::hasNoRehearsals();
        }
        $played = [];
        foreach (array_values($rehearsals) as $number => $rehearsal) {
            $where = 'rehearsal ' . ($number + 1);
            foreach ($this->rows($rehearsal, 'played', $where) as $row) {
                $from = $this->measure($row['from'] ?? null, $where);
                $to = $this->measure($row['to'] ?? $row['from'] ?? null, $where);
                $played[] = new Played($number, min($from, $to), max($from, $to), ($row['run'] ?? false) === true);
            }
            foreach ($this->rows($rehearsal, 'heard', $where) as $row) {
                $this->hear($row, $where);
            }
        }

        return new RehearsalLog(count($rehearsals), $played, array_values($this->heard));
    }

    /**
     * @return list<array<mixed>>
     * @throws UnreadableLog
     */
    private function rows(mixed $rehearsal, string $key, string $where): array
    {
        $rows = is_array($rehearsal) ? ($rehearsal[$key] ?? []) : null;
        if (!is_array($rows)) {
            throw UnreadableLog::isNot($where, "a list of what was {$key}");
        }
        $all = [];
        foreach ($rows as $row) {
            $all[] = is_array($row) ? $row : throw UnreadableLog::isNot($where, "a list of what was {$key}");
        }

        return $all;
    }

    /** @throws UnreadableLog */
    private function measure(mixed $number, string $where): int
    {
        if (!is_string($number) && !is_int($number)) {
            throw UnreadableLog::isNot($where, 'the printed number of a measure');
        }

        return $this->score->measureAt((string) $number) ?? throw UnreadableLog::hasNoSuch($where, "measure “{$number}”");
    }

    /**
     * @param array<mixed> $row
     * @throws UnreadableLog
     */
    private function hear(array $row, string $where): void
    {
        $measure = $this->measure($row['measure'] ?? null, $where);
        $said = $row['kind'] ?? HeardKind::Words->value;
        $kind = is_string($said) ? HeardKind::tryFrom($said) : null;
        if ($kind === null) {
            throw UnreadableLog::isNot($where, '“kind” to be one of ' . implode(', ', array_column(HeardKind::cases(), 'value')));
        }
        $parts = $this->parts($row['part'] ?? [], $where);
        $text = $row['text'] ?? '';
        if (!is_string($text)) {
            throw UnreadableLog::isNot($where, '“text” to be words');
        }
        $key = "{$measure} {$kind->value} " . implode(' ', $parts) . ($kind === HeardKind::Words ? " {$text}" : '');
        $before = $this->heard[$key] ?? null;
        unset($this->heard[$key]);
        if (($row['better'] ?? false) !== true) {
            $number = $this->score->measures[$measure]->number;
            $this->heard[$key] = new HeardNote($kind, $measure, $number, $parts, $text, null, ($before->times ?? 0) + 1);
        }
    }

    /**
     * @return list<string> ids
     * @throws UnreadableLog
     */
    private function parts(mixed $said, string $where): array
    {
        $parts = [];
        foreach (is_array($said) ? $said : [$said] as $name) {
            if (!is_string($name)) {
                throw UnreadableLog::isNot($where, '“part” to be the name of a part');
            }
            $found = array_values(array_filter(
                $this->score->parts,
                static fn (Part $part): bool => $part->id === $name || mb_strtolower($part->name) === mb_strtolower($name),
            ));
            $parts[] = $found === [] ? throw UnreadableLog::hasNoSuch($where, "part “{$name}”") : $found[0]->id;
        }

        return $parts;
    }
}
