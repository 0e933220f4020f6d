<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\CalendarDate;
use App\Models\Piece;
use App\Plans\KeptAnswers;
use App\Rehearsal\HeardThing;
use App\Rehearsal\Logbook;
use App\Rehearsal\Rehearsals;
use Illuminate\Support\Carbon;
use UprightPencil\Music\Listing;
use UprightPencil\Rehearsal\Balance\Balance;
use UprightPencil\Rehearsal\Balance\BalanceAdvice;
use UprightPencil\Rehearsal\Hardness\HardCause;
use UprightPencil\Rehearsal\Planning\PlannedPiece;

/**
 * How hard a piece is, measure by measure, with what makes it so; and whether its tune is heard.
 *
 * @phpstan-type HardReason array{text: string, who: string, weight: float, section: int|null, note: string|null, parts: list<int>}
 * @phpstan-type HardMeasure array{number: string, hardness: float, reasons: list<HardReason>}
 * @phpstan-type BalanceRow array{from: string, to: string, fromIndex: int, text: string, why: string}
 * @phpstan-type PieceHardness array{measures: list<HardMeasure>, balance: list<BalanceRow>, how: string}
 */
final readonly class HardnessResource
{
    public const HOW = 'Every cause has a weight; the sum of a measure’s weights becomes a share from 0 to 100 %, in which each further '
        . 'cause adds less than the one before it.';

    public function __construct(private Rehearsals $rehearsals, private Logbook $logbook, private KeptAnswers $kept)
    {
    }

    /** @return PieceHardness kept as long as neither the piece nor the logbook changes */
    public function of(Piece $piece): array
    {
        $log = md5(serialize([
            array_map(static fn (CalendarDate $date): array => [$date->id, $date->done], $this->logbook->held($piece, Carbon::now())),
            array_map(
                static fn (HeardThing $one): array => [$one->last()->id, $one->isOpen(), $one->times()],
                $this->logbook->heard($piece),
            ),
        ]));

        /** @var PieceHardness $told */
        $told = $this->kept->remember("hardness {$log}", $piece, fn (): array => $this->told($piece));

        return $told;
    }

    /** @return PieceHardness */
    private function told(Piece $piece): array
    {
        $known = $this->rehearsals->piece($piece, Carbon::now());
        if ($known === null) {
            return ['measures' => [], 'balance' => [], 'how' => self::HOW];
        }
        $measures = [];
        foreach ($known->marked->score->measures as $index => $measure) {
            $measures[] = [
                'number' => $measure->number,
                'hardness' => round($known->hardness->at($index), 3),
                'reasons' => array_map(
                    static fn (HardCause $cause): array => self::reason($cause, $piece, $known),
                    $known->hardness->causesAt($index),
                ),
            ];
        }
        $numbers = $known->marked->score->measures;

        return [
            'measures' => $measures,
            'balance' => array_map(static fn (BalanceAdvice $one): array => [
                'from' => $numbers[$one->from]->number,
                'to' => $numbers[$one->to]->number,
                'fromIndex' => $one->from,
                'text' => $one->text,
                'why' => $one->why,
            ], (new Balance($known->marked))->all()),
            'how' => self::HOW,
        ];
    }

    /** @return HardReason */
    private static function reason(HardCause $cause, Piece $piece, PlannedPiece $known): array
    {
        $names = $known->marked->names();
        $ids = [];
        foreach ($piece->sections as $section) {
            if (in_array($section->part_id, $cause->parts, true)) {
                $ids[] = $section->id;
            }
        }

        return [
            'text' => $cause->text,
            'who' => Listing::of(array_map(static fn (string $part): string => $names[$part] ?? '', $cause->parts)),
            'weight' => round($cause->weight, 2),
            'section' => $ids[0] ?? null,
            'note' => $cause->note,
            'parts' => $ids,
        ];
    }
}
