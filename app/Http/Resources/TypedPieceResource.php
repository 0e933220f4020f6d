<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Lessons\TypedLook;
use UprightPencil\Lessons\TypedPiece;
use UprightPencil\Music\Instrument;

/**
 * What is typed, and what it was typed as.
 *
 * @phpstan-import-type Typed from TypedPiece
 * @phpstan-import-type Typing from TypedLook
 * @phpstan-type TypedPieceRow array{id: int, title: string, shelf: int, lesson: int|null, page: int|null, revision: int, typed: Typed}
 * @phpstan-type PassagePart array{id: int, name: string, instrument: string}
 * @phpstan-type PassageRow array{first: int, from: string, to: string, abc: string, title: string, shelf: int, revision: int,
 *     section: int|null, part: string, reader: value-of<Instrument>, parts: list<PassagePart>}
 */
final class TypedPieceResource
{
}
