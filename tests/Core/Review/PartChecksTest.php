<?php

declare(strict_types=1);

namespace Tests\Core\Review;

use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Plan\Planner;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

/** What is told of a part as it is printed. */
final class PartChecksTest extends TestCase
{
    private const DOTTED = "D4q' E4q' F#4h | ";
    private const PLAIN = 'D4q E4q F#4h | ';

    public function testDotsThatStopAreToldOnceWithOneAnswerForAll(): void
    {
        $passage = Passage::of('4/4', self::DOTTED . 'A4w | ' . self::PLAIN . 'G4w | ' . self::PLAIN . 'D4w')->inKey(2);
        $flag = $this->told($passage, FlagCode::StyleStops)[0];

        self::assertSame('The same as m. 1, where it has dots; here it has none. The same once more, at m. 5.', $flag->text);
        self::assertSame(['3.1 "simile"', '5.1 "simile"'], $flag->ways[0]->lines);
        self::assertSame([], $this->told($passage->marked(implode("\n", $flag->ways[0]->lines)), FlagCode::StyleStops));
        $typed = str_replace('"', '', implode("\n", $flag->ways[0]->lines));
        self::assertSame([], $this->told($passage->marked($typed), FlagCode::StyleStops), 'typed without quotes it is the same');
    }

    public function testDotsThatComeBackOrNeverWereAreNoNews(): void
    {
        self::assertSame([], $this->told(Passage::of('4/4', self::DOTTED . 'A4w | ' . self::DOTTED . 'D4w'), FlagCode::StyleStops));
        self::assertSame([], $this->told(Passage::of('4/4', self::PLAIN . 'A4w | ' . self::PLAIN . 'D4w'), FlagCode::StyleStops));
        self::assertSame([], $this->told(Passage::of('4/4', self::PLAIN . 'A4w | ' . self::DOTTED . 'D4w'), FlagCode::StyleStops));
    }

    public function testARhythmThatComesOnceInALongPartIsGoodToKnow(): void
    {
        $measure = 'D4q E4q F4q G4q | ';
        $flags = $this->told(Passage::of('4/4', str_repeat($measure, 9) . 'D4e. E4s F4q G4h | ' . str_repeat($measure, 7) . 'D4w'), FlagCode::RhythmOnce);

        self::assertSame([9], array_column($flags, 'measure'));
        self::assertFalse($flags[0]->isToLookAt());
        self::assertSame([], $this->told(Passage::of('4/4', str_repeat($measure, 3) . 'D4e. E4s F4q G4h'), FlagCode::RhythmOnce), 'in a short part everything does');
        self::assertSame([], $this->told(Passage::of('4/4', str_repeat($measure . 'D4e. E4s F4q G4h | ', 9) . 'D4w'), FlagCode::RhythmOnce));
    }

    public function testTheFirstNoteOutsideTheKeyIsGoodToKnow(): void
    {
        $texts = static fn (array $flags): array => array_column($flags, 'text');
        $begin = 'D4q E4q F#4q G4q | A4w | G4q F#4q E4q D4q | D4w | ';

        self::assertSame(['The first C of the part.'], $texts($this->told(Passage::of('4/4', $begin . 'B4q C5q B4h | C5w')->inKey(2), FlagCode::FirstMet)));
        self::assertSame([], $this->told(Passage::of('4/4', $begin . 'B4q C#5q B4h')->inKey(2), FlagCode::FirstMet));
        self::assertSame([], $this->told(Passage::of('4/4', 'C5w | ' . $begin . 'B4q C5q B4h')->inKey(2), FlagCode::FirstMet), 'it was met before');
    }

    public function testTheSameNoteAcrossABarlineIsGoodToKnow(): void
    {
        self::assertSame([1], array_column($this->told(Passage::of('4/4', 'D4h A4h | A4h D4h'), FlagCode::RepeatOverBarline), 'measure'));
        self::assertSame([], $this->told(Passage::of('4/4', 'D4h A4h~ | A4h D4h'), FlagCode::RepeatOverBarline));
        self::assertSame([], $this->told(Passage::of('4/4', 'D4q A4q A4q A4q | A4h D4h'), FlagCode::RepeatOverBarline), 'quick notes are repeated anyway');
    }

    public function testMeasuresThatAreNeverPlayedAreTold(): void
    {
        $flags = static fn (string $music): array => (new Planner())->plan(Passage::of('4/4', $music)->score())->flags;
        $never = array_values(array_filter(
            $flags('D4w | E4w | [fine] F4w | [D.C. al Fine] G4w | A4w | B4w'),
            static fn (Flag $flag): bool => $flag->code === FlagCode::NeverPlayed,
        ));

        self::assertSame(['Measures 5 to 6 are never played: the repeats and jumps lead past.'], array_column($never, 'text'));
        self::assertSame([], array_column($flags('D4w | E4w'), 'text'));
    }

    public function testADoubleStopBeyondTheLevelIsTold(): void
    {
        $chord = static fn (string $profile, string $chord): array => Passage::of('4/4', "{$chord}w | A4w")->profile($profile)->flags();

        self::assertContains('not-yet-learned@1', $chord('first-year', 'F#4+D5'));
        self::assertContains('not-yet-learned@1', $chord('first-year', 'D4+F#4'), 'four on G with two on D');
        self::assertNotContains('not-yet-learned@1', $chord('first-year', 'D4+A4'));
        self::assertNotContains('not-yet-learned@1', $chord('third-position', 'F#4+D5'));
    }

    /** @return list<Flag> */
    private function told(Passage $passage, FlagCode $code): array
    {
        return array_values(array_filter($passage->plan()->flags, static fn (Flag $flag): bool => $flag->code === $code));
    }
}
