<?php

declare(strict_types=1);

namespace App\Lessons;

use App\Import\KeepScore;
use App\Import\PreparedScore;
use App\Models\Piece;
use App\Models\Shelf;
use App\Plans\ClassSettings;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Lessons\OctaveRule;
use UprightPencil\Lessons\TypedPiece;

/** Puts music that was typed on a shelf. */
final readonly class KeepTyped
{
    private const LETTERS = 120;

    public function __construct(private KeepScore $keep)
    {
    }

    /**
     * @param string $title empty for what the text itself says
     * @throws UprightPencilException when there is no note, or its passages do not fit
     */
    public function keep(Shelf $shelf, TypedPiece $typed, ClassSettings $class, string $title, ?int $lesson, ?int $page): Piece
    {
        [$title, $xml] = $this->written($typed, $class, $title);
        $file = "{$title}.musicxml";
        $piece = $this->keep->keepPrepared($shelf, $xml, PreparedScore::of($xml, $file), $file, $title, $lesson);
        $piece->update(['typed' => $typed->toArray(), 'lesson_page' => $page]);
        BookOrder::settle($shelf, $piece);

        return $piece;
    }

    /**
     * All of it as a score.
     *
     * @return array{string, string} title, and MusicXML
     * @throws UprightPencilException
     */
    public function written(TypedPiece $typed, ClassSettings $class, string $title): array
    {
        $title = trim($title) ?: (TypedHead::titleOf($typed->abc) ?: 'Without a title');
        $rule = new OctaveRule($class->profile, $class->options('bass')->fingerSettings()->bassHand);
        $xml = $typed->whole($rule, $title);

        return $xml === '' ? throw UnreadableScore::hasNoMusic('Type a note first.') : [mb_substr($title, 0, self::LETTERS), $xml];
    }
}
