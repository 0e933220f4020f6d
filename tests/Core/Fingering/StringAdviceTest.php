<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;

/** What the bow arm is told of the strings. */
final class StringAdviceTest extends TestCase
{
    /** @return iterable<string, array{Passage, array<string, string>}> */
    public static function passages(): iterable
    {
        yield 'an entry on another string after a long rest' => [
            Passage::of('4/4', 'D4q E4q rh | B4q C#5q B4h')->inKey(2)->at(80), ['P1-m2-n1' => 'set on A'],
        ];
        yield 'the same after a short rest' => [Passage::of('4/4', 'D4q E4q F#4q re B4e | C#5q B4h.')->inKey(2)->at(100), []];
        yield 'an entry on the same string' => [Passage::of('4/4', 'D4q E4q rh | F#4q G4q F#4h')->inKey(2)->at(80), []];
        yield 'a plucked entry sets no bow' => [
            Passage::of('4/4', 'D4q E4q rh | [pizz.] B4q C#5q B4h | [arco] D4w')->inKey(2)->at(80), [],
        ];
        yield 'the bow comes back after a plucked passage' => [
            Passage::of('4/4', '[pizz.] D4q E4q rh | [arco] B4q C#5q B4h')->inKey(2)->at(80), ['P1-m2-n1' => 'set on A'],
        ];
        yield 'a slow slurred crossing is prepared, and told once' => [
            Passage::of('4/4', '(G4h B4h) | (G4h B4h) | D4w')->inKey(2)->at(72), ['P1-m1-n1' => 'stay close to A'],
        ];
        yield 'a quick one leaves no time to think' => [Passage::of('4/4', '(G4e B4e) G4q A4h')->inKey(2)->at(112), []];
        yield 'a slow crossing with a new bow' => [Passage::of('4/4', 'G4h B4h | D4w')->inKey(2)->at(72), []];
    }

    /** @param array<string, string> $told by note */
    #[DataProvider('passages')]
    public function testWhatIsTold(Passage $passage, array $told): void
    {
        $found = [];
        foreach ($passage->profile('second-year')->plan()->fingers->notes as $id => $finger) {
            if ($finger->advice !== '') {
                $found[$id] = $finger->advice;
            }
        }

        self::assertSame($told, $found);
    }
}
