<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\Remedy;

/** Goals, contradictions, second times: what is found, and that each way out really is one. */
final class RemediesTest extends TestCase
{
    public function testAGoalTakesTheRestWhenThereIsTime(): void
    {
        $passage = Passage::of('4/4', 'D4q E4q F4q G4q | A4h. rq | D5w')->at(80)->marked('3.1 goal down');

        self::assertSame('d u d u | d | retake d', $passage->bows());
        self::assertSame([], $passage->flags());
    }

    public function testWithoutARestAGoalHooksTheRepeatedNote(): void
    {
        $passage = Passage::of('4/4', 'D4q E4q F4q G4q | A4q B4q B4h | C5q B4h. | D5w')->marked('4.1 goal up');

        self::assertSame('d u d u | d u hook u | d u | d', Passage::of('4/4', 'D4q E4q F4q G4q | A4q B4q B4h | C5q B4h. | D5w')
            ->marked('4.1 goal down')->bows());
        self::assertSame('u', substr($passage->bows(), -1));
    }

    public function testAGoalBetweenFactsThatLeaveNoPlaceIsMissedAndSaysSo(): void
    {
        $passage = Passage::of('4/4', '(D4hd E4h) | (F4h G4h) | A4w')->marked("2.1 down\n2.3 goal up");

        self::assertContains('marks-contradict@2', $passage->flags());
    }

    public function testTwoFixedDirectionsThatPullApartAreReportedWithWaysThatWork(): void
    {
        $music = 'D4qd E4q F4q G4q | A4qu B4q C5h';
        $flag = $this->flag(Passage::of('4/4', $music), FlagCode::MarksContradict);
        self::assertStringContainsString('down at m. 1 beat 1 and up here, with 3 strokes between', strtolower($flag->text));
        self::assertNotSame([], $flag->ways);
        foreach ($flag->ways as $way) {
            $mended = Passage::of('4/4', $music)->marked(implode("\n", $way->lines));
            self::assertNotContains('marks-contradict@2', $mended->flags(), $way->text);
            self::assertMatchesRegularExpression('~\| (hook |retake )?u~', $mended->bows());
        }
    }

    /** @return iterable<string, array{string, string, float, string, list<string>}> music, mark, tempo, flag, what is offered */
    public static function marksThatDoNotWork(): iterable
    {
        yield 'no time to lift between quick notes: a hook is too fast there as well'
            => ['D4s E4s F4s G4s A4h. | A4w', '1.1+ retake', 160, 'no-time-to-retake@1', ['Let it alternate']];
        yield 'no time to lift in a short rest, but the notes are long enough to hook'
            => ['D4h. F4e re | A4w', '2.1 retake', 200, 'no-time-to-retake@2', ['Hook it instead', 'Let it alternate']];
        yield 'too fast to hook' => ['D4s E4s F4s G4s A4h. | A4w', '1.1+ hook', 160, 'marks-contradict@1', ['Let it alternate']];
        yield 'a retake before a note that is marked the other way'
            => ['D4h rq E4q | F4w', "1.4 retake\n1.4 up", 60, 'marks-contradict@1', ['Let it alternate']];
        yield 'nothing stands before the first stroke, so nothing can stand in place of its hook'
            => ['D4h E4h | F4w', '1.1 hook', 100, 'marks-contradict@1', []];
    }

    /** @param list<string> $offered */
    #[DataProvider('marksThatDoNotWork')]
    public function testAMarkThatDoesNotWorkIsOfferedWhatDoes(string $music, string $marks, float $tempo, string $code, array $offered): void
    {
        $passage = Passage::of('4/4', $music)->at($tempo)->marked($marks);
        self::assertContains($code, $passage->flags());
        $flag = array_values(array_filter(
            $passage->plan()->flags,
            static fn (Flag $flag): bool => $flag->code->value === explode('@', $code)[0],
        ))[0];

        self::assertSame($offered, array_map(static fn (Remedy $way): string => $way->text, $flag->ways));
        foreach ($flag->ways as $way) {
            $rest = array_filter(explode("\n", $marks), static fn (string $line): bool => !str_contains($line, 'retake') && !str_contains($line, 'hook'));
            $mended = Passage::of('4/4', $music)->at($tempo)->marked(implode("\n", [...$rest, ...$way->lines]));
            self::assertNotContains($code, $mended->flags(), $way->text);
        }
    }

