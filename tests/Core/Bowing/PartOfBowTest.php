<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Review\FlagCode;

/** Parts of the bow as a director asks for them: the travel obeys, the page says so, and what cannot be is told. */
final class PartOfBowTest extends TestCase
{
    private const EIGHTHS = 'D4e E4e F#4e G4e A4e G4e F#4e E4e';
    private const QUARTERS = 'D4q E4q F#4q G4q';

    /** @return iterable<string, array{Passage, float, float}> where every stroke of measure 2 has to lie */
    public static function parts(): iterable
    {
        $eighths = static fn (string $mark): Passage => Passage::of('4/4', implode(' | ', array_fill(0, 3, self::EIGHTHS)))->at(88)->marked("2 {$mark}");
        yield 'eighths at the frog, for weight' => [$eighths('frog'), 0.0, 0.3];
        yield 'at the tip, for a whisper' => [$eighths('tip'), 0.65, 1.0];
        yield 'at the balance point, to bounce' => [$eighths('balance'), 0.1, 0.5];
        yield 'in the middle' => [$eighths('middle'), 0.25, 0.75];
        yield 'in the upper half' => [$eighths('upper half'), 0.45, 1.0];
        yield 'in the lower half' => [$eighths('lower half'), 0.0, 0.55];
        $quarters = static fn (string $mark): Passage => Passage::of('4/4', implode(' | ', array_fill(0, 3, self::QUARTERS)))->at(100)->marked("2 {$mark}");
        yield 'quarters in the upper half' => [$quarters('upper half'), 0.4, 1.0];
        yield 'quarters in the lower half' => [$quarters('lower half'), 0.0, 0.6];
        yield 'slurred pairs at the tip' => [
            Passage::of('4/4', '(D4e E4e) (F#4e G4e) (A4e G4e) (F#4e E4e) | (D4e E4e) (F#4e G4e) (A4e G4e) (F#4e E4e)')->at(96)->marked('2 tip'),
            0.6,
            1.0,
        ];
    }

    #[DataProvider('parts')]
    public function testEveryStrokeLiesThereAfterTheFirstHasCome(Passage $passage, float $low, float $high): void
    {
        $places = $this->places($passage, 2);

        self::assertNotSame([], $places);
        foreach (array_slice($places, 1) as [$from, $to]) {
            self::assertGreaterThanOrEqual($low - 1e-6, min($from, $to));
            self::assertLessThanOrEqual($high + 1e-6, max($from, $to));
        }
    }

    public function testAWholeBowIsAsMuchAsThereIsTimeForAndSavingIsLittle(): void
    {
        $length = function (string $mark): float {
            $passage = Passage::of('4/4', 'D4h A4h | D4h A4h')->at(72);
            [$from, $to] = $this->places($mark === '' ? $passage : $passage->marked($mark), 1)[0];

            return abs($to - $from);
        };

        self::assertGreaterThan(0.9, $length('1-2 whole bow'));
        self::assertLessThan(0.65 * $length(''), $length('1-2 save'));
    }

    public function testItEndsWithItsRange(): void
    {
        $passage = Passage::of('4/4', implode(' | ', array_fill(0, 4, self::EIGHTHS)))->at(88)->marked('1-2 tip');
        $last = $this->places($passage, 4);

        self::assertLessThan(0.7, min($last[7]), 'the bow comes back to where plain eighths are at home');
    }

    public function testThePageSaysIt(): void
    {
        $plan = Passage::of('4/4', self::QUARTERS . ' | ' . self::QUARTERS)->marked("1.1 whole bow\n2 upper half")->plan();

        self::assertContains('"whole bow"', $plan->prints['P1-m1-n1']->tokens());
        self::assertContains('"upper half"', $plan->prints['P1-m2-n1']->tokens());
    }

    public function testWhatCannotBeIsTold(): void
    {
        $told = static fn (Passage $passage): array => array_values(array_map(
            static fn ($flag): string => $flag->text,
            array_filter($passage->plan()->flags, static fn ($flag): bool => $flag->code === FlagCode::GoalMissed),
        ));

        self::assertSame(
            ['“whole bow” is asked for, and this stroke is too short for so much bow, or begins too far along it.'],
            $told(Passage::of('4/4', 'D4s E4s F#4s G4s D4q D4h')->at(120)->marked('1.1 whole bow')),
        );
        self::assertSame(
            ['“at the frog” is asked for, but the note is too long for so little bow.'],
            $told(Passage::of('4/4', '[ff] D4w | D4w')->at(60)->marked('2 frog')),
        );
        self::assertSame([], $told(Passage::of('4/4', implode(' | ', array_fill(0, 2, self::EIGHTHS)))->at(88)->marked('1-2 middle')));
    }

    public function testAtAPluckedNoteItIsTold(): void
    {
        $flags = Passage::of('4/4', '[pizz.] D4q E4q F#4q G4q')->marked('1.2 tip')->plan()->flags;

        self::assertSame(['“tip” stands at a note without a bow stroke (pizzicato or tremolo).'], array_column(
            array_filter($flags, static fn ($flag): bool => $flag->code === FlagCode::MarksContradict),
            'text',
        ));
    }

    public function testAStretchMayBeginAtAPluckedNote(): void
    {
        $plan = Passage::of('4/4', '[pizz.] D4q E4q F#4q G4q | [arco] ' . self::EIGHTHS)->at(88)->marked('1-2 upper half')->plan();

        self::assertSame([], array_filter($plan->flags, static fn ($flag): bool => $flag->code === FlagCode::MarksContradict));
    }

    public function testNoDirectionTurns(): void
    {
        $plain = Passage::of('4/4', implode(' | ', array_fill(0, 3, self::EIGHTHS)))->at(88);
        $asked = Passage::of('4/4', implode(' | ', array_fill(0, 3, self::EIGHTHS)))->at(88)->marked("1 frog\n2 tip\n3 whole bow");

        self::assertSame($plain->plan()->bow->directions(), $asked->plan()->bow->directions());
    }

    /** @return list<array{float, float}> where each stroke of a measure begins and ends */
    private function places(Passage $passage, int $measure): array
    {
        $plan = $passage->plan();
        $places = [];
        foreach ($plan->part->notes as $note) {
            $bow = $plan->bow->at($note->id);
            if ($note->measure === $measure - 1 && $bow !== null) {
                if ($bow->isHead || $places === []) {
                    $places[] = [$bow->from ?? 0.0, $bow->to ?? 0.0];
                } else {
                    $places[count($places) - 1][1] = $bow->to ?? 0.0;
                }
            }
        }

        return $places;
    }
}
