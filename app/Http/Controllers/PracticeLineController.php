<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\Downloads;
use App\History\Acts;
use App\History\Topic;
use App\Http\Contract\Answers;
use App\Http\Requests\PracticeRequest;
use App\Http\Resources\PracticeResource;
use App\Models\Section;
use App\Paper\Paper;
use App\Paper\PdfFile;
use App\Paper\SetForPaper;
use App\Practice\SectionLines;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Symfony\Component\HttpFoundation\Response;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\PracticeLine;
use UprightPencil\Lessons\WeekSheet;

/** The practice lines of a section: worked out, chosen by the director, taken away. */
final class PracticeLineController extends Controller
{
    public function __construct(
        private readonly SectionLines $lines,
        private readonly PracticeResource $practice,
        private readonly SetForPaper $set,
        private readonly PdfFile $file,
    ) {
    }

    #[Answers('SectionPractice')]
    public function show(Section $section): JsonResponse
    {
        $this->authorize('view', $section);

        return response()->json($this->practice->of($section, Gate::allows('edit', $section)));
    }

    /** Which lines, in which order, up to which tempo; the product chooses where none are named. */
    #[Answers('SectionPractice')]
    public function update(PracticeRequest $request, Section $section, Acts $acts): JsonResponse
    {
        $this->authorize('edit', $section);
        $choice = $request->choice();
        $acts->do(
            $this->user($request),
            $section->piece,
            Topic::Part,
            "the practice lines of {$section->name}",
            ["section:{$section->id}"],
            static fn () => $section->update(['practice' => $choice->toArray()]),
        );

        return response()->json($this->practice->of($section->refresh(), true));
    }

    /** The line of a kind for a measure: "a shift line for m. 34". */
    #[Answers('OfferedLine')]
    public function line(Request $request, Section $section): JsonResponse
    {
        $this->authorize('view', $section);
        $kind = LineKind::tryFrom($request->string('kind')->value()) ?? abort(422, 'There is no such kind of line.');
        $lines = $this->lines->of($section);
        $place = trim($request->string('measure')->value());
        $measure = $lines->measureNamed($place) ?? abort(422, "There is no measure {$place} in this part.");
        $proposal = $lines->at($kind, $measure) ?? abort(422, "This part has nothing for a {$kind->words()} line.");

        return response()->json(PracticeResource::offered($proposal, $lines));
    }

    /** One line, or all that are chosen one under the other. */
    #[Answers('application/*')]
    public function download(Request $request, Section $section, string $ending): Response
    {
        $this->authorize('view', $section);
        $lines = $this->lines->of($section);
        $key = $request->string('line')->value();
        /** @var list<PracticeLine> $built */
        $built = $key === ''
            ? $this->lines->built($section, $lines)
            : array_map($lines->line(...), array_filter([$lines->byKey($key)], static fn (?LineProposal $one): bool => $one !== null));
        if ($built === []) {
            abort(404, $key === '' ? 'This part has no practice lines.' : 'The part has no such line any more.');
        }
        $paper = Paper::tryFrom($request->string('paper')->value()) ?? Paper::A4;
        $named = array_map(
            static fn (PracticeLine $line): array => ['title' => $line->proposal->kind->title(), 'musicXml' => $line->music->musicXml()],
            $built,
        );

        return Downloads::send($ending, "{$section->piece->title} - {$section->name} - practice", [
            'pdf' => fn (): string => $this->file->of([$this->set->lines(
                $section->piece->title,
                "{$section->name}: practice lines",
                array_map(static fn (array $one): array => ['title' => $one['title'], 'parts' => [$one['musicXml']]], $named),
                [$section->name],
                $paper,
            )], $paper),
            'musicxml' => static fn (): string => count($named) === 1 ? $named[0]['musicXml'] : WeekSheet::of($named, $section->name),
            'abc' => static fn (): string => implode("\n", array_map(
                static fn (PracticeLine $line): string => $line->music->abc(),
                $built,
            )),
        ]);
    }
}
