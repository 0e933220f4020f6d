<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\History\TurnBack;
use App\History\UndoStack;
use App\Http\Contract\Answers;
use App\Http\Requests\GoBackRequest;
use App\Http\Requests\HistoryRequest;
use App\Http\Resources\HistoryResource;
use App\History\Scope;
use App\Marking\DeskAnswer;
use App\Marking\MarkClash;
use App\Models\Change;
use App\Models\Piece;
use App\Models\Section;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What was done, taking it back, and doing it again: on every screen. */
final class HistoryController extends Controller
{
    public function __construct(private readonly TurnBack $turn, private readonly DeskAnswer $answer)
    {
    }

    /** The last acts on a piece, newest first, in words. */
    #[Answers('list<ChangeRow>')]
    public function index(Request $request, Piece $piece): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json(HistoryResource::of($piece, $this->user($request)));
    }

    /** What could be taken back or done again on a screen. */
    #[Answers('NextActs')]
    public function next(HistoryRequest $request): JsonResponse
    {
        return response()->json(HistoryResource::next(new UndoStack($this->user($request), $request->scope())));
    }

    #[Answers('TurnedActs')]
    public function undo(HistoryRequest $request): JsonResponse
    {
        return $this->turn($request, 'undo');
    }

    #[Answers('TurnedActs')]
    public function redo(HistoryRequest $request): JsonResponse
    {
        return $this->turn($request, 'redo');
    }

    #[Answers('DeskPlan')]
    public function undoOnDesk(HistoryRequest $request, Section $section): JsonResponse
    {
        return $this->turnOnDesk($request, $section, 'undo');
    }

    #[Answers('DeskPlan')]
    public function redoOnDesk(HistoryRequest $request, Section $section): JsonResponse
    {
        return $this->turnOnDesk($request, $section, 'redo');
    }

    /** A piece goes back to where it was after an entry of its log. */
    #[Answers('array{stayed: int, turned: int}|array{others: list<string>, message: string}')]
    public function back(GoBackRequest $request, Piece $piece): JsonResponse
    {
        $user = $this->user($request);
        /** @var Change $entry */
        $entry = $piece->changes()->findOrFail($request->integer('change'));
        try {
            $others = $this->turn->othersSince($piece, $user, $entry);
            if ($others !== [] && !$request->filled('others')) {
                return response()->json([
                    'message' => implode(' and ', $others) . ' changed this piece since. Say whether that stays.',
                    'others' => $others,
                ], 409);
            }
            $done = $this->turn->to($piece, $user, $entry, $request->string('others')->value() === 'go');
        } catch (MarkClash $clash) {
            return $this->refuse($clash->getMessage(), 409);
        }
        $change = $done['change'];

        return response()->json([
            'stayed' => $done['stayed'],
            'turned' => $change === null ? 0 : count($change->steps) + count($change->things ?? []),
        ]);
    }

    /** @param 'undo'|'redo' $kind */
    private function turn(HistoryRequest $request, string $kind): JsonResponse
    {
        [$user, $scope] = [$this->user($request), $request->scope()];
        try {
            $done = $this->turn->next($scope, $user, $kind, $request->named());
        } catch (MarkClash $clash) {
            return $this->refuse($clash->getMessage(), 409);
        }

        return response()->json([
            'done' => $done === null ? null : HistoryResource::act($done),
            ...HistoryResource::next(new UndoStack($user, $scope)),
        ]);
    }

    /** @param 'undo'|'redo' $kind */
    private function turnOnDesk(HistoryRequest $request, Section $section, string $kind): JsonResponse
    {
        $this->authorize('propose', $section);
        $user = $this->user($request);
        /** @var Change|null $done */
        $done = null;

        return $this->answer->after($request, $section, $user, function () use ($request, $section, $user, $kind, &$done): void {
            $done = $this->turn->next(Scope::piece($section->piece), $user, $kind, $request->named());
        }, static function () use (&$done): array {
            return ['turnedBack' => $done === null ? null : ['label' => $done->label, 'section' => $done->section_id]];
        });
    }
}
