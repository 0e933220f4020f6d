<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use UprightPencil\Fingering\Result\OtherFinger;

/** What is offered beside a finger, and what its reason compares with, is what somebody would try. */
final class TriedAloneTest extends TestCase
{
    private const HALF = '½';

    /** @param list<int> $half notes, from 0, at which half position is worth naming */
    #[DataProvider('passages')]
    public function testHalfPositionIsOfferedWhereAFingerWouldBeAltered(Passage $passage, array $half): void
    {
        $plan = $passage->explained()->plan();
        $found = [];
        foreach ($plan->part->notes as $at => $note) {
            $finger = $plan->fingers->at($note->id);
            $positions = array_map(static fn (OtherFinger $other): string => $other->position, $finger->others ?? []);
            if (in_array(self::HALF, $positions, true)) {
                $found[] = $at;
            }
            if (!in_array($at, $half, true)) {
                self::assertStringNotContainsString('half position', $finger->why ?? '');
            }
        }

        self::assertSame([], array_diff($found, $half), 'nobody would go there');
        self::assertSame([], array_diff($half, $found), 'some would');
    }

    /** @return iterable<string, array{Passage, list<int>}> */
    public static function passages(): iterable
    {
        $violin = static fn (string $music): Passage => Passage::of('4/4', $music)->profile('third-position');
        yield 'a scale of D: no place is altered' => [$violin('D4q E4q F#4q G4q | A4q B4q C#5q D5q | D4w')->inKey(2), []];
        yield 'a tune in G with low and high twos' => [$violin('G4q A4q B4q C5q | D5q C5q B4q A4q | G4w')->inKey(1), []];
        yield 'B flat on A is low 1: half position has it as a plain 1' => [$violin('A4q Bb4q A4q G4q | A4w')->inKey(-1), [1]];
        yield 'a viola in C' => [Passage::of('4/4', 'C4q D4q E4q F4q | G4q A4q G4q F4q | C4w')->by('Viola')->profile('third-position'), []];
    }

    /** On cello and bass it is a position like others. */
    public function testACelloMayStillGoThere(): void
    {
        $plan = Passage::of('4/4', 'A2q Bb2q A2q G2q | A2w')->by('Cello')->profile('third-position')->explained()->plan();
        $positions = [];
        foreach ($plan->part->notes as $note) {
            $finger = $plan->fingers->at($note->id);
            array_push($positions, $finger->position ?? '', ...array_map(static fn (OtherFinger $other): string => $other->position, $finger->others ?? []));
        }

        self::assertContains(self::HALF, $positions);
    }

    public function testOverManyTunesNoPlainFingerIsComparedWithHalfPosition(): void
    {
        $told = 0;
        for ($seed = 0; $seed < 24; $seed++) {
            $plan = Tunes::make($seed, $seed % 2 === 0 ? 'Violin I' : 'Viola')->by($seed % 2 === 0 ? 'Violin I' : 'Viola')->profile('advanced')->explained()->plan();
            $before = null;
            foreach ($plan->part->notes as $note) {
                $finger = $plan->fingers->at($note->id);
                $isPlain = $finger !== null && $finger->position === 'I' && !$finger->shape->isAltered($finger->number) && $before !== self::HALF;
                if ($isPlain && str_contains($finger->why, 'half position')) {
                    self::fail("tune {$seed}, {$note->id}: {$finger->why}");
                }
                $told += $isPlain ? 1 : 0;
                $before = $finger?->position;
            }
        }
        self::assertGreaterThan(500, $told);
    }
}
