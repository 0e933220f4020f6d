<?php

declare(strict_types=1);

namespace App\Scores;

use App\Models\Section;
use RuntimeException;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Score;

/** The score of a section, read once and kept: reading the file at every key would be too slow. */
final class Readings
{
    /** Raise when anything the reader makes changes its shape; kept readings are then made again. */
    public const VERSION = 1;

    /** @return Score with this section's part alone */
    public function of(Section $section): Score
    {
        if ($section->reading !== null && $section->reading_version === self::VERSION) {
            $score = @unserialize((string) gzuncompress($section->reading));
            if ($score instanceof Score) {
                return $score;
            }
        }
        $score = (new ScoreReader())->read((string) gzuncompress($section->piece->source));
        $part = $score->part($section->part_id) ?? throw new RuntimeException("The piece lost its part {$section->part_id}.");
        $score = $score->withParts($part);
        $section->update(['reading' => self::pack($score), 'reading_version' => self::VERSION]);

        return $score;
    }

    public static function pack(Score $score): string
    {
        return (string) gzcompress(serialize($score), 1);
    }
}
