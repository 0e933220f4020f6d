<?php

declare(strict_types=1);

namespace Tests\Core\Bowing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use Tests\Support\Tunes;
use UprightPencil\Bowing\Result\BowConnection;
use UprightPencil\Bowing\Result\NoteBow;
use UprightPencil\Music\Direction;
use UprightPencil\Review\Flag;
use UprightPencil\Review\FlagCode;

final class DistributionTest extends TestCase
{
    /** @return iterable<string, array{Passage}> */
    public static function tunes(): iterable
    {
        foreach (range(1, 25) as $seed) {
            yield "tune {$seed}" => [Tunes::make($seed)];
        }
    }

    #[DataProvider('tunes')]
    public function testTheBowNeverLeavesTheHairAndNeverJumpsUnseen(Passage $passage): void
    {
        $plan = $passage->plan();
        $at = null;
        foreach ($plan->part->notes as $note) {
            $bow = $plan->bow->at($note->id);
            if ($bow === null) {
                $at = null;
                continue;
            }
            self::assertGreaterThanOrEqual(-1e-9, min($bow->from, $bow->to));
            self::assertLessThanOrEqual(1 + 1e-9, max($bow->from, $bow->to));
            $sign = $bow->direction === Direction::Down ? 1 : -1;
            self::assertGreaterThanOrEqual(-1e-9, $sign * ($bow->to - $bow->from), "{$note->id} goes the wrong way");
            if ($at !== null && !in_array($bow->connection, [BowConnection::Start, BowConnection::Retake, BowConnection::Lift], true)) {
                self::assertEqualsWithDelta($at, $bow->from, 1e-6, "{$note->id} jumps");
            }
            $at = $bow->to;
        }
    }

    #[DataProvider('tunes')]
    public function testDirectionsAlternateExceptWhereTheySayWhy(Passage $passage): void
    {
        $plan = $passage->plan();
        $before = null;
        foreach ($plan->part->notes as $note) {
            $bow = $plan->bow->at($note->id);
            if ($bow === null || !$bow->isHead) {
                continue;
            }
            if ($before !== null && $bow->connection !== BowConnection::Start) {
                self::assertSame($bow->connection->repeatsDirection(), $before === $bow->direction, $note->id);
            }
            $before = $bow->direction;
        }
        self::assertNotNull($before);
    }

    #[DataProvider('tunes')]
    public function testTransposingChangesNoDirection(Passage $passage): void
    {
        $up = $passage->withText((string) preg_replace_callback(
            '~([A-G])(\d)(?=[whqe])~',
            static fn (array $note): string => $note[1] . ((int) $note[2] + 1),
            $passage->text(),
        ));

        self::assertSame($passage->bows(), $up->bows());
    }

    public function testQuartersTravelOutSoThatTheLongUpBowHasTheBow(): void
    {
        $bows = $this->bowsOf(Passage::of('3/4', 'D4q E4q F4q | G4h. | A4q G4q F4q | E4h.')->at(84));

        self::assertGreaterThan(0.6, $bows[3]->from, 'the long up bow begins in the upper half');
        self::assertLessThan($bows[3]->from - 0.4, $bows[3]->to);
    }

    public function testEqualNotesUnderASlurGetEqualBow(): void
    {
        $bows = $this->bowsOf(Passage::of('4/4', '(D4q E4q F4q G4q) | A4w'));

        self::assertEqualsWithDelta($bows[0]->to - $bows[0]->from, $bows[3]->to - $bows[3]->from, 1e-6);
    }

    public function testACrescendoTakesMoreAndMoreBow(): void
    {
        $bows = $this->bowsOf(Passage::of('4/4', '[p] [<] (D4q E4q F4q G4q) | [/] [ff] A4w'));

        self::assertGreaterThan(1.3 * ($bows[0]->to - $bows[0]->from), $bows[3]->to - $bows[3]->from);
    }

    #[DataProvider('regions')]
    public function testAStrokeAloneLiesInItsRegion(string $music, float $from, float $to): void
    {
        $bow = $this->bowsOf(Passage::of('4/4', $music)->at(96))[0];
        $middle = ($bow->from + $bow->to) / 2;

        self::assertGreaterThanOrEqual($from, $middle, "from {$bow->from} to {$bow->to}");
        self::assertLessThanOrEqual($to, $middle, "from {$bow->from} to {$bow->to}");
    }

    /** @return iterable<string, array{string, float, float}> where the middle of the stroke lies, 0 at the frog */
    public static function regions(): iterable
    {
        yield 'a down bow begins near the frog' => ['A4q rq rh', 0.0, 0.5];
        yield 'an up bow begins above the middle' => ['A4qu rq rh', 0.35, 1.0];
        yield 'an accented down bow, nearest to the frog' => ['[f] A4q> rq rh', 0.0, 0.35];
        yield 'an accented up bow, below the middle' => ['[f] A4q>u rq rh', 0.0, 0.5];
        yield 'soft, in the upper half' => ['[pp] A4q rq rh', 0.5, 1.0];
        yield 'soft and up, in the upper half too' => ['[pp] A4qu rq rh', 0.4, 1.0];
        yield 'quick, at the middle' => ['A4s B4s A4s B4s rq rh', 0.3, 0.7];
        yield 'quick and soft, above it' => ['[pp] A4s B4s A4s B4s rq rh', 0.5, 1.0];
        yield 'bounced, at the balance point' => ['A4e^ B4e^ A4e^ B4e^ rh', 0.1, 0.5];
        yield 'dotted, in the lower half' => ["A4q' B4q' A4q' B4q'", 0.0, 0.5];
    }

