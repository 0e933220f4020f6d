<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\Findings;

use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Marks\Kind\Hand\LeaveDown;
use UprightPencil\Marks\Kind\Hand\Slide;
use UprightPencil\Marks\Kind\Text\Divide;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\MarkKind;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** Marks for the hand that can do nothing where they stand. */
final readonly class HandMarkFindings
{
    public function __construct(private Score $score, private Part $part, private MarkBook $book)
    {
    }

    /**
     * @param array<string, NoteFinger> $fingers by note id
     * @return list<Flag>
     */
    public function of(array $fingers): array
    {
        $positions = $this->part->positionsById();
        $flags = [];
        foreach ($this->book->marks as $mark) {
            $position = $positions[$mark->from];
            $says = $mark->acts() ? $this->wrong($mark->kind(), $position, $fingers[$mark->from] ?? null) : '';
            if ($says !== '') {
                $note = $this->part->notes[$position];
                $flags[] = new Flag(
                    FlagCode::MarksContradict,
                    "“{$mark->kind()->words()}” {$says}",
                    $this->part->id,
                    $note->measure,
                    $this->score->measures[$note->measure]->meter->beatAt($note->offset),
                    $note->id,
                );
            }
        }

        return $flags;
    }

    /** Why a mark has no effect; empty where it has one. */
    private function wrong(MarkKind $kind, int $position, ?NoteFinger $finger): string
    {
        return match (true) {
            $kind instanceof LeaveDown && $finger?->number === 0 => 'stands at an open string: no finger lies there.',
            $kind instanceof Divide && !$this->isChord($position) => 'stands at one note: there is nothing to divide.',
            $kind instanceof Slide && !$this->hasBefore($position) => 'stands at the first note: no finger slides there from anywhere.',
            default => '',
        };
    }

    private function isChord(int $position): bool
    {
        return $this->part->notes[$position]->inChord || ($this->part->notes[$position + 1] ?? null)?->inChord === true;
    }

    private function hasBefore(int $position): bool
    {
        for ($before = $position - 1; $before >= 0; $before--) {
            if ($this->part->notes[$before]->line === $this->part->notes[$position]->line) {
                return true;
            }
        }

        return false;
    }
}
