<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Resources\RackPiece;
use App\Models\Piece;
use App\Models\Shelf;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class RackController extends Controller
{
    public function show(Request $request, RackPiece $resource): JsonResponse
    {
        $user = $this->user($request);
        $archived = $request->boolean('earlier');
        $with = ['sections.marks', 'sections.editions', 'sections.piece.owner', 'shares'];
        $shelves = [];
        foreach ($user->shelves()->get() as $shelf) {
            $pieces = $shelf->pieces()->with($with)
                ->when($archived, fn ($query) => $query->whereNotNull('archived_at'), fn ($query) => $query->whereNull('archived_at'))
                ->orderBy('lesson_number')->orderBy('id')->get();
            $shelves[] = [
                ...$shelf->only('id', 'name', 'note', 'kind'),
                'pieces' => $pieces->map(fn (Piece $piece): array => $resource->toArray($piece, $user))->values(),
            ];
        }
        $shared = Piece::query()->with([...$with, 'owner'])
            ->whereHas('shares', fn ($query) => $query->where('user_id', $user->id))->orderBy('id')->get();

        return response()->json([
            'shelves' => $shelves,
            'shared' => $shared->map(fn (Piece $piece): array => [
                ...$resource->toArray($piece, $user),
                'owner' => $piece->owner->name,
            ])->values(),
        ]);
    }

    public function addShelf(Request $request): JsonResponse
    {
        $data = $request->validate([
            'name' => ['required', 'string', 'max:80'],
            'kind' => ['required', 'in:programme,book'],
            'note' => ['nullable', 'string', 'max:120'],
        ], ['name.required' => 'Give the shelf a name.']);
        $shelf = $this->user($request)->shelves()->create([
            ...$data,
            'note' => $data['note'] ?? '',
            'position' => $this->user($request)->shelves()->count(),
        ]);

        return response()->json($shelf->only('id', 'name', 'note', 'kind'), 201);
    }

    public function renameShelf(Request $request, Shelf $shelf): JsonResponse
    {
        abort_unless($shelf->user_id === $this->user($request)->id, 404);
        $shelf->update($request->validate([
            'name' => ['sometimes', 'required', 'string', 'max:80'],
            'note' => ['sometimes', 'nullable', 'string', 'max:120'],
        ], ['name.required' => 'Give the shelf a name.']));

        return response()->json($shelf->only('id', 'name', 'note', 'kind'));
    }
}
