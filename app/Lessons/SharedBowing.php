<?php

declare(strict_types=1);

namespace App\Lessons;

use App\Models\Mark as MarkRow;
use App\Models\Section;
use App\Plans\SameRhythm;
use App\Plans\SectionPlanner;
use Illuminate\Support\Facades\Gate;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkGroup;

/** A lesson is one rhythm in every section: a bow mark made in one part is made in all of them. */
final readonly class SharedBowing
{
    public function __construct(private SectionPlanner $plans)
    {
    }

    /**
     * What is to be done in the other sections of a lesson.
     *
     * @param list<Mark> $puts in this section
     * @param list<string> $takes keys of marks that are taken away in this section
     * @return list<array{Section, list<Mark>, list<string>}>
     */
    public function of(Section $section, array $puts, array $takes): array
    {
        $piece = $section->piece;
        if (($piece->typed['kind'] ?? '') !== 'lesson') {
            return [];
        }
        $puts = array_values(array_filter($puts, static fn (Mark $mark): bool => $mark->kind()->slot()->group() === MarkGroup::Bow));
        $taken = [];
        foreach ($section->marks()->whereIn('key', $takes)->get() as $row) {
            /** @var MarkRow $row */
            $mark = $row->toCore();
            if ($mark !== null && $mark->kind()->slot()->group() === MarkGroup::Bow) {
                $taken[] = $mark;
            }
        }
        if ($puts === [] && $taken === []) {
            return [];
        }
        $own = $this->plans->score($section)->parts[0];
        $shared = [];
        foreach ($piece->sections as $other) {
            if ($other->id === $section->id || !Gate::allows('propose', $other)) {
                continue;
            }
            $notes = SameRhythm::ids($own, $this->plans->score($other)->parts[0]);
            if ($notes === null) {
                continue;
            }
            $there = SameRhythm::there($puts, $notes);
            $gone = array_map(static fn (Mark $mark): string => $mark->key(), SameRhythm::there($taken, $notes));
            $shared[] = [$other, $there, $gone];
        }

        return $shared;
    }
}
