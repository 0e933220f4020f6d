<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Fingering\Result\FingerPlan;
use UprightPencil\Fingering\Settings\FingerSettings;

/** A figure that comes again is held to the fingers of its first time, to the last note of the piece, where that costs little. */
final class FigureConsistencyTest extends TestCase
{
    #[DataProvider('returns')]
    public function testTheReturnHasTheFingersOfTheFirstTime(string $music): void
    {
        $passage = Passage::of('4/4', $music)->profile('third-position')->at(120);
        $usual = $passage->options()->fingerSettings();
        $never = new FingerSettings(...[...get_object_vars($usual), 'figurePerNote' => 0.0]);

        [$first, $last] = self::outer($passage->fingersBy($usual));
        self::assertSame($first, $last);
        [$first, $last] = self::outer($passage->fingersBy($never));
        self::assertNotSame($first, $last, 'without it the end is fingered otherwise');
    }

    /** @return iterable<string, array{string}> a figure, four other notes, and the figure as the end */
    public static function returns(): iterable
    {
        yield 'in third position at the end' => ['C6q A5q E5q G5q | B5q C6q D6q C6q | C6q A5q E5q G5q'];
        yield 'back in first though the hand is up' => ['G5q A5q E5q F5q | F5q A5q G5q D6q | G5q A5q E5q F5q'];
        yield 'with the fourth finger again' => ['C5q F5q A5q C6q | G5q C5q B4q D5q | C5q F5q A5q C6q'];
    }

    /** @return array{list<string>, list<string>} the first four notes and the last four: string, finger and position */
    private static function outer(FingerPlan $plan): array
    {
        $words = array_map(static fn ($finger): string => "{$finger->string}{$finger->number} {$finger->position}", array_values($plan->notes));

        return [array_slice($words, 0, 4), array_slice($words, -4)];
    }
}
