<?php

declare(strict_types=1);

namespace App\Lessons;

use App\Http\Resources\DeskResource;
use App\Http\Resources\SoundResource;
use App\Models\Shelf;
use App\Plans\ClassSettings;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\Abc\AbcProblem;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Fingering\Hand\Strings;
use UprightPencil\Lessons\LessonFact;
use UprightPencil\Lessons\LessonFacts;
use UprightPencil\Lessons\MovedNote;
use UprightPencil\Lessons\OctaveRule;
use UprightPencil\Lessons\PointingBoard;
use UprightPencil\Lessons\SectionLine;
use UprightPencil\Lessons\TypedKind;
use UprightPencil\Lessons\TypedPiece;
use UprightPencil\Lessons\TypedScore;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Plan\Planner;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Roadmap\Roadmap;

/**
 * What is typed, looked at while it is typed: one part engraved with its bows and fingers, what does not count, what each section
 * plays otherwise, what is new.
 *
 * @phpstan-import-type ScoreNote from DeskResource
 * @phpstan-import-type PlannedNote from DeskResource
 * @phpstan-import-type Tone from SoundResource
 * @phpstan-import-type BoardString from PointingBoard
 * @phpstan-type TypedProblem array{line: int, column: int, text: string}
 * @phpstan-type TypedPlace array{id: string, line: int, from: int, to: int}
 * @phpstan-type TypedPart array{id: string, name: string, instrument: string}
 * @phpstan-type TypedLine array{part: string, section: string, name: string, text: string, octaves: int, outside: int, moved: int,
 *     why: string, alone: bool, phrases: bool}
 * @phpstan-type TypedNews array{instrument: string, new: list<string>}
 * @phpstan-type TypedMeasure array{number: string, onset: float, length: float, tempo: float}
 * @phpstan-type Typing array{problems: list<TypedProblem>, counts: list<string>, ways: string, parts: list<TypedPart>, shown: string,
 *     instrument: string, strings: list<string>, xml: string, score: list<ScoreNote>, notes: list<PlannedNote>,
 *     places: list<TypedPlace>, measures: list<TypedMeasure>, sound: list<Tone>, lines: list<TypedLine>, news: list<TypedNews>,
 *     flags: list<string>, board: list<BoardString>, fifths: int}
 */
