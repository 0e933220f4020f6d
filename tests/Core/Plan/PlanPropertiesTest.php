<?php

declare(strict_types=1);

namespace Tests\Core\Plan;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use UprightPencil\Bowing\Result\NoteBow;
use UprightPencil\Format\MarkedScoreJson;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;

/** What must hold over any music. */
final class PlanPropertiesTest extends TestCase
{
    /** @return iterable<string, array{Passage}> */
    public static function tunes(): iterable
    {
        foreach (range(101, 130) as $seed) {
            yield "tune {$seed}" => [Tunes::make($seed)];
        }
    }

    #[DataProvider('tunes')]
    public function testAnExportedTuneReadsBackToTheSameDirections(Passage $passage): void
    {
        $plan = $passage->plan();
        $written = (new ScoreWriter(Document::open($passage->musicXml())))->write([$plan]);
        $again = (new Planner($passage->options()))->plan((new ScoreReader())->read($written))->parts[0];

        self::assertSame(self::strokes($plan), self::strokes($again));
    }

    #[DataProvider('tunes')]
    public function testTheSameInputGivesTheSameBytes(Passage $passage): void
    {
        $json = fn (): string => (new MarkedScoreJson())->write((new Planner($passage->options()))->plan($passage->score()));

        self::assertSame($json(), $json());
    }

    #[DataProvider('tunes')]
    public function testRenamingThePartChangesNoDirection(Passage $passage): void
    {
        $before = $passage->bows();

        self::assertSame($before, $passage->by('Violin II')->bows());
    }

    #[DataProvider('tunes')]
    public function testAMarkIsAlwaysObeyed(Passage $passage): void
    {
        $plan = $passage->plan();
        $heads = array_keys(array_filter($plan->bow->notes, static fn (NoteBow $bow): bool => $bow->isHead));
        $id = (string) $heads[intdiv(count($heads), 2)];
        $wanted = $plan->bow->notes[$id]->direction->opposite();
        $marked = $passage->marked("{$id} {$wanted->value}")->plan();

        self::assertSame($wanted, $marked->bow->at($id)?->direction);
        self::assertSame('mark', $marked->bow->at($id)->origin->value);
    }

    #[DataProvider('tunes')]
    public function testAGoalIsReachedOrSaidToBeMissed(Passage $passage): void
    {
        $plan = $passage->plan();
        $heads = array_keys(array_filter($plan->bow->notes, static fn (NoteBow $bow): bool => $bow->isHead));
        $id = (string) $heads[intdiv(2 * count($heads), 3)];
        $wanted = $plan->bow->notes[$id]->direction->opposite();
        $marked = $passage->marked("{$id} goal {$wanted->value}")->plan();
        $codes = array_map(static fn ($flag): string => $flag->code->value, $marked->flags);

        self::assertTrue($marked->bow->at($id)?->direction === $wanted || in_array('goal-missed', $codes, true));
    }

    public function testEveryWayOutThatIsOfferedClearsItsFlag(): void
    {
        $tried = 0;
        foreach (range(201, 230) as $seed) {
            // Slow and loud, so that the bow runs out; repeated, so that second times differ.
            $tune = Tunes::make($seed);
            $passage = $tune->withText('[repeat] ' . $tune->text() . ' [back]')->at(52)->loud('ff');
            foreach ($passage->plan()->flags as $flag) {
                foreach ($flag->ways as $way) {
                    $after = $passage->marked(implode("\n", $way->lines))->plan();
                    $same = array_filter($after->flags, static fn ($other): bool => $other->key() === $flag->key());
                    self::assertSame([], $same, "tune {$seed}: {$way->text} does not clear: {$flag->text}");
                    $tried++;
                }
                $passage->marked('');
            }
        }
        self::assertGreaterThan(20, $tried);
    }

    /** @return list<string> */
    private static function strokes(PartPlan $plan): array
    {
        return array_map(
            static fn (NoteBow $bow): string => "{$bow->stroke} {$bow->direction->value}",
            array_values($plan->bow->notes),
        );
    }
}
