<?php

declare(strict_types=1);

namespace UprightPencil\Fingering\States;

use UprightPencil\Marks\Chair;
use UprightPencil\Marks\Kind\Hand\Finger;
use UprightPencil\Marks\Kind\Hand\LeaveDown;
use UprightPencil\Marks\Kind\Hand\OnString;
use UprightPencil\Marks\Kind\Hand\Position;
use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Note;
use UprightPencil\Music\Part;

/** What is fixed about the left hand, by notehead: the director's marks first, then what the edition prints. */
final class FingerConstraints
{
    /** @var array<int, array{finger: int, shape: string, mark: Mark|null}> by note */
    private array $fingers = [];
    /** @var array<int, array{string: string, mark: Mark|null}> */
    private array $strings = [];
    /** @var array<int, array{position: string, mark: Mark}> */
    private array $positions = [];
    /** @var array<int, true> notes whose finger somebody wants left down */
    private array $leftDown = [];

    public function __construct(private readonly Part $part, MarkBook $book, Chair $chair)
    {
        $places = $part->positionsById();
        foreach ($part->notes as $position => $note) {
            $this->printed($position, $note);
        }
        foreach ($book->marks as $mark) {
            if (!$mark->acts() || !$mark->for->covers($chair)) {
                continue;
            }
            $kind = $mark->kind();
            $from = $places[$mark->from];
            $to = $places[$mark->to];
            if ($kind instanceof Finger) {
                $this->fingers[$from] = ['finger' => $kind->number, 'shape' => $kind->shape, 'mark' => $mark];
            } elseif ($kind instanceof LeaveDown) {
                $this->leftDown[$from] = true;
            } elseif ($kind instanceof OnString) {
                foreach ($this->range($from, $to) as $note) {
                    $this->strings[$note] = ['string' => $kind->string, 'mark' => $mark];
                }
            } elseif ($kind instanceof Position) {
                $turn = 0;
                foreach ($this->range($from, $to) as $note) {
                    $this->positions[$note] = ['position' => $kind->position, 'mark' => $mark];
                    $isHeld = $part->notes[$note]->tieStop || $part->notes[$note]->inChord || $part->notes[$note]->isGrace;
                    if ($kind->figure !== [] && !$isHeld) {
                        $finger = $kind->figure[$turn++ % count($kind->figure)];
                        $this->fingers[$note] ??= ['finger' => $finger, 'shape' => '', 'mark' => $mark];
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

    /** @return array{finger: int, shape: string, mark: Mark|null}|null */
    public function finger(int $note): ?array
    {
        return $this->fingers[$note] ?? null;
    }

    /** @return array{string: string, mark: Mark|null}|null */
    public function string(int $note): ?array
    {
        return $this->strings[$note] ?? null;
    }

    /** @return array{position: string, mark: Mark}|null */
    public function position(int $note): ?array
    {
        return $this->positions[$note] ?? null;
    }

    public function isFixed(int $note): bool
    {
        return isset($this->fingers[$note]) || isset($this->strings[$note]) || isset($this->positions[$note]);
    }

    /** Whether the edition prints a finger, or an open string, at a note. */
    public static function printedFinger(Note $note): ?int
    {
        foreach ($note->fingerings as $text) {
            if (preg_match('~(?<!\d)([0-4])(?!\d)~', $text, $digit) === 1) {
                return (int) $digit[1];
            }
        }

        return $note->openString ? 0 : null;
    }

    private function printed(int $position, Note $note): void
    {
        $finger = self::printedFinger($note);
        if ($finger !== null) {
            $text = mb_strtolower($note->fingerings[0] ?? '');
            $shape = match (1) {
                preg_match('~low|^l|↓~u', $text) => 'low',
                preg_match('~high|^h|↑~u', $text) => 'high',
                preg_match('~x~u', $text) => 'x',
                default => '',
            };
            $this->fingers[$position] = ['finger' => $finger, 'shape' => $finger === 0 ? '' : $shape, 'mark' => null];
        }
        if ($note->printedString !== null) {
            $this->strings[$position] = ['string' => $note->printedString, 'mark' => null];
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