final readonly class TypedLook
{
    private const OCTAVES = [-2 => 'two octaves lower', -1 => 'an octave lower', 0 => 'as typed', 1 => 'an octave higher'];
    /** What is told beside the music while it is typed. */
    private const MOST_TOLD = 8;

    public function __construct(private DeskResource $desk, private PieceFacts $facts)
    {
    }

    /**
     * @param string $shown id of the part that is engraved; the first where there is no such part
     * @param Shelf|null $book whose lessons come before it
     * @param int|null $number of the lesson: those with smaller numbers have come
     * @return Typing
     * @throws UprightPencilException
     */
    public function of(TypedPiece $piece, ClassSettings $class, string $shown, ?Shelf $book = null, ?int $number = null): array
    {
        $options = $class->options($piece->reader->value);
        $rule = new OctaveRule($class->profile, $options->fingerSettings()->bassHand);
        // With every key one part is enough; what is new asks for all of them.
        $typed = $piece->score($rule, $book === null ? $shown : null);
        if ($typed->isEmpty()) {
            return $this->nothing($typed, $piece, $class);
        }
        $document = Document::open($typed->musicXml);
        $score = (new ScoreReader())->fromDocument($document);
        $index = 0;
        foreach ($score->parts as $position => $part) {
            $index = $part->id === $shown ? $position : $index;
        }
        $part = $score->parts[$index];
        $options = $class->options($part->instrument->value)->withBows(BowDensity::EveryMeasure);
        $planner = new Planner($options, false);
        $roadmap = Roadmap::of($score);
        $plan = $planner->plan($score, [], [$part])->parts[0];
        $writer = new ScoreWriter($document, $options);
        if ($options->namesNotes) {
            $writer->nameNotes($plan);
        }
        $tempo = TempoMap::of($score);
        $fifths = $part->keyIn($score->measures[count($score->measures) - 1]);

        return [
            'problems' => self::problems($typed->problems),
            'counts' => self::counts($planner->review($score, $roadmap), $part, count($score->measures) - 1, $piece->abc),
            'ways' => $roadmap->isStraight() ? '' : $roadmap->inWords($score->measures),
            'parts' => self::parts($typed, $score),
            'shown' => $part->id,
            'instrument' => $part->instrument->value,
            'strings' => Strings::of($part->instrument)->names,
            'xml' => $writer->write([$plan], true),
            'score' => DeskResource::printed($score, $part),
            'notes' => $this->desk->planned($score, $plan, BowDensity::EveryMeasure),
            'places' => self::places($part, $typed->places[self::lineOf($typed, $part)] ?? []),
            'measures' => array_map(static fn (Measure $measure): array => [
                'number' => $measure->number,
                'onset' => $measure->onset->toFloat(),
                'length' => $measure->length->toFloat(),
                'tempo' => round($tempo->quartersPerMinuteAt($measure->onset), 1),
            ], $score->measures),
            'sound' => SoundResource::of($score, $plan, $tempo),
            'lines' => array_map(static fn (SectionLine $line): array => self::line($line, $score), $typed->lines),
            'news' => $book === null ? [] : $this->news($piece, $score, $class, $book, $number),
            'flags' => array_slice(array_values(array_map(
                static fn (Flag $flag): string => $flag->measure === null ? $flag->text
                    : "Measure {$score->measures[$flag->measure]->number}: {$flag->text}",
                array_filter($plan->flags, static fn (Flag $flag): bool => $flag->isToLookAt()),
            )), 0, self::MOST_TOLD),
            'board' => PointingBoard::of($piece->reader, $fifths, $class->profile, $options->fingerSettings()->bassHand),
            'fifths' => $fifths,
        ];
    }

    /**
     * @return Typing
     * @throws UprightPencilException
     */
    private function nothing(TypedScore $typed, TypedPiece $piece, ClassSettings $class): array
    {
        $fifths = TypedHead::fifthsOf($piece->abc);
        $bass = $class->options('bass')->fingerSettings()->bassHand;

        return [
            'problems' => self::problems($typed->problems), 'counts' => [], 'ways' => '', 'parts' => [], 'shown' => '',
            'instrument' => $piece->reader->value, 'strings' => Strings::of($piece->reader)->names, 'xml' => '', 'score' => [],
            'notes' => [], 'places' => [], 'measures' => [], 'sound' => [], 'lines' => [], 'news' => [], 'flags' => [],
            'board' => PointingBoard::of($piece->reader, $fifths, $class->profile, $bass), 'fifths' => $fifths,
        ];
    }

    /** @return list<TypedPart> */
    private static function parts(TypedScore $typed, Score $score): array
    {
        $lines = array_map(static fn (SectionLine $line): array => [
            'id' => $line->partId,
            'name' => $line->partName(),
            'instrument' => $line->section->instrument()->value,
        ], $typed->lines);

        return $lines !== [] ? $lines : array_map(static fn (Part $one): array => [
            'id' => $one->id,
            'name' => $one->name,
            'instrument' => $one->instrument->value,
        ], $score->parts);
    }

    /** Which of the typed voices a part is. */
    private static function lineOf(TypedScore $typed, Part $part): int
    {
        foreach ($typed->lines as $line) {
            if ($line->partId === $part->id) {
                return $line->line;
            }
        }

        return 0;
    }

    /**
     * @param list<AbcProblem> $problems
     * @return list<TypedProblem>
     */
    private static function problems(array $problems): array
    {
        return array_map(static fn (AbcProblem $problem): array => [
            'line' => $problem->line,
            'column' => $problem->column,
            'text' => $problem->text,
        ], $problems);
    }

    /**
     * Measures that do not count, and jumps that lead nowhere. Of what is not yet at its end only what cannot come right any more.
     *
     * @param list<Flag> $flags
     * @return list<string>
     */
    private static function counts(array $flags, Part $part, int $last, string $abc): array
    {
        $isOver = preg_match('~(\|\]|\|\||:\|)\s*$~', $abc) === 1;
        $isClosed = preg_match('~\|\s*$~', $abc) === 1;
        $waits = static fn (Flag $flag): bool => !$isOver && (
            in_array($flag->code, [FlagCode::PickupUnpaid, FlagCode::JumpUnclear, FlagCode::PartsDifferInLength], true)
            || (!$isClosed && $flag->measure === $last)
        );
        $flags = array_filter($flags, static fn (Flag $flag): bool => !$waits($flag));
        $told = [];
        foreach ($flags as $flag) {
            $isHere = $flag->partId === null || $flag->partId === $part->id || $flag->code === FlagCode::PartsDifferInLength;
            if ($isHere && count($told) < self::MOST_TOLD && !in_array($flag->text, $told, true)) {
                $told[] = $flag->text;
            }
        }

        return $told;
    }

    /**
     * @param list<array{int, int, int}> $typed
     * @return list<TypedPlace>
     */
    private static function places(Part $part, array $typed): array
    {
        $notes = array_map(static fn (Note $note): string => $note->id, $part->notes);
        $places = [];
        foreach ($notes as $index => $id) {
            if (isset($typed[$index])) {
                [$line, $from, $to] = $typed[$index];
                $places[] = ['id' => $id, 'line' => $line, 'from' => $from, 'to' => $to];
            }
        }

        return $places;
    }

    /** @return TypedLine */
    private static function line(SectionLine $line, Score $score): array
    {
        $outside = count($line->octave->outside[$line->line] ?? []);
        $first = $line->offered[0] ?? null;
        $lost = $line->lost[0] ?? null;

        return [
            'part' => $line->partId,
            'section' => $line->section->value,
            'name' => $line->partName(),
            'text' => self::OCTAVES[$line->octave->octaves] ?? "{$line->octave->octaves} octaves from what is typed",
            'octaves' => $line->octave->octaves,
            'outside' => $outside,
            'moved' => count($line->moved),
            'why' => match (true) {
                $first instanceof MovedNote => $first->why . ($outside > 1 ? '; so do ' . ($outside - 1) . ' more' : '') . '.',
                $lost !== null => "Measure {$score->measures[$lost[0]]->number} has a note that no octave brings inside what the class"
                    . ' has learned.',
                default => '',
            },
            'alone' => $line->offered !== [],
            'phrases' => $line->offersPhrases,
        ];
    }

    /** @return list<TypedNews> what the line brings that no lesson before it has, where it brings anything */
    private function news(TypedPiece $piece, Score $score, ClassSettings $class, Shelf $book, ?int $number): array
    {
        $before = BookNews::of($this->facts, $book);
        $until = null;
        foreach ($before->lessons as $lesson) {
            if ($number !== null && $lesson->lesson_number !== null && $lesson->lesson_number >= $number) {
                $until = $lesson->id;
                break;
            }
        }
        $before->read($until);
        $facts = [];
        foreach ($score->parts as $part) {
            $instrument = $piece->kind === TypedKind::Rhythm ? PieceFacts::EVERYBODY : $part->instrument->value;
            // The second violins play what the first do.
            if (isset($facts[$instrument]) && !str_ends_with($part->name, SectionLine::SECOND)) {
                continue;
            }
            $plan = (new Planner($class->options($part->instrument->value), false))->plan($score, [], [$part])->parts[0];
            $facts[$instrument] = [...($facts[$instrument] ?? []), ...LessonFacts::of($score, $plan)];
        }
        $news = [];
        foreach ($before->missing($facts) as $instrument => $new) {
            if ($new !== [] && (isset($facts[$instrument]) || isset($facts[PieceFacts::EVERYBODY]))) {
                $news[] = ['instrument' => $instrument, 'new' => array_map(static fn (LessonFact $fact): string => $fact->text, $new)];
            }
        }

        return $news;
    }
}
