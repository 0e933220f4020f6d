<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\HistoryResource;
use App\Marking\ChangeMarks;
use App\Marking\DeskAnswer;
use App\Models\Change;
use App\Models\Piece;
use App\Models\Section;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What was changed, and taking it back. */
final class HistoryController extends Controller
{
    public function __construct(private readonly ChangeMarks $changes, private readonly DeskAnswer $answer)
    {
    }

    /** The last changes, newest first, in words. */
    #[Answers('list<ChangeRow>')]
    public function index(Piece $piece): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json(HistoryResource::of($piece));
    }

    #[Answers('DeskPlan')]
    public function undo(Request $request, Section $section): JsonResponse
    {
        return $this->turnBack($request, $section, 'undo');
    }

    #[Answers('DeskPlan')]
    public function redo(Request $request, Section $section): JsonResponse
    {
        return $this->turnBack($request, $section, 'redo');
    }

    /** @param 'undo'|'redo' $kind */
    private function turnBack(Request $request, Section $section, string $kind): JsonResponse
    {
        $this->authorize('propose', $section);
        $user = $this->user($request);
        /** @var Change|null $done */
        $done = null;

        return $this->answer->after($request, $section, $user, function () use ($section, $user, $kind, &$done): void {
            $done = $this->changes->turnBack($section->piece, $user, $kind);
        }, static function () use (&$done): array {
            return ['turnedBack' => $done === null ? null : ['label' => $done->label, 'section' => $done->section_id]];
        });
    }
}
