<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\CommandFailed;
use App\Console\Concerns\DeliversFiles;
use App\Console\Concerns\TakesPlanOptions;
use App\Drawing\NotDrawn;
use App\Paper\Paper;
use App\Paper\PartPages;
use Illuminate\Console\Command;
use Throwable;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\Exception\UnreadableScore;
use UprightPencil\Format\Limits;
use UprightPencil\Format\Abc\AbcWriter;
use UprightPencil\Format\MarkedScoreCsv;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MarksJson;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\OpenStringWriter;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Format\Mxl;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Format\PencilLines\PencilLinesWriter;
use UprightPencil\Format\ReadersListText;
use UprightPencil\Marks\Chair;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
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
            $this->work();

            return self::SUCCESS;
        } catch (CommandFailed | UprightPencilException $failure) {
            $prefix = $failure instanceof UprightPencilException ? $this->text('file') . ': ' : '';

            return $this->complain($prefix . $failure->getMessage());
        } catch (Throwable $failure) {
            report($failure);

            return $this->complain($this->text('file') . ': something in this file could not be worked out ('
                . class_basename($failure) . ').');
        } finally {
            gc_enable();
        }
    }

    private function work(): void
    {
        $options = $this->planOptions();
        $ending = $this->ending();
        $bytes = $this->bytesOf($this->text('file'), true);
        $document = Document::open($bytes);
        unset($bytes);
        foreach ($document->told as $sentence) {
            // What of a typed tune could not be read; the rest is worked out.
            $this->complain("{$this->text('file')}: {$sentence}");
        }
        $score = (new ScoreReader())->fromDocument($document);
        $parts = $this->chosenParts($score);
        if ($this->text('practice') !== '' && count($parts) > 1) {
            throw new CommandFailed('--practice: choose one part with --part.');
        }
        $books = $this->books($score, $parts);
        $plan = (new Planner($options->withTempos($this->tempos($score))))->plan($score, $books, $parts, $this->chair());
        $plan = $plan->withFlags((new Comparison($score, $plan->parts))->flags());
        $this->write($ending, $plan, $document, count($parts) < count($score->parts));
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

    /** @return list<Part> */
    private function chosenParts(Score $score): array
    {
        $wanted = $this->list('part');
        if ($wanted === []) {
            return $score->parts;
        }
        $parts = [];
        foreach ($wanted as $name) {
            $found = array_values(array_filter(
                $score->parts,
                static fn (Part $part): bool => $part->id === $name || mb_strtolower($part->name) === mb_strtolower($name),
            ));
            if ($found === []) {
                $names = implode(', ', array_map(static fn (Part $part): string => $part->name, $score->parts));
                throw new CommandFailed("{$this->text('file')}: there is no part “{$name}”; its parts are {$names}.");
            }
            $parts = [...$parts, ...$found];
        }

        return array_values(array_filter($score->parts, static fn (Part $part): bool => in_array($part, $parts, true)));
    }

    /**
     * @param list<Part> $parts
     * @return array<string, MarkBook>
     */
    private function books(Score $score, array $parts): array
    {
        $file = $this->option('marks');
        if (!is_string($file) || $file === '') {
            return [];
        }
        $text = $this->bytesOf($file, false);
        // Lines for parts that were not chosen are read, so that their mistakes are told, and then left aside.
        $hasPartLine = preg_match('~^\s*part\s~m', $text) === 1;
        $reader = new PencilLinesReader($score, $hasPartLine ? $score->parts : $parts);
        $isJson = str_ends_with(strtolower($file), '.json');
        $reading = $isJson
            ? MarksJson::read($text, new PencilLinesReader($score, count($parts) === 1 ? [...$parts, ...$score->parts] : $score->parts))
            : $reader->read($text);
        if ($reading->errors !== []) {
            throw new CommandFailed("{$file}, {$reading->errors[0]->sentence()}.");
        }
        $books = [];
        foreach ($score->parts as $part) {
            $books[$part->id] = MarkBook::of($reading->marks[$part->id] ?? [], $part);
        }

        return $books;
    }

    private function write(string $ending, ScorePlan $plan, Document $document, bool $onlyThese): void
    {
        $content = match ($this->text('practice') === '' ? $ending : "{$ending} on open strings") {
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
            default => (new MarkedScoreJson($this->text('lines') === 'list'))->write($plan),
        };
        $this->deliver($content);
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

    private function bytesOf(string $path, bool $isScore): string
    {
        if (!is_file($path) || !is_readable($path)) {
            throw new CommandFailed("{$path}: there is no such file, or it cannot be opened.");
        }
        $limits = new Limits();
        if ($isScore) {
            $ending = strtolower(pathinfo($path, PATHINFO_EXTENSION));
            if (!in_array($ending, Document::ENDINGS, true)) {
                throw UnreadableScore::unknownEnding('.' . $ending);
            }
        }
        if (filesize($path) > $limits->bytes) {
            throw UnreadableScore::isTooLarge($limits->megabytes());
        }

        return (string) file_get_contents($path);
    }
}
