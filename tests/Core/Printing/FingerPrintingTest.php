<?php

declare(strict_types=1);

namespace Tests\Core\Printing;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Passage;
use UprightPencil\Format\MusicXml\Document;
use UprightPencil\Format\MusicXml\ScoreReader;
use UprightPencil\Format\MusicXml\ScoreWriter;
use UprightPencil\Plan\Planner;
use UprightPencil\Plan\PlanOptions;
use UprightPencil\Printing\Density;
use UprightPencil\Printing\FingerPrint;
use UprightPencil\Printing\NotePrint;
use UprightPencil\Printing\PageList;
use UprightPencil\Printing\Wording;
use UprightPencil\Settings\Profile;

/** What the page shows of the left hand. */
final class FingerPrintingTest extends TestCase
{
    /** @return iterable<string, array{Passage, list<string>}> */
    public static function pages(): iterable
    {
        yield 'plain first position prints its second finger once' => [
            Passage::of('4/4', 'D4q E4q F#4q G4q | F#4q E4q D4h')->inKey(2)->profile('second-year'),
            ['', '', 'high 2', '', '', '', ''],
        ];
        yield 'low 2 after high 2, because it contradicts the last use' => [
            Passage::of('4/4', 'F#4q G4q A4q C5q')->inKey(1)->profile('second-year'),
            ['high 2', '', '', 'low 2'],
        ];
        yield 'an altered finger that the key makes the rule, once' => [
            Passage::of('4/4', 'A4q Bb4q C5q Bb4q | A4h Bb4h')->inKey(-1)->profile('second-year'),
            ['', 'low 1', 'low 2', '', '', ''],
        ];
        yield 'an altered finger outside the key, the first time in each measure' => [
            Passage::of('4/4', 'A4q Bb4q A4h | A4q Bb4q A4h')->profile('second-year'),
            ['', 'low 1', '', '', 'low 1', ''],
        ];
        yield 'four where the open string sounds the same' => [
            Passage::of('2/4', '(A4e G4e F#4e E4e)')->at(112)->inKey(2),
            ['4', '', 'high 2', ''],
        ];
        yield 'the position where the hand arrives, with its finger, and the way back' => [
            Passage::of('4/4', 'D4h rh | D6q C#6q B5h | rh E4h')->inKey(2),
            ['', 'III 4', 'high 3', 'high 2', 'I 1'],
        ];
        yield 'the numeral again after a rest of a measure' => [
            Passage::of('4/4', 'D4h rh | D6q C#6q B5h | rw | B5q C#6q D6h')->inKey(2),
            ['', 'III 4', 'high 3', 'high 2', 'III 2', '', ''],
        ];
        yield 'no numeral again after a short rest' => [
            Passage::of('4/4', 'D4h rh | D6q C#6q B5q rq | B5q C#6q D6h')->inKey(2),
            ['', 'III 4', 'high 3', 'high 2', '', '', ''],
        ];
        yield 'the numeral again where it is plucked, and where the bow is back' => [
            Passage::of('4/4', 'D4h rh | D6q C#6q B5h | [pizz.] B5q C#6q D6h | [arco] D6q C#6q B5h')->inKey(2),
            ['', 'III 4', 'high 3', 'high 2', 'III 2', '', '', 'III 4', '', ''],
        ];
        yield 'never twice in a row for a repeated pitch' => [
            Passage::of('4/4', 'A4q Bb4q Bb4q Bb4q')->inKey(-1)->profile('second-year'),
            ['', 'low 1', '', ''],
        ];
        yield 'a slide between two places of one finger' => [
            Passage::of('2/4', '(Bb4q B4q)')->profile('second-year'),
            ['low 1', '1 slide'],
        ];
        yield 'a finger left down under an open string' => [
            Passage::of('4/4', 'B3q D4q C4q rq')->by('Viola')->profile('second-year'),
            ['high 2 leave down', '', ''],
        ];
        yield 'a choice the class may take either way' => [
            Passage::of('4/4', 'G4q F#4q A4h | G4w')->at(80)->inKey(2)->profile('second-year'),
            ['', 'high 2 leave down', '0 or 4', ''],
        ];
        yield 'the school of either prints both' => [
            Passage::of('4/4', 'G4q A4q B4q A4q')->with('open=either')->profile('second-year'),
            ['', '0 or 4', '', '0 or 4'],
        ];
        yield 'a mark is always shown' => [
            Passage::of('4/4', 'D4q E4q G4h')->marked("1.2 1\n1.3 on D")->profile('second-year'),
            ['', '1', 'on D'],
        ];
        yield 'an extension' => [
            Passage::of('4/4', 'E5q F5q G5q A5q | B5q C6h.'),
            ['', 'low 1', 'low 2', '', '', 'x4'],
        ];
        yield 'a courtesy accidental' => [
            Passage::of('4/4', 'F#4q G4q A4q F#4q')->marked('1.4 courtesy')->profile('second-year'),
            ['high 2', '', '', 'courtesy'],
        ];
        yield 'a note the group leaves out' => [
            Passage::of('4/4', 'g:F#4e E4q D4q E4h')->marked('P1-m1-n1 leave out')->profile('second-year'),
            ['leave out', '', '', ''],
        ];
        yield 'sparse: what contradicts, and nothing else' => [
            Passage::of('4/4', 'F#4q G4q A4q C5q')->inKey(1)->profile('second-year')->density(Density::Sparse),
            ['', '', '', 'low 2'],
        ];
        yield 'every note' => [
            Passage::of('4/4', 'D4q E4q F#4q G4q')->inKey(2)->profile('first-year')->density(Density::EveryNote),
            ['0', '1', 'high 2', '3'],
        ];
    }

