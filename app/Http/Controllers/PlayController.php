<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Contract\Answers;
use App\Http\Resources\PlayResource;
use App\Models\Piece;
use App\Models\Section;
use App\Plans\KeptAnswers;
use App\Practice\SectionLines;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use UprightPencil\Marks\Chair;
use UprightPencil\Music\Instrument;

/** Parts as they are played along: on the desk, in Tutti and on the wall. */
final class PlayController extends Controller
{
    public function __construct(private readonly SectionLines $lines)
    {
    }

    #[Answers('PartPlay')]
    public function section(Request $request, Section $section): JsonResponse
    {
        $this->authorize('view', $section);
        $chair = Chair::read($request->string('chair')->value() ?: 'outside') ?? Chair::outside();
        $played = $this->lines->played($section, $chair->isAll() ? Chair::outside() : $chair);

        return response()->json([
            'title' => $section->piece->title,
            'part' => $section->name,
            'play' => PlayResource::of($played, Instrument::from($section->instrument)),
            'ladder' => PlayResource::ladder($this->lines->of($section)->ladder()),
            'hears' => true,
        ]);
    }

    /** All parts one may see, to be heard together. */
    #[Answers('list<OtherPart>')]
    public function piece(Request $request, Piece $piece, KeptAnswers $kept): JsonResponse
    {
        $this->authorize('view', $piece);
        $user = $this->user($request);
        $all = $kept->remember('others', $piece, fn (): array => $piece->sections->map(
            fn (Section $section): array => ['id' => $section->id] + PlayResource::other(
                $section->name,
                $section->instrument,
                $this->lines->played($section),
            ),
        )->all());
        $seen = $piece->sections->filter(static fn (Section $section): bool => $user->can('view', $section))->pluck('id')->all();
        $others = [];
        /** @var list<array{id: int, name: string, instrument: string, tones: list<array<string, mixed>>}> $all */
        foreach ($all as $one) {
            if (in_array($one['id'], $seen, true)) {
                $others[] = ['name' => $one['name'], 'instrument' => $one['instrument'], 'tones' => $one['tones']];
            }
        }

        return response()->json($others);
    }
}
