<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Review\FlagCode;

/** Made-up repeats of many kinds: the best way to bring the second time through right stands first. */
final class RepeatsTest extends TestCase
{
    /** Meter, tempo, music, and the first ways out that a teacher would take; "-" where the second time comes right by itself. */
    private const REPEATS = [
        ['4/4', 92, '[repeat] D4q E4q F4h | G4h A4q rq [back]', ['1.1 retake 2x']],
        ['4/4', 80, '[repeat] D4h E4h | F4q G4q A4q B4q | A4h. rq [back] | D4w', ['1.1 retake 2x']],
        ['2/4', 92, '[repeat] D4q E4q | F4q rq [back] | D4h', ['1.1 retake 2x']],
        ['6/8', 92, '[repeat] D4q. E4q. | F4q. rq. [back]', ['1.1 retake 2x']],
        ['3/4', 100, '[repeat] D4h E4q | F4h G4q | A4h B4q | G4h rq [back]', ['1.1 retake 2x']],
        ['4/4', 100, '[repeat] A4q B4q C5q D5q | E5q D5q C5q rq [back]', ['1.1 retake 2x']],
        ['4/4', 88, '[repeat] G4h B4h | A4h. rq [back] | G4w', ['1.1 retake 2x']],
        ['3/4', 108, '[repeat] G4q A4q B4q | C5h rq [back] | G4h.', ['-']],
        ['3/4', 108, '[repeat] G4q A4q B4q | C5q B4q rq [back] | G4h.', ['1.1 retake 2x']],
        ['2/4', 84, '[repeat] D4e E4e F4q | G4q rq [back]', ['-']],
        ['2/4', 84, '[repeat] D4e E4e F4e G4e | A4q rq [back]', ['1.1 retake 2x']],
        ['4/4', 76, '[repeat] C5q B4q A4h | G4q A4q B4q rq [back]', ['-']],
        ['4/4', 76, '[repeat] C5q B4q A4h | G4q A4h rq [back]', ['1.1 retake 2x']],
        ['6/8', 66, '[repeat] D4q. F4q. | A4q. G4q. | E4q. rq. [back]', ['1.1 retake 2x']],
        ['4/4', 92, '[repeat] D4q E4q F4q G4q | A4q B4q A4q A4q | G4q F4h E4q [back]', ['2.4 hook']],
        ['4/4', 92, '[repeat] D4q E4q F4h | G4h A4q A4q | B4q A4q G4h [back]', ['2.4 hook', '1.1 retake 2x']],
        ['4/4', 92, '[repeat] D4h E4h | F4q G4q G4q F4q | E4h D4q D4q | D4q E4h. [back]', ['3.4 hook', '1.1 retake 2x']],
        ['3/4', 96, '[repeat] D4q E4q E4q [back] | F4h.', ['1.3 hook']],
        ['3/4', 96, '[repeat] G4h A4q | B4q B4q A4q [back]', ['2.2 hook']],
        ['4/4', 104, '[repeat] B4q A4q G4q A4q | B4q B4q B4h | A4q A4q A4h | B4q D5q D5h [back]', ['3.2 hook', '4.3 hook', '1.1 retake 2x']],
        ['4/4', 104, '[repeat] B4q A4q G4q A4q | B4q B4q B4h | A4q A4q A4h [back]', ['-']],
        ['2/4', 92, '[repeat] D4q D4q | E4q E4q | F4e G4e A4q [back]', ['2.2 hook']],
        ['2/4', 92, '[repeat] G4q A4q | B4q B4q | A4e G4e A4q [back]', ['2.2 hook']],
        ['4/4', 96, '[repeat] D4q E4q F4q G4q | A4h B4q C5q | D5w [back] | D5w', ['-']],
        ['4/4', 96, '[repeat] D4q E4q F4q G4q | A4h B4h | D5w [back] | D5w', ['1.1 retake 2x']],
        ['4/4', 66, '[repeat] D4h F4h | A4w [back] | D4w', ['1.1 retake 2x']],
        ['3/4', 72, '[repeat] D4q E4q F4q | G4q F4q E4q | D4h. [back] | A4h.', ['1.1 retake 2x']],
        ['3/4', 72, '[repeat] D4h E4q | D4h. [back] | A4h.', ['1.1 retake 2x']],
        ['4/4', 84, '[repeat] A4q B4q C5h | B4q A4q G4h | A4w [back]', ['1.1 retake 2x']],
        ['6/8', 60, '[repeat] D4q. E4q. | F4h. [back] | D4h.', ['1.1 retake 2x']],
        ['4/4', 120, '[repeat] D4q E4q F4q G4q | A4q G4q F4h [back]', ['1.1 retake 2x']],
        ['4/4', 120, '[repeat] D4q E4q F4q G4q | A4h G4q F4q [back]', ['2.4 hook']],
        ['4/4', 120, '[repeat] G4q A4q B4h | A4q G4q F4q E4q [back]', ['2.4 hook']],
        ['3/4', 132, '[repeat] D4q E4q F4q [back]', ['1.3 hook']],
        ['3/4', 132, '[repeat] D4q E4q F4q | G4h A4q [back]', ['2.3 hook']],
        ['3/4', 132, '[repeat] D4h E4q | F4q G4q A4q [back]', ['2.3 hook']],
        ['4/4', 126, '[repeat] (D4q E4q) F4q G4q | A4h G4h [back]', ['1.4 hook', '2.3 hook']],
        ['4/4', 126, '[repeat] (D4q E4q) (F4q G4q) | A4q G4q F4h [back]', ['2.2 hook']],
        ['2/4', 116, '[repeat] D4q E4q | (F4e G4e) A4q | G4q F4q [back]', ['-']],
        ['2/4', 116, '[repeat] D4q E4q | (F4e G4e) A4q | G4h [back]', ['1.1 retake 2x']],
        ['4/4', 92, '[repeat] D4q E4q F4h | [1] G4h A4h [back] | [2] G4h D4h', ['1.1 retake 2x']],
        ['4/4', 92, '[repeat] D4q E4q F4q G4q | [1] A4h. G4q [back] | [2] A4w', ['-']],
        ['4/4', 92, '[repeat] D4q E4q F4q G4q | [1] A4h G4q F4q [back] | [2] D4w', ['2.4 hook']],
        ['4/4', 92, '[repeat] D4q E4q F4q G4q | [1] A4h. rq [back] | [2] D4w', ['1.1 retake 2x']],
        ['4/4', 92, '[repeat] D4q E4q F4q G4q | [1] A4w [back] | [2] D4w', ['1.1 retake 2x']],
        ['3/4', 92, '[repeat] D4q E4q F4q | [1] A4h. [back] | [2] D4h.', ['-']],
        ['3/4', 92, '[repeat] D4q E4q F4q | [1] A4q G4q E4q [back] | [2] D4h.', ['-']],
        ['3/4', 92, '[repeat] D4q E4q F4q | [1] A4h G4q [back] | [2] D4h.', ['2.3 hook']],
        ['2/4', 92, '[repeat] D4q E4q | [1] F4q rq [back] | [2] D4h', ['1.1 retake 2x']],
        ['2/4', 92, '[repeat] D4q F4q | [1] A4h [back] | [2] D4h', ['1.1 retake 2x']],
        ['4/4', 100, '[repeat] D4q rq E4q rq | F4q G4q A4q rq [back]', ['1.1 retake 2x']],
        ['4/4', 100, '[repeat] D4q rq E4q F4q | G4q rq rh [back]', ['-']],
        ['4/4', 100, '[repeat] D4q rq E4q F4q | G4q A4q rh [back]', ['1.1 retake 2x']],
        ['4/4', 60, '[repeat] D4h E4h | F4h rh [back]', ['1.1 retake 2x']],
        ['3/4', 60, '[repeat] D4h. | E4h. | F4h. [back] | G4h.', ['1.1 retake 2x']],
        ['4/4', 138, '[repeat] D4e E4e F4q G4q A4q | B4e A4e G4q A4h [back]', ['1.4 hook', '2.3 hook']],
        ['4/4', 138, '[repeat] D4e E4e F4q G4q A4q | B4q G4q A4h [back]', ['-']],
        ['4/4', 138, '[repeat] D4e E4e F4e G4e A4q B4q | A4h G4q rq [back]', ['-']],
        ['4/4', 138, '[repeat] D4e E4e F4e G4e A4h | A4h G4q rq [back]', ['1.1 retake 2x']],
        ['6/8', 80, '[repeat] D4e E4e F4e G4q. | A4q. G4q. [back]', ['-']],
        ['6/8', 80, '[repeat] D4q E4e F4q G4e | A4h. [back]', ['1.1 retake 2x']],
        ['4/4', 72, '[repeat] (A4q B4q C5q D5q) | (E5q D5q) C5h | B4w [back] | A4w', ['-']],
        ['4/4', 72, '[repeat] (A4q B4q C5q D5q) | (E5q D5q C5h) | B4w [back] | A4w', ['1.1 retake 2x']],
        ['4/4', 110, '[repeat] E4q F#4q G4q E4q | A4q A4q G4q F#4q | E4q G4q F#4h [back]', ['2.2 hook']],
        ['3/4', 110, '[repeat] E4q G4q G4q | A4h B4q [back]', ['1.3 hook']],
        ['3/4', 110, '[repeat] E4q F#4q G4q | A4q A4q A4q | B4h A4q | G4h rq [back]', ['1.1 retake 2x']],
        ['4/4', 96, '[repeat] D5q C5q B4q A4q | G4q G4q A4q B4q | C5q B4q A4q G4q | F4q E4q D4q rq [back]', ['1.1 retake 2x']],
        ['4/4', 96, '[repeat] D5q C5q B4h | A4q G4q A4h | B4q A4h. [back]', ['1.1 retake 2x', '-']],
    ];

    public function testTheBestWayOutStandsFirst(): void
    {
        $other = [];
        foreach (self::REPEATS as [$meter, $tempo, $music, $best]) {
            $first = '-';
            foreach (Passage::of($meter, $music)->at($tempo)->plan()->flags as $flag) {
                if ($flag->code === FlagCode::SecondTimeDiffers) {
                    $first = $flag->ways[0]->lines[0] ?? 'nothing';
                    break;
                }
            }
            if (!in_array($first, $best, true)) {
                $other[] = "{$music}: {$first}";
            }
        }

        self::assertGreaterThanOrEqual(60, count(self::REPEATS));
        self::assertLessThanOrEqual(0.05 * count(self::REPEATS), count($other), implode("\n", $other));
    }

    public function testNoSlurIsOfferedAcrossTheSign(): void
    {
        foreach (self::REPEATS as [$meter, $tempo, $music]) {
            foreach (Passage::of($meter, $music)->at($tempo)->plan()->flags as $flag) {
                foreach ($flag->ways as $way) {
                    self::assertDoesNotMatchRegularExpression('~^\S+ slur 1\.1$~', $way->lines[0]);
                }
            }
        }
    }
}
