<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\Downloads;
use App\Http\Contract\Answers;
use App\Http\Resources\EntrancesResource;
use App\Http\Resources\HardnessResource;
use App\Http\Resources\TuningResource;
use App\Models\Piece;
use App\Paper\GridPages;
use App\Paper\Paper;
use App\Paper\PdfFile;
use App\Paper\PrintedPart;
use App\Paper\TuningPages;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** What a director looks over before a rehearsal: where to tune, who enters when, what is hard, whether the tune is heard. */
final class LookOverController extends Controller
{
    #[Answers('TuningList')]
    public function tuning(Piece $piece, TuningResource $tuning): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json($tuning->of($piece));
    }

    #[Answers('application/pdf')]
    public function tuningPdf(Request $request, Piece $piece, TuningResource $tuning, PdfFile $file): Response
    {
        $this->authorize('view', $piece);
        $paper = Paper::tryFrom($request->string('paper')->value()) ?? Paper::A4;
        $part = new PrintedPart($piece->title, 'Where to tune', '', TuningPages::of($tuning->of($piece), $paper));

        return Downloads::send('pdf', "{$piece->title} - where to tune", ['pdf' => static fn (): string => $file->of([$part], $paper)]);
    }

    #[Answers('EntranceGrid')]
    public function entrances(Piece $piece, EntrancesResource $entrances): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json($entrances->of($piece));
    }

    #[Answers('application/pdf')]
    public function entrancesPdf(Request $request, Piece $piece, EntrancesResource $entrances, PdfFile $file): Response
    {
        $this->authorize('view', $piece);
        $paper = Paper::tryFrom($request->string('paper')->value()) ?? Paper::A4;
        $part = new PrintedPart($piece->title, 'Who enters when', '', GridPages::of($entrances->of($piece), $paper));

        return Downloads::send('pdf', "{$piece->title} - who enters when", ['pdf' => static fn (): string => $file->of([$part], $paper)]);
    }

    #[Answers('PieceHardness')]
    public function hardness(Piece $piece, HardnessResource $hardness): JsonResponse
    {
        $this->authorize('view', $piece);

        return response()->json($hardness->of($piece));
    }
}
