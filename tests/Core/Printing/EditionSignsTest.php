<?php

declare(strict_types=1);

namespace Tests\Core\Printing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use UprightPencil\Format\MarkedScoreCsv;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Marks\MarkBook;
use UprightPencil\Music\Direction;
use UprightPencil\Music\Oddity;
use UprightPencil\Music\Score;
use UprightPencil\Plan\PartPlan;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Roadmap\Roadmap;
use UprightPencil\Settings\Profile;

/** What editions print at and between notes, in the ways programs write it. */
final class EditionSignsTest extends TestCase
{
    public function testPrintedFingersStringsAndHarmonicsAreKeptAtTheirNotes(): void
    {
        $notes = self::score(self::measure(
            self::note('D5', '<technical><fingering>3</fingering><string>2</string></technical>')
            . self::note('A5', '<technical><harmonic><natural/></harmonic><fingering>4</fingering></technical>')
            . self::note('A4', '<technical><open-string/></technical>')
            . self::note('B4', '<technical><up-bow/></technical>'),
        ))->parts[0]->notes;

        self::assertSame(['3'], $notes[0]->fingerings);
        self::assertSame('2', $notes[0]->printedString);
        self::assertTrue($notes[1]->harmonic);
        self::assertTrue($notes[2]->openString);
        self::assertSame(Direction::Up, $notes[3]->printedBow);
    }

    public function testAPrintedHarmonicIsTouchedWhereTheClassCanReachIt(): void
    {
        // Half of the A string lies under the fourth finger in fourth position; a third of the D string in first.
        foreach (['advanced' => ['A', 12], 'third-position' => ['D', 7]] as $profile => [$string, $semitones]) {
            $plan = self::plan(self::measure(
                self::note('E5') . self::note('A5', '<technical><harmonic><natural/></harmonic></technical>') . self::note('G5', '', 2),
            ), $profile);
            $finger = $plan->fingers->at($plan->part->notes[1]->id);

            self::assertSame('harmonic', $finger?->shape->value);
            self::assertContains([$finger->string, $finger->semitones], [[$string, $semitones], ['D', 7]], $profile);
        }
    }

    public function testAHarmonicAFifthAboveTheOctaveIsTouchedAtAThirdOfTheString(): void
    {
        $plan = self::plan(self::measure(
            self::note('A4') . self::note('E6', '<technical><harmonic/></technical>') . self::note('A4') . self::note('A4'),
        ), 'advanced');
        $finger = $plan->fingers->at($plan->part->notes[1]->id);

        self::assertContains([$finger?->string, $finger?->semitones], [['A', 7], ['E', 12]]);
    }

    public function testTheMeasureSaysWhereTheMusicGoesInSoundsToo(): void
    {
        $score = self::score(
            self::measure(self::note('D4', '', 4) . '<sound segno="s"/>'),
            self::measure(self::note('E4', '', 4) . '<sound tocoda="c"/>'),
            self::measure(self::note('F4', '', 4) . '<sound dalsegno="s"/>'),
            self::measure('<sound coda="c"/>' . self::note('G4', '', 4)),
        );

        self::assertSame(['1', '2', '3', '1', '2', '4'], Roadmap::of($score)->numbers($score->measures));
    }

    public function testDaCapoAlFineInSounds(): void
    {
        $score = self::score(
            self::measure(self::note('D4', '', 4)),
            self::measure(self::note('E4', '', 4) . '<sound fine="yes"/>'),
            self::measure(self::note('F4', '', 4) . '<sound dacapo="yes"/>'),
        );

        self::assertSame(['1', '2', '3', '1', '2'], Roadmap::of($score)->numbers($score->measures));
    }

    public function testATempoOutsideADirectionCounts(): void
    {
        $score = self::score(self::measure('<sound tempo="66"/>' . self::note('D4', '', 4)));

        self::assertSame(66.0, $score->tempos[0]->quartersPerMinute);
    }

    public function testPluckingInSoundsTakesTheBowAway(): void
    {
        $plan = self::plan(self::measure('<sound pizzicato="yes"/>' . self::note('D4', '', 2) . '<sound pizzicato="no"/>' . self::note('E4', '', 2)));

        self::assertNull($plan->bow->at($plan->part->notes[0]->id));
        self::assertNotNull($plan->bow->at($plan->part->notes[1]->id));
    }

    /** @return iterable<string, array{string, float}> */
    public static function metronomes(): iterable
    {
        yield 'a quarter' => ['<beat-unit>quarter</beat-unit><per-minute>84</per-minute>', 84.0];
        yield 'a half' => ['<beat-unit>half</beat-unit><per-minute>60</per-minute>', 120.0];
        yield 'a dotted quarter' => ['<beat-unit>quarter</beat-unit><beat-unit-dot/><per-minute>60</per-minute>', 90.0];
        yield 'about' => ['<beat-unit>quarter</beat-unit><per-minute>ca. 72</per-minute>', 72.0];
    }

    #[DataProvider('metronomes')]
    public function testMetronomeMarksAreRead(string $metronome, float $quarters): void
    {
        $score = self::score(self::measure(
            "<direction><direction-type><metronome>{$metronome}</metronome></direction-type></direction>" . self::note('D4', '', 4),
        ));

        self::assertSame($quarters, $score->tempos[0]->quartersPerMinute);
    }

