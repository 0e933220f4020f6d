<?php

declare(strict_types=1);

namespace App\History;

/** What an act is about: which screens take it back. */
enum Topic: string
{
    case Marks = 'marks';
    /** A corrected score, which is taken back where it was brought in. */
    case Score = 'score';
    /** What was looked at and left as it is. */
    case Look = 'look';
    /** What is said of a part or a piece as a whole: done, how full its page is, tempos. */
    case Part = 'part';
    case Link = 'link';
    /** Shelves, and where pieces stand. */
    case Rack = 'rack';
    case OfClass = 'class';
    /** The calendar, plans of rehearsals, what was done and heard. */
    case Rehearsal = 'rehearsal';

    /** The screen it is done on, in words; empty for the desk's own. */
    public function screen(): string
    {
        return match ($this) {
            self::Marks, self::Part, self::Score => '',
            self::Look => 'Read-through',
            self::Link => 'Hand out',
            self::Rack => 'the rack',
            self::OfClass => 'Class',
            self::Rehearsal => 'Rehearsal',
        };
    }
}
