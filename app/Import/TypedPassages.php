<?php

declare(strict_types=1);

namespace App\Import;

use App\Marking\MarkClash;
use App\Models\Correction;
use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Lessons\IntoScore;
use UprightPencil\Lessons\LessonSection;
use UprightPencil\Lessons\RestingPart;
use UprightPencil\Lessons\ScoreStretch;
use UprightPencil\Lessons\TypedPiece;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\PlaceWords;

/** Measures of a piece that came as a file, typed anew; or a part of it that is on paper. It is brought in like a corrected score. */
final readonly class TypedPassages
{
    /** So many measures are taken up at most: more is a new score. */
    private const MOST_MEASURES = 64;

    public function __construct(private ScoreCorrection $corrections)
    {
    }

    /**
     * What stands in some measures, as it would have been typed.
     *
     * @param Section|null $section whose part; null for a part that is not in the score yet
     * @param string $from number of the first measure, or a rehearsal mark
     * @param string $to of the last
     * @return array{first: int, from: string, to: string, abc: string} printed number of the first full measure; those of the first and
     *     the last that were taken up; the text
     * @throws UnreadableScore
     */
    public function takeUp(Piece $piece, ?Section $section, Instrument $reader, string $from, string $to): array
    {
        $bytes = (string) gzuncompress($piece->source);
        $score = (new ScoreReader())->read($bytes);
        $first = $score->measureAt($from) ?? throw UnreadableScore::because("The piece has no measure or rehearsal mark {$from}.");
        $last = $score->measureAt($to) ?? throw UnreadableScore::because("The piece has no measure or rehearsal mark {$to}.");
        [$first, $last] = [min($first, $last), max($first, $last)];
        if ($last - $first >= self::MOST_MEASURES) {
            throw UnreadableScore::because('At most ' . self::MOST_MEASURES . ' measures are typed at once.');
        }
        if ($section === null) {
            $bytes = RestingPart::addedTo($bytes, 'T', 'T', self::sectionOf($reader));
        }
        $stretch = ScoreStretch::of($bytes, $section === null ? 'T' : $section->part_id, $first, $last);

        return [
            'first' => $stretch->firstMeasure,
            'from' => $score->measures[$stretch->from]->number,
            'to' => $score->measures[$stretch->to]->number,
            // Of a part that is on paper there is only what it stands under.
            'abc' => $section === null ? (string) preg_replace('~(^K:[^\n]*\n).*~ms', '$1', $stretch->abc) : $stretch->abc,
        ];
    }

    /**
     * @param Section|null $section whose part it is put into; null for a new one, named as the passage says
     * @return array{Correction, Section, list<string>, list<string>} what takes it back; the part; the numbers of its measures that are
     *     otherwise now; marks that were put away with their notes
     * @throws UnreadableScore
     * @throws MarkClash
     */
    public function put(Piece $piece, ?Section $section, TypedPiece $typed, User $user, int $seen): array
    {
        $bytes = AssignedLines::without($piece, (string) gzuncompress($piece->source));
        $id = $section === null ? 'T' . ($piece->corrections()->count() + 1) : $section->part_id;
        if ($section === null) {
            $bytes = RestingPart::addedTo($bytes, $id, $typed->part, self::sectionOf($typed->reader));
        }
        [$written, $changed] = IntoScore::put($bytes, $id, $typed->firstMeasure, $typed->abc);
        if ($changed === [] && $section !== null) {
            throw UnreadableScore::because('These measures stand in the score just so: nothing was typed otherwise.');
        }
        $keep = $away = [];
        foreach ($this->corrections->questions($piece, $this->corrections->look($piece, $written)) as $row => $question) {
            if ($question->isLikely && $question->moved !== null) {
                $keep[] = $row;
            } else {
                $away[] = "{$question->mark->words()} ({$question->was})";
            }
        }
        $before = $piece->sections()->pluck('id')->all();
        $name = $section === null ? $typed->part : $section->name;
        $act = "Typed in: {$name}, " . self::named($changed);
        $correction = $this->corrections->bringIn($piece, $user, $written, $piece->source_name, $keep, $seen, null, $act);
        if ($section === null) {
            /** @var Section $section */
            $section = $piece->sections()->whereNotIn('id', $before)->firstOrFail();
            $section->update(['instrument' => $typed->reader->value]);
        }

        return [$correction, $section->refresh(), $changed, $away];
    }

    /** @param list<string> $numbers of measures, in order */
    private static function named(array $numbers): string
    {
        return $numbers === [] ? 'rests' : (count($numbers) === 1 ? PlaceWords::numbered($numbers[0])
            : 'mm. ' . PlaceWords::stretch($numbers[0], $numbers[count($numbers) - 1]));
    }

    private static function sectionOf(Instrument $reader): LessonSection
    {
        return match ($reader) {
            Instrument::Viola => LessonSection::Violas,
            Instrument::Cello => LessonSection::Cellos,
            Instrument::Bass => LessonSection::Basses,
            default => LessonSection::Violins,
        };
    }
}
