<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\HandOut\Downloads;
use App\Http\Contract\Answers;
use App\Http\Requests\PaperRequest;
use App\Models\Piece;
use App\Models\Section;
use App\Paper\PdfFile;
use App\Paper\SetForPaper;
use App\Plans\SectionPlanner;
use Symfony\Component\HttpFoundation\Response;
use UprightPencil\Format\Abc\AbcWriter;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Marks\Chair;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\PageList;

/** A part as a file, and all parts of a piece as one to print, or as a set. */
final class DownloadController extends Controller
{
    public function __construct(
        private readonly SectionPlanner $plans,
        private readonly SetForPaper $set,
        private readonly PdfFile $file,
    ) {
    }

    #[Answers('application/*')]
    public function show(PaperRequest $request, Section $section, string $ending): Response
    {
        $this->authorize('view', $section);
        $plan = $this->plans->of($section);
        $wish = $request->wish();

        // A score that is taken away reads back the same: a direction in every measure, however many the page shows.
        $score = fn (): string => $this->plans->page(
            $section,
            $this->plans->for($section, Chair::outside(), $this->plans->options($section)->density, BowDensity::EveryMeasure)->part,
        );
        $more = ['open-strings' => ' on open strings', 'patterns' => ', finger patterns', 'list' => ', pencil list'][$wish->what] ?? '';

        return Downloads::send($ending, "{$section->piece->title} - {$section->name}{$more}", [
            'musicxml' => $score,
            'abc' => static fn (): string => (new AbcWriter())->write(Document::open($score())),
            'txt' => static fn (): string => (new PageList())->write($plan->score, $plan->part->part, $plan->part->prints),
            'pdf' => fn (): string => $this->file->of([$this->set->section($section, $wish)], $wish->paper),
        ]);
    }

    /** All parts, in the order of the score, as one file or each as its own; or the score with the marks of all of them. */
    #[Answers('application/*')]
    public function all(PaperRequest $request, Piece $piece, string $ending): Response
    {
        $this->authorize('view', $piece);
        $wish = $request->wish();
        $one = ['score' => 'Score', 'poster' => 'Poster'][$wish->what] ?? null;
        if ($one !== null) {
            $asFile = $wish->what === 'score' ? [
                'musicxml' => fn (): string => $this->plans->scoreFile($piece),
                'abc' => fn (): string => (new AbcWriter())->write(Document::open($this->plans->scoreFile($piece))),
            ] : [];

            return Downloads::send($ending, "{$piece->title} - {$one}", [
                ...$asFile,
                'pdf' => fn (): string => $this->file->of([$this->set->together($piece, $wish)], $wish->paper),
            ]);
        }
        $sections = array_values($piece->sections->all());
        $parts = fn (): array => array_map(fn (Section $section) => $this->set->section($section, $wish), $sections);

        return Downloads::send($ending, $piece->title, [
            'pdf' => fn (): string => $this->file->of($parts(), $wish->paper),
            'zip' => fn (): string => $this->file->zip($parts(), $wish->paper),
        ]);
    }
}
