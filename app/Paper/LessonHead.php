<?php

declare(strict_types=1);

namespace App\Paper;

use App\Lessons\BookNews;
use App\Lessons\LessonNotes;
use App\Lessons\PieceFacts;
use App\Models\Piece;
use UprightPencil\Lessons\LessonFact;

/** What stands on a lesson's sheet under its title: what is new, and what the class does before it plays. */
final readonly class LessonHead
{
    /** Letters that stand on one line; what is more is left out, and said to be. */
    private const LETTERS = 112;

    /**
     * @param string|null $instrument whose sheet it is; null for all of them, on which stands what is new for all
     * @return list<string>
     */
    public static function of(PieceFacts $facts, Piece $piece, ?string $instrument): array
    {
        if ($piece->shelf->kind !== 'book') {
            return [];
        }
        $notes = LessonNotes::of($piece);
        $new = self::news($facts, $piece, $notes, $instrument);
        $steps = array_map(static fn (string $step): string => LessonNotes::STEPS[$step], $notes->steps);

        return [
            ...($new === [] ? [] : ['New: ' . self::fitted($new) . '.']),
            ...($steps === [] ? [] : ['First: ' . implode(' · ', $steps) . '.']),
        ];
    }

    /** @return list<string> */
    private static function news(PieceFacts $facts, Piece $piece, LessonNotes $notes, ?string $instrument): array
    {
        $book = BookNews::of($facts, $piece->shelf);
        $news = $book->read()[$piece->id] ?? [];
        $told = null;
        foreach ($instrument === null ? $news : [$instrument => $news[$instrument] ?? []] as $own) {
            $own = array_filter($own, static fn (LessonFact $fact): bool => !in_array($fact->key, $notes->muted, true));
            $words = array_map(static fn (LessonFact $fact): string => $notes->words[$fact->key] ?? $fact->text, $own);
            $told = $told === null ? $words : array_intersect($told, $words);
        }

        return array_values($told ?? []);
    }

    /** @param non-empty-list<string> $words */
    private static function fitted(array $words): string
    {
        $told = array_shift($words);
        foreach ($words as $index => $one) {
            if (mb_strlen("{$told}, {$one}") > self::LETTERS) {
                return "{$told} and " . (count($words) - $index) . ' more';
            }
            $told .= ", {$one}";
        }

        return $told;
    }
}
