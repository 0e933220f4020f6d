<?php

declare(strict_types=1);

namespace UprightPencil\Lessons;

use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\Xml;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Part;
use UprightPencil\Music\PlaceWords;
use UprightPencil\Music\Score;

/**
 * A section's line for another instrument: in which octave it lies there, which of its notes go an octave away, and which are outside
 * what the class has learned either way; and the line as a part of its own, in the score it comes from.
 */
final readonly class AssignedLine
{
    /** Octaves from home that are looked at, the nearest first. */
    private const ORDER = [0, -1, 1, -2, 2];

    /**
     * @param int $octaves of the whole line
     * @param array<int, int> $by octaves more, by the position of the note in the part
     * @param list<string> $moved notes that go an octave away, sentences without their full stops
     * @param list<string> $lost notes that no octave brings inside
     */
    private function __construct(
        private Part $line,
        private LessonSection $for,
        public int $octaves,
        private array $by,
        public array $moved,
        public array $lost,
    ) {
    }

    /** @throws MusicException */
    public static function of(Score $score, Part $line, LessonSection $for, OctaveRule $rule): self
    {
        $home = self::height($for->instrument()) - self::height($line->instrument);
        $best = null;
        foreach (self::ORDER as $away) {
            $octave = $rule->at($score, [$line], $for->instrument(), $home + $away);
            if ($best === null || $octave->countOutside() < $best->countOutside()) {
                $best = $octave;
            }
        }
        $moves = new OctaveMoves($rule, $score, $line, $for->instrument(), $best->octaves, $best->outside[0] ?? []);
        $by = $moves->by(NotesFound::Singly);
        $told = static function (int $position) use ($score, $line): string {
            $note = $line->notes[$position];

            return PlaceWords::of($score->measures[$note->measure], $note->offset) . ': ' . ($note->pitch?->spoken() ?? 'a note');
        };

        return new self(
            $line,
            $for,
            $best->octaves,
            $by,
            array_map(
                static fn (int $position, int $octaves): string
                    => $told($position) . ($octaves > 0 ? ' an octave higher' : ' an octave lower'),
                array_keys($by),
                array_values($by),
            ),
            array_map(static fn (array $one): string => $told($one[1]), $moves->lost()),
        );
    }

    /**
     * A score with the line as one more part, behind the others.
     *
     * @param string $id of the new part
     * @param string $name the same
     * @return string MusicXML
     * @throws UnreadableScore
     */
    public function addedTo(string $musicXml, string $id, string $name): string
    {
        $document = Document::open($musicXml);
        (new ScoreReader())->fromDocument($document);
        $own = null;
        foreach ($document->parts() as $part) {
            $own = $part->getAttribute('id') === $this->line->id ? $part : $own;
        }
        $list = $document->root->getElementsByTagName('part-list')->item(0);
        if ($own === null || $list === null) {
            return $musicXml;
        }
        [$label, $part] = LessonScore::part($own, $id, $name, $this->for, $this->octaves, $this->by);
        // What was printed for another hand is nothing for this one.
        Xml::strip($part, 'fingering', 'string', 'open-string');
        $list->appendChild($label);
        $document->root->appendChild($part);

        return $document->toString();
    }

    /** Octaves from where violins read. */
    private static function height(Instrument $instrument): int
    {
        return match ($instrument) {
            Instrument::Cello, Instrument::Bass => -1,
            default => 0,
        };
    }
}
