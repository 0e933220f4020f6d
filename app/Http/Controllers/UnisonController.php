<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\Downloads;
use App\Http\Contract\Answers;
use App\Http\Resources\UnisonResource;
use App\Models\Section;
use App\Paper\Paper;
use App\Paper\PdfFile;
use App\Paper\SetForPaper;
use App\Plans\SectionPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use UprightPencil\Lessons\WeekSheet;

/**
 * Everybody learns the tune: a stretch of one part in all clefs.
 *
 * @phpstan-import-type UnisonSheet from UnisonResource
 */
final class UnisonController extends Controller
{
    /** Longer is no line. */
    private const MOST_MEASURES = 40;

    public function __construct(private readonly UnisonResource $unison, private readonly SectionPlanner $plans)
    {
    }

    #[Answers('UnisonSheet')]
    public function show(Request $request, Section $section): JsonResponse
    {
        return response()->json($this->sheet($request, $section));
    }

    /** For the class one under the other, or what one section plays. */
    #[Answers('application/*')]
    public function download(Request $request, Section $section, string $ending, SetForPaper $set, PdfFile $file): Response
    {
        $sheet = $this->sheet($request, $section);
        $only = $request->integer('for');
        $voices = array_values(array_filter($sheet['voices'], static fn (array $one): bool => $only === 0 || $one['section'] === $only));
        $paper = Paper::tryFrom($request->string('paper')->value()) ?? Paper::A4;
        $names = array_column($voices, 'name');
        if ($names === []) {
            abort(404, 'This section has no such line.');
        }
        $title = "m. {$sheet['from']}–{$sheet['to']}, {$sheet['name']}’s line";
        $lines = [['title' => $title, 'parts' => array_column($voices, 'xml')]];
        $for = count($voices) === 1 ? $names[0] : 'everybody';

        return Downloads::send($ending, "{$sheet['title']} - {$sheet['from']}-{$sheet['to']} - {$for}", [
            'pdf' => static fn (): string => $file->of([$set->lines($sheet['title'], "A line for {$for}", $lines, $names, $paper)], $paper),
            'musicxml' => static fn (): string => WeekSheet::score($lines, $names),
            'abc' => static fn (): string => implode("\n", array_column($voices, 'abc')),
        ]);
    }

    /** @return UnisonSheet */
    private function sheet(Request $request, Section $section): array
    {
        $this->authorize('view', $section);
        $score = $this->plans->score($section);
        [$from, $to] = array_map(static function (string $name) use ($request, $score): int {
            $said = trim($request->string($name)->value());

            return $score->measureAt($said)
                ?? abort(422, $said === '' ? 'Say from which measure to which.' : "There is no measure {$said} in this part.");
        }, ['from', 'to']);
        abort_if($to < $from, 422, 'The line ends before it begins.');
        abort_if($to - $from >= self::MOST_MEASURES, 422, 'A line for everybody has up to ' . self::MOST_MEASURES . ' measures.');

        return $this->unison->of($section, $from, $to) ?? abort(422, "{$section->name} has nothing to play there.");
    }
}
