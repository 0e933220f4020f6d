<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\StoreShelfRequest;
use App\Http\Requests\UpdateShelfRequest;
use App\Http\Resources\ShelfResource;
use App\Models\Shelf;
use Illuminate\Http\JsonResponse;

/** Shelves: a concert programme, or a book of lessons. */
final class ShelfController extends Controller
{
    #[Answers('ShelfRow')]
    public function store(StoreShelfRequest $request): JsonResponse
    {
        $shelves = $this->user($request)->shelves();
        /** @var Shelf $shelf */
        $shelf = $shelves->create([
            'name' => $request->string('name')->value(),
            'kind' => $request->string('kind')->value(),
            'note' => $request->string('note')->value(),
            'position' => $shelves->count(),
        ]);

        return response()->json(ShelfResource::of($shelf), 201);
    }

    #[Answers('ShelfRow')]
    public function update(UpdateShelfRequest $request, Shelf $shelf): JsonResponse
    {
        abort_unless($shelf->user_id === $this->user($request)->id, 404);
        foreach (['name', 'note'] as $field) {
            if ($request->has($field)) {
                $shelf->setAttribute($field, $request->string($field)->value());
            }
        }
        $shelf->save();

        return response()->json(ShelfResource::of($shelf));
    }
}
