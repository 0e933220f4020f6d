<?php

declare(strict_types=1);

use Tests\Support\Tunes;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Dynamics;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Music\TempoMap;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Review\FlagCode;
use UprightPencil\Settings\Profile;

require __DIR__ . '/../vendor/autoload.php';

// Where on the bow plain notes lie: separate, of 0.3 to 0.8 seconds, at mp and louder, without dot, line or accent. A teacher wants
// them around the middle: both ends of the note within 0.2 to 0.8.

/** @return array{int, int, int} plain notes, those at home, and bows that run out */
function home(Score $score, Part $part, BowPlan $plan): array
{
    $tempo = TempoMap::of($score);
    $dynamics = Dynamics::of($score, $part);
    $plain = $home = 0;
    $notes = $part->notes;
    foreach ($notes as $index => $note) {
        $bow = $plan->at($note->id);
        $next = $notes[$index + 1] ?? null;
        $isAlone = $bow !== null && $bow->isHead && $bow->changes === [] && $next !== null && $plan->at($next->id)?->isHead === true;
        if (!$isAlone || $note->inChord || $note->isGrace || $note->articulations !== [] || $bow->from === null || $bow->to === null) {
            continue;
        }
        $onset = $score->onsetOf($note);
        $seconds = $tempo->seconds($onset, $onset->plus($note->duration));
        if ($seconds < 0.3 || $seconds > 0.8 || $dynamics->levelAt($onset->toFloat()) < 2.0) {
            continue;
        }
        $plain++;
        $home += min($bow->from, $bow->to) >= 0.2 && max($bow->from, $bow->to) <= 0.8 ? 1 : 0;
    }
    $out = array_filter($plan->flags, static fn ($flag): bool => $flag->code === FlagCode::BowRunsOut);

    return [$plain, $home, count($out)];
}

$rows = [];
$scores = [];
foreach (glob(dirname(__DIR__) . '/demo/scores/*.musicxml') ?: [] as $file) {
    $scores['demo pieces'][] = (new ScoreReader())->read((string) file_get_contents($file));
}
foreach (range(1, 60) as $seed) {
    $scores['made-up tunes'][] = Tunes::make($seed, ['Violin I', 'Viola', 'Cello', 'Bass'][$seed % 4])->score();
}
foreach ($scores as $name => $all) {
    foreach (['as-it-comes', 'downbeat'] as $school) {
        $sum = [0, 0, 0];
        $planner = new Planner(new PlanOptions(Profile::SecondYear, ['bow' => $school]), false);
        foreach ($all as $score) {
            foreach ($planner->plan($score)->parts as $part) {
                $sum = array_map(static fn (int $a, int $b): int => $a + $b, $sum, home($score, $part->part, $part->bow));
            }
        }
        printf(
            "%-14s %-12s %5d plain notes, %5.1f %% around the middle, %d bows run out\n",
            $name,
            $school,
            $sum[0],
            100 * $sum[1] / max(1, $sum[0]),
            $sum[2],
        );
    }
}
