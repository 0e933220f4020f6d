<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Requests\PaperRequest;
use App\Models\Piece;
use App\Models\Section;
use App\Paper\SetForPaper;
use Illuminate\Http\JsonResponse;

/** Sheets of paper, looked at before they are printed. */
final class PaperController extends Controller
{
    public function __construct(private readonly SetForPaper $set)
    {
    }

    #[Answers('array{sheets: list<string>}')]
    public function section(PaperRequest $request, Section $section): JsonResponse
    {
        $this->authorize('view', $section);
        $wish = $request->wish();

        return response()->json(['sheets' => $this->set->section($section, $wish)->sheets($wish->paper)]);
    }

    #[Answers('array{sheets: list<string>}')]
    public function piece(PaperRequest $request, Piece $piece): JsonResponse
    {
        $this->authorize('view', $piece);
        $wish = $request->wish();

        return response()->json(['sheets' => $this->set->together($piece, $wish)->sheets($wish->paper)]);
    }
}
