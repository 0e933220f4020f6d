<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\CommandFailed;
use App\Console\Concerns\DeliversFiles;
use App\Console\Concerns\ReadsScores;
use App\Console\Concerns\TakesPlanOptions;
use Illuminate\Console\Command;
use UprightPencil\Exception\UprightPencilException;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Rehearsal\Grid\WhoEnters;
use UprightPencil\Rehearsal\Hardness\Hardness;
use UprightPencil\Rehearsal\Log\LogReader;
use UprightPencil\Rehearsal\Log\RehearsalLog;
use UprightPencil\Rehearsal\Log\UnreadableLog;
use UprightPencil\Rehearsal\MarkedParts;
use UprightPencil\Rehearsal\Planning\BeginWith;
use UprightPencil\Rehearsal\Planning\Coverage;
use UprightPencil\Rehearsal\Planning\PlannedPiece;
use UprightPencil\Rehearsal\Planning\PlanWishes;
use UprightPencil\Rehearsal\Planning\RehearsalPlanner;
use UprightPencil\Rehearsal\RehearsalJson;
use UprightPencil\Rehearsal\Tuning\TuningPlaces;
use UprightPencil\Sections\Melody;
use UprightPencil\Sections\TunePassage;

/** What there is to rehearse in a piece, and a plan that fits a rehearsal's minutes. */
final class RehearseCommand extends Command
{
    use DeliversFiles;
    use ReadsScores;
    use TakesPlanOptions;

    protected $signature = 'pencil:rehearse
        {file : the score (.musicxml, .xml, .mxl or .abc)}
        {--minutes=45 : of the rehearsal}
        {--begin=end : where it begins: end, long, hard or order}
        {--log= : what was played and heard in the rehearsals before, as JSON}
        {--marks= : the director\'s marks, as pencil lines (.txt) or JSON}
        {--profile=second-year : what the class can do: first-year, second-year, third-position, advanced}
        {--school=* : KEY=VALUE: bow, long, open, bass, stay}
        {--tempo=* : quarter notes a minute over what the score says}
        {--out= : .json}';

    protected $description = 'Work out where to tune, who enters when, what is hard, who has the tune, and the plan of a rehearsal';

    public function handle(): int
    {
        return $this->answering('file', fn (): string => $this->work());
    }

    /** @throws CommandFailed|UprightPencilException */
    private function work(): string
    {
        $minutes = $this->minutes();
        $begin = $this->begin();
        $score = (new ScoreReader())->fromDocument($this->opened($this->text('file')));
        $options = (new PlanOptions($this->profile(), $this->schools(), $this->wholeTempo()))->withTempos($this->tempos($score));
        $plans = (new Planner($options))->plan($score, $this->books($score, $score->parts))->parts;
        $marked = MarkedParts::of($score, array_map(static fn (PartPlan $plan): array => [$plan, $options], $plans));
        $log = $this->log($score);
        $coverage = Coverage::of(count($score->measures), $log->rehearsals, $log->played);
        $hardness = Hardness::of($marked, $log->heard, $log->rehearsals === 0 ? null : $coverage->rehearsed());
        $piece = new PlannedPiece('', $score->title, $marked, $hardness, $coverage, new TuningPlaces($marked));
        $json = new RehearsalJson($marked);

        return json_encode([
            'tuning' => array_map($json->tuning(...), $piece->tuning()),
            'entrances' => array_map($json->entrances(...), (new WhoEnters($marked))->all()),
            'stretches' => array_map($json->stretch(...), $piece->stretches),
            'plan' => $json->plan((new RehearsalPlanner([$piece]))->plan(new PlanWishes($minutes, $begin))),
            'tune' => array_merge(...array_map(
                static fn (TunePassage $passage): array => $json->tune($passage),
                (new Melody($score))->passages(),
            )),
        ], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR) . "\n";
    }

    /** @throws CommandFailed */
    private function minutes(): int
    {
        $minutes = $this->text('minutes');
        if (!ctype_digit($minutes) || (int) $minutes < 1 || (int) $minutes > PlanWishes::MOST_MINUTES) {
            throw new CommandFailed('--minutes: expected whole minutes, from 1 to ' . PlanWishes::MOST_MINUTES . '.');
        }

        return (int) $minutes;
    }

    /** @throws CommandFailed */
    private function begin(): BeginWith
    {
        return BeginWith::tryFrom($this->text('begin')) ?? throw new CommandFailed("--begin: “{$this->text('begin')}” is none of "
            . implode(', ', array_column(BeginWith::cases(), 'value')) . '.');
    }

    /** @throws CommandFailed|UprightPencilException */
    private function log(Score $score): RehearsalLog
    {
        $file = $this->text('log');
        if ($file === '') {
            return new RehearsalLog();
        }
        try {
            return LogReader::read($this->bytesOf($file, false), $score);
        } catch (UnreadableLog $unreadable) {
            throw new CommandFailed("{$file}: {$unreadable->getMessage()}.");
        }
    }
}
