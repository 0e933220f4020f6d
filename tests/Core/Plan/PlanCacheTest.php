<?php

declare(strict_types=1);

namespace Tests\Core\Plan;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Plan\PlanCache;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Settings\Profile;

/** What is remembered between two marks is what would be worked out anew. */
final class PlanCacheTest extends TestCase
{
    private const TUNE = 'D4q E4q F#4q G4q | (A4e G4e) F#4q E4h | D4q A4q D5q F#5q | E5w';

    public function testARememberedPlanIsTheSameAsANewOne(): void
    {
        $memory = $this->memory();
        foreach (['', '1.2 up', '1.2 4', "1.2 4\n1.3 down", "2.1 no slurs", "1.1 slur 1.2", "3.1 III", ''] as $lines) {
            self::assertSame($this->json($lines, null), $this->json($lines, $memory), $lines);
        }
    }

    public function testAMarkForTheHandLeavesTheBowAsItIsRemembered(): void
    {
        $memory = $this->memory();
        $this->json('', $memory);
        $memory->asked = [];
        $this->json('1.2 4', $memory);

        self::assertSame(['bow known', 'hand new'], $memory->asked);
    }

    public function testAMarkForTheBowLeavesTheHandAsItIsRemembered(): void
    {
        $memory = $this->memory();
        $this->json('', $memory);
        $memory->asked = [];
        $this->json('1.2 up', $memory);

        self::assertSame(['bow new', 'hand known'], $memory->asked);
    }

    public function testASlurIsForBoth(): void
    {
        $memory = $this->memory();
        $this->json('', $memory);
        $memory->asked = [];
        $this->json('1.1 slur 1.2', $memory);

        self::assertSame(['bow new', 'hand new'], $memory->asked);
    }

    public function testAnotherClassIsAnotherPlan(): void
    {
        $memory = $this->memory();
        $this->json('', $memory);
        $memory->asked = [];
        $this->json('', $memory, new PlanOptions(Profile::ThirdPosition));

        self::assertSame(['bow new', 'hand new'], $memory->asked);
    }

    private function json(string $lines, ?PlanCache $memory, PlanOptions $options = new PlanOptions()): string
    {
        $score = Passage::of('4/4', self::TUNE)->inKey(2)->score();
        $part = $score->parts[0];
        $marks = (new PencilLinesReader($score, [$part]))->read($lines)->marks[$part->id] ?? [];
        $plan = (new Planner($options, false, $memory))->part($score, $part, MarkBook::of($marks, $part));

        return (string) json_encode((new MarkedScoreJson())->notes($score, $plan));
    }

    /** @return PlanCache&object{asked: list<string>} */
    private function memory(): PlanCache
    {
        return new class implements PlanCache {
            /** @var list<string> */
            public array $asked = [];
            /** @var array<string, string> */
            private array $kept = [];

            public function get(string $key): BowPlan|FingerPlan|null
            {
                $plan = isset($this->kept[$key]) ? unserialize($this->kept[$key]) : null;
                $this->asked[] = strtok($key, ' ') . ($plan === null ? ' new' : ' known');

                return $plan instanceof BowPlan || $plan instanceof FingerPlan ? $plan : null;
            }

            public function put(string $key, BowPlan|FingerPlan $plan): void
            {
                $this->kept[$key] = serialize($plan);
            }
        };
    }
}
