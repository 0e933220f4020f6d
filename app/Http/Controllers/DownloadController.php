<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\Downloads;
use App\Http\Contract\Answers;
use App\Models\Piece;
use App\Models\Section;
use App\Paper\Paper;
use App\Paper\PartPages;
use App\Plans\SectionPlanner;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use UprightPencil\Marks\Chair;
use UprightPencil\Music\Measure;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\PageList;

/** A part as a file, and all parts of a piece as one to print. */
final class DownloadController extends Controller
{
    public function __construct(private readonly SectionPlanner $plans, private readonly PartPages $pages)
    {
    }

    #[Answers('application/*')]
    public function show(Request $request, Section $section, string $ending): Response
    {
        $this->authorize('view', $section);
        $plan = $this->plans->of($section);

        // A score that is taken away reads back the same: a direction in every measure, however many the page shows.
        $score = fn (): string => $this->plans->page(
            $section,
            $this->plans->for($section, Chair::outside(), $this->plans->options($section)->density, BowDensity::EveryMeasure)->part,
        );

        return Downloads::send(
            $ending,
            "{$section->piece->title} - {$section->name}",
            $score,
            static fn (): string => (new PageList())->write($plan->score, $plan->part->part, $plan->part->prints),
            fn (): string => $this->pdf($request, [$section]),
        );
    }

    /** All parts, in the order of the score; or the score with the marks of all of them. */
    #[Answers('application/pdf')]
    public function all(Request $request, Piece $piece): Response
    {
        $this->authorize('view', $piece);
        $none = static fn (): string => '';

        $isScore = $request->string('what')->value() === 'score';
        $work = fn (): string => $isScore ? $this->score($request, $piece) : $this->pdf($request, $piece->sections->all());

        return Downloads::send('pdf', $isScore ? "{$piece->title} - Score" : $piece->title, $none, $none, $work);
    }

    private function score(Request $request, Piece $piece): string
    {
        $page = [
            'title' => $piece->title,
            'part' => 'Score',
            'about' => '',
            'composer' => $piece->composer(),
            'musicxml' => $this->plans->scorePage($piece),
        ];
        $measures = $this->measures($request, $piece->sections->all());

        $paper = self::paper($request);

        return $this->pages->pdf([$page], $paper, false, $measures, $paper->scoreSheet());
    }

    private static function paper(Request $request): Paper
    {
        return Paper::tryFrom($request->string('paper')->value()) ?? Paper::A4;
    }

    /**
     * The measures that are asked for, by their printed numbers.
     *
     * @param array<Section> $sections
     * @return array{int, int}|null null for all of them
     */
    private function measures(Request $request, array $sections): ?array
    {
        [$from, $to] = [$request->string('from')->trim()->value(), $request->string('to')->trim()->value()];
        $first = $sections[0] ?? null;
        if ($first === null || ($from === '' && $to === '')) {
            return null;
        }
        $numbers = array_map(static fn (Measure $measure): string => $measure->number, $this->plans->score($first)->measures);
        $start = $from === '' ? 0 : array_search($from, $numbers, true);
        $end = $to === '' ? count($numbers) - 1 : array_search($to, array_reverse($numbers, true), true);
        if ($start === false || $end === false) {
            abort(422, 'There is no measure ' . ($start === false ? $from : $to) . "; the last one is {$numbers[count($numbers) - 1]}.");
        }
        if ($end < $start) {
            abort(422, "Measure {$to} comes before measure {$from}.");
        }

        return [$start, $end + 1];
    }

    /** @param array<Section> $sections */
    private function pdf(Request $request, array $sections): string
    {
        $parts = (function () use ($sections): iterable {
            foreach ($sections as $section) {
                yield [
                    'title' => $section->piece->title,
                    'part' => $section->name,
                    'about' => '',
                    'composer' => $section->piece->composer(),
                    'musicxml' => $this->plans->page($section, $this->plans->of($section)->part),
                ];
            }
        })();

        return $this->pages->pdf($parts, self::paper($request), $request->boolean('large'), $this->measures($request, $sections));
    }
}
