<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Mark;
use App\Models\Piece;
use App\Models\Section;
use App\Models\User;
use App\Scores\Plans;

/** A piece as its folder in the rack shows it. */
final readonly class RackPiece
{
    public function __construct(private Plans $plans)
    {
    }

    /** @return array<string, mixed> */
    public function toArray(Piece $piece, User $user): array
    {
        $edition = $piece->sections->flatMap->editions->max('number');
        $proposals = $piece->sections->flatMap->marks->where('state', 'proposed')->count();

        return [
            'id' => $piece->id,
            'title' => $piece->title,
            'lesson' => $piece->lesson_number,
            'shelf' => $piece->shelf_id,
            'summary' => array_intersect_key($piece->summary, array_flip(['key', 'measures', 'meter', 'tempo', 'pickup'])),
            'archived' => $piece->archived_at !== null,
            'edition' => $edition,
            'proposals' => $proposals,
            'role' => $piece->roleOf($user),
            'sections' => $piece->sections->map(fn (Section $section): array => $this->section($section))->values(),
        ];
    }

    /** @return array<string, mixed> */
    private function section(Section $section): array
    {
        return [
            'id' => $section->id,
            'name' => $section->name,
            'instrument' => $section->instrument,
            ...$this->state($section),
            'edition' => $section->editions->max('number'),
        ];
    }

    /**
     * How far the part is bowed and fingered, and what needs a look; kept until a mark changes.
     *
     * @return array<string, mixed>
     */
    private function state(Section $section): array
    {
        if (isset($section->state['fingered'])) {
            return $section->state;
        }
        $plan = $this->plans->of($section);
        $order = $plan->part->part->positionsById();
        $count = max(1, count($plan->score->measures));
        $reached = ['bow' => 0, 'hand' => 0];
        $decided = 0;
        foreach ($section->marks as $mark) {
            /** @var Mark $mark */
            $core = $mark->toCore();
            if ($core !== null && $core->acts() && isset($order[$core->to])) {
                $decided++;
                $what = $core->isForHand() ? 'hand' : 'bow';
                $reached[$what] = max($reached[$what], $plan->part->part->notes[$order[$core->to]]->measure + 1);
            }
        }
        $state = [
            'bowed' => $section->bowed_at !== null ? 1.0 : round($reached['bow'] / $count, 3),
            'fingered' => $section->fingered_at !== null ? 1.0 : round($reached['hand'] / $count, 3),
            'marks' => $decided,
            'flags' => count($plan->part->flags),
        ];
        $section->update(['state' => $state]);

        return $state;
    }
}
