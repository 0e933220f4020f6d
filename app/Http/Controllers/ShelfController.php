<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\History\Acts;
use App\History\Topic;
use App\Http\Contract\Answers;
use App\Http\Requests\StoreShelfRequest;
use App\Http\Requests\UpdateShelfRequest;
use App\Http\Resources\ShelfResource;
use App\Models\Piece;
use App\Models\Shelf;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Shelves: a concert programme, or a book of lessons. */
final class ShelfController extends Controller
{
    public function __construct(private readonly Acts $acts)
    {
    }

    #[Answers('ShelfRow')]
    public function store(StoreShelfRequest $request): JsonResponse
    {
        $user = $this->user($request);
        $name = $request->string('name')->value();
        $make = static function () use ($request, $user, $name): Shelf {
            /** @var Shelf $shelf */
            $shelf = $user->shelves()->create([
                'name' => $name,
                'kind' => $request->string('kind')->value(),
                'note' => $request->string('note')->value(),
                'position' => $user->shelves()->count(),
            ]);

            return $shelf;
        };
        $isGoneAgain = static fn (Shelf $shelf): array => ["shelf:{$shelf->id}" => null];
        $shelf = $this->acts->do($user, null, Topic::Rack, "a new shelf “{$name}”", [], $make, $isGoneAgain);

        return response()->json(ShelfResource::of($shelf), 201);
    }

    #[Answers('ShelfRow')]
    public function update(UpdateShelfRequest $request, Shelf $shelf): JsonResponse
    {
        abort_unless($shelf->user_id === $this->user($request)->id, 404);
        $label = $request->has('name') ? "shelf “{$shelf->name}” is now “{$request->string('name')->value()}”" : "note on “{$shelf->name}”";
        $write = static function () use ($request, $shelf): void {
            foreach (['name', 'note'] as $field) {
                if ($request->has($field)) {
                    $shelf->setAttribute($field, $request->string($field)->value());
                }
            }
            $shelf->save();
        };
        $this->acts->do($this->user($request), null, Topic::Rack, $label, ["shelf:{$shelf->id}"], $write);

        return response()->json(ShelfResource::of($shelf));
    }

    /** An empty shelf goes; pieces are moved off it first, those in the bin and of earlier years too. */
    #[Answers('array{id: int}')]
    public function destroy(Request $request, Shelf $shelf): JsonResponse
    {
        abort_unless($shelf->user_id === $this->user($request)->id, 404);
        $standing = Piece::withTrashed()->where('shelf_id', $shelf->id)->count();
        if ($standing > 0) {
            $binned = Piece::onlyTrashed()->where('shelf_id', $shelf->id)->count();

            return $this->refuse($standing === $binned
                ? "Pieces of this shelf lie in the bin. Throw them away for good, or bring them back, first."
                : "“{$shelf->name}” has pieces on it. Move them to another shelf first.");
        }
        $this->acts->do(
            $this->user($request),
            null,
            Topic::Rack,
            "shelf “{$shelf->name}” removed",
            ["shelf:{$shelf->id}"],
            static fn () => $shelf->delete(),
        );

        return response()->json(['id' => $shelf->id]);
    }
}
