<?php

declare(strict_types=1);

namespace Tests\Core\Fingering;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Fingering\Result\NoteFinger;

/** Why, in words a student understands, naming the real cause at its place. */
final class ReasonsTest extends TestCase
{
    /** @return iterable<string, array{Passage, int, string}> */
    public static function reasons(): iterable
    {
        yield 'a slur kept on one string' => [
            Passage::of('2/4', '(A4e G4e F#4e E4e)')->at(112)->inKey(2),
            0,
            'keeps the slur on one string: 0 on A means A4–G4 crosses from A to D inside the slur at ♩ = 112',
        ];
        yield 'a position, by what first position would cost' => [
            Passage::of('4/4', '(D5e F#5e) (D5e F#5e) (D5e F#5e) (D5e F#5e)')->at(126)->inKey(2),
            3,
            'third position: in first position D5–F♯5 crosses from A to E inside the slur at ♩ = 126, and so on, 4 times',
        ];
        yield 'an open string' => [
            Passage::of('4/4', 'G4q A4q G4h')->at(80)->profile('second-year'),
            1,
            'the open string serves; 4 on D would do too',
        ];
        yield 'a position for what first does not reach' => [
            Passage::of('4/4', 'D6q C#6q B5h')->inKey(2),
            0,
            'third position: first position does not reach D6',
        ];
        yield 'the finger of a letter, said once' => [
            Passage::of('4/4', 'B3q C#4q B3h')->by('Viola')->profile('second-year'),
            1,
            'the finger of this letter; low 4 on G would do too',
        ];
        yield 'a mark' => [Passage::of('4/4', 'G4q A4q G4h')->marked('1.2 4'), 1, 'marked so'];
        yield 'the only place' => [
            Passage::of('4/4', 'D4q E4q F4h')->profile('second-year'),
            1,
            'first finger, first position',
        ];
        yield 'low 4 beside low 2' => [
            Passage::of('4/4', 'Bb3q C#4q Bb3q C#4q')->by('Viola')->profile('second-year'),
            1,
            'an easy hand: high 3 on G means a wide gap between the fingers of B♭3 and C♯4 (50 mm)',
        ];
    }

    #[DataProvider('reasons')]
    public function testWhy(Passage $passage, int $note, string $why): void
    {
        self::assertSame($why, $this->finger($passage, $note)->why);
    }

    public function testRunnersUpAreBestFirstAndSayWhatTheyCost(): void
    {
        $others = $this->finger(Passage::of('2/4', '(A4e G4e F#4e E4e)')->at(112)->inKey(2), 0)->others;

        self::assertSame(['A', 0], [$others[0]->string, $others[0]->number]);
        self::assertStringContainsString('inside the slur at ♩ = 112', $others[0]->why);
        $costs = array_column($others, 'costs');
        $sorted = $costs;
        sort($sorted);
        self::assertSame($sorted, $costs);
        self::assertGreaterThan(0.0, $costs[0]);
    }

    public function testReasonsDifferFromNoteToNote(): void
    {
        $plan = Passage::of('4/4', 'D4q A4q B4q F#4q | (A4e G4e F#4e E4e) D5q F#5q | A5q D6q B5h')->inKey(2)->explained()->plan();
        $whys = array_unique(array_map(static fn (NoteFinger $finger): string => $finger->why, $plan->fingers->notes));

        self::assertGreaterThan(6, count($whys));
    }

    private function finger(Passage $passage, int $note): NoteFinger
    {
        $plan = $passage->explained()->plan();
        $finger = $plan->fingers->at($plan->part->notes[$note]->id);
        self::assertNotNull($finger);

        return $finger;
    }

    public function testAnOpenStringIsNotExplainedByAPosition(): void
    {
        $passage = Passage::of('4/4', "D3q' rq A2q' rq | Bb2q C3q D3h | G2q. A2e Bb2q G2q | A2h D3h")
            ->by('Bass')->profile('third-position')->inKey(-1)->at(96)->explained();
        foreach ($passage->plan()->fingers->notes as $finger) {
            if ($finger->number === 0) {
                self::assertStringNotContainsString('first position does not reach', $finger->why);
            }
        }
    }
}
