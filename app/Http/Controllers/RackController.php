<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Resources\RackRows;
use App\Jobs\WorkOutStates;
use App\Models\Shelf;
use App\Server\Health;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class RackController extends Controller
{
    private const SAYS = ['name.required' => 'Give the shelf a name.', '*' => 'A shelf’s name has at most 80 letters, its note 120.'];

    /** The shelves as they are known; what is not known yet is worked out in the background, never here. */
    public function show(Request $request, RackRows $rows, Health $health): JsonResponse
    {
        $request->validate(['earlier' => ['nullable', 'string', 'in:0,1'], 'bin' => ['nullable', 'string', 'in:0,1']]);
        $user = $this->user($request);
        $rack = $rows->of($user, match (true) {
            $request->boolean('bin') => 'bin',
            $request->boolean('earlier') => 'earlier',
            default => 'now',
        });
        if ($rack['unknown'] > 0) {
            rescue(static function () use ($user): void {
                WorkOutStates::dispatch($user->id);
            });
        }

        return response()->json([...$rack, 'notice' => $health->notice()]);
    }

    public function addShelf(Request $request): JsonResponse
    {
        $data = $request->validate([
            'name' => ['required', 'string', 'max:80'],
            'kind' => ['required', 'string', 'in:programme,book'],
            'note' => ['nullable', 'string', 'max:120'],
        ], self::SAYS);
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
        $data = $request->validate([
            'name' => ['sometimes', 'required', 'string', 'max:80'],
            'note' => ['sometimes', 'nullable', 'string', 'max:120'],
        ], self::SAYS);
        $shelf->update(isset($data['note']) || !array_key_exists('note', $data) ? $data : [...$data, 'note' => '']);

        return response()->json($shelf->only('id', 'name', 'note', 'kind'));
    }
}
