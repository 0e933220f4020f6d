<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\CommandFailed;
use App\Console\Concerns\DeliversFiles;
use App\Console\Concerns\TakesPlanOptions;
use Illuminate\Console\Command;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Fingering\Settings\BassHand;
use UprightPencil\Format\Limits;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Format\Mxl;
use UprightPencil\Lessons\Book;
use UprightPencil\Lessons\LessonFact;
use UprightPencil\Lessons\LessonFacts;
use UprightPencil\Lessons\LessonScore;
use UprightPencil\Lessons\LessonSection;
use UprightPencil\Lessons\MovedNote;
use UprightPencil\Lessons\NotesFound;
use UprightPencil\Lessons\OctaveRule;
use UprightPencil\Lessons\SectionChoice;
use UprightPencil\Music\Exception\MusicException;
use UprightPencil\Music\Score;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Plan\ScorePlan;
use UprightPencil\Printing\BowDensity;
use UprightPencil\Printing\Density;
use UprightPencil\Sections\Comparison;

/** One typed line for every section: parts, bows, fingers, what was moved, and what is new in its book. */
final class LessonCommand extends Command
{
    use DeliversFiles;
    use TakesPlanOptions;

    private const STEPS_OF_AN_OCTAVE = 7;
    /** More lessons than any book has. */
    private const MOST_LESSONS = 500;

    protected $signature = 'pencil:lesson
        {file : the line as ABC (.abc), or a score of one part}
        {--for= : sections, with commas: violin, viola, cello, bass, violin-1, violin-2}
        {--book= : a folder of lessons, in the order of their names: says what is new}
        {--notes=singly : what no octave holds: singly or phrase moves it an octave, kept leaves it}
        {--profile=second-year : what the class can do: first-year, second-year, third-position, advanced}
        {--school=* : KEY=VALUE: bow, long, open, bass, stay}
        {--tempo=* : quarter notes a minute over what the line says}
        {--out= : .musicxml, .mxl or .json}';

    protected $description = 'Make every section\'s part out of one typed line, with its bows and fingers';

    public function handle(): int
    {
        return $this->answering('file', fn (): string => $this->work());
    }

    /** @throws CommandFailed|UprightPencilException */
    private function work(): string
    {
        $ending = strtolower(pathinfo($this->text('out'), PATHINFO_EXTENSION)) ?: 'json';
        if (!in_array($ending, ['json', 'musicxml', 'xml', 'mxl'], true)) {
            throw new CommandFailed("--out: a file ends in .musicxml, .mxl or .json, not “.{$ending}”.");
        }
        $isJson = $ending === 'json';
        $options = new PlanOptions(
            $this->profile(),
            $this->schools(),
            $this->wholeTempo(),
            density: $isJson ? Density::Standard : Density::EveryNote,
            bows: $isJson ? BowDensity::Some : BowDensity::EveryMeasure,
            signsTheEnd: !$isJson,
        );
        $lesson = $this->lesson($this->text('file'), $options, true);
        $document = Document::open($lesson->musicXml);
        $plan = $this->plan($document, $options);
        if (!$isJson) {
            $xml = (new ScoreWriter($document, $options))->write($plan->parts);

            return $ending === 'mxl' ? (new Mxl())->pack($xml) : $xml;
        }
        $ofParts = $moved = [];
        $new = $this->text('book') === '' ? [] : $this->newIn($lesson, $plan, $options);
        foreach ($lesson->lines as $line) {
            $ofParts[$line->partId] = ['octaves' => $line->octave->octaves]
                + (isset($new[$line->section->value]) ? ['new' => $new[$line->section->value]] : []);
            foreach ($line->moved as $note) {
                $moved[] = self::moved($note, $line->partId, $plan->score);
            }
        }

        return (new MarkedScoreJson())->write($plan, ['moved' => $moved], $ofParts);
    }

    /** @return array{part: string, measure: string, beat: string, by: int, why: string} */
    private static function moved(MovedNote $note, string $part, Score $score): array
    {
        $measure = $score->measures[$note->measure];

        return [
            'part' => $part,
            'measure' => $measure->number,
            'beat' => $measure->meter->beatAt($note->offset)->toDecimal(),
            'by' => self::STEPS_OF_AN_OCTAVE * $note->octaves,
            'why' => $note->why,
        ];
    }

