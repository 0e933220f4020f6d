<?php

declare(strict_types=1);

namespace UprightPencil\Format\PencilLines;

use UprightPencil\Marks\Mark;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Marks\MarkState;
use UprightPencil\Marks\Places;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;

/** Marks as pencil lines; reading them back gives the same marks. */
final readonly class PencilLinesWriter
{
    private Places $places;

    public function __construct(Score $score, private Part $part)
    {
        $this->places = Places::of($score, $part);
    }

    /** All marks of a part, under its name. */
    public function write(MarkBook $book): string
    {
        $lines = array_map($this->line(...), $book->marks);

        return "part {$this->part->name}\n" . implode('', array_map(static fn (string $line): string => "{$line}\n", $lines));
    }

    public function line(Mark $mark): string
    {
        $line = str_pad($this->place($mark), 7) . ' ' . $this->words($mark);
        if ($mark->state === MarkState::Proposed) {
            $line .= ' ?';
        }
        if ($mark->reason !== null) {
            $line .= ' > ' . $this->places->nameOf($mark->reason->note) . ' ' . $mark->reason->direction;
        }
        if (!$mark->for->isAll()) {
            $line .= ' @' . $mark->for->value;
        }

        return $line . ($mark->comment === '' ? '' : ' # ' . $mark->comment);
    }

    /** The line without the blanks that put lines under each other. */
    public function tight(Mark $mark): string
    {
        return (string) preg_replace('~\s+~', ' ', $this->line($mark));
    }

    public function place(Mark $mark): string
    {
        return $this->places->placeOf($mark);
    }

    /** What the mark says, without its place: "slur 1.2 or no slurs", "hook 2x". */
    public function words(Mark $mark): string
    {
        return $this->places->wordsOf($mark);
    }
}
