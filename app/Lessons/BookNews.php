<?php

declare(strict_types=1);

namespace App\Lessons;

use App\Models\Piece;
use App\Models\Shelf;
use UprightPencil\Lessons\Book;
use UprightPencil\Lessons\LessonFact;
use UprightPencil\Music\Instrument;

/** A book as it goes on: what each lesson brings each instrument, and what a piece wants that has not come. */
final class BookNews
{
    /** @var array<string, Book> by instrument */
    private array $books = [];

    /** @param list<Piece> $lessons in their order */
    private function __construct(private readonly PieceFacts $facts, public readonly array $lessons)
    {
        foreach (self::instruments() as $instrument) {
            $this->books[$instrument] = new Book();
        }
    }

    public static function of(PieceFacts $facts, Shelf $shelf): self
    {
        return new self($facts, BookOrder::of($shelf));
    }

    /** @return list<string> */
    public static function instruments(): array
    {
        return array_map(
            static fn (Instrument $one): string => $one->value,
            array_values(array_filter(Instrument::cases(), static fn (Instrument $one): bool => $one->isBowed())),
        );
    }

    /**
     * Lesson after lesson, what is new in it. The book is read through once.
     *
     * @param int|null $until the lesson before which to stop; null for all
     * @return array<int, array<string, list<LessonFact>>> by id, then by instrument
     */
    public function read(?int $until = null): array
    {
        $news = [];
        foreach ($this->lessons as $lesson) {
            if ($lesson->id === $until) {
                break;
            }
            $facts = $this->facts->of($lesson);
            foreach ($this->books as $instrument => $book) {
                $news[$lesson->id][$instrument] = $book->next(self::for($facts, $instrument));
            }
        }

        return $news;
    }

    /**
     * What would be new, once the book has been read so far.
     *
     * @param array<string, list<LessonFact>> $facts by instrument
     * @return array<string, list<LessonFact>>
     */
    public function missing(array $facts): array
    {
        $missing = [];
        foreach ($this->books as $instrument => $book) {
            $missing[$instrument] = $book->missing(self::for($facts, $instrument));
        }

        return $missing;
    }

    /**
     * The lesson from which on all of it has come that comes.
     *
     * @param array<string, list<LessonFact>> $facts by instrument
     */
    public function fromWhichOn(array $facts): ?Piece
    {
        $last = null;
        foreach ($this->books as $instrument => $book) {
            $lesson = $book->fromWhichOn(self::for($facts, $instrument));
            $last = $lesson === null ? $last : max($last ?? 0, $lesson);
        }

        return $last === null ? null : $this->lessons[$last];
    }

    /**
     * @param array<string, list<LessonFact>> $facts
     * @return list<LessonFact>
     */
    private static function for(array $facts, string $instrument): array
    {
        return [...($facts[$instrument] ?? []), ...($facts[PieceFacts::EVERYBODY] ?? [])];
    }
}
