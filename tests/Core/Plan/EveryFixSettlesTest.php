<?php

declare(strict_types=1);

namespace Tests\Core\Plan;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\AlteredTunes;
use Tests\Support\Tunes;
use UprightPencil\Bowing\Result\BowPlan;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\PencilLines\PencilLinesReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Part;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PlanCache;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Review\Flag;

/**
 * Every fix that is offered settles its card, at once: pressed on a desk that remembers its plans, the flag is gone from that place.
 */
final class EveryFixSettlesTest extends TestCase
{
    /** @return iterable<string, array{string}> MusicXML */
    public static function pieces(): iterable
    {
        foreach (['cobblers-holiday', 'iron-footbridge', 'paper-boats'] as $name) {
            yield $name => [(string) file_get_contents(dirname(__DIR__, 3) . "/demo/scores/{$name}.musicxml")];
        }
        for ($seed = 0; $seed < 8; $seed++) {
            yield "altered {$seed}" => [AlteredTunes::make($seed)];
            yield "tune {$seed}" => [Tunes::make($seed, ['Violin I', 'Viola', 'Cello', 'Bass'][$seed % 4])->musicXml()];
        }
    }

    #[DataProvider('pieces')]
    public function testPressedItIsGone(string $musicXml): void
    {
        $score = (new ScoreReader())->read($musicXml);
        $left = [];
        foreach ($score->parts as $part) {
            $planner = new Planner(new PlanOptions(), false, $this->memory());
            foreach ($planner->part($score, $part, MarkBook::of([], $part))->flags as $flag) {
                foreach ($flag->ways as $way) {
                    $after = $planner->part($score, $part, self::marked($score, $part, $way->lines));
                    if (self::isThere($flag, $after->flags)) {
                        $left[] = "{$part->name} {$flag->code->value} at {$flag->noteId}: {$way->text} (" . implode(', ', $way->lines) . ')';
                    }
                }
            }
        }

        self::assertSame([], $left);
    }

    /** @param list<string> $lines */
    private static function marked(Score $score, Part $part, array $lines): MarkBook
    {
        $read = (new PencilLinesReader($score, $score->parts))->read("part {$part->name}\n" . implode("\n", $lines));
        self::assertSame([], array_map(static fn ($error): string => $error->sentence(), $read->errors), implode("\n", $lines));

        return MarkBook::of($read->marks[$part->id] ?? [], $part);
    }

    /** @param list<Flag> $flags */
    private static function isThere(Flag $flag, array $flags): bool
    {
        foreach ($flags as $one) {
            if ($one->key() === $flag->key() && $one->text === $flag->text) {
                return true;
            }
        }

        return false;
    }

    private function memory(): PlanCache
    {
        return new class () implements PlanCache {
            /** @var array<string, BowPlan|FingerPlan> */
            private array $kept = [];

            public function get(string $key): BowPlan|FingerPlan|null
            {
                return $this->kept[$key] ?? null;
            }

            public function put(string $key, BowPlan|FingerPlan $plan): void
            {
                $this->kept[$key] = $plan;
            }
        };
    }
}
