<?php

declare(strict_types=1);

namespace Tests\Core\Sections;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Review\Remedy;
use UprightPencil\Sections\ReturnBowing;
use UprightPencil\Sections\Returns;

/** The same figure is bowed the same wherever it comes again: answered alike, or told where it is not. */
final class ReturnBowingTest extends TestCase
{
    /** Eight measures in two halves; a rest before the second one would turn the bow more cheaply than a hook. */
    private const TWICE = 'A4q B4q C5q D5q | E5q F5q C5h | B4q A4q G4q F4q | E4w |'
        . ' D4q E4q F4q rq | B4q C5q D5q E5q | F5q G5q D5h | C5q B4q A4q G4q | F4w';

    public function testAGoalIsReachedAsInTheFigureBefore(): void
    {
        $passage = Passage::of('4/4', self::TWICE)->at(80)->marked("3.1 goal down\n8.1 goal down");

        self::assertSame('d u d u | d hook d u | d u d u | d | u d u | d u d u | d hook d u | d u d u | d', $passage->bows());
        $whys = array_column($passage->plan()->bow->notes, 'why');
        self::assertContains('hooked so that the goal at m. 8 comes down: as in measure 3, a light beat', $whys);
    }

    public function testAloneTheSecondTakesItsRest(): void
    {
        $passage = Passage::of('4/4', self::TWICE)->at(80)->marked('8.1 goal up');

        self::assertStringContainsString('| retake d u d u |', $passage->bows());
        self::assertStringNotContainsString('hook', $passage->bows());
    }

    public function testAnotherFigureIsNoPrecedent(): void
    {
        $music = str_replace('F5q G5q D5h', 'F5h G5q D5q', self::TWICE);
        $passage = Passage::of('4/4', $music)->at(80)->marked("3.1 goal down\n8.1 goal down");

        foreach ($passage->plan()->bow->notes as $bow) {
            self::assertStringNotContainsString('as in measure', $bow->why);
        }
    }

    public function testADearAnswerIsNotRepeatedForItsOwnSake(): void
    {
        // The second time the hook would stand in notes too fast for it, and a half rest gives all the time there is.
        $music = 'A4q B4q C5q D5q | E5q F5q C5h | B4q A4q G4q F4q | E4w | D4h rh | [tempo 220] B4e C5e D5e E5e F5q D5q | C5w';
        $passage = Passage::of('4/4', $music)->at(80)->marked("3.1 goal down\n6.1 goal up");

        self::assertStringContainsString('retake', $passage->bows());
    }

    public function testAPassageThatComesBackTheOtherWayRoundIsTold(): void
    {
        $music = 'D4e E4e F4e G4e D4h | A4e A4e D4h. | E4e F4e (E4e D4e) E4e D4e E4e F4e | D4e E4e F4e G4e D4h | A4e A4e D4h. | C4w';
        $difference = $this->difference(Passage::of('4/4', $music));

        self::assertNull($this->difference(Passage::of('4/4', $music)->marked('4.1 down')));
        self::assertSame('up at m. 4 beat 1, and down the first time at m. 1 beat 1', $difference?->text);
        self::assertSame(['4.1 down'], $difference->lines);
        self::assertNull($this->difference(Passage::of('4/4', $music)->marked($difference->lines[0])));
    }

    public function testOtherSlursAreToldAndNotMended(): void
    {
        $music = 'D4q E4q F4q G4q | A4q A4q D4h | E4q F4q G4h | D4q E4q F4q G4q | A4q A4q D4h | C4w';
        $difference = $this->difference(Passage::of('4/4', $music)->marked('4.1 slur 4.2'));

        self::assertSame('slurred otherwise than at m. 1 beat 2, from m. 4 beat 2 on', $difference?->text);
        self::assertSame([], $difference->lines);
    }

    public function testAHookThatIsNotThereTheSecondTimeIsTold(): void
    {
        $music = 'D4q E4q F4q G4q | A4q A4q D4h | E4h G4h | D4q E4q F4q G4q | A4q A4q D4h | C4w';
        $difference = $this->difference(Passage::of('4/4', $music)->marked('2.2 hook'));

        self::assertSame('up at m. 5 beat 2, and down the first time at m. 2 beat 2', $difference?->text);
    }

    private function difference(Passage $passage): ?Remedy
    {
        $plan = $passage->plan();
        $score = $passage->score();
        $returns = (new Returns($score, [$plan->part]))->all();
        self::assertNotSame([], $returns);

        return (new ReturnBowing($score, $plan->part, $plan->bow))->difference($returns[0]);
    }
}