    /** @return iterable<string, array{string, float, float}> the music after its words, and where each note is to lie */
    public static function words(): iterable
    {
        yield 'spiccato' => ['[spicc.] D4e E4e F4e G4e A4e G4e F4e E4e', 0.15, 0.5];
        yield 'at the frog' => ['[al tallone] D4q E4q F4q G4q', 0.0, 0.4];
        yield 'at the tip' => ['[punta] D4e E4e F4e G4e A4e G4e F4e E4e', 0.6, 1.0];
        yield 'in the middle' => ['[in the middle] D4e E4e F4e G4e A4e G4e F4e E4e', 0.25, 0.75];
        yield 'staccato' => ['[staccato] D4q E4q F4q G4q', 0.0, 0.6];
    }

    #[DataProvider('words')]
    public function testWordsHoldUntilTheyAreTakenBack(string $music, float $from, float $to): void
    {
        $bows = $this->bowsOf(Passage::of('4/4', "{$music} | D4q E4q F4q G4q | [ord.] D4q E4q F4q G4q | A4q G4q F4q E4q")->at(112));
        foreach (array_slice($bows, 1, 6) as $bow) {
            self::assertGreaterThanOrEqual($from, min($bow->from, $bow->to));
            self::assertLessThanOrEqual($to, max($bow->from, $bow->to));
        }
        foreach (array_slice($bows, -4, 3) as $bow) {
            self::assertGreaterThanOrEqual(0.2, min($bow->from, $bow->to));
            self::assertLessThanOrEqual(0.8, max($bow->from, $bow->to));
        }
    }

    public function testTremoloByWordHasNoDirectionAndWhatFollowsStartsAfresh(): void
    {
        self::assertSame('- - | d u d u', Passage::of('4/4', '[trem.] A4h B4h | [ord.] A4q G4q F4q E4q')->bows());
    }

    public function testPlainNotesLiveAroundTheMiddle(): void
    {
        $bows = $this->bowsOf(Passage::of('4/4', 'D4q E4q F4q G4q | A4h G4h | F4q E4q F4q G4q | A4h. G4q | F4q G4q A4q F4q | E4w')->at(100));
        foreach (array_slice($bows, 0, 14) as $bow) {
            self::assertGreaterThanOrEqual(0.05, min($bow->from, $bow->to));
            self::assertLessThanOrEqual(0.95, max($bow->from, $bow->to));
        }
    }

    public function testSoftNotesGoByTheirSchool(): void
    {
        $music = '[pp] D4q E4q F4q G4q | A4h G4h | F4q E4q F4q G4q';
        $tip = $this->bowsOf(Passage::of('4/4', $music)->at(80));
        $light = $this->bowsOf(Passage::of('4/4', $music)->at(80)->with('soft=light'));
        $moved = static fn (array $bows): float => array_sum(array_map(static fn ($bow): float => abs($bow->to - $bow->from), $bows));

        self::assertGreaterThan(1.3 * $moved($tip), $moved($light));
        self::assertGreaterThanOrEqual(0.5, $tip[2]->from);
    }

    public function testSpiccatoStaysBetweenFrogAndMiddle(): void
    {
        $passage = Passage::of('4/4', "D4e' D4e' E4e' E4e' F4e' F4e' E4e' E4e' | D4e' D4e' E4e' E4e' F4e' F4e' E4e' E4e'")->at(120);
        foreach (array_slice($this->bowsOf($passage), 4) as $bow) {
            self::assertLessThanOrEqual(0.62, max($bow->from, $bow->to));
            self::assertLessThanOrEqual(0.2 + 1e-6, abs($bow->to - $bow->from));
        }
    }

    public function testALoudNoteTooLongForTheBowIsFlaggedWithPlacesToChange(): void
    {
        $passage = Passage::of('4/4', 'D4w~ | D4h E4q F4q | G4w')->at(72)->loud('ff');
        $flag = $this->flag($passage, FlagCode::BowRunsOut);

        self::assertStringContainsString('5.0 s on one bow need 80 cm at the slowest, and there are 61', $flag->text);
        $places = array_map(static fn ($way): string => $way->lines[0], $flag->ways);
        // Nearest to the middle first; a strong beat counts for more than a light one.
        self::assertSame(['1.4 change', '2.1 change', '1.3 change'], $places);
        foreach ($flag->ways as $way) {
            $changed = Passage::of('4/4', 'D4w~ | D4h E4q F4q | G4w')->at(72)->loud('ff')->marked(implode("\n", $way->lines));
            self::assertNotContains('bow-runs-out@1', $changed->flags(), $way->text);
        }
    }

