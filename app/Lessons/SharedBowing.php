<?php

declare(strict_types=1);

namespace App\Lessons;

use App\Models\Mark as MarkRow;
use App\Models\Section;
use App\Plans\SectionPlanner;
use Illuminate\Support\Facades\Gate;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkGroup;
use UprightPencil\Marks\MarkReason;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;

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
            $notes = self::notes($own, $this->plans->score($other)->parts[0]);
            if ($notes === null) {
                continue;
            }
            $there = self::there($puts, $notes);
            $gone = array_map(static fn (Mark $mark): string => $mark->key(), self::there($taken, $notes));
            $shared[] = [$other, $there, $gone];
        }

        return $shared;
    }

    /**
     * Notes of a part and of another with the same rhythm; of a duet the second line has one of its own.
     *
     * @return array<string, string>|null ids by ids; null where the rhythm is another
     */
    private static function notes(Part $own, Part $other): ?array
    {
        $times = static fn (Part $part): array => array_map(
            static fn (Note $note): string => "{$note->measure} {$note->offset} {$note->duration}",
            $part->notes,
        );
        if ($times($own) !== $times($other)) {
            return null;
        }

        return array_combine(
            array_map(static fn (Note $note): string => $note->id, $own->notes),
            array_map(static fn (Note $note): string => $note->id, $other->notes),
        );
    }

    /**
     * @param list<Mark> $marks
     * @param array<string, string> $notes
     * @return list<Mark>
     */
    private static function there(array $marks, array $notes): array
    {
        return array_map(static fn (Mark $mark): Mark => $mark->movedTo(
            $notes[$mark->from] ?? $mark->from,
            $notes[$mark->to] ?? $mark->to,
            array_map(static fn (string $target): string => $notes[$target] ?? $target, $mark->targets),
            $mark->reason === null
                ? null
                : new MarkReason($notes[$mark->reason->note] ?? $mark->reason->note, $mark->reason->direction),
        ), $marks);
    }
}
