<?php

declare(strict_types=1);

namespace App\Lessons;

use App\Models\Section;
use App\Models\Shelf;
use App\Plans\SectionPlanner;
use UprightPencil\Lessons\LessonFact;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/**
 * What a book has to say at the notes of a part: of a lesson, what is new there; of any other piece, what the lessons have not brought.
 *
 * @phpstan-type NoteWords array{note: string, measure: string, text: string}
 * @phpstan-type BookWordsRow array{book: string, isLesson: bool, words: list<NoteWords>}
 */
final readonly class BookWords
{
    /** So much is said at one note. */
    private const MOST = 3;

    public function __construct(private PieceFacts $facts, private SectionPlanner $plans)
    {
    }

    /** @return BookWordsRow no book and no words where the director has none */
    public function of(Section $section): array
    {
        $piece = $section->piece;
        $isLesson = $piece->shelf->kind === 'book';
        $shelf = $isLesson ? $piece->shelf : $this->bookFor($section);
        if ($shelf === null) {
            return ['book' => '', 'isLesson' => false, 'words' => []];
        }
        $book = BookNews::of($this->facts, $shelf);
        if ($isLesson) {
            $notes = LessonNotes::of($piece);
            $found = $book->read()[$piece->id][$section->instrument] ?? [];
            $facts = [];
            foreach ($found as $fact) {
                if (!in_array($fact->key, $notes->muted, true)) {
                    $facts[] = isset($notes->words[$fact->key]) ? $fact->saying($notes->words[$fact->key]) : $fact;
                }
            }
        } else {
            $book->read();
            $facts = $book->missing($this->facts->of($piece))[$section->instrument] ?? [];
        }
        $plan = $this->plans->of($section);

        return ['book' => $shelf->name, 'isLesson' => $isLesson, 'words' => self::told($facts, $plan->score, $plan->part->part)];
    }

    /** The director's book of which a part wants least that has not come; null where there is no lesson yet. */
    private function bookFor(Section $section): ?Shelf
    {
        $best = null;
        $facts = $this->facts->of($section->piece);
        /** @var list<Shelf> $books */
        $books = $section->piece->owner->shelves()->where('kind', 'book')->orderBy('position')->get()->all();
        foreach ($books as $shelf) {
            $book = BookNews::of($this->facts, $shelf);
            if ($book->lessons === []) {
                continue;
            }
            $book->read();
            $missing = count($book->missing($facts)[$section->instrument] ?? []);
            if ($best === null || $missing < $best[0]) {
                $best = [$missing, $shelf];
            }
        }

        return $best[1] ?? null;
    }

    /**
     * @param list<LessonFact> $facts
     * @return list<NoteWords> by note, in the order of the score
     */
    private static function told(array $facts, Score $score, Part $part): array
    {
        $words = [];
        foreach ($facts as $fact) {
            $note = self::noteAt($fact, $score, $part);
            if ($note !== null) {
                $words[$note->id][] = $fact->text;
            }
        }
        $told = [];
        foreach ($part->notes as $note) {
            $texts = $words[$note->id] ?? [];
            if ($texts !== []) {
                $more = count($texts) - self::MOST;
                $told[] = [
                    'note' => $note->id,
                    'measure' => $score->measures[$note->measure]->number,
                    'text' => implode(', ', array_slice($texts, 0, self::MOST)) . ($more > 0 ? " and {$more} more" : ''),
                ];
            }
        }

        return $told;
    }

    /** The note at which something is met first, or the next one after a rest that is. */
    private static function noteAt(LessonFact $fact, Score $score, Part $part): ?Note
    {
        $from = $score->measureNumbered($fact->measure);
        foreach ($from === null ? [] : $part->notes as $note) {
            $measure = $score->measures[$note->measure];
            $isLater = $note->measure > $from
                || ($note->measure === $from && !$measure->meter->beatAt($note->offset)->isLessThan($fact->beat));
            if ($isLater && !$note->isGrace) {
                return $note;
            }
        }

        return null;
    }
}
