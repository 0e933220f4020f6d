<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\CommandFailed;
use App\Console\Concerns\DeliversFiles;
use App\Console\Concerns\ReadsScores;
use App\Console\Concerns\TakesPlanOptions;
use App\Drawing\NotDrawn;
use App\Paper\Paper;
use App\Paper\PartPages;
use App\Plans\TwoProcesses;
use Illuminate\Console\Command;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\Abc\AbcWriter;
use UprightPencil\Format\MarkedScoreCsv;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\OpenStringWriter;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Format\Mxl;
use UprightPencil\Format\PencilLines\PencilLinesWriter;
use UprightPencil\Format\ReadersListText;
use UprightPencil\Marks\Chair;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Plan\ScorePlan;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Printing\PageList;
use UprightPencil\Printing\Wording;
use UprightPencil\Sections\Comparison;

/** Works out a score file and writes the result: the whole product without a server. */
final class MarkCommand extends Command
{
    use DeliversFiles;
    use ReadsScores;
    use TakesPlanOptions;

    /** Files that other programs, and this one, read again. */
    private const READ_AGAIN = ['musicxml', 'xml', 'mxl', 'abc'];

    protected $signature = 'pencil:mark
        {file : the score (.musicxml, .xml or .mxl)}
        {--part=* : only this part, by name or id}
        {--marks= : the director\'s marks, as pencil lines (.txt) or JSON}
        {--profile=second-year : what the class can do: first-year, second-year, third-position, advanced}
        {--school=* : KEY=VALUE: bow, long, open, bass, stay}
        {--density=standard : how many fingers the page shows: sparse, standard, every}
        {--bows= : how many directions of the bow the page shows: few, some, every; some, and every in a .musicxml}
        {--wording=words : how altered fingers are written: words, letter, arrow}
        {--size= : of the instrument: 3/4, 1/2, 15″ …}
        {--practice= : open-strings writes the part on open strings (.musicxml, .mxl)}
        {--lines=marks : what a .txt holds: marks, page, or list}
        {--chair=outside : whose page: outside, inside or "stand 2"}
        {--tempo=* : quarter notes a minute over what the score says: 96, or from a place on: B:96}
        {--paper=a4 : of a .pdf: a4 or letter}
        {--large : large print in a .pdf}
        {--out= : .musicxml, .mxl, .abc, .pdf, .json, .csv or .txt}';

    protected $description = 'Work out the bowings and fingerings of a score and write the marked result';

    public function handle(): int
    {
        // One score and the end: looking for cycles among ever more notes would only make long pieces take longer than their length.
        gc_disable();
        try {
            return $this->answering('file', fn (): string => $this->work());
        } finally {
            gc_enable();
        }
    }

    /** @throws CommandFailed|UprightPencilException */
    private function work(): string
    {
        $options = $this->planOptions();
        $ending = $this->ending();
        $document = $this->opened($this->text('file'));
        $score = (new ScoreReader())->fromDocument($document);
        $parts = $this->partsNamed($score, $this->list('part'));
        if ($this->text('practice') !== '' && count($parts) > 1) {
            throw new CommandFailed('--practice: choose one part with --part.');
        }
        $books = $this->books($score, $parts);
        $planner = new Planner($options->withTempos($this->tempos($score)));
        if ($this->text('practice') === '' && in_array($ending, ['', 'json'], true)) {
            $json = new MarkedScoreJson($this->text('lines') === 'list');

            return (new TwoProcesses($planner, $json))->marked($score, $books, $parts, $this->chair());
        }
        $plan = $planner->plan($score, $books, $parts, $this->chair());
        $plan = $plan->withFlags((new Comparison($score, $plan->parts))->flags());

        return $this->content($ending, $plan, $document, count($parts) < count($score->parts));
    }

    private function planOptions(): PlanOptions
    {
        if (!in_array($this->text('lines'), ['marks', 'page', 'list'], true)) {
            throw new CommandFailed('--lines: expected marks, page or list.');
        }

        if (!in_array($this->text('practice'), ['', 'open-strings'], true)) {
            throw new CommandFailed('--practice: expected open-strings.');
        }
        if ($this->text('practice') !== '' && !in_array($this->ending(), ['musicxml', 'mxl'], true)) {
            throw new CommandFailed('--practice: give --out a file that ends in .musicxml or .mxl.');
        }
        $density = Density::tryFrom($this->text('density')) ?? throw new CommandFailed('--density: expected sparse, standard or every.');

        return new PlanOptions(
            $this->profile(),
            $this->schools(),
            $this->wholeTempo(),
            // A tune that is typed says every finger: reading it back gives the same ones.
            density: $this->ending() === 'abc' ? Density::EveryNote : $density,
            wording: $this->wording(),
            size: $this->text('size'),
            bows: $this->bows(),
            signsTheEnd: in_array($this->ending(), self::READ_AGAIN, true),
        );
    }

    /** A score carries enough of them that reading it back gives the same strokes, unless fewer are asked for. */
    private function bows(): BowDensity
    {
        if ($this->text('bows') === '') {
            return in_array($this->ending(), self::READ_AGAIN, true) ? BowDensity::EveryMeasure : BowDensity::Some;
        }

        return BowDensity::tryFrom($this->text('bows')) ?? throw new CommandFailed('--bows: expected few, some or every.');
    }

    private function wording(): Wording
    {
        return Wording::tryFrom($this->text('wording')) ?? throw new CommandFailed('--wording: expected words, letter or arrow.');
    }

    private function chair(): Chair
    {
        $chair = Chair::read($this->text('chair'));
        if ($chair === null || $chair->isAll()) {
            throw new CommandFailed('--chair: expected outside, inside or "stand 2".');
        }

        return $chair;
    }

    private function content(string $ending, ScorePlan $plan, Document $document, bool $onlyThese): string
    {
        return match ($this->text('practice') === '' ? $ending : "{$ending} on open strings") {
            'musicxml on open strings' => (new OpenStringWriter($document))->write($plan->parts[0]),
            'mxl on open strings' => (new Mxl())->pack((new OpenStringWriter($document))->write($plan->parts[0])),
            'musicxml' => (new ScoreWriter($document, $this->planOptions()))->write($plan->parts, $onlyThese),
            'mxl' => (new Mxl())->pack(
                (new ScoreWriter($document, $this->planOptions()))->write($plan->parts, $onlyThese),
                (string) file_get_contents($this->text('file')),
            ),
            'pdf' => $this->pdf($plan, $document),
            'abc' => (new AbcWriter())->write(
                Document::open((new ScoreWriter($document, $this->planOptions()))->write($plan->parts, $onlyThese)),
            ),
            'csv' => (new MarkedScoreCsv())->write($plan),
            'txt' => $this->pencilLines($plan),
            default => throw new CommandFailed("--out: nothing is written as .{$ending}."),
        };
    }

    /** All chosen parts, one after another. */
    private function pdf(ScorePlan $plan, Document $document): string
    {
        $paper = Paper::tryFrom($this->text('paper')) ?? throw new CommandFailed('--paper: expected a4 or letter.');
        $bytes = $document->toString();
        $parts = (function () use ($plan, $bytes): iterable {
            foreach ($plan->parts as $part) {
                yield [
                    'title' => $plan->score->title,
                    'part' => $part->part->name,
                    'about' => '',
                    'composer' => $plan->score->composer,
                    'musicxml' => (new ScoreWriter(Document::open($bytes), $this->planOptions()))->write([$part], true),
                ];
            }
        })();
        try {
            return app(PartPages::class)->pdf($parts, $paper, $this->option('large') === true);
        } catch (NotDrawn $problem) {
            throw new CommandFailed($problem->getMessage());
        }
    }

    private function pencilLines(ScorePlan $plan): string
    {
        if ($this->text('lines') === 'list') {
            return (new ReadersListText())->write($plan);
        }
        $texts = [];
        foreach ($plan->parts as $part) {
            $texts[] = $this->text('lines') === 'page'
                ? (new PageList())->write($plan->score, $part->part, $part->prints)
                : (new PencilLinesWriter($plan->score, $part->part))->write($part->book);
        }

        return implode("\n", $texts);
    }

    private function ending(): string
    {
        $out = $this->option('out');
        if (!is_string($out) || $out === '') {
            return 'json';
        }
        $ending = strtolower(pathinfo($out, PATHINFO_EXTENSION));
        if (!in_array($ending, ['musicxml', 'xml', 'mxl', 'abc', 'pdf', 'json', 'csv', 'txt'], true)) {
            throw new CommandFailed("--out: a file ends in .musicxml, .mxl, .abc, .pdf, .json, .csv or .txt, not “.{$ending}”.");
        }

        return $ending === 'xml' ? 'musicxml' : $ending;
    }
}
