<?php

declare(strict_types=1);

namespace Tests\Core\Roadmap;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Fingering\Hand\Hand;
use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Music\Line;
use UprightPencil\Music\TempoMap;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Review\FlagCode;
use UprightPencil\Roadmap\Roadmap;

/** What holds for any music with repeats, along the order in which it is really played. */
final class RepeatPropertiesTest extends TestCase
{
    /** @return iterable<string, array{Passage}> */
    public static function tunes(): iterable
    {
        for ($seed = 1; $seed <= 24; $seed++) {
            $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
            $at = $random->getInt(0, 6);
            $measures = [];
            for ($measure = 0; $measure < 5; $measure++) {
                $values = [['e', 'e', 'e', 'e', 'e', 'e', 'e', 'e'], ['q', 'e', 'e', 'q', 'q'], ['h', 'e', 'e', 'q']][$random->getInt(0, 2)];
                $notes = [];
                foreach ($values as $value) {
                    $notes[] = Tunes::HIGH[$at] . $value;
                    $at = max(0, min(10, $at + [-3, -2, -1, -1, 1, 1, 2, 3][$random->getInt(0, 7)]));
                }
                $measures[] = implode(' ', $notes);
            }
            $music = $seed % 2 === 0
                ? "[repeat] {$measures[0]} | {$measures[1]} | {$measures[2]} [back] | {$measures[3]} | {$measures[4]}"
                : "[repeat] {$measures[0]} | {$measures[1]} | [1] {$measures[2]} [back] | [2] {$measures[3]} | {$measures[4]}";
            $tempo = [72, 112, 152][$seed % 3];
            yield "tune {$seed} at {$tempo}" => [Passage::of('4/4', $music)->at($tempo)->profile('third-position')];
        }
    }

    #[DataProvider('tunes')]
    public function testAJumpTheHandCannotMakeIsFlaggedAndNoOther(Passage $passage): void
    {
        $plan = $passage->plan();
        $score = $passage->score();
        $tempo = TempoMap::of($score);
        $events = Line::allOf($score, $plan->part)[0]->events;
        $runs = Roadmap::of($score)->runs();
        foreach ($runs as $index => $run) {
            $next = $runs[$index + 1] ?? null;
            if ($next === null) {
                break;
            }
            $played = array_values(array_filter($events, static fn ($event): bool => $event->measure >= $run->from && $event->measure <= $run->to));
            $last = $played[count($played) - 1];
            $first = array_values(array_filter($events, static fn ($event): bool => $event->measure >= $next->from))[0];
            [$from, $to] = [$this->finger($plan, $last->notes[0]), $this->finger($plan, $first->notes[0])];
            $far = abs($from->frame - $to->frame);
            $seconds = $tempo->seconds($last->onset, $score->measures[$run->to]->end())
                + $tempo->seconds($score->measures[$next->from]->onset, $first->onset);
            $isTooFar = $far > 1 && $from->number > 0 && $to->number > 0 && $seconds < Hand::secondsToShift($far);
            self::assertSame($isTooFar, $this->isFlagged($plan, $plan->part->notes[$first->notes[0]]->id), "measure {$run->to} to {$next->from}");
        }
    }

    #[DataProvider('tunes')]
    public function testTheHandStaysOnePathInPrintedOrder(Passage $passage): void
    {
        $before = null;
        $plan = $passage->plan();
        foreach ($plan->part->notes as $position => $note) {
            $finger = $this->finger($plan, $position);
            self::assertSame($before !== null && $before->frame !== $finger->frame, $finger->isShift, $note->id);
            $before = $finger;
        }
    }

    #[DataProvider('tunes')]
    public function testStrokesAlternateInPlayingOrderUnlessTheyAreToldToRepeat(Passage $passage): void
    {
        $plan = $passage->plan();
        $last = null;
        foreach ($plan->part->notes as $note) {
            $bow = $plan->bow->at($note->id);
            self::assertNotNull($bow);
            if ($bow->isHead && $last !== null && $note->measure === $last[1] && $bow->connection === BowConnection::Change) {
                self::assertNotSame($last[0], $bow->direction, $note->id);
            }
            $last = [$bow->direction, $note->measure];
        }
    }

    #[DataProvider('tunes')]
    public function testTheSameTuneGivesTheSameBytes(Passage $passage): void
    {
        self::assertSame(
            serialize([$passage->plan()->bow, $passage->plan()->fingers]),
            serialize([$passage->plan()->bow, $passage->plan()->fingers]),
        );
    }

    private function finger(PartPlan $plan, int $position): NoteFinger
    {
        return $plan->fingers->at($plan->part->notes[$position]->id) ?? self::fail('a note without a finger');
    }

    private function isFlagged(PartPlan $plan, string $id): bool
    {
        foreach ($plan->flags as $flag) {
            if ($flag->code === FlagCode::ShiftWithoutTime && $flag->noteId === $id && str_starts_with($flag->text, 'Coming from')) {
                return true;
            }
        }

        return false;
    }
}
