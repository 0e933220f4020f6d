<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\CommandFailed;
use App\Console\Concerns\DeliversFiles;
use App\Console\Concerns\ReadsScores;
use App\Console\Concerns\TakesPlanOptions;
use Illuminate\Console\Command;
use UprightPencil\Drills\LineKind;
use UprightPencil\Drills\LineProposal;
use UprightPencil\Drills\PracticeLine;
use UprightPencil\Drills\PracticeLines;
use UprightPencil\Drills\PracticePart;
use UprightPencil\Drills\TempoLadder;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;

/** The practice lines of a part, and the ladder on which it is worked up. */
final class PractiseCommand extends Command
{
    use DeliversFiles;
    use ReadsScores;
    use TakesPlanOptions;

    private const LONGEST = 600;

    protected $signature = 'pencil:practise
        {file : the score (.musicxml, .xml, .mxl or .abc)}
        {--part= : by name or id; needed where there are several}
        {--kind= : only lines of this kind}
        {--minutes= : how long the lines may take together}
        {--marks= : the director\'s marks, as pencil lines (.txt) or JSON}
        {--profile=second-year : what the class can do: first-year, second-year, third-position, advanced}
        {--school=* : KEY=VALUE: bow, long, open, bass, stay}
        {--tempo=* : quarter notes a minute over what the score says}
        {--out= : .json}';

    protected $description = 'Work out the practice lines of a part: what it asks, why, and the music of each';

    public function handle(): int
    {
        return $this->answering('file', fn (): string => $this->work());
    }

    /** @throws CommandFailed|UprightPencilException */
    private function work(): string
    {
        $kind = $this->kind();
        $minutes = $this->minutes();
        $score = (new ScoreReader())->fromDocument($this->opened($this->text('file')));
        $part = $this->onePart($score);
        $options = (new PlanOptions($this->profile(), $this->schools(), $this->wholeTempo()))->withTempos($this->tempos($score));
        $books = $this->books($score, [$part]);
        $plan = (new Planner($options))->plan($score, $books, [$part])->parts[0];
        $lines = new PracticeLines(PracticePart::of($score, $plan, $options));
        $chosen = $kind === null ? $lines->chosen($minutes) : self::within($lines->ofKind($kind), $minutes);
        $ladder = $lines->ladder();

        return json_encode([
            'lines' => array_map(fn (LineProposal $one): array => self::told($lines->line($one)), $chosen),
            'ladder' => ['from' => $ladder->from, 'to' => $ladder->to, 'steps' => $ladder->steps, 'why' => $ladder->why],
        ], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR) . "\n";
    }

    /**
     * @return array<string, mixed>
     * @throws UprightPencilException
     */
    private static function told(PracticeLine $line): array
    {
        return [
            'kind' => $line->proposal->kind->value,
            'serves' => $line->serves,
            'why' => $line->proposal->why,
            'minutes' => $line->minutes(),
            'abc' => $line->music->abc(),
            'notes' => (new MarkedScoreJson())->notes($line->music->score, $line->music->plan),
        ];
    }

    /**
     * @param list<LineProposal> $lines
     * @return list<LineProposal> as many as there is time for
     */
    private static function within(array $lines, ?float $minutes): array
    {
        $spent = 0.0;
        $kept = [];
        foreach ($lines as $line) {
            $takes = PracticeLine::minutesOf($line->sketch);
            if ($minutes === null || $spent + $takes <= $minutes) {
                $kept[] = $line;
                $spent += $takes;
            }
        }

        return $kept;
    }

    /** @throws CommandFailed */
    private function kind(): ?LineKind
    {
        $kind = $this->text('kind');

        return $kind === '' ? null : LineKind::tryFrom($kind) ?? throw new CommandFailed("--kind: “{$kind}” is none of "
            . implode(', ', array_column(LineKind::cases(), 'value')) . '.');
    }

    /** @throws CommandFailed */
    private function minutes(): ?float
    {
        $minutes = $this->text('minutes');
        if ($minutes === '') {
            return null;
        }
        if (!is_numeric($minutes) || (float) $minutes <= 0 || (float) $minutes > self::LONGEST) {
            throw new CommandFailed('--minutes: expected a number above 0, up to ' . self::LONGEST . '.');
        }

        return (float) $minutes;
    }
}
