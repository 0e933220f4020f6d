<?php

declare(strict_types=1);

namespace UprightPencil\Drills;

use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Marks\Kind\Hand\Finger;
use UprightPencil\Marks\Kind\Hand\OnString;
use UprightPencil\Marks\Kind\Hand\Position;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** Makes music out of a sketch: read as a score, and planned as the part is. */
final readonly class LineBuilder
{
    /** What a line that decides too much brings about. */
    private const CONTRADICTIONS = [FlagCode::MarksContradict, FlagCode::OutOfRange, FlagCode::NotYetLearned];

    private PlanOptions $options;

    public function __construct(PlanOptions $options, private Part $part)
    {
        $this->options = new PlanOptions(
            $options->profile,
            $options->schools,
            density: Density::EveryNote,
            wording: $options->wording,
            size: $options->size,
            namesNotes: $options->namesNotes,
            bows: BowDensity::EveryMeasure,
        );
    }

    /** @throws UprightPencilException */
    public function build(LineSketch $sketch, string $title, LineShows $shows = LineShows::Everything): BuiltLine
    {
        $abc = SketchAbc::of($sketch, $title, $this->part->name, $this->part->instrument);
        $document = Document::open($abc);
        $score = (new ScoreReader())->fromDocument($document);
        $part = $score->parts[0]->for($this->part->instrument);
        $score = $score->withParts($part);
        $heads = array_values(array_filter($part->notes, static fn (Note $note): bool => !$note->inChord));
        $plan = $this->plan($score, $part, self::book($sketch, $part, $heads, []));
        // The page says only what a player would not do unsaid.
        $pinned = self::withRepeats($sketch, self::otherwise($sketch, $heads, $plan));
        foreach ($pinned === [] ? [] : [$pinned, range(0, count($heads) - 1)] as $pins) {
            $plan = $this->plan($score, $part, self::book($sketch, $part, $heads, $pins));
            if (self::otherwise($sketch, $heads, $plan) === []) {
                break;
            }
        }
        $isWhole = self::isWhole($plan->flags);
        if (!$isWhole) {
            // The hand finds its own way where what was taken from the part does not go together here.
            $plan = $this->plan($score, $part, self::book($sketch, $part, $heads, []));
        }

        return new BuiltLine($document, $score, $plan, $this->options, $isWhole, $shows);
    }

    /** @throws MusicException */
    private function plan(Score $score, Part $part, MarkBook $book): PartPlan
    {
        return (new Planner($this->options, false))->plan($score, [$part->id => $book])->parts[0];
    }

    /**
     * Notes at which the hand does something else than was decided.
     *
     * @param list<Note> $heads
     * @return list<int> by the number of the note in the line
     */
    private static function otherwise(LineSketch $sketch, array $heads, PartPlan $plan): array
    {
        $otherwise = [];
        foreach (self::sounding($sketch) as $at => $line) {
            $finger = isset($heads[$at]) ? $plan->fingers->at($heads[$at]->id) : null;
            foreach ($line->marks as $kind) {
                $isSo = match (true) {
                    $kind instanceof OnString => $finger?->string === $kind->string,
                    $kind instanceof Finger => $finger?->number === $kind->number,
                    $kind instanceof Position => $finger?->position === $kind->position,
                    default => true,
                };
                if (!$isSo) {
                    $otherwise[] = $at;
                    break;
                }
            }
        }

        return $otherwise;
    }

    /**
     * Notes that are played again are decided as one.
     *
     * @param list<int> $pinned
     * @return list<int>
     */
    private static function withRepeats(LineSketch $sketch, array $pinned): array
    {
        $lines = self::sounding($sketch);
        $all = array_fill_keys($pinned, true);
        foreach ($pinned as $at) {
            for ($near = $at; isset($lines[$near - 1]) && self::isSame($lines[$near - 1], $lines[$near]); $near--) {
                $all[$near - 1] = true;
            }
            for ($near = $at; isset($lines[$near + 1]) && self::isSame($lines[$near + 1], $lines[$near]); $near++) {
                $all[$near + 1] = true;
            }
        }
        ksort($all);

        return array_keys($all);
    }

    private static function isSame(LineNote $one, LineNote $other): bool
    {
        return $one->pitch !== null && $other->pitch?->equals($one->pitch) === true && $one->with === null && $other->with === null;
    }

    /** @return list<LineNote> without its rests */
    private static function sounding(LineSketch $sketch): array
    {
        return array_values(array_filter($sketch->notes(), static fn (LineNote $note): bool => $note->pitch !== null));
    }

    /** @param list<Flag> $flags */
    private static function isWhole(array $flags): bool
    {
        foreach ($flags as $flag) {
            if (in_array($flag->code, self::CONTRADICTIONS, true)) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param list<Note> $heads
     * @param list<int> $pinned notes at which string, finger and position are said
     */
    private static function book(LineSketch $sketch, Part $part, array $heads, array $pinned): MarkBook
    {
        $isPinned = array_fill_keys($pinned, true);
        $marks = [];
        $lines = self::sounding($sketch);
        foreach ($lines as $at => $line) {
            // A note that is only played again stays where it is: one mark for all of them.
            $isAgain = $at > 0 && self::isSame($lines[$at - 1], $line) && isset($isPinned[$at - 1]) === isset($isPinned[$at]);
            $last = $at;
            while (isset($lines[$last + 1], $heads[$last + 1]) && self::isSame($line, $lines[$last + 1])) {
                $last++;
            }
            foreach (isset($heads[$at]) ? $line->marks : [] as $kind) {
                $isPlace = $kind instanceof OnString || $kind instanceof Position;
                if ($isPlace || $kind instanceof Finger) {
                    if (isset($isPinned[$at]) && !$isAgain) {
                        $marks[] = new Mark('', [$kind], $heads[$at]->id, $heads[$isPlace ? $last : $at]->id);
                    }
                    continue;
                }
                $marks[] = new Mark('', [$kind], $heads[$at]->id, $heads[$at]->id);
            }
        }

        return MarkBook::of($marks, $part);
    }
}
