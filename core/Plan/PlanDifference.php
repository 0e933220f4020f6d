<?php

declare(strict_types=1);

namespace UprightPencil\Plan;

use UprightPencil\Bowing\Result\NoteBow;
use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Music\Note;
use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagRank;

/** What one plan of a part does otherwise than another: told before something is done, and after. */
final readonly class PlanDifference
{
    /**
     * @param list<string> $turned ids of notes whose stroke goes the other way
     * @param list<string> $fingered ids of notes that have another finger, string or position
     * @param int $solved how many things need no look any more
     * @param int $raised how many do now
     * @param string $words "2 bows turn in m. 9 to 11; another finger in m. 9"
     */
    private function __construct(
        public array $turned,
        public array $fingered,
        public int $solved,
        public int $raised,
        public string $words,
    ) {
    }

    public static function between(PartPlan $before, PartPlan $after, Score $score): self
    {
        $turned = $fingered = [];
        foreach ($after->part->notes as $note) {
            if (self::isOtherWay($before->bow->at($note->id), $after->bow->at($note->id))) {
                $turned[] = $note;
            }
            if (self::isOtherPlace($before->fingers->at($note->id), $after->fingers->at($note->id))) {
                $fingered[] = $note;
            }
        }
        $keys = static fn (PartPlan $plan): array => array_map(static fn (Flag $flag): string => $flag->key(), array_filter(
            $plan->flags,
            static fn (Flag $flag): bool => $flag->rank() !== FlagRank::Know,
        ));
        $said = [
            ...self::told($turned, 'one bow turns', 'bows turn', $score),
            ...self::told($fingered, 'another finger', 'other fingers', $score),
        ];
        $id = static fn (Note $note): string => $note->id;

        return new self(
            array_map($id, $turned),
            array_map($id, $fingered),
            count(array_diff($keys($before), $keys($after))),
            count(array_diff($keys($after), $keys($before))),
            $said === [] ? 'no bow turns and no finger changes' : implode('; ', $said),
        );
    }

    private static function isOtherWay(?NoteBow $before, ?NoteBow $after): bool
    {
        return $before !== null && $after !== null && $after->isHead && $before->direction !== $after->direction;
    }

    private static function isOtherPlace(?NoteFinger $before, ?NoteFinger $after): bool
    {
        return $before !== null && $after !== null
            && [$before->number, $before->shape, $before->string, $before->position]
                !== [$after->number, $after->shape, $after->string, $after->position];
    }

    /**
     * @param list<Note> $notes in playing order
     * @return list<string> a sentence, or none
     */
    private static function told(array $notes, string $one, string $many, Score $score): array
    {
        if ($notes === []) {
            return [];
        }
        $measures = array_map(static fn (Note $note): int => $note->measure, $notes);
        [$first, $last] = [$score->measures[min($measures)]->number, $score->measures[max($measures)]->number];
        $where = $first === $last ? "m. {$first}" : "m. {$first} to {$last}";

        return [(count($notes) === 1 ? $one : count($notes) . " {$many}") . " in {$where}"];
    }
}
