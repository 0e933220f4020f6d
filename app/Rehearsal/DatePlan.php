<?php

declare(strict_types=1);

namespace App\Rehearsal;

use App\Models\Piece;
use UprightPencil\Rehearsal\Planning\PlannedPiece;
use UprightPencil\Rehearsal\Planning\RehearsalPlan;

/** The plan of one rehearsal, and the pieces it is made from. */
final readonly class DatePlan
{
    /**
     * @param array<int, Piece> $pieces of the programme that can be rehearsed, by their ids, in their order
     * @param array<int, PlannedPiece> $known what is known of each
     */
    public function __construct(public RehearsalPlan $plan, public array $pieces, public array $known)
    {
    }
}
