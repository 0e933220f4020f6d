<?php

declare(strict_types=1);

namespace App\Import;

use App\Models\Colleague;
use App\Models\Piece;
use App\Models\Shelf;
use Illuminate\Support\Facades\DB;
use UprightPencil\Format\Exception\UnreadableScore;

/** Puts a score in the rack: all of it or nothing. */
final readonly class KeepScore
{
    private const TRIES = 3;

    /**
     * Reads a score of ours and keeps it; somebody else's file is read apart first ({@see \App\Import\ScoreReading}).
     *
     * @throws UnreadableScore
     */
    public function keep(Shelf $shelf, string $bytes, string $fileName, ?string $title = null, ?int $lesson = null): Piece
    {
        return $this->keepPrepared($shelf, $bytes, PreparedScore::of($bytes, $fileName), $fileName, $title, $lesson);
    }

    public function keepPrepared(
        Shelf $shelf,
        string $bytes,
        PreparedScore $prepared,
        string $fileName,
        ?string $title = null,
        ?int $lesson = null,
    ): Piece {
        $chosen = $title !== null && trim($title) !== '' ? trim($title) : $prepared->summary['title'];
        $fields = [
            'user_id' => $shelf->user_id,
            'title' => $chosen,
            'lesson_number' => $lesson,
            'source_name' => mb_substr($fileName, 0, 200),
            'source_hash' => hash('sha256', $bytes),
            'source' => (string) gzcompress($bytes),
            'source_bytes' => strlen($bytes),
            'summary' => $prepared->summary,
            'revision' => 0,
        ];

        return DB::connection()->transaction(function () use ($shelf, $prepared, $fields): Piece {
            /** @var Piece $piece */
            $piece = $shelf->pieces()->create($fields);
            foreach ($prepared->sections as $section) {
                $piece->sections()->create([...$section, 'reading_version' => $prepared->readingVersion]);
            }
            foreach (Colleague::query()->where('user_id', $shelf->user_id)->get() as $colleague) {
                $colleague->shareOf($piece);
            }

            return $piece;
        }, self::TRIES);
    }
}
