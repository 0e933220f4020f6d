<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Lessons\BookNews;
use App\Lessons\BookWords;
use App\Lessons\LessonNotes;
use App\Lessons\PieceFacts;
use App\Models\Piece;
use App\Models\Section;
use App\Models\Shelf;
use App\Models\User;
use App\Plans\SectionPlanner;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Lessons\FactKind;
use UprightPencil\Lessons\LessonFact;
use UprightPencil\Lessons\SameHand;
use UprightPencil\Lessons\SectionLine;
use UprightPencil\Music\Instrument;
use UprightPencil\Review\Flag;

/**
 * A book of lessons: what each brings, and one of them with all its sections.
 *
 * @phpstan-type BookFact array{key: string, kind: value-of<FactKind>, text: string, measure: string, beat: string, muted: bool}
 * @phpstan-type BookLesson array{id: int, title: string, lesson: int|null, page: int|null, isTyped: bool, key: string, meter: string,
 *     news: array<string, list<BookFact>>}
 * @phpstan-type BookOfLessons array{id: int, name: string, note: string, instruments: list<string>, lessons: list<BookLesson>}
 * @phpstan-type LessonStep array{key: string, words: string, taken: bool}
 * @phpstan-type LessonPart array{id: int, name: string, part: string, instrument: value-of<Instrument>, line: int, likes: string}
 * @phpstan-type NextLesson array{id: int, title: string, lesson: int|null}
 * @phpstan-type LessonDesk array{id: int, title: string, lesson: int|null, page: int|null, isTyped: bool, shelf: int, book: string,
 *     steps: list<LessonStep>, news: array<string, list<BookFact>>, much: list<string>, parts: list<LessonPart>,
 *     before: NextLesson|null, after: NextLesson|null, mayManage: bool}
 * @phpstan-import-type ScoreNote from DeskResource
 * @phpstan-import-type PlannedNote from DeskResource
 * @phpstan-import-type DeskMark from DeskResource
 * @phpstan-import-type FlagRow from FlagResource
 * @phpstan-type LessonPage array{section: int, strings: list<string>, xml: string, score: list<ScoreNote>, notes: list<PlannedNote>,
 *     marks: list<DeskMark>, flags: list<FlagRow>}
 * @phpstan-import-type NoteWords from BookWords
 * @phpstan-import-type BookWordsRow from BookWords
 * @phpstan-type MissingFact array{instrument: string, text: string, measure: string}
 * @phpstan-type FromLesson array{shelf: int, book: string, lesson: NextLesson|null, missing: list<MissingFact>}
 */
