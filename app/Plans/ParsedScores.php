<?php

declare(strict_types=1);

namespace App\Plans;

use App\Models\Section;
use ReflectionClass;
use RuntimeException;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Expression;
use UprightPencil\Music\Instrument;
use UprightPencil\Music\Measure;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\Slur;

/** The score of a section, read once and kept: reading the file at every key would be too slow. */
final class ParsedScores
{
    /** Raise when the reader reads differently; kept readings are then made again. */
    private const VERSION = 5;

    /** What kept readings must match: the version, and the shape of what they are made of. */
    public static function version(): int
    {
        static $version = null;
        $shape = '';
        foreach ([Score::class, Part::class, Measure::class, Note::class, Slur::class, Expression::class] as $class) {
            foreach ((new ReflectionClass($class))->getProperties() as $property) {
                $shape .= "{$class}.{$property->getName()};";
            }
        }

        return $version ??= self::VERSION * 100_000_000 + crc32($shape) % 100_000_000;
    }

    /** @var array<string, Score> read in this request, by section and score */
    private array $read = [];

    /** @return Score with this section's part alone */
    public function of(Section $section): Score
    {
        return $this->read["{$section->id} {$section->piece->source_hash}"] ??= self::forInstrument($this->read($section), $section);
    }

    /** The director may know better than the file what a part is for. */
    private static function forInstrument(Score $score, Section $section): Score
    {
        $part = $score->parts[0]->for(Instrument::from($section->instrument));

        return $part === $score->parts[0] ? $score : $score->withParts($part);
    }

    private function read(Section $section): Score
    {
        if ($section->reading !== null && $section->reading_version === self::version()) {
            $score = @unserialize((string) gzuncompress($section->reading));
            if ($score instanceof Score) {
                return $score;
            }
        }
        $score = (new ScoreReader())->read((string) gzuncompress($section->piece->source));
        $part = $score->part($section->part_id) ?? throw new RuntimeException("The piece lost its part {$section->part_id}.");
        $score = $score->withParts($part);
        $section->update(['reading' => self::pack($score), 'reading_version' => self::version()]);

        return $score;
    }

    public static function pack(Score $score): string
    {
        return (string) gzcompress(serialize($score), 1);
    }
}