    /** @param list<string> $shown */
    #[DataProvider('pages')]
    public function testThePageShows(Passage $passage, array $shown): void
    {
        $plan = $passage->plan();
        $found = [];
        foreach ($plan->part->notes as $note) {
            $found[] = implode(' ', ($plan->prints[$note->id] ?? null)?->fingerWords() ?? []);
        }

        self::assertSame($shown, $found);
    }

    #[DataProvider('pages')]
    public function testThePageListReadBackGivesTheSamePage(Passage $passage): void
    {
        $plan = $passage->plan();
        $list = (new PageList())->write($passage->score(), $plan->part, $plan->prints);
        $again = $passage->marked($list)->plan();

        self::assertEquals(
            array_map(static fn (NotePrint $print): array => $print->tokens(), $plan->prints),
            array_map(static fn (NotePrint $print): array => $print->tokens(), $again->prints),
        );
    }

    public function testWhatTheEditionPrintsIsNotPencilledInAgain(): void
    {
        $xml = str_replace(
            '<step>A</step><octave>4</octave></pitch><duration>240</duration><voice>1</voice>',
            '<step>A</step><octave>4</octave></pitch><duration>240</duration><voice>1</voice>'
                . '<notations><technical><fingering>4</fingering></technical></notations>',
            Passage::of('2/4', 'A4e G4e F#4e E4e')->inKey(2)->musicXml(),
        );
        $score = (new ScoreReader())->read($xml);
        $plan = (new Planner())->plan($score)->parts[0];

        self::assertSame(4, $plan->fingers->at('P1-m1-n1')?->number);
        self::assertSame('printed', $plan->fingers->at('P1-m1-n1')->origin->value);
        self::assertSame([], preg_grep('~\b4\b(?!\.)~', preg_replace('~^\S+~', '', (new PageList())->lines($score, $plan->part, $plan->prints)) ?? []));
    }

    /** @return iterable<string, array{Wording, string, string}> */
    public static function wordings(): iterable
    {
        yield 'words' => [Wording::Words, 'low 2', 'low 2'];
        yield 'letter, low' => [Wording::Letter, 'low 2', 'L2'];
        yield 'letter, high' => [Wording::Letter, 'high 3', 'H3'];
        yield 'arrow, low' => [Wording::Arrow, 'low 1', '1↓'];
        yield 'arrow, high' => [Wording::Arrow, 'high 2', '2↑'];
        yield 'an extension is the same in all' => [Wording::Letter, 'x4', 'x4'];
        yield 'a choice too' => [Wording::Arrow, '0 or 4', '0 or 4'];
    }

    #[DataProvider('wordings')]
    public function testWordings(Wording $wording, string $finger, string $written): void
    {
        self::assertSame($written, $wording->write($finger));
    }

    public function testTheMarkedFileHasFingersAndNumerals(): void
    {
        $document = Document::open(Passage::of('4/4', 'D4h rh | D6q C#6q B5h')->inKey(2)->musicXml());
        $score = (new ScoreReader())->fromDocument($document);
        $options = new PlanOptions(Profile::ThirdPosition, wording: Wording::Letter);
        $written = (new ScoreWriter($document, $options))->write((new Planner($options))->plan($score)->parts);

        self::assertStringContainsString('<fingering placement="above">H3</fingering>', $written);
        self::assertMatchesRegularExpression('~<words[^>]*>III</words>~', $written);
        $again = (new ScoreReader())->read($written);
        self::assertSame(['H3'], $again->parts[0]->notes[2]->fingerings);
        self::assertSame(3, (new Planner($options))->plan($again)->parts[0]->fingers->at('P1-m2-n2')?->number);
    }

    public function testNothingToShowIsNothing(): void
    {
        self::assertTrue((new FingerPrint())->isEmpty());
        self::assertFalse((new FingerPrint('4'))->isEmpty());
    }

    /** @return iterable<string, array{string, string, string}> music, where the finger is left down, and the note its line reaches */
    public static function fingersLeftDown(): iterable
    {
        yield 'under higher fingers on its string, until it is back' => ['D4q E4q F#4q G4q | E4h D4h', '1.2', 'P1-m2-n1'];
        yield 'until the open string below it is wanted' => ['E4q F#4q D4q G4q | A4w', '1.1', 'P1-m1-n2'];
        yield 'until it is wanted on the next string' => ['E4q G4q B4q A4q | A4w', '1.1', 'P1-m1-n2'];
        yield 'not at all where it must go at once' => ['E4q D4q E4q D4q | A4w', '1.1', 'P1-m1-n1'];
    }

    #[DataProvider('fingersLeftDown')]
    public function testAFingerMarkedToStayIsDrawnToWhereItMustGo(string $music, string $place, string $to): void
    {
        $passage = Passage::of('4/4', $music)->inKey(2)->profile('second-year')->marked("{$place} leave down");
        $plan = $passage->plan();
        $id = 'P1-m1-n' . explode('.', $place)[1];
        self::assertTrue($plan->fingers->at($id)?->leaveDown);
        $print = $plan->prints[$id]->finger;

        self::assertNotNull($print);
        self::assertSame($to, $print->leaveDownTo);
        self::assertSame('1', $print->finger, 'the line runs on from the finger it holds');
    }
}
