<?php

declare(strict_types=1);

namespace App\Plans;

use App\Models\Section;
use Illuminate\Support\Carbon;
use Throwable;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Review\ToldOnce;

/**
 * What the rack shows of a section: how far it is bowed and fingered, and how much needs a look.
 *
 * It is worked out in the background, or told by the desk, which has just planned the part; the rack only reads it.
 */
final readonly class SectionProgress
{
    public function __construct(private SectionPlanner $plans)
    {
    }

    /**
     * Works out what is not known yet. A section whose working-out was begun and never finished took its process with it: that is
     * kept, and it is not begun again.
     */
    public function workOut(Section $section): void
    {
        if ($section->state !== null) {
            return;
        }
        if ($section->state_began_at !== null) {
            $this->fails($section);

            return;
        }
        $section->update(['state_began_at' => Carbon::now()]);
        try {
            $plan = $this->plans->of($section);
        } catch (Throwable $problem) {
            report($problem);
            $this->fails($section);

            return;
        }
        $this->keep($section, $plan->score, $plan->part->part, $plan->part->book, ToldOnce::toLookAt($plan->part->flags));
    }

    public function keep(Section $section, Score $score, Part $part, MarkBook $book, int $flags): void
    {
        $order = $part->positionsById();
        $count = max(1, count($score->measures));
        $reached = ['bow' => 0, 'hand' => 0];
        $decided = 0;
        foreach ($book->marks as $mark) {
            if ($mark->acts() && isset($order[$mark->to])) {
                $decided++;
                $what = $mark->isForHand() ? 'hand' : 'bow';
                $reached[$what] = max($reached[$what], $part->notes[$order[$mark->to]]->measure + 1);
            }
        }
        // Only while it is still asked for: a mark that came in between is another state.
        Section::query()->whereKey($section->id)->whereNull('state')->update([
            'state' => json_encode([
                'bowed' => $section->bowed_at !== null ? 1.0 : round($reached['bow'] / $count, 3),
                'fingered' => $section->fingered_at !== null ? 1.0 : round($reached['hand'] / $count, 3),
                'marks' => $decided,
                'flags' => $flags,
            ], JSON_THROW_ON_ERROR),
            'state_began_at' => null,
        ]);
    }

    private function fails(Section $section): void
    {
        Section::query()->whereKey($section->id)->update(['state' => json_encode(['failed' => true], JSON_THROW_ON_ERROR)]);
    }
}