    public function testAVeryLongNoteChangesMoreThanOnce(): void
    {
        $way = $this->flag(Passage::of('4/4', 'E5w~ | E5w~ | E5w~ | E5h rh')->at(104)->loud('ff'), FlagCode::BowRunsOut)->ways[0];

        self::assertCount(2, $way->lines);
        self::assertNotContains('bow-runs-out@1', Passage::of('4/4', 'E5w~ | E5w~ | E5w~ | E5h rh')->at(104)->loud('ff')
            ->marked(implode("\n", $way->lines))->flags());
    }

    public function testASlurTooLongIsSplitWhereBothHalvesFit(): void
    {
        $way = $this->flag(Passage::of('8/4', '(D4h E4h F4h G4h) | A4w A4w')->at(96)->loud('f'), FlagCode::BowRunsOut)->ways[0];

        self::assertSame(['1.1 no slurs', '1.1 slur 1.3', '1.5 slur 1.7'], $way->lines);
    }

    public function testOrdinaryMusicRaisesNothing(): void
    {
        foreach (['paper-boats', 'lesson-12', 'lesson-13', 'lesson-14', 'lesson-15', 'lesson-16'] as $name) {
            $bytes = (string) file_get_contents(dirname(__DIR__, 3) . "/demo/scores/{$name}.musicxml");
            $plan = (new \UprightPencil\Plan\Planner())->plan((new \UprightPencil\Format\MusicXml\ScoreReader())->read($bytes));
            self::assertSame([], $plan->flags, $name);
            foreach ($plan->parts as $part) {
                // That a loud last note comes up is for its director to judge; what is good to know needs no look.
                $looks = array_filter($part->flags, static fn (Flag $flag): bool => $flag->isToLookAt() && $flag->code !== FlagCode::LastNoteUp);
                self::assertSame([], array_column($looks, 'text'), $name);
            }
        }
    }

    public function testAShortNoteAfterARestIsSetBackForTheLongNoteAfterIt(): void
    {
        $passage = Passage::of('4/4', '[f] D4h~ D4e re E4e F4e~ | F4h~ F4e re G4e A4e~ | A4h~ A4e re B4e C5e~ | C5w')->at(64)->profile('advanced');

        self::assertStringContainsString('lift u', $passage->bows());
        self::assertSame([], array_filter($passage->flags(), static fn (string $flag): bool => !str_starts_with($flag, 'does-not')));
    }

    public function testAdviceIsGivenWhereAPlayerWouldGuessWrong(): void
    {
        $waltz = Passage::of('3/4', 'D4q E4q F4q | G4h. | A4q G4q F4q | E4h.')->at(72);
        $advice = array_values(array_map(static fn (NoteBow $bow): string => $bow->advice, $waltz->plan()->bow->notes));
        self::assertContains('whole bow', $advice);
        self::assertSame(['', '', '', ''], array_slice(array_values(array_map(
            static fn (NoteBow $bow): string => $bow->advice,
            Passage::of('4/4', 'D4q E4q F4q G4q | A4q G4q F4q E4q')->at(120)->plan()->bow->notes,
        )), 0, 4), 'quick quarters need no words');
        $saved = Passage::of('4/4', '(D4w~ | D4q E4q F4q G4q) | A4w')->at(112)->loud('f')->plan();
        self::assertSame('save', $saved->bow->at('P1-m1-n1')?->advice);
    }

    public function testALongStrokeBringsTheBowToWhereTheQuickNotesLive(): void
    {
        $quick = Passage::of('3/4', 'D4h. | E4e F4e G4e A4e B4e A4e | D4h.')->at(140);
        self::assertSame('back to the middle by m. 2 beat 1', $quick->plan()->bow->at('P1-m1-n1')?->advice);

        $slow = Passage::of('3/4', 'D4h. | E4q F4q G4q | D4h.')->at(100);
        self::assertStringNotContainsString('by beat', implode(' ', array_map(
            static fn (NoteBow $bow): string => $bow->advice,
            $slow->plan()->bow->notes,
        )), 'quarters have no place of their own on the bow');

        $rest = Passage::of('3/4', 'D4h rq | E4e F4e G4e A4e B4e A4e | D4h.')->at(140);
        self::assertNotSame('back to the middle by m. 2 beat 1', $rest->plan()->bow->at('P1-m1-n1')?->advice, 'in a rest the bow is set');
    }

    /** @return list<NoteBow> */
    private function bowsOf(Passage $passage): array
    {
        return array_values($passage->plan()->bow->notes);
    }

    private function flag(Passage $passage, FlagCode $code): Flag
    {
        foreach ($passage->plan()->flags as $flag) {
            if ($flag->code === $code) {
                return $flag;
            }
        }
        self::fail("No {$code->value}.");
    }
}
