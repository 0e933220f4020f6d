<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\CorrectionRequest;
use App\Http\Resources\CorrectionResource;
use App\Import\ScoreCorrection;
use App\Import\WaitingScores;
use App\Jobs\WorkOutStates;
use App\Marking\MarkClash;
use App\Models\Correction;
use App\Models\Piece;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Corrected scores: brought in over a piece, and taken back. */
final class CorrectionController extends Controller
{
    public function __construct(private readonly ScoreCorrection $corrections, private readonly WaitingScores $waiting)
    {
    }

    #[Answers('list<CorrectionRow>')]
    public function index(Piece $piece): JsonResponse
    {
        $this->authorize('manage', $piece);

        return response()->json(CorrectionResource::all($piece));
    }

    /** What a score that was looked at would change. Nothing is changed yet. */
    #[Answers('CorrectionReport')]
    public function look(CorrectionRequest $request, Piece $piece): JsonResponse
    {
        $bytes = $this->waiting->bytes($this->user($request), $request->string('token')->value());
        if ($bytes === null) {
            return $this->refuse(WaitingScores::GONE);
        }
        $corrected = $this->corrections->look($piece, $bytes);

        return response()->json(CorrectionResource::report($piece, $corrected, $this->corrections->questions($piece, $corrected)));
    }

    #[Answers('CorrectionRow')]
    public function store(CorrectionRequest $request, Piece $piece): JsonResponse
    {
        $user = $this->user($request);
        $token = $request->string('token')->value();
        $bytes = $this->waiting->bytes($user, $token);
        if ($bytes === null) {
            return $this->refuse(WaitingScores::GONE);
        }
        try {
            $correction = $this->corrections->bringIn(
                $piece,
                $user,
                $bytes,
                $request->string('file')->value(),
                $request->kept(),
                $request->integer('revision'),
            );
        } catch (MarkClash $clash) {
            return response()->json(['message' => $clash->getMessage()], 409);
        }
        $this->waiting->forget($user, $token);
        WorkOutStates::soon($user->id);

        return response()->json(CorrectionResource::of($correction, true), 201);
    }

    /** The newest one is taken back: the score before comes back, with the marks that were moved where they were. */
    #[Answers('CorrectionRow')]
    public function destroy(Request $request, Correction $correction): JsonResponse
    {
        $this->authorize('manage', $correction->piece);
        if (!$correction->is($correction->piece->correction())) {
            return $this->refuse('Only the newest corrected score can be taken back; the others lie under it.');
        }
        $user = $this->user($request);
        $this->corrections->takeBack($correction, $user);
        WorkOutStates::soon($user->id);

        return response()->json(CorrectionResource::of($correction, false));
    }
}
