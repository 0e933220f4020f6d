<?php

declare(strict_types=1);

namespace Tests\Core\Bowing\Passages;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Format\Abc\AbcReader;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Music\Note;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/**
 * A reel whose tune comes back loud after a soft middle, as a director would have it: it goes on as it went, and what the last note wants is
 * told rather than done in the middle of the tune.
 */
final class SaltmarketReelTest extends TestCase
{
    private const VIOLINS = [
        'first' => 'A2 |: d2 fd A2 FA | (B2 G2) E4 | A2 (ce) a2 (ge) | f2 d2 e2 A2 | d2 fd A2 FA | (B2 G2) E4 | A2 ce (gf) (ed) |1 d4 z2 A2 :|2 d6 z2 ||'
            . ' !p!(f4 e2 d2) | (c4 B4) | (d4 c2 B2) | ^A4 z2 F2 | (f4 e2 d2) | (c2 d2) e4 | (d2 c2) ^A2 c2 | B6 z2 ||'
            . ' !f!d2 fd A2 FA | (B2 G2) E4 | A2 (ce) a2 (ge) | f2 d2 e2 A2 | !ff!d2 fd A2 FA | (B2 G2) E4 | A2 ce (gf) (ed) | d6 |]',
        'second' => 'z2 |: F2 AF F2 DF | (G2 E2) C4 | E2 (EA) c2 (cA) | A2 F2 G2 E2 | F2 AF F2 DF | (G2 E2) C4 | E2 EA (cB) (AG) |1 F4 z4 :|2 F6 z2 ||'
            . ' !p!(d4 c2 B2) | (^A4 F4) | (B4 A2 G2) | F4 z4 | (d4 c2 B2) | (A2 B2) c4 | (B2 G2) F2 E2 | D6 z2 ||'
            . ' !f!F2 AF F2 DF | (G2 E2) C4 | E2 (EA) c2 (cA) | A2 F2 G2 E2 | !ff!F2 AF F2 DF | (G2 E2) C4 | E2 EA (cB) (AG) | F6 |]',
    ];

    #[DataProvider('lines')]
    public function testTheTuneGoesOnAsItWent(string $line): void
    {
        $plan = self::plan($line);

        self::assertSame(self::strokes($plan, 1, 6), self::strokes($plan, 18, 23));
        self::assertSame('down', explode(' ', self::strokes($plan, 22, 22))[0], 'and its second half begins down');
    }

    /** @return iterable<string, array{string}> */
    public static function lines(): iterable
    {
        foreach (self::VIOLINS as $name => $line) {
            yield $name => [$line];
        }
    }

    #[DataProvider('lines')]
    public function testALastNoteThatComesUpIsToldWithWaysOut(string $line): void
    {
        $plan = self::plan($line);
        $last = $plan->part->notes[count($plan->part->notes) - 1];
        $flags = array_values(array_filter($plan->flags, static fn (Flag $flag): bool => $flag->code === FlagCode::LastNoteUp));

        self::assertSame($plan->bow->at($last->id)?->direction->value === 'up', $flags !== []);
        foreach ($flags as $flag) {
            self::assertNotSame([], $flag->ways);
        }
    }

    private static function plan(string $line): PartPlan
    {
        $abc = "X:1\nM:4/4\nL:1/8\nQ:1/4=108\nK:D\nV:1 name=\"Violin\"\n!mf!{$line}\n";

        return (new Planner())->plan((new ScoreReader())->read((new AbcReader())->read($abc)->musicXml))->parts[0];
    }

    /** Which way each stroke of some measures goes, hooks told; how the first one is reached is its own affair. */
    private static function strokes(PartPlan $plan, int $from, int $to): string
    {
        $strokes = [];
        foreach (array_filter($plan->part->notes, static fn (Note $note): bool => $note->measure >= $from && $note->measure <= $to) as $note) {
            $bow = $plan->bow->at($note->id);
            if ($bow?->isHead === true) {
                $strokes[] = $bow->direction->value . ($bow->connection === BowConnection::Hook && $strokes !== [] ? ' hooked' : '');
            }
        }

        return implode(' ', $strokes);
    }
}