    /**
     * @param bool $tells whether what cannot be read is complained of
     * @throws CommandFailed|UprightPencilException
     */
    private function lesson(string $path, PlanOptions $options, bool $tells): LessonScore
    {
        if (!is_file($path) || !is_readable($path)) {
            throw new CommandFailed("{$path}: there is no such file, or it cannot be opened.");
        }
        if (filesize($path) > (new Limits())->bytes) {
            throw new CommandFailed("{$path}: this is larger than any lesson.");
        }
        $typed = Document::open((string) file_get_contents($path));
        foreach ($tells ? $typed->told : [] as $sentence) {
            $this->complain("{$path}: {$sentence}");
        }
        $sections = $this->sections();
        $found = NotesFound::tryFrom($this->text('notes')) ?? throw new CommandFailed('--notes: expected singly, phrase or kept.');
        $bass = BassHand::tryFrom($options->schools['bass'] ?? '') ?? BassHand::OneTwoFour;

        return LessonScore::of($typed, new OctaveRule($options->profile, $bass), $sections, array_fill_keys(
            array_map(static fn (LessonSection $section): string => $section->value, $sections),
            new SectionChoice(null, $found),
        ));
    }

    /** @throws MusicException|UprightPencilException */
    private function plan(Document $document, PlanOptions $options): ScorePlan
    {
        $score = (new ScoreReader())->fromDocument($document);
        $plan = (new Planner($options->withTempos($this->tempos($score))))->plan($score);

        return $plan->withFlags((new Comparison($score, $plan->parts))->flags());
    }

    /**
     * @return non-empty-list<LessonSection>
     * @throws CommandFailed
     */
    private function sections(): array
    {
        $sections = [];
        foreach (array_filter(array_map(trim(...), explode(',', $this->text('for')))) as $name) {
            $sections[] = LessonSection::tryFrom(mb_strtolower($name)) ?? throw new CommandFailed("--for: “{$name}” is none of "
                . implode(', ', array_column(LessonSection::cases(), 'value')) . '.');
        }

        return $sections === [] ? LessonSection::orchestra() : array_values(array_unique($sections, SORT_REGULAR));
    }

    /**
     * What a lesson brings that no other of its book has before it.
     *
     * @return array<string, list<array{kind: string, text: string, measure: string, beat: string}>> by section
     * @throws CommandFailed|UprightPencilException
     */
    private function newIn(LessonScore $lesson, ScorePlan $plan, PlanOptions $options): array
    {
        $books = [];
        foreach ($this->lessonsBefore() as $path) {
            $earlier = $this->lesson($path, $options, false);
            foreach (self::facts($earlier, $this->plan(Document::open($earlier->musicXml), $options)) as $section => $facts) {
                ($books[$section] ??= new Book())->next($facts);
            }
        }
        $new = [];
        foreach (self::facts($lesson, $plan) as $section => $facts) {
            $new[$section] = array_map(static fn (LessonFact $fact): array => [
                'kind' => $fact->kind->value,
                'text' => $fact->text,
                'measure' => $fact->measure,
                'beat' => $fact->beat->toDecimal(),
            ], ($books[$section] ?? new Book())->next($facts));
        }

        return $new;
    }

    /** @return array<string, list<LessonFact>> of each section, both lines of a duet together */
    private static function facts(LessonScore $lesson, ScorePlan $plan): array
    {
        $facts = [];
        foreach ($lesson->lines as $index => $line) {
            $section = $line->section->value;
            $facts[$section] = [...($facts[$section] ?? []), ...LessonFacts::of($plan->score, $plan->parts[$index])];
        }

        return $facts;
    }

    /**
     * Files of the book that come before the lesson itself.
     *
     * @return list<string>
     * @throws CommandFailed
     */
    private function lessonsBefore(): array
    {
        $folder = rtrim($this->text('book'), '/');
        if (!is_dir($folder)) {
            throw new CommandFailed("{$folder}: there is no such folder.");
        }
        $files = glob($folder . '/*.{abc,musicxml,xml,mxl}', GLOB_BRACE) ?: [];
        usort($files, strnatcasecmp(...));
        if (count($files) > self::MOST_LESSONS) {
            throw new CommandFailed("{$folder}: more than " . self::MOST_LESSONS . ' lessons are no book.');
        }
        $itself = realpath($this->text('file'));
        $before = [];
        foreach ($files as $file) {
            if (realpath($file) === $itself) {
                break;
            }
            $before[] = $file;
        }

        return $before;
    }
}