    public function testAMetronomeMarkWithoutANumberLeavesTheTempoOpen(): void
    {
        $score = self::score(self::measure(
            '<direction><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>?</per-minute></metronome></direction-type>'
            . '</direction>' . self::note('D4', '', 4),
        ));

        self::assertSame([], $score->tempos);
    }

    public function testASlurMayEndAndTheNextBeginOnOneNoteInEitherOrder(): void
    {
        $slur = static fn (string ...$types): string => implode('', array_map(
            static fn (string $type): string => "<slur type=\"{$type}\" number=\"1\"/>",
            $types,
        ));
        foreach ([$slur('stop', 'start'), $slur('start', 'stop')] as $both) {
            $slurs = self::score(self::measure(
                self::note('D4', $slur('start')) . self::note('E4', $both) . self::note('F4', $slur('stop')) . self::note('G4'),
            ))->parts[0]->slurs;
            self::assertSame([[0, 1], [1, 2]], array_map(static fn ($one): array => [$one->from, $one->to], $slurs));
        }
    }

    public function testSlursWithoutABeginningOrAnEndAreLeftOutAndTold(): void
    {
        $score = self::score(self::measure(
            self::note('D4', '<slur type="stop" number="1"/>') . self::note('E4') . self::note('F4', '<slur type="start" number="2"/>')
            . self::note('G4'),
        ));

        self::assertSame([], $score->parts[0]->slurs);
        $texts = array_map(static fn (Oddity $oddity): string => $oddity->text, $score->oddities);
        self::assertContains('A slur begins here and never ends; it is left out of the bowing.', $texts);
        self::assertContains('A slur ends here that never began; it is left out of the bowing.', $texts);
    }

    public function testGoingBackFurtherThanTheMeasureBeginsAtItsBeginning(): void
    {
        $score = self::score(self::measure(
            self::note('D4', '', 4) . '<backup><duration>9</duration></backup>' . str_replace('<voice>1', '<voice>2', self::note('G3', '', 4)),
        ));

        self::assertSame(['0', '0'], array_map(static fn ($note): string => (string) $note->offset, $score->parts[0]->notes));
    }

    public function testGraceNotesAtTheEndBelongToTheNoteBefore(): void
    {
        $plan = self::plan(self::measure(
            self::note('D4', '', 4) . '<note><grace/><pitch><step>E</step><octave>4</octave></pitch><voice>1</voice></note>',
        ));

        self::assertSame(
            $plan->bow->at($plan->part->notes[0]->id)?->stroke,
            $plan->bow->at($plan->part->notes[1]->id)?->stroke,
        );
    }

    public function testTheTableHasARowForEveryNoteAndQuotesWhatNeedsIt(): void
    {
        $score = self::score(self::measure(self::note('D4') . self::note('F#4') . self::note('A4', '', 2)));
        $plan = (new Planner())->plan($score);
        $rows = array_map(static fn (string $row): array => str_getcsv($row, ',', '"', ''), explode("\r\n", trim((new MarkedScoreCsv())->write($plan))));

        self::assertCount(4, $rows);
        self::assertSame(['part', 'id', 'measure', 'beat'], array_slice($rows[0], 0, 4));
        self::assertSame(['Violin, first', 'P1-m1-n1', '1', '1'], array_slice($rows[1], 0, 4));
        $column = array_flip($rows[0]);
        self::assertSame(['down', 'up', 'down'], array_column(array_slice($rows, 1), $column['direction']));
        self::assertSame(['D', 'D', 'A'], array_column(array_slice($rows, 1), $column['string']));
    }

    private static function plan(string $measures, string $profile = 'second-year'): PartPlan
    {
        $score = self::score($measures);

        return (new Planner(new PlanOptions(Profile::from($profile))))->part($score, $score->parts[0], MarkBook::empty());
    }

    private static function measure(string $content): string
    {
        return "<measure>{$content}</measure>";
    }

    /** @param int $length in quarter notes */
    private static function note(string $pitch, string $notations = '', int $length = 1): string
    {
        $alter = str_contains($pitch, '#') ? '<alter>1</alter>' : '';
        $octave = substr($pitch, -1);

        return "<note><pitch><step>{$pitch[0]}</step>{$alter}<octave>{$octave}</octave></pitch><duration>{$length}</duration>"
            . '<voice>1</voice>' . ($notations === '' ? '' : "<notations>{$notations}</notations>") . '</note>';
    }

    private static function score(string ...$measures): Score
    {
        $body = '';
        foreach ($measures as $index => $measure) {
            $attributes = $index > 0 ? '' : '<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time>'
                . '<clef><sign>G</sign><line>2</line></clef></attributes>';
            $body .= str_replace('<measure>', '<measure number="' . ($index + 1) . '">' . $attributes, $measure);
        }

        return (new ScoreReader())->read('<score-partwise version="4.0"><part-list><score-part id="P1">'
            . "<part-name>Violin, first</part-name></score-part></part-list><part id=\"P1\">{$body}</part></score-partwise>");
    }
}