    public function testTheSecondTimeIsComparedAsItIsReallyPlayed(): void
    {
        $music = '[repeat] D4q E4q F4q G4q | A4q B4q C5h [back] | D5w';
        $passage = Passage::of('4/4', $music);
        $flag = $this->flag($passage, FlagCode::SecondTimeDiffers);

        self::assertSame('P1-m1-n1', $flag->noteId);
        self::assertStringContainsString('Second time through comes out up here', $flag->text);
        self::assertNotSame([], $flag->ways);
        foreach ($flag->ways as $way) {
            $mended = Passage::of('4/4', $music)->marked(implode("\n", $way->lines));
            self::assertSame([], $mended->flags(), $way->text);
        }
    }

    public function testAnEvenRepeatRaisesNothing(): void
    {
        self::assertSame([], Passage::of('4/4', '[repeat] D4q E4q F4q G4q | A4h C5h [back] | D5w')->flags());
    }

    public function testALongRestInTheRepeatStartsAfreshAndRaisesNothing(): void
    {
        self::assertSame([], Passage::of('4/4', '[repeat] D4q E4q F4h | rw [back] | D5w')->flags());
    }

    public function testARetakeWithoutTimeIsFlagged(): void
    {
        $fast = Passage::of('4/4', 'D4h~ D4q. re | E4w')->at(120)->marked('2.1 retake');
        self::assertSame(['no-time-to-retake@2'], $fast->flags());
        self::assertStringContainsString(
            'No time to lift: the way back takes 0.39 s, and there is a rest of 0.25 s',
            $this->flag($fast, FlagCode::NoTimeToRetake)->text,
        );
        self::assertSame([], Passage::of('4/4', 'D4h. rq | E4w')->at(60)->marked('2.1 retake')->flags());
        self::assertSame(['no-time-to-retake@1'], Passage::of('4/4', 'D4e E4e F4q G4h')->at(140)->marked('1.1+ retake')->flags());
    }

    public function testMarksThatCannotStandAreToldAtTheirPlace(): void
    {
        self::assertSame(['marks-contradict@2'], Passage::of('4/4', 'D4w~ | D4h E4h')->marked('2.1 hook')->flags());
        self::assertSame(['marks-contradict@1'], Passage::of('4/4', '[pizz.] D4h E4h | F4w')->marked('1.3 down')->flags());
        self::assertSame(['marks-contradict@1'], Passage::of('4/4', 'D4h E4h | F4w')->marked('1.1 hook')->flags());
        self::assertSame(['marks-contradict@1'], Passage::of('4/4', 'D4h E4h | F4w')->marked("1.3 down\n1.3 up")->flags());
        self::assertSame(['marks-contradict@1'], Passage::of('4/4', 'D4h E4h | F4w')->marked("1.3 hook\n1.3 up")->flags());
        self::assertSame(['marks-contradict@1'], Passage::of('4/4', 'D4s E4s F4s G4s A4h.')->at(120)->marked('1.1+ hook')->flags());
    }

    private function flag(Passage $passage, FlagCode $code): Flag
    {
        foreach ($passage->plan()->flags as $flag) {
            if ($flag->code === $code) {
                return $flag;
            }
        }
        self::fail("No {$code->value}: " . implode(', ', $passage->flags()));
    }

    public function testWaysOutStandBestFirst(): void
    {
        $flag = Passage::of('4/4', 'A4qd (B4q C5q) D5q | E5wd')->at(80)->plan()->flags[0];

        self::assertSame('marks-contradict', $flag->code->value);
        // The light beat nearest to the trouble first, then what takes its time from a note; nobody hooks onto the downbeat.
        self::assertSame(['1.4 hook', '1.2 hook', '1.4 retake', '2.1 retake', '1.2 no slurs'], array_map(static fn ($way): string => $way->lines[0], $flag->ways));
    }

    public function testOfSlursTwoAreOfferedTheNearestFirst(): void
    {
        $flag = Passage::of('4/4', '(A4qd B4q) (C5q D5q) | (E5q D5q) (C5q B4q) | (A4q B4q) (C5q D5q) | B4wu')->plan()->flags[0];
        $lines = array_map(static fn ($way): string => $way->lines[0], $flag->ways);

        self::assertSame(['3.3 no slurs', '3.1 no slurs'], array_values(preg_grep('~slurs~', $lines) ?: []));
    }
}
