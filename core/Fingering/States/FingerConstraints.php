<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

use UprightPencil\Marks\Chair;
use UprightPencil\Marks\Kind\Hand\Finger;
use UprightPencil\Marks\Kind\Hand\Harmonic;
use UprightPencil\Marks\Kind\Hand\LeaveDown;
use UprightPencil\Marks\Kind\Hand\NoFinger;
use UprightPencil\Marks\Kind\Hand\OnString;
use UprightPencil\Marks\Kind\Hand\Position;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;

/** What is fixed about the left hand, by notehead: the director's marks first, then what the edition prints. */
final class FingerConstraints
{
    /** @var array<int, FixedFinger> by note */
    private array $fingers = [];
    /** @var array<int, FixedString> by note */
    private array $strings = [];
    /** @var array<int, FixedPosition> by note */
    private array $positions = [];
    /** @var array<int, true> notes whose finger somebody wants left down */
    private array $leftDown = [];

    public function __construct(private readonly Part $part, MarkBook $book, Chair $chair)
    {
        $places = $part->positionsById();
        $crossedOut = [];
        foreach ($book->acting(NoFinger::class) as $mark) {
            $crossedOut[$places[$mark->from]] = true;
        }
        foreach ($part->notes as $position => $note) {
            $this->printed($position, $note, isset($crossedOut[$position]));
        }
        foreach ($book->marks as $mark) {
            if (!$mark->acts() || !$mark->for->covers($chair)) {
                continue;
            }
            $kind = $mark->kind();
            $from = $places[$mark->from];
            $to = $places[$mark->to];
            if ($kind instanceof Finger) {
                $this->fingers[$from] = new FixedFinger($kind->number, $kind->shape, $mark);
            } elseif ($kind instanceof Harmonic) {
                $this->fingers[$from] = new FixedFinger(null, 'harmonic', $mark);
            } elseif ($kind instanceof LeaveDown) {
                $this->leftDown[$from] = true;
            } elseif ($kind instanceof OnString) {
                foreach ($this->range($from, $to) as $note) {
                    $this->strings[$note] = new FixedString($kind->string, $mark);
                }
            } elseif ($kind instanceof Position) {
                $turn = 0;
                foreach ($this->range($from, $to) as $note) {
                    $this->positions[$note] = new FixedPosition($kind->position, $mark);
                    $isHeld = $part->notes[$note]->tieStop || $part->notes[$note]->inChord || $part->notes[$note]->isGrace;
                    if ($kind->figure !== [] && !$isHeld) {
                        $finger = $kind->figure[$turn++ % count($kind->figure)];
                        $this->fingers[$note] ??= new FixedFinger($finger, '', $mark);
                    }
                }
            }
        }
    }

    /** Whether a mark asks for the finger of a note to stay down. */
    public function isLeftDown(int $note): bool
    {
        return isset($this->leftDown[$note]);
    }

    /** The finger that is asked for, a mark before a printed one. */
    public function finger(int $note): ?FixedFinger
    {
        return $this->fingers[$note] ?? null;
    }

    /** The string that is asked for, a mark before a printed one. */
    public function string(int $note): ?FixedString
    {
        return $this->strings[$note] ?? null;
    }

    public function position(int $note): ?FixedPosition
    {
        return $this->positions[$note] ?? null;
    }

    public function isFixed(int $note): bool
    {
        return isset($this->fingers[$note]) || isset($this->strings[$note]) || isset($this->positions[$note]);
    }

    private function printed(int $position, Note $note, bool $isCrossedOut): void
    {
        $finger = $isCrossedOut ? null : $note->printedFinger();
        if ($finger !== null) {
            $text = mb_strtolower($note->fingerings[0] ?? '');
            $shape = match (1) {
                preg_match('~low|^l|↓~u', $text) => 'low',
                preg_match('~high|^h|↑~u', $text) => 'high',
                preg_match('~x~u', $text) => 'x',
                default => '',
            };
            $this->fingers[$position] = new FixedFinger($finger, $finger === 0 ? '' : $shape, null);
        }
        if ($note->printedString !== null) {
            $this->strings[$position] = new FixedString($note->printedString, null);
        }
    }

    /** @return list<int> noteheads of a range, of the line it begins in */
    private function range(int $from, int $to): array
    {
        $notes = [];
        for ($note = $from; $note <= $to; $note++) {
            if ($this->part->notes[$note]->line === $this->part->notes[$from]->line) {
                $notes[] = $note;
            }
        }

        return $notes;
    }
}
