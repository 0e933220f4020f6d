<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Piece;
use App\Models\Shelf;
use App\Scores\Readings;
use App\Scores\Understanding;
use Illuminate\Support\Facades\DB;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/** Puts a score in the rack: all of it or nothing. */
final readonly class KeepScore
{
    /**
     * @throws UnreadableScore
     */
    public function keep(Shelf $shelf, string $bytes, string $fileName, ?string $title = null, ?int $lesson = null): Piece
    {
        $score = (new ScoreReader())->read($bytes);
        $summary = (new Understanding())->of($score, pathinfo($fileName, PATHINFO_FILENAME));

        return DB::transaction(function () use ($shelf, $bytes, $fileName, $title, $lesson, $score, $summary): Piece {
            $chosen = $title !== null && trim($title) !== '' ? trim($title) : $summary['title'];
            /** @var Piece $piece */
            $piece = $shelf->pieces()->create([
                'user_id' => $shelf->user_id,
                'title' => $chosen,
                'lesson_number' => $lesson,
                'source_name' => $fileName,
                'source_hash' => hash('sha256', $bytes),
                'source' => gzcompress($bytes),
                'summary' => $summary,
                'revision' => 0,
            ]);
            foreach ($score->parts as $position => $part) {
                $this->section($piece, $score, $part, $position, $bytes);
            }

            return $piece;
        });
    }

    private function section(Piece $piece, Score $score, Part $part, int $position, string $bytes): void
    {
        $piece->sections()->create([
            'part_id' => $part->id,
            'name' => $part->name,
            'instrument' => $part->instrument->value,
            'position' => $position,
            'source' => gzcompress((new ScoreWriter(Document::open($bytes)))->part($part->id)),
            'reading' => Readings::pack($score->withParts($part)),
            'reading_version' => Readings::version(),
        ]);
    }
}
