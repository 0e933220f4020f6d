<?php

declare(strict_types=1);

namespace UprightPencil\Printing;

use UprightPencil\Marks\Places;
use UprightPencil\Marks\Slot;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/**
 * Everything the marked page shows that the edition does not, as pencil lines in printed order: what a student
 * with a printed part pencils in. Read back as marks it gives the same prints.
 */
final readonly class PageList
{
    /**
     * @param array<string, NotePrint> $prints by note id
     * @return list<string> lines without the part's name
     */
    public function lines(Score $score, Part $part, array $prints): array
    {
        $places = Places::of($score, $part);
        $lines = [];
        foreach ($part->notes as $note) {
            $print = $prints[$note->id] ?? null;
            if ($print === null) {
                continue;
            }
            $place = $places->nameOf($note->id);
            $marks = $this->marks($print, $places);
            if ($marks !== []) {
                $lines[] = str_pad($place, 7) . ' ' . implode(', ', $marks);
            }
            foreach ($print->choices as $choice) {
                $lines[] = str_pad($places->placeOf($choice), 7) . ' ' . $places->wordsOf($choice);
            }
            foreach ($print->changes as $change) {
                $of = $change->change;
                $lines[] = str_pad($places->nameOf($note->id, $of->offset), 7) . " change {$of->direction->value}"
                    . ($of->pass === null ? '' : " {$of->pass}x") . ($of->for->isAll() ? '' : " @{$of->for->value}");
            }
        }

        return $lines;
    }

    /** @param array<string, NotePrint> $prints */
    public function write(Score $score, Part $part, array $prints): string
    {
        return implode("\n", ["part {$part->name}", ...$this->lines($score, $part, $prints)]) . "\n";
    }

    /** @return list<string> */
    private function marks(NotePrint $print, Places $places): array
    {
        $marks = [];
        // What a choice leaves open stands in the choice's own line.
        if ($print->sign !== null && $print->isSignNew && !$print->leavesOpen(Slot::Direction)) {
            $marks[] = $print->sign->value;
        } elseif ($print->crossOutSign && !$print->leavesOpen(Slot::Direction)) {
            $marks[] = 'no sign';
        }
        foreach ($print->otherPasses as $pass => $visit) {
            if ($pass > 1) {
                $marks[] = "{$visit->direction->value} {$pass}x";
            }
            if ($visit->isJoined()) {
                $marks[] = "{$visit->connection->value} {$pass}x";
            }
        }
        if ($print->isHook) {
            $marks[] = 'hook';
        }
        if ($print->commaOn !== null) {
            $marks[] = $print->isLift ? 'lift' : 'retake';
        }
        foreach ($print->leavesOpen(Slot::Slur) ? [] : $print->slursTo as $to) {
            $marks[] = 'slur ' . $places->nameOf($to);
        }
        if ($print->slursTakenOut !== [] && !$print->leavesOpen(Slot::Slur)) {
            $marks[] = 'no slurs';
        }
        foreach ($print->fingerWords() as $word) {
            $isPrinted = $print->finger !== null && !$print->finger->isFingerNew && $word === $print->finger->finger;
            if (!$isPrinted) {
                $marks[] = $word;
            }
        }
        foreach ($print->words as $words) {
            $marks[] = "\"{$words}\"";
        }

        return $marks;
    }
}
