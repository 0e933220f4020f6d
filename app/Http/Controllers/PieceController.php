<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\History\Acts;
use App\History\Topic;
use App\Http\Contract\Answers;
use App\Http\Requests\StorePieceRequest;
use App\Http\Requests\UpdatePieceRequest;
use App\Http\Resources\PieceResource;
use App\Import\KeepScore;
use App\Import\WaitingScores;
use App\Jobs\WorkOutStates;
use App\Models\Piece;
use App\Models\Shelf;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;

/** Pieces: kept, shown, renamed, put away. */
final class PieceController extends Controller
{
    public function __construct(private readonly Acts $acts)
    {
    }

    #[Answers('array{id: int, section: int|null}')]
    public function store(StorePieceRequest $request, KeepScore $keep, WaitingScores $waiting): JsonResponse
    {
        $user = $this->user($request);
        $shelf = Shelf::query()->where('user_id', $user->id)->whereKey($request->integer('shelf'))->first();
        if ($shelf === null) {
            return $this->refuse('Choose a shelf of yours first.');
        }
        $token = $request->string('token')->value();
        $prepared = $waiting->prepared($user, $token);
        $bytes = $waiting->bytes($user, $token);
        if ($prepared === null || $bytes === null) {
            return $this->refuse(WaitingScores::GONE);
        }
        $prepared = $prepared->corrected($request->choices());
        if ($prepared->sections === []) {
            return $this->refuse('Keep at least one part.');
        }
        $piece = $keep->keepPrepared(
            $shelf,
            $bytes,
            $prepared,
            $request->string('file')->value(),
            $request->filled('title') ? $request->string('title')->value() : null,
            $request->filled('lesson') ? $request->integer('lesson') : null,
        );
        $waiting->forget($user, $token);
        WorkOutStates::soon($user->id);

        return response()->json(['id' => $piece->id, 'section' => $piece->sections()->value('id')], 201);
    }

    #[Answers('PieceRow')]
    public function show(Request $request, Piece $piece): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json(PieceResource::of($piece, $this->user($request)));
    }

    #[Answers('array{id: int, title: string}')]
    public function update(UpdatePieceRequest $request, Piece $piece): JsonResponse
    {
        $shelf = null;
        if ($request->has('shelf')) {
            $shelf = Shelf::query()->where('user_id', $piece->user_id)->whereKey($request->integer('shelf'))->firstOrFail();
        }
        $label = match (true) {
            $shelf !== null => "“{$piece->title}” to “{$shelf->name}”",
            $request->boolean('archived') => "“{$piece->title}” with the earlier pieces",
            $request->has('archived') => "“{$piece->title}” back to this year",
            default => "“{$piece->title}” is now “{$request->string('title')->trim()->value()}”",
        };
        $write = static function () use ($request, $piece, $shelf): void {
            if ($request->has('title')) {
                $piece->title = $request->string('title')->trim()->value();
            }
            if ($request->has('archived')) {
                $piece->archived_at = $request->boolean('archived') ? Carbon::now() : null;
            }
            if ($shelf !== null) {
                $piece->shelf_id = $shelf->id;
                // Another ensemble may read it otherwise.
                $piece->sections()->update(['state' => null]);
            }
            $piece->save();
        };
        $this->acts->do($this->user($request), $piece, Topic::Rack, $label, ["piece:{$piece->id}"], $write);

        return response()->json(['id' => $piece->id, 'title' => $piece->title]);
    }

    /** Into the bin. */
    #[Answers('array{id: int}')]
    public function destroy(Request $request, Piece $piece): JsonResponse
    {
        $this->authorize('manage', $piece);
        $this->acts->do(
            $this->user($request),
            $piece,
            Topic::Rack,
            "“{$piece->title}” thrown away",
            ["piece:{$piece->id}"],
            static fn () => $piece->delete(),
        );

        return response()->json(['id' => $piece->id]);
    }
}
