<?php

declare(strict_types=1);

namespace UprightPencil\Rehearsal\Unison;

use UprightPencil\Drills\BuiltLine;
use UprightPencil\Drills\LineBuilder;
use UprightPencil\Drills\LineNote;
use UprightPencil\Drills\LineSketch;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Drills\SketchAbc;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Lessons\NotesFound;
use UprightPencil\Lessons\OctaveMoves;
use UprightPencil\Lessons\OctaveRule;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Part;
use UprightPencil\Music\Pitch;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;
use UprightPencil\Rehearsal\MarkedParts;

/**
 * A stretch of one section's part as a line for everybody, each in its own clef and octave, with its bows and each one's own fingers.
 *
 * Source: the trade's page on practising and rehearsing (“everybody learns the tune”); the octave rule of lessons.
 */
final readonly class UnisonLine
{
    private const LOWEST = 0;
    private const HIGHEST = 9;

    public function __construct(private MarkedParts $marked)
    {
    }

    /**
     * @param PracticePart $lead whose line it is
     * @param int $from index of the first measure
     * @param int $to of the last; it ends earlier where the meter changes
     * @return list<UnisonPart> in the order of the score; none where nothing is played there
     * @throws UprightPencilException
     */
    public function of(PracticePart $lead, int $from, int $to): array
    {
        if ($lead->inMeasures($from, $to) === null) {
            return [];
        }
        $sketch = self::sketch($lead, $from, $to);
        // As violins would read it: cellos and basses an octave higher.
        $raise = in_array($lead->instrument(), [Instrument::Cello, Instrument::Bass], true) ? 1 : 0;
        $typed = self::moved($sketch, static fn (int $note): int => $raise);
        $score = (new ScoreReader())->fromDocument(Document::open(SketchAbc::of($typed, '', 'Violin', Instrument::Violin)));
        $parts = [];
        foreach ($this->marked->parts as $part) {
            $parts[] = $part === $lead
                ? new UnisonPart($part->plan->part->id, $part->plan->part->name, 0, [], [], self::built($part, $sketch))
                : self::part($part, $typed, $score, $raise);
        }

        return $parts;
    }

    private static function sketch(PracticePart $lead, int $from, int $to): LineSketch
    {
        $measures = array_map(static fn (array $measure): array => array_map(
            static fn (LineNote $note): LineNote => $note->withoutHand(),
            $measure,
        ), $lead->written($from, $to));

        return LineSketch::written(
            $measures,
            $lead->score->measures[$from]->meter,
            $lead->fifths($from),
            round($lead->tempo->quartersPerMinuteAt($lead->score->measures[$from]->onset)),
        );
    }

    /** @throws UprightPencilException */
    private static function part(PracticePart $part, LineSketch $typed, Score $score, int $raise): UnisonPart
    {
        $line = $score->parts[0];
        $settings = $part->options->fingerSettings();
        $rule = new OctaveRule($settings->profile, $settings->bassHand);
        $octave = $rule->of($score, [$line], [$part->instrument()])[$part->instrument()->value];
        $moves = new OctaveMoves($rule, $score, $line, $part->instrument(), $octave->octaves, $octave->outside[0] ?? []);
        $by = $moves->by(NotesFound::Singly);
        $moved = self::moved($typed, static fn (int $note): int => $octave->octaves + ($by[$note] ?? 0));

        return new UnisonPart(
            $part->plan->part->id,
            $part->plan->part->name,
            $octave->octaves + $raise,
            array_map(
                static fn (int $note, int $octaves): string => self::told($score, $line, $note)
                    . ($octaves > 0 ? ' is played an octave higher' : ' is played an octave lower'),
                array_keys($by),
                array_values($by),
            ),
            array_map(
                static fn (array $one): string => self::told($score, $line, $one[1]) . ' lies outside what the class has learned',
                $moves->lost(),
            ),
            self::built($part, $moved),
        );
    }

    private static function told(Score $score, Part $line, int $note): string
    {
        $one = $line->notes[$note];

        return PlaceWords::of($score->measures[$one->measure], $one->offset) . ' of the line: ' . ($one->pitch?->spoken() ?? 'a note');
    }

    /** @throws UprightPencilException */
    private static function built(PracticePart $part, LineSketch $sketch): BuiltLine
    {
        return (new LineBuilder($part->options, $part->plan->part))->build($sketch, '');
    }

    /**
     * @param callable(int): int $octaves by the number of the note, rests not counted
     * @throws MusicException
     */
    private static function moved(LineSketch $sketch, callable $octaves): LineSketch
    {
        $number = 0;
        $measures = [];
        foreach ($sketch->measures as $measure) {
            $notes = [];
            foreach ($measure as $note) {
                if ($note->pitch !== null) {
                    $octave = max(self::LOWEST, min(self::HIGHEST, $note->pitch->octave + $octaves($number)));
                    $note = $note->at(Pitch::of($note->pitch->letter, $note->pitch->alteration, $octave));
                    $number++;
                }
                $notes[] = $note;
            }
            $measures[] = $notes;
        }

        return LineSketch::written($measures, $sketch->meter, $sketch->fifths, $sketch->tempo);
    }
}
