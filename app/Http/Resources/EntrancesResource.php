<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Piece;
use App\Plans\KeptAnswers;
use App\Rehearsal\PieceParts;
use UprightPencil\Rehearsal\Grid\GridMeasure;
use UprightPencil\Rehearsal\Grid\GridRow as CoreRow;
use UprightPencil\Rehearsal\Grid\WhoEnters;

/**
 * Who enters, goes on, stops and holds, measure by measure.
 *
 * @phpstan-type GridLine array{part: string, line: 'outside'|'inside'|'all', slots: string}
 * @phpstan-type GridBar array{index: int, number: string, onset: float, slot: float, rows: list<GridLine>, told: list<string>}
 * @phpstan-type EntranceGrid array{title: string, parts: array<string, string>, measures: list<GridBar>}
 */
final readonly class EntrancesResource
{
    public function __construct(private PieceParts $parts, private KeptAnswers $kept)
    {
    }

    /** @return EntranceGrid */
    public function of(Piece $piece): array
    {
        /** @var EntranceGrid $grid */
        $grid = $this->kept->remember('entrances', $piece, fn (): array => $this->grid($piece));

        return $grid;
    }

    /** @return EntranceGrid */
    private function grid(Piece $piece): array
    {
        $marked = $this->parts->of($piece);
        if ($marked === null) {
            return ['title' => $piece->title, 'parts' => [], 'measures' => []];
        }

        return [
            'title' => $piece->title,
            'parts' => $marked->names(),
            'measures' => array_map(static fn (GridMeasure $one): array => [
                'index' => $one->index,
                'number' => $marked->score->measures[$one->index]->number,
                'onset' => $marked->score->measures[$one->index]->onset->toFloat(),
                'slot' => $one->slot->toFloat(),
                'rows' => array_map(static fn (CoreRow $row): array => [
                    'part' => $row->partId,
                    'line' => $row->line,
                    'slots' => $row->slots,
                ], $one->rows),
                'told' => $one->told,
            ], (new WhoEnters($marked))->all()),
        ];
    }
}
