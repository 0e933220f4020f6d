<?php

declare(strict_types=1);

namespace UprightPencil\Correction;

use UprightPencil\Music\Measure;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/**
 * The same piece in two editions of its score: which parts, measures and notes of the new one are which of the old.
 *
 * Measures are laid against each other for the best sum of likeness (alignment by dynamic programming, after Needleman and Wunsch,
 * 1970); a measure alone in its place is laid against the one it takes the place of. A note is the same when its measure, line, time,
 * length and pitch are.
 */
final readonly class ScoreMatch
{
    /** What a shared number or rehearsal mark adds to the likeness of two measures: it decides between measures that are alike. */
    private const SAME_NUMBER = 0.05;
    private const SAME_LETTER = 0.2;
    /** Measures further apart than this are the same only when all their notes are. */
    private const REACH = 40;

    /**
     * @param array<string, string> $parts id in the old score by id in the new one
     * @param array<int, int> $measures index in the new score by index in the old one, in order
     * @param array<string, string> $notes id in the old score by id in the new one
     */
    private function __construct(public array $parts, public array $measures, public array $notes)
    {
    }

    public static function of(Score $old, Score $new): self
    {
        $parts = self::parts($old->parts, $new->parts);
        $pairs = [];
        foreach ($new->parts as $part) {
            $before = $old->part($parts[$part->id] ?? '');
            if ($before !== null) {
                $pairs[] = [self::notesOf($before), self::notesOf($part)];
            }
        }
        $measures = self::measures($old, $new, $pairs);
        $notes = [];
        foreach ($pairs as [$before, $after]) {
            foreach ($measures as $was => $is) {
                $notes += self::notes($before[$was] ?? [], $after[$is] ?? []);
            }
        }

        return new self($parts, $measures, $notes);
    }

    /**
     * @param list<Part> $old
     * @param list<Part> $new
     * @return array<string, string>
     */
    private static function parts(array $old, array $new): array
    {
        $same = [
            static fn (Part $a, Part $b): bool => $a->id === $b->id && self::name($a) === self::name($b),
            static fn (Part $a, Part $b): bool => self::name($a) === self::name($b),
            static fn (Part $a, Part $b): bool => $a->id === $b->id && $a->instrument === $b->instrument,
            static fn (Part $a, Part $b): bool => $a->instrument === $b->instrument,
        ];
        $parts = [];
        foreach ($same as $isSame) {
            foreach ($new as $part) {
                foreach (isset($parts[$part->id]) ? [] : $old as $before) {
                    if (!in_array($before->id, $parts, true) && $isSame($before, $part)) {
                        $parts[$part->id] = $before->id;
                        break;
                    }
                }
            }
        }

        return $parts;
    }

    private static function name(Part $part): string
    {
        return mb_strtolower(trim($part->name));
    }

    /** @return array<int, array<string, string>> ids by what each note is, by measure */
    private static function notesOf(Part $part): array
    {
        $notes = [];
        foreach ($part->notes as $note) {
            $what = self::what($note);
            for ($time = 1; isset($notes[$note->measure]["{$what} {$time}"]); $time++) {
                continue;
            }
            $notes[$note->measure]["{$what} {$time}"] = $note->id;
        }

        return $notes;
    }

    private static function what(Note $note): string
    {
        return implode(' ', [$note->line, $note->offset, $note->duration, (string) $note->pitch, $note->isGrace ? 'grace' : '']);
    }

    /**
     * @param list<array{array<int, array<string, string>>, array<int, array<string, string>>}> $pairs
     * @return array<int, int>
     */
    private static function measures(Score $old, Score $new, array $pairs): array
    {
        $olds = self::contents($old, array_column($pairs, 0));
        $news = self::contents($new, array_column($pairs, 1));
        $from = 0;
        $measures = [];
        // What is the same from the beginning need not be compared with everything.
        while (isset($olds[$from], $news[$from]) && $olds[$from] === $news[$from]) {
            $measures[$from] = $from;
            $from++;
        }
        [$m, $n] = [count($olds) - $from, count($news) - $from];
        // Of measures with the same content the names are the same: they are compared more quickly.
        $oldNames = array_map(static fn (array $content): string => implode("\n", $content), $olds);
        $newNames = array_map(static fn (array $content): string => implode("\n", $content), $news);
        $sums = array_fill(0, $m + 1, array_fill(0, $n + 1, 0.0));
        $likeness = [];
        for ($i = $m - 1; $i >= 0; $i--) {
            for ($j = $n - 1; $j >= 0; $j--) {
                [$a, $b] = [$from + $i, $from + $j];
                $like = match (true) {
                    $oldNames[$a] === $newNames[$b] => 1.0,
                    abs($a - $b) > self::REACH => 0.0,
                    default => self::share($olds[$a], $news[$b]),
                } + self::sameSigns($old->measures[$a], $new->measures[$b]);
                $likeness[$i][$j] = $like;
                $sums[$i][$j] = max($like + $sums[$i + 1][$j + 1], $sums[$i + 1][$j], $sums[$i][$j + 1]);
            }
        }
        for ($i = $j = 0; $i < $m && $j < $n;) {
            if ($likeness[$i][$j] > 0 && $sums[$i][$j] === $likeness[$i][$j] + $sums[$i + 1][$j + 1]) {
                $measures[$from + $i++] = $from + $j++;
            } elseif ($sums[$i][$j] === $sums[$i + 1][$j]) {
                $i++;
            } else {
                $j++;
            }
        }

        return $measures;
    }

    /**
     * @param list<array<int, array<string, string>>> $parts
     * @return list<list<string>> what stands in each measure of the score
     */
    private static function contents(Score $score, array $parts): array
    {
        $contents = [];
        foreach ($score->measures as $measure) {
            $content = [];
            foreach ($parts as $place => $notes) {
                foreach (array_keys($notes[$measure->index] ?? []) as $what) {
                    $content[] = "{$place} {$what}";
                }
            }
            $contents[] = $content;
        }

        return $contents;
    }

    private static function sameSigns(Measure $old, Measure $new): float
    {
        return ($old->number === $new->number ? self::SAME_NUMBER : 0.0)
            + ($old->rehearsal !== null && $old->rehearsal === $new->rehearsal ? self::SAME_LETTER : 0.0);
    }

    /**
     * @param list<string> $old
     * @param list<string> $new
     * @return float from 0, nothing in common, to 1
     */
    private static function share(array $old, array $new): float
    {
        return count(array_intersect($old, $new)) / max(count($old), count($new), 1);
    }

    /**
     * @param array<string, string> $before ids by what each note is
     * @param array<string, string> $after
     * @return array<string, string>
     */
    private static function notes(array $before, array $after): array
    {
        $notes = [];
        foreach (array_intersect_key($after, $before) as $what => $id) {
            $notes[$id] = $before[$what];
        }
        // A file written by another program may number its voices otherwise.
        $left = self::withoutLine(array_diff_key($before, $after));
        foreach (self::withoutLine(array_diff_key($after, $before)) as $what => $id) {
            if (isset($left[$what])) {
                $notes[$id] = $left[$what];
            }
        }

        return $notes;
    }

    /**
     * @param array<string, string> $notes
     * @return array<string, string>
     */
    private static function withoutLine(array $notes): array
    {
        $plain = [];
        foreach ($notes as $what => $id) {
            $plain[substr((string) strstr($what, ' '), 1)] ??= $id;
        }

        return $plain;
    }
}
