<?php

declare(strict_types=1);

namespace App\Plans;

use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkReason;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;

/** Two parts with one rhythm: marks of the one are laid at the notes of the other. */
final class SameRhythm
{
    /**
     * Notes of a part and of another with the same rhythm; of a duet the second line has one of its own.
     *
     * @return array<string, string>|null ids by ids; null where the rhythm is another
     */
    public static function ids(Part $own, Part $other): ?array
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
     * Marks at the notes of the other part.
     *
     * @param list<Mark> $marks
     * @param array<string, string> $notes
     * @return list<Mark>
     */
    public static function there(array $marks, array $notes): array
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
