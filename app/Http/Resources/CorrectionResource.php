<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Correction;
use App\Models\Piece;
use App\Models\Section;
use UprightPencil\Correction\CorrectedScore;
use UprightPencil\Correction\MarkQuestion;
use UprightPencil\Marks\MarkState;

/**
 * What a corrected score changes, and the corrected scores a piece has had.
 *
 * @phpstan-type CorrectionPart array{name: string, becomes: 'same'|'new'|'gone', marks: int, asked: int}
 * @phpstan-type CorrectionQuestion array{mark: int, part: string, words: string, author: string, proposed: bool, was: string, now: string,
 *     keep: bool}
 * @phpstan-type CorrectionReport array{revision: int, likeness: float, told: list<string>, parts: list<CorrectionPart>,
 *     questions: list<CorrectionQuestion>}
 * @phpstan-type CorrectionRow array{id: int, file: string, who: string, at: string, takenBack: string|null, isNewest: bool}
 */
final class CorrectionResource
{
    /** @return list<CorrectionRow> the newest first */
    public static function all(Piece $piece): array
    {
        $newest = $piece->correction();

        return array_values($piece->corrections->map(
            static fn (Correction $correction): array => self::of($correction, $correction->is($newest)),
        )->all());
    }

    /** @return CorrectionRow */
    public static function of(Correction $correction, bool $isNewest): array
    {
        return [
            'id' => $correction->id,
            'file' => $correction->file,
            'who' => $correction->user->name,
            'at' => $correction->created_at->toIso8601String(),
            'takenBack' => $correction->taken_back_at?->toIso8601String(),
            'isNewest' => $isNewest,
        ];
    }

    /**
     * @param array<int, MarkQuestion> $questions by the row of the mark
     * @return CorrectionReport
     */
    public static function report(Piece $piece, CorrectedScore $corrected, array $questions): array
    {
        $sections = $piece->sections()->get(Section::LIGHT);
        $known = array_column($corrected->old->parts, 'id');
        $rows = [];
        $parts = [];
        foreach ($sections as $section) {
            $isThere = $corrected->places($section->part_id) !== null;
            $own = array_intersect_key($questions, $section->marks()->get()->keyBy('id')->all());
            $parts[] = [
                'name' => $section->name,
                'becomes' => $isThere ? 'same' : 'gone',
                'marks' => $section->marks()->count(),
                'asked' => count($own),
            ];
            foreach ($own as $id => $question) {
                $rows[] = [
                    'mark' => $id,
                    'part' => $section->name,
                    'words' => $question->mark->words(),
                    'author' => $question->mark->author,
                    'proposed' => $question->mark->state === MarkState::Proposed,
                    'was' => $question->was,
                    'now' => $question->now,
                    'keep' => $question->isLikely,
                ];
            }
        }
        foreach ($corrected->score->parts as $part) {
            if (!in_array($part->id, $known, true)) {
                $parts[] = ['name' => $part->name, 'becomes' => 'new', 'marks' => 0, 'asked' => 0];
            }
        }

        return [
            'revision' => $piece->revision,
            'likeness' => round($corrected->likeness(), 3),
            'told' => $corrected->told(),
            'parts' => $parts,
            'questions' => $rows,
        ];
    }
}
