<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\Downloads;
use App\Http\Contract\Answers;
use App\Http\Resources\WarmUpResource;
use App\Models\Piece;
use App\Models\Section;
use App\Paper\Paper;
use App\Paper\PdfFile;
use App\Paper\SetForPaper;
use App\Plans\KeptAnswers;
use App\Practice\ClassWarmUp;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/**
 * A warm-up of so many minutes, from what the parts of a piece need.
 *
 * @phpstan-import-type WarmUpPlan from WarmUpResource
 */
final class WarmUpController extends Controller
{
    public function __construct(private readonly WarmUpResource $warmUp, private readonly KeptAnswers $kept)
    {
    }

    #[Answers('WarmUpPlan')]
    public function show(Request $request, Piece $piece): JsonResponse
    {
        return response()->json($this->plan($request, $piece));
    }

    /** On paper: the class's sheet, or what one section plays. */
    #[Answers('application/pdf')]
    public function pdf(Request $request, Piece $piece, SetForPaper $set, PdfFile $file): Response
    {
        $plan = $this->plan($request, $piece);
        $paper = Paper::tryFrom($request->string('paper')->value()) ?? Paper::A4;
        $only = $request->integer('section');
        $lines = $names = [];
        foreach ($plan['turns'] as $turn) {
            $parts = array_values(array_filter(
                $turn['parts'],
                static fn (array $part): bool => $only === 0 || $part['section'] === $only,
            ));
            $lines[] = ['title' => $turn['title'], 'parts' => array_column($parts, 'xml')];
            $names = array_column($parts, 'name');
        }
        if ($lines === [] || $names === []) {
            abort(422, 'There is no such line in this warm-up.');
        }
        $name = count($names) === 1 ? $names[0] : 'the class';

        return Downloads::send('pdf', "{$piece->title} - warm-up - {$name}", [
            'pdf' => static fn (): string => $file->of([$set->lines($piece->title, "Warm-up for {$name}", $lines, $names, $paper)], $paper),
        ]);
    }

    /** @return WarmUpPlan */
    private function plan(Request $request, Piece $piece): array
    {
        $this->authorize('view', $piece);
        $user = $this->user($request);
        $minutes = $request->has('minutes') ? $request->integer('minutes') : ClassWarmUp::USUAL_MINUTES;
        abort_if(
            $minutes < 1 || $minutes > ClassWarmUp::MOST_MINUTES,
            422,
            'A warm-up takes from 1 to ' . ClassWarmUp::MOST_MINUTES . ' minutes.',
        );
        $sections = array_map(static fn (Section $section): int => $section->id, array_values(array_filter(
            $piece->sections->all(),
            static fn (Section $section): bool => $user->can('view', $section),
        )));
        $name = "warm-up {$minutes} " . md5(implode(' ', $sections));
        /** @var WarmUpPlan $plan as {@see WarmUpResource} made it */
        $plan = $this->kept->remember($name, $piece, fn (): array => $this->warmUp->of($piece, $minutes, $sections));

        return $plan;
    }
}
