<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Lessons\TypedLook;
use UprightPencil\Lessons\TypedPiece;

/**
 * What is typed, and what it was typed as.
 *
 * @phpstan-import-type Typed from TypedPiece
 * @phpstan-import-type Typing from TypedLook
 * @phpstan-type TypedPieceRow array{id: int, title: string, shelf: int, lesson: int|null, page: int|null, revision: int, typed: Typed}
 */
final class TypedPieceResource
{
}
