<?php

declare(strict_types=1);

namespace UprightPencil\Editions;

use UprightPencil\Music\PlaceWords;

/**
 * What is otherwise between two editions of a part, in playing order: what was decided, and apart from it what follows.
 *
 * Where a file does not tell marks, the first of what turns in a row is taken for the decision, the rest for what follows.
 */
final readonly class Changes
{
    /** @return list<Change> */
    public static function between(ToldScore $before, ToldScore $after): array
    {
        $tellsMarks = $before->tellsMarks && $after->tellsMarks;
        $changes = [];
        foreach ($after->parts as $part) {
            $old = self::partLike($part, $before);
            foreach ($old === null ? [] : self::ofPart($old, $part, $tellsMarks) as $change) {
                $changes[] = $change;
            }
        }

        return $changes;
    }

    private static function partLike(ToldPart $part, ToldScore $before): ?ToldPart
    {
        $named = array_values(array_filter($before->parts, static fn (ToldPart $old): bool => $old->name === $part->name));
        foreach ($named as $old) {
            if ($old->id === $part->id) {
                return $old;
            }
        }

        return $named[0] ?? null;
    }

    /** @return list<Change> */
    private static function ofPart(ToldPart $before, ToldPart $after, bool $tellsMarks): array
    {
        $old = array_column($before->notes, null, 'key');
        $places = array_column([...$before->notes, ...$after->notes], 'place', 'id');
        $found = [];
        $bows = new Turning($after, $tellsMarks);
        $hands = new Turning($after, $tellsMarks);
        foreach ($after->notes as $at => $note) {
            $was = $old[$note->key] ?? null;
            if ($was === null) {
                $does = "{$note->bow()}, {$note->hand()}";
                $found[$at][] = self::change($after, $note, '', $does, ChangeKind::Decided, 'a note that was not there');
                continue;
            }
            foreach (self::written($after, $was, $note, $places) as $change) {
                $found[$at][] = $change;
                $bows->decided($note);
            }
            $isBow = $was->direction !== $note->direction || $was->join !== $note->join || $was->changes !== $note->changes;
            // Under a slur a note turns with its stroke.
            $isSlurred = !$was->isHead() && !$note->isHead() && $was->changes === $note->changes;
            if (!$isSlurred) {
                $isMarked = $was->isBowMarked || $note->isBowMarked || $was->changes !== $note->changes;
                self::put($found, $bows->next($at, $note, $isBow, $isMarked, $was->bow(), $note->bow()));
            }
            $isHand = $was->hand() !== $note->hand();
            $isMarked = $was->isFingerMarked || $note->isFingerMarked;
            self::put($found, $hands->next($at, $note, $isHand, $isMarked, $was->hand(), $note->hand()));
        }
        self::put($found, $bows->end('turn round', 'turns round'));
        self::put($found, $hands->end('have other fingers', 'has another finger'));
        ksort($found);
        $changes = array_merge(...array_values($found));
        $still = array_column($after->notes, null, 'key');
        foreach ($before->notes as $note) {
            if (!isset($still[$note->key])) {
                $changes[] = self::change($after, $note, "{$note->bow()}, {$note->hand()}", '', ChangeKind::Decided, 'a note that is gone');
            }
        }

        return $changes;
    }

    /**
     * @param array<int, list<Change>> $found
     * @param array<int, Change> $more by the note where each begins
     */
    private static function put(array &$found, array $more): void
    {
        foreach ($more as $at => $change) {
            $found[$at][] = $change;
        }
    }

    /**
     * @param array<string, string> $places by note id
     * @return list<Change> slurs and words that came or went
     */
    private static function written(ToldPart $part, ToldNote $was, ToldNote $now, array $places): array
    {
        $changes = [];
        foreach (array_diff($now->written, $was->written) as $word) {
            $words = self::words($word, $places);
            $changes[] = self::change($part, $now, '', $words, ChangeKind::Decided, "{$words} is new");
        }
        foreach (array_diff($was->written, $now->written) as $word) {
            $words = self::words($word, $places);
            $changes[] = self::change($part, $now, $words, '', ChangeKind::Decided, "{$words} is gone");
        }

        return $changes;
    }

    /** @param array<string, string> $places */
    private static function words(string $print, array $places): string
    {
        if (str_starts_with($print, '"')) {
            return '“' . trim($print, '"') . '”';
        }
        if (preg_match('~^(.+)-(\d)x$~', $print, $match) === 1) {
            return strtr($match[1], '-', ' ') . ' the ' . PlaceWords::ordinal((int) $match[2]) . ' time';
        }
        $to = substr((string) strstr($print, 'to-'), 3);

        return (str_starts_with($print, 'no-') ? 'crossing out the slur to ' : 'the slur to ') . ($places[$to] ?? $to);
    }

    private static function change(
        ToldPart $part,
        ToldNote $note,
        string $was,
        string $now,
        ChangeKind $kind,
        string $text,
    ): Change {
        $change = "{$note->place}: {$text}";

        return new Change(
            $note->measure,
            $note->beat,
            $part->id,
            $part->name,
            $was,
            $now,
            $kind,
            $change,
            $note->measure,
            $note->index,
            $note->index,
        );
    }
}