final readonly class BookResource
{
    /** More than this at once is much for a class. */
    private const MUCH = 4;
    private const MOST_MISSING = 40;

    public function __construct(private PieceFacts $facts, private SectionPlanner $plans, private DeskResource $desk)
    {
    }

    /** @return BookOfLessons */
    public function of(Shelf $shelf): array
    {
        $book = BookNews::of($this->facts, $shelf);
        $news = $book->read();
        $lessons = array_map(fn (Piece $lesson): array => [
            'id' => $lesson->id,
            'title' => $lesson->title,
            'lesson' => $lesson->lesson_number,
            'page' => $lesson->lesson_page,
            'isTyped' => $lesson->typed !== null,
            'key' => ($lesson->typed['kind'] ?? '') === 'rhythm'
                ? 'a rhythm'
                : PieceResource::shortKey(self::text($lesson->summary, 'key')),
            'meter' => self::text($lesson->summary, 'meter'),
            'news' => self::told($news[$lesson->id] ?? [], LessonNotes::of($lesson)),
        ], $book->lessons);

        return [
            'id' => $shelf->id,
            'name' => $shelf->name,
            'note' => $shelf->note,
            'instruments' => BookNews::instruments(),
            'lessons' => $lessons,
        ];
    }

    /** @return LessonDesk */
    public function lesson(Piece $piece, bool $mayManage): array
    {
        $book = BookNews::of($this->facts, $piece->shelf);
        $news = self::told($book->read()[$piece->id] ?? [], LessonNotes::of($piece));
        $at = array_search($piece->id, array_map(static fn (Piece $one): int => $one->id, $book->lessons), true);
        $steps = LessonNotes::of($piece)->steps;
        $much = $at === 0 ? [] : self::much($news);

        return [
            'id' => $piece->id,
            'title' => $piece->title,
            'lesson' => $piece->lesson_number,
            'page' => $piece->lesson_page,
            'isTyped' => $piece->typed !== null,
            'shelf' => $piece->shelf_id,
            'book' => $piece->shelf->name,
            'steps' => array_map(static fn (string $key, string $words): array => [
                'key' => $key,
                'words' => $words,
                'taken' => in_array($key, $steps, true),
            ], array_keys(LessonNotes::STEPS), LessonNotes::STEPS),
            'news' => $news,
            'much' => $much,
            'parts' => $this->parts($piece),
            'before' => is_int($at) && $at > 0 ? self::next($book->lessons[$at - 1]) : null,
            'after' => is_int($at) && isset($book->lessons[$at + 1]) ? self::next($book->lessons[$at + 1]) : null,
            'mayManage' => $mayManage,
        ];
    }

    /** @return list<LessonPage> every section of a lesson: its page, what is worked out, its marks */
    public function pages(Piece $piece, User $user): array
    {
        $pages = [];
        foreach ($piece->sections as $section) {
            /** @var Section $section */
            $plan = $this->plans->of($section);
            $instrument = $plan->part->part->instrument;
            $pages[] = [
                'section' => $section->id,
                'strings' => $instrument->isBowed() ? Strings::of($instrument)->names : [],
                'xml' => $this->plans->page($section, $plan->part),
                'score' => DeskResource::printed($plan->score, $plan->part->part),
                'notes' => $this->desk->planned($plan->score, $plan->part, $this->plans->options($section)->bows),
                'marks' => DeskResource::marks($plan->score, $plan->part->part, $plan->part->book, $user),
                'flags' => array_map(
                    static fn (Flag $flag): array => FlagResource::of($flag, $plan->score, null),
                    array_values(array_filter($plan->part->flags, static fn (Flag $flag): bool => $flag->isToLookAt())),
                ),
            ];
        }

        return $pages;
    }

    /**
     * For each book of a director, from which lesson on a piece can be played.
     *
     * @return list<FromLesson>
     */
    public function from(Piece $piece): array
    {
        $facts = $this->facts->of($piece);
        $rows = [];
        /** @var list<Shelf> $books */
        $books = $piece->owner->shelves()->where('kind', 'book')->orderBy('position')->get()->all();
        foreach ($books as $shelf) {
            $book = BookNews::of($this->facts, $shelf);
            if ($book->lessons === []) {
                continue;
            }
            $book->read();
            $missing = [];
            foreach ($book->missing($facts) as $instrument => $wanted) {
                foreach ($wanted as $fact) {
                    if (count($missing) < self::MOST_MISSING) {
                        $missing[] = ['instrument' => $instrument, 'text' => $fact->text, 'measure' => $fact->measure];
                    }
                }
            }
            $last = $book->fromWhichOn($facts);
            $rows[] = [
                'shelf' => $shelf->id,
                'book' => $shelf->name,
                'lesson' => $last === null ? null : self::next($last),
                'missing' => $missing,
            ];
        }

        return $rows;
    }

    /**
     * @param array<string, list<LessonFact>> $news by instrument
     * @return array<string, list<BookFact>>
     */
    private static function told(array $news, LessonNotes $notes): array
    {
        return array_map(static fn (array $facts): array => array_map(static fn (LessonFact $fact): array => [
            'key' => $fact->key,
            'kind' => $fact->kind->value,
            'text' => $notes->words[$fact->key] ?? $fact->text,
            'measure' => $fact->measure,
            'beat' => $fact->beat->toDecimal(),
            'muted' => in_array($fact->key, $notes->muted, true),
        ], $facts), $news);
    }

    /**
     * Where a lesson brings much at once; instruments to which it brings as much are told together.
     *
     * @param array<string, list<BookFact>> $news
     * @return list<string>
     */
    private static function much(array $news): array
    {
        $instruments = [];
        foreach ($news as $instrument => $facts) {
            $count = count(array_filter($facts, static fn (array $fact): bool => !$fact['muted']));
            if ($count > self::MUCH) {
                $instruments[$count][] = $instrument;
            }
        }
        $told = [];
        foreach ($instruments as $count => $names) {
            $who = count($names) === count($news) ? '' : ' for ' . implode(', ', $names);
            $told[] = "{$count} new things at once{$who}.";
        }

        return $told;
    }

    /** @return list<LessonPart> */
    private function parts(Piece $piece): array
    {
        $isDuet = false;
        foreach ($piece->sections as $section) {
            $isDuet = $isDuet || str_ends_with($section->name, SectionLine::SECOND);
        }
        $violin = null;
        $parts = [];
        foreach ($piece->sections as $section) {
            /** @var Section $section */
            $line = str_ends_with($section->name, SectionLine::SECOND) ? 1 : 0;
            $plan = $this->plans->of($section)->part;
            $isFirst = $violin === null && $section->instrument === Instrument::Violin->value;
            $violin = $isFirst ? $plan : $violin;
            $parts[] = [
                'id' => $section->id,
                'name' => $section->name,
                'part' => $section->part_id,
                'instrument' => Instrument::from($section->instrument)->value,
                'line' => $line,
                'likes' => $violin !== null && $section->instrument === Instrument::Viola->value && !$isDuet
                    ? SameHand::words($plan, $violin)
                    : '',
            ];
        }

        return $parts;
    }

    /** @return NextLesson */
    private static function next(Piece $lesson): array
    {
        return ['id' => $lesson->id, 'title' => $lesson->title, 'lesson' => $lesson->lesson_number];
    }

    /** @param array<string, mixed> $summary */
    private static function text(array $summary, string $name): string
    {
        $value = $summary[$name] ?? '';

        return is_string($value) ? $value : '';
    }
}
