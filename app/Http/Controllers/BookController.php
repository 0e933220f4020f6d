<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\History\Acts;
use App\History\Topic;
use App\Http\Contract\Answers;
use App\Http\Resources\BookResource;
use App\Lessons\BookOrder;
use App\Models\Piece;
use App\Models\Shelf;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** A book of lessons: in its order, with what each lesson brings. */
final class BookController extends Controller
{
    public function __construct(private readonly BookResource $books)
    {
    }

    #[Answers('BookOfLessons')]
    public function show(Request $request, Shelf $shelf): JsonResponse
    {
        abort_unless($shelf->user_id === $this->user($request)->id, 404);

        return response()->json($this->books->of($shelf));
    }

    /** A lesson goes to another place. */
    #[Answers('BookOfLessons')]
    public function move(Request $request, Shelf $shelf, Acts $acts): JsonResponse
    {
        $user = $this->user($request);
        abort_unless($shelf->user_id === $user->id, 404);
        $lessons = BookOrder::of($shelf);
        $piece = array_values(array_filter($lessons, static fn (Piece $one): bool => $one->id === $request->integer('piece')))[0] ?? null;
        if ($piece === null) {
            return $this->refuse('This lesson is not in the book any more.');
        }
        $to = max(0, min(count($lessons) - 1, $request->integer('to')));
        $things = array_map(static fn (Piece $one): string => "piece:{$one->id}", $lessons);
        $label = "“{$piece->title}” to another place";
        $acts->do($user, null, Topic::Rack, $label, $things, static fn () => BookOrder::move($shelf, $piece, $to));

        return response()->json($this->books->of($shelf));
    }
}
