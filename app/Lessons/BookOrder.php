<?php

declare(strict_types=1);

namespace App\Lessons;

use App\Models\Piece;
use App\Models\Shelf;

/** The order of the lessons of a book: as they were moved, else by their numbers. */
final class BookOrder
{
    /** In a query: lessons without a place stand by their numbers, those without a number at the end. */
    public const BY = 'coalesce(book_place, lesson_number, 100000)';

    private const LIGHT = ['id', 'user_id', 'shelf_id', 'title', 'lesson_number', 'lesson_page', 'book_place', 'lesson', 'typed', 'summary',
        'revision', 'source_hash'];

    /** @return list<Piece> this year's, without their music */
    public static function of(Shelf $shelf): array
    {
        /** @var list<Piece> $lessons */
        $lessons = $shelf->pieces()->whereNull('archived_at')->orderByRaw(self::BY)->orderBy('id')->get(self::LIGHT)->all();

        return $lessons;
    }

    /**
     * A lesson in another place: all of them are counted anew.
     *
     * @param int $to from 0
     */
    public static function move(Shelf $shelf, Piece $piece, int $to): void
    {
        $others = array_values(array_filter(self::of($shelf), static fn (Piece $one): bool => $one->id !== $piece->id));
        array_splice($others, $to, 0, [$piece]);
        self::count($others);
    }

    /** A lesson that came to a book whose order was changed stands after the last with a smaller number. */
    public static function settle(Shelf $shelf, Piece $piece): void
    {
        $others = array_values(array_filter(self::of($shelf), static fn (Piece $one): bool => $one->id !== $piece->id));
        if (array_filter($others, static fn (Piece $one): bool => $one->book_place !== null) === []) {
            return;
        }
        $to = count($others);
        foreach ($others as $index => $other) {
            if ($piece->lesson_number !== null && $other->lesson_number !== null && $other->lesson_number > $piece->lesson_number) {
                $to = $index;
                break;
            }
        }
        array_splice($others, $to, 0, [$piece]);
        self::count($others);
    }

    /** @param list<Piece> $lessons in their order */
    private static function count(array $lessons): void
    {
        foreach ($lessons as $index => $lesson) {
            Piece::query()->whereKey($lesson->id)->update(['book_place' => $index + 1]);
        }
    }
}
