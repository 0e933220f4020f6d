<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;
use UprightPencil\Review\Remedy;

/** Ways out that change slurs or the start, and slurs too long for one bow. */
final class SlurRemediesTest extends TestCase
{
    public function testAContradictionMayBeMendedByASlur(): void
    {
        $passage = Passage::of('4/4', 'D4q E4q F4q G4q | A4w')->marked("1.1 down\n2.1 up");
        $texts = $this->texts($passage, FlagCode::MarksContradict);

        self::assertNotSame([], preg_grep('~^Slur m\. 1 beat \d to beat \d$~', $texts));
        $this->clears($passage, "1.1 down\n2.1 up", FlagCode::MarksContradict);
    }

    public function testOrByTakingAPrintedSlurOut(): void
    {
        $passage = Passage::of('4/4', 'D4q E4q (F4q G4q) | A4w')->marked("1.1 down\n2.1 down");
        $texts = $this->texts($passage, FlagCode::MarksContradict);

        self::assertContains('Take the slur out at m. 1 beat 3', $texts);
        $this->clears($passage, "1.1 down\n2.1 down", FlagCode::MarksContradict);
    }

    public function testRepeatedNotesAreNotSlurred(): void
    {
        $passage = Passage::of('4/4', 'D4q D4q D4q D4q | A4w')->marked("1.1 down\n2.1 up");

        self::assertSame([], preg_grep('~^Slur~', $this->texts($passage, FlagCode::MarksContradict)));
    }

    public function testARetakeInTheSchoolOfTheDownbeatSaysThereIsTime(): void
    {
        $plan = Passage::of('4/4', 'D4h. rq | E4h. rq')->at(80)->school(BowSchool::Downbeat)->plan();

        self::assertSame(
            'retaken in the rest, there is time: the downbeat',
            $plan->bow->at($plan->part->notes[1]->id)?->why,
        );
    }

    public function testASlurThatNeedsMoreThanTwoBowsIsSplitIntoAsManyAsItNeeds(): void
    {
        $passage = Passage::of('4/4', '(D4q E4q F4q G4q | A4q B4q C5q D5q | C5q B4q A4q G4q) | E5h')->at(60)->loud('ff');
        $texts = $this->texts($passage, FlagCode::BowRunsOut);

        self::assertNotSame([], preg_grep('~^Split the slur: new bows at m\. .* and ~', $texts));
        $this->clears($passage, '', FlagCode::BowRunsOut);
    }

    /** @return iterable<string, array{string, string}> */
    public static function starts(): iterable
    {
        yield 'one stroke before the downbeat' => ['A4q | D5q E5q F5q G5q', 'one stroke before the downbeat, which comes down'];
        yield 'the downbeat itself' => ['D5q E5q F5q G5q', 'the downbeat'];
    }

    #[DataProvider('starts')]
    public function testTheStartSaysWhatItLeadsTo(string $music, string $why): void
    {
        $passage = Passage::of('4/4', $music);
        $plan = (str_starts_with($music, 'A4q |') ? $passage->withPickup() : $passage)->plan();

        self::assertSame($why, $plan->bow->at($plan->part->notes[0]->id)?->why);
    }

    /** Every way out, laid on top of the marks that are there, leaves the flag behind. */
    private function clears(Passage $passage, string $marks, FlagCode $code): void
    {
        foreach ($this->ways($passage, $code) as $way) {
            $mended = $passage->withText($passage->text())->marked(trim($marks . "\n" . implode("\n", $way->lines)));
            $codes = array_map(static fn (Flag $flag): FlagCode => $flag->code, $mended->plan()->flags);
            self::assertNotContains($code, $codes, $way->text);
        }
    }

    /** @return list<string> */
    private function texts(Passage $passage, FlagCode $code): array
    {
        return array_map(static fn (Remedy $way): string => $way->text, $this->ways($passage, $code));
    }

    /** @return list<Remedy> */
    private function ways(Passage $passage, FlagCode $code): array
    {
        foreach ($passage->plan()->flags as $flag) {
            if ($flag->code === $code) {
                return $flag->ways;
            }
        }
        self::fail("Nothing is flagged {$code->value}.");
    }
}
