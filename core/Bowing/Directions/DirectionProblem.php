<?php

declare(strict_types=1);

namespace UprightPencil\Bowing\Directions;

use UprightPencil\Marks\Mark;
use UprightPencil\Review\FlagCode;

/** A mark that cannot do what it says where the bow comes along. */
final readonly class DirectionProblem
{
    /**
     * @param int $stroke position in the line's strokes
     * @param string $text a sentence without its full stop
     */
    public function __construct(
        public int $stroke,
        public ?Mark $mark,
        public string $text,
        public FlagCode $code = FlagCode::MarksContradict,
    ) {
    }
}
