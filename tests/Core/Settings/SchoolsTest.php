<?php

declare(strict_types=1);

namespace Tests\Core\Settings;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Bowing\Settings\BowSchool;
use UprightPencil\Fingering\Result\NoteFinger;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\NotePrint;
use UprightPencil\Review\Flag;
use UprightPencil\Settings\CountingWords;

/** What practitioners disagree about: each school changes something, and the first is what holds where nothing was chosen. */
final class SchoolsTest extends TestCase
{
    public function testInARestTheBowCirclesOrStops(): void
    {
        $passage = Passage::of('4/4', 'D5q. E5e F#5q rq | G5q F#5q E5h')->inKey(1)->at(84)->marked('2.1 goal down');

        self::assertSame('d u d | retake d u d', $passage->bows());
        self::assertSame('d u d | hook d u d', $passage->with('rest=freeze')->bows());
    }

    public function testWhoFreezesDoesNotStartAfreshAfterEveryRest(): void
    {
        $passage = Passage::of('4/4', 'D5q E5q F#5q rq | G5q F#5q E5q rq | D5w')->inKey(1)->at(72)->school(BowSchool::Downbeat);

        self::assertSame('d u d | retake d u d | retake d', $passage->bows());
        self::assertStringNotContainsString('retake', $passage->with('rest=freeze')->bows());
    }

    public function testALongNoteThatDoesNotFitIsStillRetaken(): void
    {
        // Two loud dotted halves are more than one bow: stopping on the string would leave none for the second.
        $passage = Passage::of('4/4', '[f] D5h. rq | E5h. rq')->at(84)->marked('2.1 goal down')->with('rest=freeze');

        self::assertSame('d | retake d', $passage->bows());
    }

    public function testAChangeNobodyIsToHear(): void
    {
        $passage = Passage::of('4/4', '[f] C5w~ | C5h D5h')->at(60)->marked('1.4 change up');

        self::assertSame([], self::words($passage));
        self::assertSame(['not together'], self::words($passage->with('change=loose')));
        self::assertSame(['not together'], self::words($passage->marked("1.4 change up\n1.1 \"not together\"")), 'said once');
    }

    public function testDotsThatStopAreToldOrNot(): void
    {
        $passage = Passage::of('4/4', "D5q' D5e' E5e' F#5q' D5q' | D5q D5e E5e F#5q D5q")->inKey(2);

        self::assertContains('style-stops', self::codes($passage));
        self::assertNotContains('style-stops', self::codes($passage->with('style=printed')));
    }

    public function testAShiftThatMayBeHeardIsPlayedByOneFinger(): void
    {
        $passage = Passage::of('4/4', '(A4e B4e C5e E5e) A5h | (A5q C6q) B5h')->profile('advanced')->at(66);
        $slides = static fn (Passage $passage): int => count(array_filter(
            $passage->plan()->prints,
            static fn (NotePrint $print): bool => $print->finger?->slideFrom !== null,
        ));

        self::assertSame(0, $slides($passage));
        self::assertSame(1, $slides($passage->with('shift=heard')));
        self::assertStringContainsString('E:3 III E:3', $passage->fingers());
    }

    public function testAFingerIsLaidOrMoved(): void
    {
        $passage = Passage::of('4/4', 'E4q B4q C#5q F#4q | (E4q B4q) A4h')->inKey(2)->profile('second-year');
        $laid = static fn (Passage $passage): int => count(array_filter(
            $passage->plan()->fingers->notes,
            static fn (NoteFinger $finger): bool => $finger->isLaid,
        ));

        self::assertGreaterThan(0, $laid($passage));
        self::assertSame(0, $laid($passage->with('fifth=move')));
    }

    /** @return iterable<string, array{string, string, int}> */
    public static function hard(): iterable
    {
        yield 'played' => ['play', '', 1];
        yield 'left off' => ['leave', 'leave out, leave out', 0];
        yield 'top note only' => ['top', 'leave out', 0];
        yield 'divided' => ['divide', 'divide', 0];
    }

    #[DataProvider('hard')]
    public function testWhatIsTooHardIsEased(string $habit, string $signs, int $told): void
    {
        $passage = Passage::of('4/4', 'G4q g:C5e B4q A4+F#5q D5q | B4+G5h D4+B4h')->inKey(1)->profile('first-year')->with("hard={$habit}");
        $plan = $passage->plan();
        $said = [];
        foreach ($plan->prints as $print) {
            foreach ($print->finger->signs ?? [] as $sign) {
                $said[] = $sign->words();
            }
        }

        self::assertSame($signs, implode(', ', $said));
        self::assertCount($told, $plan->flags);
        self::assertSame([], $plan->book->marks, 'nobody made these marks');
    }

    public function testWhereTheDirectorDecidedNothingIsEased(): void
    {
        $plan = Passage::of('4/4', 'B4+G5h D5h')->profile('first-year')->with('hard=divide')->marked('1.1 1')->plan();

        foreach ($plan->prints as $print) {
            self::assertSame([], $print->finger->signs ?? []);
        }
    }

    public function testTheOpenStringIsWrittenAsTheyReadIt(): void
    {
        $passage = Passage::of('4/4', 'D4q E4q F#4q G4q | A4h D4h')->inKey(2)->marked("1.1 0\n2.1 0 or 4");
        $written = static function (string $sign) use ($passage): string {
            $plan = $passage->with("zero={$sign}")->plan();

            return (new ScoreWriter(Document::open($passage->musicXml()), $passage->options()))->write([$plan]);
        };

        self::assertStringContainsString('>0</fingering>', $written('0'));
        self::assertStringContainsString('>O</fingering>', $written('O'));
        self::assertStringContainsString('>O or 4</words>', $written('O'));
        self::assertSame('x4, 10, 0.5', (new PlanOptions(schools: ['zero' => 'O']))->fingerAsRead('x4, 10, 0.5'));
    }

    /** @return iterable<array{string, string}> */
    public static function sentences(): iterable
    {
        yield ['The bow runs out in m. 9; mm. 12–14 go the other way.', 'The bow runs out in b. 9; bb. 12–14 go the other way.'];
        yield ['Measure 3 has 5 beats where 4/4 asks for 4.', 'Bar 3 has 5 beats where 4/4 asks for 4.'];
        yield ['a quarter rest and two eighths', 'a crotchet rest and two quavers'];
        yield ['the whole bow for a whole note, the upper half for a half rest', 'the whole bow for a semibreve, the upper half for a minim rest'];
        yield ['“every measure” asks for more than m. 9 gives', '“every measure” asks for more than b. 9 gives'];
        yield ['M. 9 stays', 'M. 9 stays'];
    }

    #[DataProvider('sentences')]
    public function testMeasuresAndLengthsInTheirWords(string $sentence, string $british): void
    {
        self::assertSame($sentence, CountingWords::American->say($sentence));
        self::assertSame($british, CountingWords::British->say($sentence));
    }

    /** @return list<string> */
    private static function words(Passage $passage): array
    {
        return array_values(array_merge(...array_map(static fn (NotePrint $print): array => $print->words, array_values($passage->plan()->prints))));
    }

    /** @return list<string> */
    private static function codes(Passage $passage): array
    {
        return array_map(static fn (Flag $flag): string => $flag->code->value, $passage->plan()->flags);
    }
}
